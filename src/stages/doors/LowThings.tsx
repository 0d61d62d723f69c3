'use client';
import { useState } from 'react';
import { LOW_WORDS } from '@/core/edges';
import { LOW_THINGS, type Job, type LowThing } from '@/core/given';
import { wallLetter } from '@/core/survey';
import { useSpace } from '@/ui/desk';
import { Button, Choice, Fields, Mistake, SmallLength, Stops, Thing, WallOf, Why } from '@/ui/kit';
import { putLow } from './edits';

/** Toe-kicks, radiators, appliances that stay: planks beneath them cannot be tipped. */
export function LowThings({ job }: { job: Job }) {
  const space = useSpace();
  const [wrong, setWrong] = useState<string>();
  const things = job.lowThings ?? [];
  const put = (id: string, change: Partial<LowThing>) => {
    const next = putLow(things.map((t) => (t.id === id ? { ...t, ...change } : t)));
    setWrong(next);
    return next;
  };
  const add = () => {
    let n = 1;
    while (things.some((t) => t.id === `low${n}`)) n++;
    setWrong(
      putLow([...things, { id: `low${n}`, what: 'radiator', space: space.id, wall: 0, from: 200, to: 1200, depth: 120, clear: 80 }]),
    );
  };
  return (
    <>
      <Why tone="quiet">A plank is tipped by about 25° as its long edge goes in; under anything lower than that it is slid.</Why>
      {things.map((t) => {
        const room = job.spaces.find((s) => s.id === t.space);
        const name = `${LOW_WORDS[t.what]} in ${room?.name || t.space}, wall ${wallLetter(t.wall)}`;
        const length = (label: string, field: 'from' | 'to' | 'depth' | 'clear') => (
          <SmallLength
            name={label}
            label={`${name}: ${label.toLowerCase()}`}
            mm={t[field]}
            display={job.display}
            onLength={(mm) => put(t.id, { [field]: mm })}
          />
        );
        return (
          <Thing key={t.id} name={name}>
            <Fields>
              <Choice
                label="What it is"
                value={t.what}
                options={LOW_THINGS.map((w) => [w, LOW_WORDS[w]])}
                onChoice={(what) => put(t.id, { what: what as LowThing['what'] })}
              />
              <WallOf label="At wall" count={room?.outline.length ?? 1} value={t.wall} onWall={(wall) => void put(t.id, { wall })} />
              {length('From, along the wall', 'from')}
              {length('To', 'to')}
              {length('Into the room', 'depth')}
              {length('Free height under it', 'clear')}
            </Fields>
            <Button variant="ghost" onClick={() => setWrong(putLow(things.filter((x) => x !== t)))}>
              Take it away
            </Button>
          </Thing>
        );
      })}
      <Mistake text={wrong} />
      <Stops mt="1">
        <Button onClick={add}>Something low in {space.name || 'this room'}</Button>
      </Stops>
    </>
  );
}
