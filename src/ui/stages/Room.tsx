'use client';
import { Button, Field, Input } from '@chakra-ui/react';
import { Footprints } from 'lucide-react';
import { memo, useState } from 'react';
import { signedArea } from '@/core/geometry';
import type { Job, Problem, Space } from '@/core/given';
import { formatArea, formatLength } from '@/core/units';
import { LaserBar } from '../parts/LaserBar';
import { LengthField } from '../parts/LengthField';
import { firstText, rectangleOf, resized, withSpace } from '../state/edit';
import { Obstacles } from './Obstacles';
import { Doorways, Rooms } from './Rooms';
import { Checks } from './Checks';
import { Walk } from './Walk';
import { Walls } from './Walls';

type Change = (next: Job) => readonly Problem[];
type Props = {
  job: Job;
  /** the room at hand */
  space: Space;
  onSpace: (id: string) => void;
  onChange: Change;
  /** the length that is being typed for the next wall of a walk, mm */ onTyped: (mm: number) => void;
};

/** The room from tape to drawing: a rectangle by two lengths, any outline wall by wall, and what stands in it. */
export const RoomReading = memo(function RoomReading({ job, space, onSpace, onChange, onTyped }: Props) {
  const area = job.spaces.reduce((sum, s) => sum + Math.abs(signedArea(s.outline)), 0);
  const [number, ...unit] = formatArea(area, job.display).split(' ');
  return (
    <>
      <h1>Floor from wall to wall</h1>
      <div className="big">
        {number} <small>{unit.join(' ')}</small>
      </div>
      <p className="why">
        Measure each width in three places; walls bow and flare. Drag a corner on the drawing, or write what the tape says.
      </p>
      <LaserBar display={job.display} />
      <Rooms job={job} space={space} onSpace={onSpace} onChange={onChange} />
      <SpaceReading key={space.id} job={job} space={space} onChange={onChange} onTyped={onTyped} />
      {!space.walk && <Checks key={`checks ${space.id}`} job={job} space={space} onChange={onChange} />}
      {!space.walk && <Doorways job={job} space={space} onChange={onChange} />}
      {!space.walk && <Obstacles key={`things ${space.id}`} job={job} space={space} onChange={onChange} />}
    </>
  );
});

function SpaceReading({ job, space, onChange, onTyped }: Omit<Props, 'onSpace'>) {
  const r = rectangleOf(space);
  const [walls, setWalls] = useState(false);
  return (
    <section style={{ marginTop: 20 }}>
      <Field.Root mb="3">
        <Field.Label fontSize="14px">Name of the room</Field.Label>
        <Input
          h="44px"
          fontSize="17px"
          value={space.name}
          maxLength={200}
          onChange={(e) => onChange(withSpace(job, space.id, (s) => ({ ...s, name: e.target.value })))}
        />
      </Field.Root>
      {space.walk ? (
        <Walk job={job} space={space} walk={space.walk} onChange={onChange} onTyped={onTyped} />
      ) : (
        <>
          {r && (
            <>
              <LengthField
                large
                label="Length (left to right)"
                mm={r.length}
                display={job.display}
                onLength={(mm) => sizeProblem(mm, job) ?? firstText(onChange(resized(job, space.id, { ...r, length: mm })))}
              />
              <LengthField
                large
                label="Width (top to bottom)"
                mm={r.width}
                display={job.display}
                onLength={(mm) => sizeProblem(mm, job) ?? firstText(onChange(resized(job, space.id, { ...r, width: mm })))}
              />
            </>
          )}
          {(!r || walls) && <Walls job={job} space={space} onChange={onChange} />}
          <div className="stops">
            {r && (
              <Button h="44px" variant="outline" aria-expanded={walls} onClick={() => setWalls(!walls)}>
                Walls and corners
              </Button>
            )}
            <Button h="44px" variant="outline" onClick={() => onChange(withSpace(job, space.id, (s) => ({ ...s, walk: [] })))}>
              <Footprints size={17} /> Walk the walls
            </Button>
          </div>
        </>
      )}
    </section>
  );
}

/** A room must leave something between its gaps. */
function sizeProblem(mm: number, job: Job): string | undefined {
  const least = 2 * job.product.limits.gap + 50;
  return mm < least
    ? `Too small: with gaps of ${formatLength(job.product.limits.gap, job.display)} a room needs at least ${formatLength(least, job.display)}.`
    : undefined;
}
