'use client';
import { Shuffle } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Floor } from '@/core/floors';
import type { Job } from '@/core/given';
import { edit, tryOut, useAnswer, usePlan, withFloorLayout } from '@/ui/desk';
import { Button, Stops, Why, Working } from '@/ui/kit';
import { Miniature } from '@/ui/sheet/Miniature';
import { does } from './actions';
import { rankOthers, type Other } from './others';
import { Offer } from './Offer';

type Props = { readonly job: Job; readonly floors: readonly Floor[]; readonly floor: Floor };

/** The next best arrangement of the joints, and the one after that: searched, ranked, and shown with its price before it is kept. */
export function Others({ job, floors, floor }: Props) {
  const plan = usePlan();
  const now = useAnswer('summary').value ?? null;
  // `at` is −1 where none is shown: the ranking is kept for the next time
  const [ranked, setRanked] = useState<{ for: Job; floor: string; list: readonly Other[]; at: number } | null>(null);
  const [done, setDone] = useState<number | null>(null);
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);
  const current = ranked?.for === job && ranked.floor === floor.id ? ranked : null;
  const next = async () => {
    const present = plan?.floors.find((f) => f.id === floor.id);
    if (done !== null || !present) return;
    if (current) return setRanked({ ...current, at: (current.at + 1) % Math.max(1, current.list.length) });
    setDone(0);
    const { signal } = (control.current = new AbortController());
    const list = await rankOthers(job, floor, floors.length, present, (other, progress) => tryOut(other, signal, progress), setDone);
    if (signal.aborted) return;
    setDone(null);
    setRanked({ for: job, floor: floor.id, list, at: 0 });
  };
  const stop = () => {
    control.current?.abort();
    setDone(null);
  };
  useEffect(() => does('next', () => void next()));
  const other = current?.list[current.at];
  return (
    <section aria-label="Other arrangements">
      <Stops>
        <Button onClick={() => void next()} disabled={!plan}>
          <Shuffle size={17} /> Next best arrangement <kbd>N</kbd>
        </Button>
      </Stops>
      {done !== null && (
        <Working done={done} label="How far the ranking is" onCancel={stop}>
          Searching and ranking others …
        </Working>
      )}
      {current?.list.length === 0 && <Why tone="quiet">No other arrangement was found: this floor leaves no choice.</Why>}
      {current && other && now && (
        <Offer
          words={`Arrangement ${current.at + 1} of ${current.list.length}, the best first`}
          now={now}
          then={other.summary}
          onKeep={() => {
            edit('another arrangement', (job) => withFloorLayout(job, floor, floors.length, other.change));
            setRanked(null);
          }}
          onLeave={() => setRanked({ ...current, at: -1 })}
        >
          <Miniature floor={other.floor} />
        </Offer>
      )}
    </section>
  );
}
