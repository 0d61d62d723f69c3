/** Faults that no row shows, but a tape or a meter: gaps, what holds the floor, feet, what lies beneath, how a doorway is met. */
import { boxOf, type Point, type Ring } from '../geometry';
import { PRESET_MATERIALS, type Base, type Job, type Obstacle, type Space } from '../given';
import type { Display } from '../units';
import type { Chance } from './chance';
import { laidAs, said, type Laid } from './floor';
import { boxAt, roomOf, roomsInLine } from './rooms';

export const AROUND = ['jamb', 'no-gap', 'pinned', 'end-cap', 'second-pad', 'film'] as const;
export type Around = (typeof AROUND)[number];

/** Taps this near (mm) to a wall, or round a thing, have found it. */
const AT_WALL = 380;

const grown = (ring: Ring, by: number): Ring => {
  const { minX, maxX, minY, maxY } = boxOf(ring);
  return boxAt([minX - by, minY - by], maxX - minX + 2 * by, maxY - minY + 2 * by);
};

/** A floor with one such fault, and where a tap finds it. */
type Made = { readonly laid: Laid; readonly reach: readonly Ring[] };

/** Makes a floor with the fault; null where this draw has none, or something besides. */
type Maker = (drawn: Drawn) => Made | null;
/** Chance, and the units in which a floor is written. */
export type Drawn = { readonly chance: Chance; readonly display: Display };

/** A wall that stands nearer than the rows were cut for: its gap is all but gone. */
const noGap: Maker = ({ chance, display }) => {
  const job = roomOf(chance, display);
  const [space] = job.spaces as [Space];
  const { maxX, maxY } = boxOf(space.outline);
  const nearer = job.product.limits.gap - chance.below(3);
  const wall = chance.below(4);
  const moved = ([x, y]: Point): [number, number] => {
    if (wall === 0 && y === 0) return [x, nearer];
    if (wall === 1 && x === maxX) return [maxX - nearer, y];
    if (wall === 2 && y === maxY) return [x, maxY - nearer];
    return wall === 3 && x === 0 ? [nearer, y] : [x, y];
  };
  const outline = space.outline.map(moved);
  const laid = laidAs(job, { ...job, spaces: [{ ...space, outline }] });
  const [a, b] = [outline[wall]!, outline[(wall + 1) % 4]!];
  return laid && { laid, reach: [grown([a, b], AT_WALL)] };
};

/** Posts and pipes in a room, one of them with the planks right up to it. */
const pinned: Maker = ({ chance, display }) => {
  const job = roomOf(chance, display);
  const { maxX, maxY } = boxOf(job.spaces[0]!.outline);
  const things = [0.2, 0.5, 0.8].map((part, i): Obstacle => {
    const at: Point = [maxX * (part + 0.1 * (chance.next() - 0.5)), maxY * (0.25 + 0.5 * chance.next())];
    const size = chance.pick([60, 90, 120]);
    return { id: `${i + 1}`, kind: size < 70 ? 'pipe' : 'post', outline: boxAt(at, size, size) };
  });
  const tight = chance.below(things.length);
  const laid = laidAs(
    { ...job, obstacles: things.map((o, i) => (i === tight ? { ...o, gap: chance.below(3) } : o)) },
    { ...job, obstacles: things },
  );
  return laid && { laid, reach: [grown(things[tight]!.outline, AT_WALL)] };
};

/** Two hearths with end caps; before one of them only the gap was kept, and no room for the foot. */
const endCap: Maker = ({ chance, display }) => {
  const job = roomOf(chance, display);
  const { maxX, maxY } = boxOf(job.spaces[0]!.outline);
  const deep = 300 + 10 * chance.below(20);
  const [one, other] = [700 + 10 * chance.below(40), 700 + 10 * chance.below(40)];
  const hearths = [
    boxAt([maxX * 0.2, 0], one, deep),
    boxAt([maxX * 0.5, maxY - deep], other, deep),
  ].map((outline, i): Obstacle => ({ id: `${i + 1}`, kind: 'hearth', outline, edge: { kit: 'low-sill', foot: chance.pick([8, 10, 12]) } })); // prettier-ignore
  const wrong = chance.below(2);
  const laid = laidAs(
    { ...job, obstacles: hearths.map((o, i): Obstacle => (i === wrong ? { id: o.id, kind: o.kind, outline: o.outline } : o)) },
    { ...job, obstacles: hearths },
  );
  return laid && { laid, reach: [grown(hearths[wrong]!.outline, AT_WALL / 2)] };
};

