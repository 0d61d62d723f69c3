'use client';
import { Shapes } from 'lucide-react';
import { useState } from 'react';
import type { Job, Space } from '@/core/given';
import {
  cornerAngle,
  walkOf,
  wallLetter,
  withAngle,
  withBay,
  withCurve,
  withNewCorner,
  withWallLength,
  type Reshaped,
} from '@/core/survey';
import { edit, firstText, withSpace } from '@/ui/desk';
import { Button, Fields, LengthField, Mistake, NumberField, SmallLength, Stops, Thing, Tick } from '@/ui/kit';
import styles from './room.module.css';

/** Every wall's length and the corner after it; a parallel wall follows a length where there is one. A wall may get a bay or a curve. */
export function Walls({ job, space }: { job: Job; space: Space }) {
  const [shaping, setShaping] = useState<number | null>(null);
  const put = (outline: [number, number][]) => firstText(edit('walls', (now) => withSpace(now, space.id, (s) => ({ ...s, outline }))));
  const reshape = (made: Reshaped) => ('problem' in made ? made.problem : put(made.outline));
  return (
    <table className={styles.walls}>
      <thead>
        <tr>
          <th>Wall</th>
          <th>Length</th>
          <th>Corner after it, °</th>
          <th>
            <span className="unseen">Shape</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {walkOf(space.outline).map((wall, i) => (
          <WallRow key={i}>
            <tr>
              <th scope="row">{wallLetter(i)}</th>
              <td>
                <LengthField
                  compact
                  label={`Length of wall ${wallLetter(i)}`}
                  mm={Math.round(wall.length * 1000) / 1000}
                  display={job.display}
                  onLength={(mm) =>
                    mm < 10
                      ? 'A wall is at least 10 mm long; leave out a corner instead.'
                      : put(withWallLength(space.outline, i, mm).outline)
                  }
                />
              </td>
              <td>
                <NumberField
                  compact
                  label={`Angle of the corner after wall ${wallLetter(i)}, degrees inside the room`}
                  value={cornerAngle(space.outline, (i + 1) % space.outline.length)}
                  wanted="An angle in degrees, such as 135."
                  onNumber={(degrees) => reshape(withAngle(space.outline, (i + 1) % space.outline.length, degrees))}
                />
              </td>
              <td>
                <Button
                  size="xs"
                  variant="ghost"
                  aria-label={`Bay, curve or corner in wall ${wallLetter(i)}`}
                  aria-expanded={shaping === i}
                  onClick={() => setShaping(shaping === i ? null : i)}
                >
                  <Shapes size={18} />
                </Button>
              </td>
            </tr>
            {shaping === i && (
              <tr>
                <td colSpan={4}>
                  <WallShape
                    job={job}
                    wall={i}
                    length={wall.length}
                    onCorner={() => put(withNewCorner(space.outline, i))}
                    onBay={(bay) => reshape(withBay(space.outline, i, bay))}
                    onCurve={(rise) => reshape(withCurve(space.outline, i, rise))}
                    onDone={() => setShaping(null)}
                  />
                </td>
              </tr>
            )}
          </WallRow>
        ))}
      </tbody>
    </table>
  );
}

const WallRow = ({ children }: { children: React.ReactNode }) => <>{children}</>;

type ShapeProps = {
  job: Job;
  wall: number;
  length: number;
  onCorner: () => string | undefined;
  onBay: (bay: { along: number; width: number; depth: number; splay: number }) => string | undefined;
  onCurve: (rise: number) => string | undefined;
  onDone: () => void;
};

function WallShape({ job, wall, length, onCorner, onBay, onCurve, onDone }: ShapeProps) {
  const third = Math.round(length / 3);
  const [bay, setBay] = useState({ along: third, width: third, depth: 600, splay: 300 });
  const [rise, setRise] = useState(200);
  const [inward, setInward] = useState(false);
  const [problem, setProblem] = useState<string>();
  const done = (wrong: string | undefined) => {
    setProblem(wrong);
    if (wrong === undefined) onDone();
  };
  const field = (label: string, mm: number, set: (mm: number) => void) => (
    <SmallLength
      name={label}
      label={`Wall ${wallLetter(wall)}: ${label}`}
      mm={mm}
      display={job.display}
      onLength={(value) => void set(value)}
    />
  );
  return (
    <Thing name={`Wall ${wallLetter(wall)}`}>
      <Fields>
        {field('Bay begins', bay.along, (along) => setBay({ ...bay, along }))}
        {field('Bay is wide', bay.width, (width) => setBay({ ...bay, width }))}
        {field('Bay is deep', bay.depth, (depth) => setBay({ ...bay, depth }))}
        {field('Sides splay by', bay.splay, (splay) => setBay({ ...bay, splay }))}
      </Fields>
      <Button my="2" onClick={() => done(onBay(bay))}>
        Build the bay
      </Button>
      <Fields>
        {field('Curve rises', rise, setRise)}
        <Tick checked={inward} onTick={setInward}>
          into the room
        </Tick>
      </Fields>
      <Stops>
        <Button onClick={() => done(onCurve(inward ? -rise : rise))}>Curve the wall</Button>
        <Button onClick={() => done(onCorner())}>New corner in its middle</Button>
      </Stops>
      <Mistake text={problem} />
    </Thing>
  );
}
