'use client';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { Job, Space } from '@/core/given';
import { bowed, diagonalOf, flared, spreadOf, walkOf, wallLetter, widthAt, withDiagonal, type Reshaped } from '@/core/survey';
import { formatLength } from '@/core/units';
import { edit, firstText, withSpace } from '@/ui/desk';
import { Button, Choice, Fields, Heading2, LengthField, Mistake, SmallLength, Stops, Thing, WallOf, Why } from '@/ui/kit';
import styles from './room.module.css';

type Props = { job: Job; space: Space };

/** A measurement agrees with the drawing when it differs by no more than this, mm: what a tape can tell over a room. */
const AGREES = 3;

/** Measurements that check the drawing: the same width at several stations, and diagonals. */
export function Checks(props: Props) {
  return (
    <>
      <Widths {...props} />
      <Diagonals {...props} />
    </>
  );
}

function Widths({ job, space }: Props) {
  const { outline, widths = [] } = space;
  const [wall, setWall] = useState(widths[0]?.wall ?? 0);
  const [problem, setProblem] = useState<string>();
  const length = (mm: number) => formatLength(mm, job.display, { decimals: 1 });
  const wallLength = walkOf(outline)[wall]?.length ?? 0;
  const put = (change: Partial<Space>) =>
    firstText(edit('what was measured', (now) => withSpace(now, space.id, (s) => ({ ...s, ...change }))));
  const own = widths.map((w, i) => ({ ...w, i })).filter((w) => w.wall === wall);
  const beginThree = () => {
    const stations = [0.1, 0.5, 0.9].map((share) => Math.round(wallLength * share));
    put({ widths: [...widths, ...stations.map((along) => ({ wall, along, width: widthAt(outline, wall, along)?.width ?? 1000 }))] });
  };
  const set = (i: number, change: { along?: number; width?: number }) =>
    put({ widths: widths.map((w, k) => (k === i ? { ...w, ...change } : w)) });
  const spread = own.length > 0 ? spreadOf(own, wallLength) : null;
  const take = (made: Reshaped) => setProblem('problem' in made ? made.problem : put({ outline: made.outline }));
  const differs = own.some((w) => Math.abs((widthAt(outline, w.wall, w.along)?.width ?? 0) - w.width) > 0.5);
  return (
    <section>
      <Heading2>Widths</Heading2>
      <Why mt="0">Measure the same width at three places, square from one wall. What they differ by becomes a flare, not an average.</Why>
      <Stops>
        <WallOf label="Square from wall" count={space.outline.length} value={wall} onWall={setWall} />
        {own.length === 0 ? (
          <Button onClick={beginThree}>
            <Plus size={17} /> Three widths
          </Button>
        ) : (
          <Button
            onClick={() =>
              put({
                widths: [
                  ...widths,
                  { wall, along: Math.round(wallLength / 2), width: widthAt(outline, wall, wallLength / 2)?.width ?? 1000 },
                ],
              })
            }
          >
            <Plus size={17} /> One more
          </Button>
        )}
      </Stops>
      {own.length > 0 && (
        <table className={styles.walls}>
          <thead>
            <tr>
              <th>At</th>
              <th>Width</th>
              <th>Drawn</th>
              <th>
                <span className="unseen">Take away</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {own.map((w, n) => {
              const drawn = widthAt(outline, w.wall, w.along)?.width;
              return (
                <tr key={w.i}>
                  <td>
                    <LengthField
                      compact
                      label={`Width ${n + 1}: station along wall ${wallLetter(wall)}`}
                      mm={w.along}
                      display={job.display}
                      onLength={(along) => (along > wallLength ? 'Beyond the end of the wall.' : set(w.i, { along }))}
                    />
                  </td>
                  <td>
                    <LengthField
                      compact
                      label={`Width ${n + 1}, measured`}
                      mm={w.width}
                      display={job.display}
                      onLength={(width) => (width < 10 ? 'At least 10 mm.' : set(w.i, { width }))}
                    />
                  </td>
                  <td className={drawn !== undefined && Math.abs(drawn - w.width) > AGREES ? 'must figures' : 'figures'}>
                    {drawn === undefined ? 'no wall' : formatLength(drawn, job.display, { bare: true, decimals: 1 })}
                  </td>
                  <td>
                    <Button
                      size="xs"
                      variant="ghost"
                      aria-label={`Take away width ${n + 1}`}
                      onClick={() => put({ widths: widths.filter((_, k) => k !== w.i) })}
                    >
                      <Trash2 size={16} />
                    </Button>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {spread && own.length > 1 && (
        <>
          <Why>
            They differ by <b>{length(spread.spread)}</b>: the wall opposite {spread.flare < 0 ? 'closes in' : 'runs apart'} by{' '}
            <b>{length(Math.abs(spread.flare))}</b> over the length of wall {wallLetter(wall)}
            {spread.bow > AGREES && (
              <>
                {' '}
                and bows by <b>{length(spread.bow)}</b> (or one reading is off)
              </>
            )}
            .
          </Why>
          <Stops>
            <Button variant="solid" colorPalette="blue" disabled={!differs} onClick={() => take(flared(outline, wall, own))}>
              Draw the flare
            </Button>
            {spread.bow > AGREES && <Button onClick={() => take(bowed(outline, wall, own))}>Draw the bow too</Button>}
          </Stops>
        </>
      )}
      <Mistake text={problem} />
    </section>
  );
}

function Diagonals({ job, space }: Props) {
  const { outline, diagonals = [] } = space;
  const [problem, setProblem] = useState<string>();
  const length = (mm: number) => formatLength(mm, job.display, { decimals: 1 });
  const put = (change: Partial<Space>) =>
    firstText(edit('what was measured', (now) => withSpace(now, space.id, (s) => ({ ...s, ...change }))));
  const set = (i: number, change: Partial<(typeof diagonals)[number]>) =>
    put({ diagonals: diagonals.map((d, k) => (k === i ? { ...d, ...change } : d)) });
  const n = outline.length;
  const add = () => {
    const next = { from: 0, to: 2 % n };
    const second = diagonals.some((d) => d.from === 0 && d.to === 2) ? { from: 1, to: 3 % n } : next;
    put({ diagonals: [...diagonals, { ...second, length: Math.max(1, Math.round(diagonalOf(outline, second.from, second.to))) }] });
  };
  return (
    <section>
      <Heading2>Diagonals</Heading2>
      {diagonals.map((d, i) => {
        const known = d.from < n && d.to < n;
        const drawn = known ? diagonalOf(outline, d.from, d.to) : 0;
        const off = d.length - drawn;
        return (
          <Thing key={i} name={`Corner ${d.from + 1} to corner ${d.to + 1}`}>
            <Fields>
              <CornerOf label="From corner" count={n} value={d.from} onCorner={(from) => set(i, { from })} />
              <CornerOf label="To corner" count={n} value={d.to} onCorner={(to) => set(i, { to })} />
              <SmallLength
                name="Measured"
                label={`Diagonal ${i + 1}, measured`}
                mm={d.length}
                display={job.display}
                onLength={(mm) => (mm < 10 ? 'At least 10 mm.' : set(i, { length: mm }))}
              />
            </Fields>
            <Why tone={known && Math.abs(off) <= AGREES ? 'good' : undefined}>
              {!known && 'A corner of it is no longer there.'}
              {known && Math.abs(off) <= AGREES && `Agrees with the drawing (${length(drawn)}).`}
              {known && Math.abs(off) > AGREES && (
                <>
                  The drawing has {length(drawn)}: <b>{length(Math.abs(off))}</b> {off > 0 ? 'less' : 'more'}. A corner is not as drawn
                  {n === 4 ? '' : '; correct the angle of a corner between the two, or measure again'}.
                </>
              )}
            </Why>
            <Stops>
              {known && n === 4 && Math.abs(off) > AGREES && (
                <Button
                  onClick={() => {
                    const made = withDiagonal(outline, d.from, d.to, d.length);
                    setProblem('problem' in made ? made.problem : put({ outline: made.outline }));
                  }}
                >
                  Draw it so, the walls as long as they are
                </Button>
              )}
              <Button variant="ghost" onClick={() => put({ diagonals: diagonals.filter((_, k) => k !== i) })}>
                <Trash2 size={16} /> Take away
              </Button>
            </Stops>
          </Thing>
        );
      })}
      <Mistake text={problem} />
      <Button onClick={add} disabled={n < 4}>
        <Plus size={17} /> A diagonal
      </Button>
    </section>
  );
}

const CornerOf = ({
  label,
  count,
  value,
  onCorner,
}: {
  label: string;
  count: number;
  value: number;
  onCorner: (corner: number) => void;
}) => (
  <Choice
    label={label}
    value={`${value}`}
    options={Array.from({ length: count }, (_, i) => [`${i}`, `${i + 1}`] as const)}
    onChoice={(corner) => onCorner(Number(corner))}
  />
);
