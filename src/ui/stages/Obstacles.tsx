'use client';
import { Button, Field, NativeSelect } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { insideRing, type Ring } from '@/core/geometry';
import { OBSTACLE_KINDS, type Job, type Obstacle, type Problem, type Space } from '@/core/given';
import { nearestWall, placeBeside, placedOutline, wallLetter, type Place } from '@/core/survey';
import { SmallLength } from '../parts/SmallLength';
import { firstText, freeId } from '../state/edit';

type Change = (next: Job) => readonly Problem[];

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

/** What stands in the room, each placed by two distances from a wall, each with its gap. */
export function Obstacles({ job, space, onChange }: { job: Job; space: Space; onChange: Change }) {
  const [kind, setKind] = useState<Obstacle['kind']>('register');
  const obstacles = (job.obstacles ?? []).filter((o) => homeOf(job, o) === space);
  const add = () => {
    const { length, depth, off, gap } = START[kind];
    const wall = longestWall(space.outline);
    const outline = placedOutline(space.outline, { wall, along: 400, off, length, depth });
    onChange({
      ...job,
      obstacles: [...(job.obstacles ?? []), { id: freeId(job, kind), kind, outline, ...(gap === undefined ? {} : { gap }) }],
    });
  };
  return (
    <section>
      <h2>Standing in the room</h2>
      {obstacles.map((o) => (
        <ObstacleReading key={o.id} job={job} obstacle={o} onChange={onChange} />
      ))}
      <div className="stops" style={{ marginTop: 6 }}>
        <NativeSelect.Root w="150px">
          <NativeSelect.Field
            h="44px"
            fontSize="16px"
            aria-label="Kind of thing to add"
            value={kind}
            onChange={(e) => setKind(e.target.value as Obstacle['kind'])}
          >
            {OBSTACLE_KINDS.map((k) => (
              <option key={k} value={k}>
                {KIND_WORDS[k]}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Button h="44px" variant="outline" onClick={add}>
          <Plus size={17} /> Add
        </Button>
      </div>
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

function ObstacleReading({ job, obstacle, onChange }: { job: Job; obstacle: Obstacle; onChange: Change }) {
  const { display, product } = job;
  const space = homeOf(job, obstacle);
  const [chosenWall, setChosenWall] = useState<number | null>(null);
  const wall = chosenWall !== null && chosenWall < space.outline.length ? chosenWall : nearestWall(space.outline, obstacle.outline);
  const place = placeBeside(space.outline, wall, obstacle.outline);
  const name = KIND_WORDS[obstacle.kind];
  const set = (next: Partial<Obstacle>) =>
    onChange({ ...job, obstacles: (job.obstacles ?? []).map((o) => (o.id === obstacle.id ? { ...o, ...next } : o)) });
  const move = (change: Partial<Place>) => firstText(set({ outline: placedOutline(space.outline, { ...place, ...change }) }));
  const least = (mm: number, change: Partial<Place>) => (mm < 1 ? 'At least 1 mm.' : move(change));
  const field = (label: string, mm: number, onLength: (mm: number) => string | undefined) => (
    <SmallLength name={label} label={`${name}: ${label}`} mm={mm} display={display} onLength={onLength} />
  );
  return (
    <fieldset className="thing">
      <legend>{name}</legend>
      <div className="thing-grid">
        <Field.Root gap="0">
          <Field.Label fontSize="13px" fontWeight="400" color="fg.muted">
            From wall
          </Field.Label>
          <NativeSelect.Root>
            <NativeSelect.Field h="44px" fontSize="17px" value={wall} onChange={(e) => setChosenWall(Number(e.target.value))}>
              {space.outline.map((_, i) => (
                <option key={i} value={i}>
                  {wallLetter(i)}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </Field.Root>
        {field('Off the wall', Math.max(0, place.off), (mm) => move({ off: mm }))}
        {field('Along it from its start', Math.max(0, place.along), (mm) => move({ along: mm }))}
        {field('Length along it', place.length, (mm) => least(mm, { length: mm }))}
        {field('Depth', place.depth, (mm) => least(mm, { depth: mm }))}
        {field(obstacle.gap === undefined ? 'Gap (the product’s)' : 'Gap', obstacle.gap ?? product.limits.gap, (mm) =>
          firstText(set({ gap: mm })),
        )}
      </div>
      <Button
        h="44px"
        variant="ghost"
        onClick={() => onChange({ ...job, obstacles: (job.obstacles ?? []).filter((o) => o.id !== obstacle.id) })}
      >
        <Trash2 size={16} /> Remove the {name.toLowerCase()}
      </Button>
    </fieldset>
  );
}
