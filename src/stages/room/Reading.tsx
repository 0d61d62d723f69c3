'use client';
import { Field, Input } from '@chakra-ui/react';
import { Footprints } from 'lucide-react';
import { useState } from 'react';
import { roomsArea } from '@/core/floors';
import type { Job, Space } from '@/core/given';
import { formatArea, formatLength } from '@/core/units';
import { freeTag, tagProblem } from '@/core/survey';
import { edit, firstText, rectangleOf, resized, useJob, useSpace, withSpace } from '@/ui/desk';
import { BigNumber, Button, Folds, LengthField, ReadingTitle, Stops, TextField, Why } from '@/ui/kit';
import { Checks } from './Checks';
import { LaserBar } from './LaserBar';
import { Obstacles, obstaclesIn } from './Obstacles';
import { Doorways, Rooms } from './Rooms';
import { Walk } from './Walk';
import { Walls } from './Walls';

/** The room from tape to drawing: a rectangle by two lengths, any outline wall by wall, and what stands in it. */
export function Reading() {
  const job = useJob();
  const space = useSpace();
  // while one walks, the walk stands first and nothing else is in the way
  return space.walk ? <Walking job={job} space={space} walk={space.walk} /> : <Surveyed job={job} space={space} />;
}

function Walking({ job, space, walk }: { job: Job; space: Space; walk: NonNullable<Space['walk']> }) {
  return (
    <>
      <ReadingTitle>Walking round {space.name || 'the room'}</ReadingTitle>
      <Walk job={job} space={space} walk={walk} />
      <LaserBar display={job.display} />
      <Folds
        of="walking"
        open={[]}
        parts={[{ name: 'rooms', title: 'Rooms', says: named(job), content: <Rooms job={job} space={space} /> }]}
      />
    </>
  );
}

const named = (job: Job): string => (job.spaces.length === 1 ? 'one room' : `${job.spaces.length} rooms`);
const counted = (n: number, one: string, many: string): string => (n === 0 ? 'none' : n === 1 ? `one ${one}` : `${n} ${many}`);

function Surveyed({ job, space }: { job: Job; space: Space }) {
  const area = roomsArea(job);
  const [number, ...unit] = formatArea(area, job.display).split(' ');
  const doorways = (job.openings ?? []).filter((o) => o.between.includes(space.id)).length;
  const checks = (space.widths?.length ?? 0) + (space.diagonals?.length ?? 0);
  return (
    <>
      <ReadingTitle>Floor from wall to wall</ReadingTitle>
      <BigNumber value={number!} unit={unit.join(' ')} />
      <Why>Measure each width in three places; walls bow and flare. Drag a corner on the drawing, or write what the tape says.</Why>
      <LaserBar display={job.display} />
      <Rooms job={job} space={space} />
      <Folds
        of="room"
        open={['size']}
        parts={[
          { name: 'size', title: 'Name and walls', says: space.name, content: <Size key={space.id} job={job} space={space} /> },
          {
            name: 'checks',
            title: 'Widths and diagonals',
            says: checks === 0 ? 'not measured' : `${checks} measured`,
            content: <Checks key={space.id} job={job} space={space} />,
          },
          {
            name: 'doorways',
            title: 'Doorways',
            says: counted(doorways, 'doorway', 'doorways'),
            content: <Doorways job={job} space={space} />,
          },
          {
            name: 'things',
            title: 'Standing in the room',
            says: counted(obstaclesIn(job, space).length, 'thing', 'things'),
            content: <Obstacles key={space.id} job={job} space={space} />,
          },
        ]}
      />
    </>
  );
}

const tagsBeside = ({ spaces }: Job, { id }: Space) => spaces.filter((s) => s.id !== id).map((s) => s.tag);

/** A room under another name; a tag that was made of the old name is made of the new one. */
function renamed(job: Job, space: Space, name: string): Space {
  const others = tagsBeside(job, space);
  return { ...space, name, ...(space.tag === freeTag(space.name, others) ? { tag: freeTag(name, others) } : {}) };
}

/** Sets or removes a room's tag; gives back what is wrong with it. */
function setTag(job: Job, space: Space, typed: string): string | undefined {
  const tag = typed.toUpperCase();
  const wrong = tag === '' ? null : tagProblem(tag, tagsBeside(job, space));
  if (wrong) return wrong;
  return firstText(edit('tag of the room', (now) => withSpace(now, space.id, (s) => ({ ...s, tag: tag === '' ? undefined : tag }))));
}

function Size({ job, space }: { job: Job; space: Space }) {
  const r = rectangleOf(space);
  const [walls, setWalls] = useState(false);
  const size = (mm: number, change: Partial<NonNullable<typeof r>>) =>
    sizeProblem(mm, job) ?? firstText(edit('size of the room', (now) => (r ? resized(now, space.id, { ...r, ...change }) : now)));
  return (
    <>
      <Field.Root mb="3">
        <Field.Label fontSize="14px">Name of the room</Field.Label>
        <Input
          value={space.name}
          maxLength={200}
          onChange={(e) => edit('name of the room', (now) => withSpace(now, space.id, (s) => renamed(now, s, e.target.value)))}
        />
      </Field.Root>
      <TextField
        key={space.id}
        label="Tag on labels"
        value={space.tag ?? ''}
        hint="Three or four letters. Offcuts for this room are labelled with it; without one, with its name."
        onText={(tag) => setTag(job, space, tag)}
      />
      {r && (
        <>
          <LengthField
            large
            label="Length (left to right)"
            mm={r.length}
            display={job.display}
            onLength={(mm) => size(mm, { length: mm })}
          />
          <LengthField large label="Width (top to bottom)" mm={r.width} display={job.display} onLength={(mm) => size(mm, { width: mm })} />
        </>
      )}
      {(!r || walls) && <Walls job={job} space={space} />}
      <Stops>
        {r && (
          <Button aria-expanded={walls} onClick={() => setWalls(!walls)}>
            Walls and corners
          </Button>
        )}
        <Button onClick={() => edit('a walk begun', (now) => withSpace(now, space.id, (s) => ({ ...s, walk: [] })))}>
          <Footprints size={17} /> Walk the walls
        </Button>
      </Stops>
    </>
  );
}

/** A room must leave something between its gaps. */
function sizeProblem(mm: number, job: Job): string | undefined {
  const least = 2 * job.product.limits.gap + 50;
  return mm < least
    ? `Too small: with gaps of ${formatLength(job.product.limits.gap, job.display)} a room needs at least ${formatLength(least, job.display)}.`
    : undefined;
}
