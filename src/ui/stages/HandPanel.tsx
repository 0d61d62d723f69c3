'use client';
import { Button } from '@chakra-ui/react';
import { Ban, Lock, Pin, Replace, X } from 'lucide-react';
import { useRef, useState } from 'react';
import type { Job, PlanFloor, Problem } from '@/core/given';
import type { Summary } from '@/core/plan';
import { Trial } from '../parts/Trial';
import type { PlanState } from '../state/usePlan';
import { clearedHand, forbidden, jointOf, locked, pinned, swapped } from '../state/hand';

type Props = {
  job: Job;
  floor: PlanFloor;
  /** the chosen piece's id */
  piece: string;
  /** whether planks of one width come in several lengths */
  mixed: boolean;
  now: Summary;
  tryOut: PlanState['tryOut'];
  onChange: (next: Job) => readonly Problem[];
};

/** What is tried, and the job that it was tried on: another change makes it old news. */
type Tried = { readonly words: string; readonly of: Job; readonly job: Job; readonly summary: Summary | null };

/** What a person may settle of the joints; its price is shown before it is kept. */
export function HandPanel({ job, floor, piece, mixed, now, tryOut, onChange }: Props) {
  const [tried, setTrial] = useState<Tried | null>(null);
  const trial = tried?.of === job ? tried : null;
  const latest = useRef(0);
  const own = floor.pieces.find((p) => p.id === piece);
  if (!own) return null;
  const joint = jointOf(floor, own);
  const attempt = async (words: string, next: Job | null) => {
    if (!next) return;
    const mine = ++latest.current;
    setTrial({ words, of: job, job: next, summary: null });
    const result = await tryOut(next);
    if (mine !== latest.current) return;
    setTrial(result?.ok ? { words, of: job, job: next, summary: result.value.summary } : null);
  };
  const swaps = floor.rows
    .map((r) => r.n)
    .filter((n) => n !== own.row && Math.abs(n - own.row) <= 3)
    .flatMap((n) => {
      const next = swapped(job, floor, own.row, n);
      return next ? [{ n, next }] : [];
    });
  return (
    <section aria-label="By your hand">
      <h2>By your hand</h2>
      {trial && (
        <Trial
          words={trial.words}
          now={now}
          then={trial.summary}
          onKeep={() => {
            onChange(trial.job);
            setTrial(null);
          }}
          onLeave={() => setTrial(null)}
        />
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
            <Button h="44px" variant="outline" onClick={() => void attempt(`Lock row ${own.row}`, locked(job, floor, own.row, mixed))}>
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
