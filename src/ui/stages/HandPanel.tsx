'use client';
import { Button } from '@chakra-ui/react';
import { Ban, Lock, Pin, Replace, X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Job, Problem } from '@/core/job';
import type { PlanFloor, Summary } from '@/core/plan';
import { createPlanner } from '@/workers';
import { clearedHand, forbidden, jointOf, locked, pinned, swapped } from '../state/hand';

type Props = {
  job: Job;
  floor: PlanFloor;
  /** the chosen piece's id */
  piece: string;
  now: Summary;
  onChange: (next: Job) => readonly Problem[];
};

type Trial = { readonly words: string; readonly job: Job; readonly summary: Summary | null };

/** What a person may settle of the joints; its price is shown before it is kept. */
export function HandPanel({ job, floor, piece, now, onChange }: Props) {
  const [trial, setTrial] = useState<Trial | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const own = floor.pieces.find((p) => p.id === piece);
  if (!own) return null;
  const joint = jointOf(floor, own);
  const attempt = async (words: string, next: Job | null) => {
    if (!next) return;
    running.current?.abort();
    const { signal } = (running.current = new AbortController());
    const planner = createPlanner();
    signal.addEventListener('abort', () => planner.cancel());
    setTrial({ words, job: next, summary: null });
    const result = await planner.plan(next);
    planner.cancel();
    if (signal.aborted) return;
    setTrial(result?.ok ? { words, job: next, summary: result.value.summary } : null);
  };
  const keep = () => {
    if (trial) onChange(trial.job);
    setTrial(null);
  };
  const swaps = floor.rows
    .map((r) => r.n)
    .filter((n) => n !== own.row && Math.abs(n - own.row) <= 3)
    .flatMap((n) => {
      const next = swapped(job, floor, own.row, n);
      return next ? [{ n, next }] : [];
    });
  const s = trial?.summary;
  const change = (before: number, after: number) => (before === after ? `${after}, as now` : `${after} instead of ${before}`);
  return (
    <section aria-label="By your hand">
      <h2>By your hand</h2>
      {trial && (
        <div className="trial" role="status">
          <b>{trial.words}</b>
          {s ? (
            <>
              <p className="why" style={{ margin: '4px 0 8px' }}>
                {change(now.planks, s.planks)} planks; {change(now.musts + now.shoulds, s.musts + s.shoulds)} to look at
                {s.musts > now.musts && <span className="must">; {s.musts - now.musts} more broken limits</span>}.
              </p>
              <div className="stops" style={{ margin: 0 }}>
                <Button h="44px" colorPalette="blue" onClick={keep}>
                  Keep it
                </Button>
                <Button h="44px" variant="outline" onClick={() => setTrial(null)}>
                  Leave it
                </Button>
              </div>
            </>
          ) : (
            <p className="why quiet">Searching what it costs …</p>
          )}
        </div>
      )}
      <div className="stops">
        {joint && (
          <>
            <Button h="44px" variant="outline" onClick={() => void attempt('Keep this joint', pinned(job, joint))}>
              <Pin size={16} /> Keep this joint
            </Button>
            <Button h="44px" variant="outline" onClick={() => void attempt('No joint here', forbidden(job, joint))}>
              <Ban size={16} /> No joint here
            </Button>
            <Button h="44px" variant="outline" onClick={() => void attempt(`Lock row ${own.row}`, locked(job, floor, own.row))}>
              <Lock size={16} /> Lock row {own.row}
            </Button>
          </>
        )}
        {(job.hand?.pins?.length ?? 0) + (job.hand?.forbid?.length ?? 0) > 0 && (
          <Button h="44px" variant="ghost" onClick={() => void attempt('Let all go', clearedHand(job))}>
            <X size={16} /> Let all {(job.hand?.pins?.length ?? 0) + (job.hand?.forbid?.length ?? 0)} go
          </Button>
        )}
      </div>
      {swaps.length > 0 && (
        <div className="stops" role="group" aria-label="Swap starters" style={{ alignItems: 'center' }}>
          <span className="quiet" style={{ fontSize: 14 }}>
            <Replace size={15} style={{ display: 'inline', verticalAlign: '-2px' }} /> Swap its starter with row
          </span>
          {swaps.map(({ n, next }) => (
            <Button
              key={n}
              h="44px"
              minW="44px"
              px="2"
              variant="outline"
              aria-label={`Swap with row ${n}`}
              onClick={() => void attempt(`Swap the starters of rows ${own.row} and ${n}`, next)}
            >
              {n}
            </Button>
          ))}
        </div>
      )}
    </section>
  );
}
