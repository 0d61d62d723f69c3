'use client';
import { Button } from '@chakra-ui/react';
import { Shuffle } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Floor } from '@/core/floors';
import type { Job, Plan, Problem } from '@/core/given';
import type { Summary } from '@/core/plan';
import { createPlanner, type Planner } from '@/workers';
import { rankOthers, type Other } from '../state/others';
import { Miniature } from './Miniature';
import { Trial } from './Trial';

type Props = {
  job: Job;
  floors: readonly Floor[];
  floor: Floor;
  plan: Plan | null;
  now: Summary | null;
  onChange: (next: Job) => readonly Problem[];
};

/** The next best arrangement of the joints, and the one after that: searched, ranked, and shown with its price before it is kept. */
export function Others({ job, floors, floor, plan, now, onChange }: Props) {
  // `at` is −1 where none is shown: the ranking is kept for the next time
  const [ranked, setRanked] = useState<{ for: Job; floor: string; list: readonly Other[]; at: number } | null>(null);
  const [done, setDone] = useState<number | null>(null);
  const planner = useRef<Planner | null>(null);
  useEffect(() => () => planner.current?.cancel(), []);
  const current = ranked?.for === job && ranked.floor === floor.id ? ranked : null;
  const next = async () => {
    const present = plan?.floors.find((f) => f.id === floor.id);
    if (done !== null || !present) return;
    if (current) return setRanked({ ...current, at: (current.at + 1) % Math.max(1, current.list.length) });
    setDone(0);
    const mine = (planner.current = createPlanner());
    const list = await rankOthers(job, floor, floors.length, present, (other, progress) => mine.plan(other, progress), setDone);
    mine.cancel();
    if (planner.current !== mine) return;
    setDone(null);
    if (list) setRanked({ for: job, floor: floor.id, list, at: 0 });
  };
  const stop = () => {
    planner.current?.cancel();
    planner.current = null;
    setDone(null);
  };
  useHotkeys('n', () => void next(), { useKey: true });
  const other = current?.list[current.at];
  return (
    <section aria-label="Other arrangements">
      <div className="stops">
        <Button h="44px" variant="outline" onClick={() => void next()} disabled={!plan}>
          <Shuffle size={17} /> Next best arrangement <kbd>N</kbd>
        </Button>
      </div>
      {done !== null && (
        <p className="why quiet" role="status">
          Searching and ranking others … <progress value={done} aria-label="How far the ranking is" />{' '}
          <Button size="sm" h="44px" variant="outline" onClick={stop}>
            Cancel
          </Button>
        </p>
      )}
      {current?.list.length === 0 && <p className="why quiet">No other arrangement was found: this floor leaves no choice.</p>}
      {current && other && now && (
        <Trial
          words={`Arrangement ${current.at + 1} of ${current.list.length}, the best first`}
          now={now}
          then={other.summary}
          onKeep={() => {
            onChange(other.job);
            setRanked(null);
          }}
          onLeave={() => setRanked({ ...current, at: -1 })}
        >
          <Miniature floor={other.floor} />
        </Trial>
      )}
    </section>
  );
}
