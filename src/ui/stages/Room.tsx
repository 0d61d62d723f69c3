'use client';
import { Field, Input } from '@chakra-ui/react';
import { signedArea } from '@/core/geometry';
import type { Job, Problem } from '@/core/job';
import { formatArea, formatLength } from '@/core/units';
import { LengthField } from '../parts/LengthField';
import { rectangleOf, resized, withSpace } from '../state/edit';

type Props = { job: Job; onChange: (next: Job) => readonly Problem[] };

/** The room from tape to drawing. */
export function RoomReading({ job, onChange }: Props) {
  const area = job.spaces.reduce((sum, s) => sum + Math.abs(signedArea(s.outline)), 0);
  const [number, ...unit] = formatArea(area, job.display).split(' ');
  return (
    <>
      <h1>Floor from wall to wall</h1>
      <div className="big">
        {number} <small>{unit.join(' ')}</small>
      </div>
      <p className="why">Measure each width in three places; take the least here, and see how far the others are off.</p>
      {job.spaces.map((space) => {
        const r = rectangleOf(space);
        return (
          <section key={space.id} style={{ marginTop: 20 }}>
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
            {r ? (
              <>
                <LengthField
                  large
                  label="Length (left to right)"
                  mm={r.length}
                  display={job.display}
                  onLength={(mm) => sizeProblem(mm, job) ?? first(onChange(resized(job, space.id, { ...r, length: mm })))}
                />
                <LengthField
                  large
                  label="Width (top to bottom)"
                  mm={r.width}
                  display={job.display}
                  onLength={(mm) => sizeProblem(mm, job) ?? first(onChange(resized(job, space.id, { ...r, width: mm })))}
                />
              </>
            ) : (
              <p className="why">
                {space.outline.length} walls, from the job file. {formatArea(Math.abs(signedArea(space.outline)), job.display)}.
              </p>
            )}
          </section>
        );
      })}
    </>
  );
}

const first = (problems: readonly Problem[]): string | undefined => problems[0]?.text;

/** A room must leave something between its gaps. */
function sizeProblem(mm: number, job: Job): string | undefined {
  const least = 2 * job.product.limits.gap + 50;
  return mm < least
    ? `Too small: with gaps of ${formatLength(job.product.limits.gap, job.display)} a room needs at least ${formatLength(least, job.display)}.`
    : undefined;
}
