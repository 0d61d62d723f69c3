'use client';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { insideRing, type Ring } from '@/core/geometry';
import { OBSTACLE_KINDS, type Job, type Obstacle, type Space } from '@/core/given';
import { nearestWall, placeBeside, placedOutline, type Place } from '@/core/survey';
import { edit, firstText, freeId } from '@/ui/desk';
import { Button, Choice, Fields, SmallLength, Stops, Thing, WallOf } from '@/ui/kit';

const KIND_WORDS: Record<Obstacle['kind'], string> = {
  register: 'Register',
  pipe: 'Pipe',
  post: 'Post',
  hearth: 'Hearth',
  island: 'Island',
  cabinet: 'Cabinet',
  flange: 'Toilet flange',
};

/** How large each kind is to begin with, mm, and the gap that suits it where it is not the product's own. */
const START: Record<Obstacle['kind'], { length: number; depth: number; off: number; gap?: number }> = {
  register: { length: 300, depth: 100, off: 150, gap: 3 },
  pipe: { length: 22, depth: 22, off: 60 },
  post: { length: 100, depth: 100, off: 600 },
  hearth: { length: 1200, depth: 450, off: 0 },
  island: { length: 1200, depth: 700, off: 900 },
  cabinet: { length: 1800, depth: 600, off: 0 },
  flange: { length: 110, depth: 110, off: 300 },
};

/** The things that stand in a room. */
export const obstaclesIn = (job: Job, space: Space): Obstacle[] => (job.obstacles ?? []).filter((o) => homeOf(job, o) === space);

/** What stands in the room, each placed by two distances from a wall, each with its gap. */
export function Obstacles({ job, space }: { job: Job; space: Space }) {
  const [kind, setKind] = useState<Obstacle['kind']>('register');
  const obstacles = obstaclesIn(job, space);
  const add = () => {
    const { length, depth, off, gap } = START[kind];
    const wall = longestWall(space.outline);
    const outline = placedOutline(space.outline, { wall, along: 400, off, length, depth });
    edit(`${KIND_WORDS[kind].toLowerCase()} added`, (now) => ({
      ...now,
      obstacles: [...(now.obstacles ?? []), { id: freeId(now, kind), kind, outline, ...(gap === undefined ? {} : { gap }) }],
    }));
  };
  return (
    <section>
      {obstacles.map((o) => (
        <ObstacleReading key={o.id} job={job} obstacle={o} />
      ))}
      <Stops style={{ marginTop: 6 }}>
        <Choice
          bare
          label="Kind of thing to add"
          value={kind}
          options={OBSTACLE_KINDS.map((k) => [k, KIND_WORDS[k]])}
          onChoice={(k) => setKind(k as Obstacle['kind'])}
        />
        <Button onClick={add}>
          <Plus size={17} /> Add
        </Button>
      </Stops>
    </section>
  );
}

const longestWall = (ring: Ring): number => ring.reduce((best, _, i) => (lengthOf(ring, i) > lengthOf(ring, best) + 1e-6 ? i : best), 0);
const lengthOf = (ring: Ring, i: number): number => {
  const [a, b] = [ring[i]!, ring[(i + 1) % ring.length]!];
  return Math.hypot(b[0] - a[0], b[1] - a[1]);
};

/** The space that a thing stands in, by its middle; else the first. */
function homeOf(job: Job, obstacle: Obstacle): Space {
  const n = obstacle.outline.length;
  const middle = obstacle.outline.reduce<[number, number]>((m, p) => [m[0] + p[0] / n, m[1] + p[1] / n], [0, 0]);
  return job.spaces.find((s) => insideRing(middle, s.outline)) ?? job.spaces[0]!;
}

function ObstacleReading({ job, obstacle }: { job: Job; obstacle: Obstacle }) {
  const { display, product } = job;
  const space = homeOf(job, obstacle);
  const [chosenWall, setChosenWall] = useState<number | null>(null);
  const wall = chosenWall !== null && chosenWall < space.outline.length ? chosenWall : nearestWall(space.outline, obstacle.outline);
  const place = placeBeside(space.outline, wall, obstacle.outline);
  const name = KIND_WORDS[obstacle.kind];
  const set = (next: Partial<Obstacle>) =>
    edit(name.toLowerCase(), (now) => ({
      ...now,
      obstacles: (now.obstacles ?? []).map((o) => (o.id === obstacle.id ? { ...o, ...next } : o)),
    }));
  const move = (change: Partial<Place>) => firstText(set({ outline: placedOutline(space.outline, { ...place, ...change }) }));
  const least = (mm: number, change: Partial<Place>) => (mm < 1 ? 'At least 1 mm.' : move(change));
  const field = (label: string, mm: number, onLength: (mm: number) => string | undefined) => (
    <SmallLength name={label} label={`${name}: ${label}`} mm={mm} display={display} onLength={onLength} />
  );
  return (
    <Thing name={name}>
      <Fields>
        <WallOf label="From wall" count={space.outline.length} value={wall} onWall={setChosenWall} />
        {field('Off the wall', Math.max(0, place.off), (mm) => move({ off: mm }))}
        {field('Along it from its start', Math.max(0, place.along), (mm) => move({ along: mm }))}
        {field('Length along it', place.length, (mm) => least(mm, { length: mm }))}
        {field('Depth', place.depth, (mm) => least(mm, { depth: mm }))}
        {field(obstacle.gap === undefined ? 'Gap (the product’s)' : 'Gap', obstacle.gap ?? product.limits.gap, (mm) =>
          firstText(set({ gap: mm })),
        )}
      </Fields>
      <Button
        variant="ghost"
        onClick={() =>
          edit(`${name.toLowerCase()} removed`, (now) => ({ ...now, obstacles: (now.obstacles ?? []).filter((o) => o.id !== obstacle.id) }))
        }
      >
        <Trash2 size={16} /> Remove the {name.toLowerCase()}
      </Button>
    </Thing>
  );
}