const numbered = (sizes: readonly number[]) => sizes.map((size, i) => ({ id: `room-${i + 1}`, name: `Room ${i + 1}`, size }));

/** Three rooms across the planks: at one doorway a row's edge ends well inside the wall, at the other a finger's width from its face. */
const jamb: Maker = ({ chance, display }) => {
  const job = roomOf(chance, display);
  const { width } = job.product.planks[0]!;
  const wall = 100;
  const rows = 4 + chance.below(4);
  const [before, after] = [width * (3 + chance.below(3)) + 110, width * (3 + chance.below(3)) + 90];
  // the row's edge as it lies to the first face of either wall, of which the second is wrong or the first
  const off: [number, number] = [50, chance.next() < 0.5 ? -2 - chance.below(5) : 3 + chance.below(12)];
  if (chance.next() < 0.5) off.reverse();
  const between = rows * width + off[0] - off[1] - wall;
  const breadth = 2600 + 10 * chance.below(120);
  const all = roomsInLine(job, {
    rooms: numbered([before, between, after]),
    breadth,
    walls: wall,
    door: { at: 400 + 10 * chance.below(100), wide: 800 },
    along: false,
  });
  const asked: Job = { ...all, layout: { ...all.layout, setOut: { mode: 'row-edge-at', at: [0, before + off[0]] } } };
  const laid = laidAs(asked);
  return laid && { laid, reach: [] };
};

/** Three rooms of one floor with their bases, and what lies beneath each. */
function beneathRooms({ chance, display }: Drawn, change: (job: Job, wrong: string) => Job): Made | null {
  const job = roomOf(chance, display);
  const sizes = [0, 1, 2].map(() => 1500 + 10 * chance.below(60));
  const rooms = roomsInLine(job, {
    rooms: numbered(sizes),
    breadth: 2600 + 10 * chance.below(60),
    walls: 100,
    door: { at: 900, wide: 800 },
    along: true,
  });
  const wrong = chance.pick(rooms.spaces);
  const laid = laidAs(change({ ...rooms, beneath: { materials: [...PRESET_MATERIALS], choices: [] } }, wrong.id));
  return laid && { laid, reach: [wrong.outline] };
}

const baseOf = (chance: Chance, { id, outline }: Space, substrate: 'concrete' | 'boards'): Base => {
  const { minX, minY } = boxOf(outline);
  const value = substrate === 'concrete' ? 1 + chance.below(10) / 10 : 7 + chance.below(4);
  return { space: id, substrate, moisture: [{ at: [minX + 500, minY + 500], on: '2026-11-16', method: substrate === 'concrete' ? 'mass' : 'wood', value }] }; // prettier-ignore
};

/** Planks with a pad of their own, and somebody put another beneath them in one room. */
const secondPad: Maker = (drawn) =>
  beneathRooms(drawn, (job, wrong) => ({
    ...job,
    product: { ...job.product, attachedPad: 1.5 },
    bases: job.spaces.map((s) => baseOf(drawn.chance, s, drawn.chance.pick(['concrete', 'boards']))),
    beneath: { ...job.beneath, choices: [{ space: wrong, pad: drawn.chance.pick(['foam', 'boards']) }] },
  }));

/** A room on concrete without a film, since it read dry; beside it a dry wooden base that needs none. */
const film: Maker = (drawn) =>
  beneathRooms(drawn, (job, wrong) => ({
    ...job,
    bases: job.spaces.map((s) => baseOf(drawn.chance, s, s.id === wrong ? 'concrete' : drawn.chance.pick(['concrete', 'boards']))),
    beneath: { ...job.beneath, choices: [{ space: wrong, film: null }] },
  }));

const MAKERS: Readonly<Record<Around, Maker>> = { jamb, 'no-gap': noGap, pinned, 'end-cap': endCap, 'second-pad': secondPad, film };

/** A floor with this fault, of which just that is said. */
export function madeAround(fault: Around, rule: string, drawn: Drawn): (Made & { readonly findings: ReturnType<typeof said> }) | null {
  const made = MAKERS[fault](drawn);
  if (!made) return null;
  const findings = said(made.laid);
  return findings.length === 1 && findings[0]!.rule === rule ? { ...made, findings } : null;
}
