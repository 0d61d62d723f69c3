'use client';
import { Box } from '@chakra-ui/react';
import { Ban, Lock, Pin, Replace, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import type { Job, Piece, PlanFloor } from '@/core/given';
import { edit, useAnswer, useTrials } from '@/ui/desk';
import { Button, Heading2, Stops } from '@/ui/kit';
import { clearedHand, forbidden, jointOf, locked, pinned, swapped } from './hand';
import { Offer } from './Offer';

type Props = {
  readonly job: Job;
  readonly floor: PlanFloor;
  /** the chosen piece */
  readonly piece: Piece;
  /** whether planks of one width come in several lengths */
  readonly mixed: boolean;
};

/** What is tried, and the job that it was tried on: another change makes it old news. */
type Tried = { readonly words: string; readonly of: Job; readonly change: (job: Job) => Job };

const NOTHING: readonly Job[] = [];

/** What a person may settle of the joints; its price is shown before it is kept. */
export function HandPanel({ job, floor, piece: own, mixed }: Props) {
  const now = useAnswer('summary').value;
  const [tried, setTried] = useState<Tried | null>(null);
  const trial = tried?.of === job ? tried : null;
  const jobs = useMemo(() => (trial ? [trial.change(job)] : NOTHING), [trial, job]);
  const [found] = useTrials(jobs, 0).results;
  const attempt = (words: string, change: (job: Job) => Job) => setTried({ words, of: job, change });
  const joint = jointOf(floor, own);
  const swaps = floor.rows.map((r) => r.n).filter((n) => n !== own.row && Math.abs(n - own.row) <= 3 && swapped(job, floor, own.row, n));
  return (
    <section aria-label="By your hand">
      <Heading2>By your hand</Heading2>
      {/* what cannot be laid is not offered */}
      {trial && now && found !== null && (
        <Offer
          words={trial.words}
          now={now}
          then={found?.summary ?? null}
          onKeep={() => {
            edit(trial.words.toLowerCase(), trial.change);
            setTried(null);
          }}
          onLeave={() => setTried(null)}
        />
      )}
      <Stops>
        {joint && (
          <>
            <Button onClick={() => attempt('Keep this joint', (now) => pinned(now, joint))}>
              <Pin size={16} /> Keep this joint
            </Button>
            <Button onClick={() => attempt('No joint here', (now) => forbidden(now, joint))}>
              <Ban size={16} /> No joint here
            </Button>
            <Button onClick={() => attempt(`Lock row ${own.row}`, (now) => locked(now, floor, own.row, mixed))}>
              <Lock size={16} /> Lock row {own.row}
            </Button>
          </>
        )}
        {(job.hand?.pins?.length ?? 0) + (job.hand?.forbid?.length ?? 0) > 0 && (
          <Button variant="ghost" onClick={() => attempt('Let all go', clearedHand)}>
            <X size={16} /> Let all {(job.hand?.pins?.length ?? 0) + (job.hand?.forbid?.length ?? 0)} go
          </Button>
        )}
      </Stops>
      {swaps.length > 0 && (
        <Stops label="Swap starters">
          <Box width="100%" fontSize="14px" color="pencil">
            <Replace size={15} style={{ display: 'inline', verticalAlign: '-2px' }} /> Swap its starter with row
          </Box>
          {swaps.map((n) => (
            <Button
              key={n}
              minW="44px"
              size="xs"
              aria-label={`Swap with row ${n}`}
              onClick={() => attempt(`Swap the starters of rows ${own.row} and ${n}`, (now) => swapped(now, floor, own.row, n) ?? now)}
            >
              {n}
            </Button>
          ))}
        </Stops>
      )}
    </section>
  );
}
