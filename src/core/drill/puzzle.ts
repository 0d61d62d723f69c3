/** Set-out puzzles: a floor with a line to move, and what is asked of the strips. */
import { floorsOf, type Floor } from '../floors';
import type { Job } from '../given';
import { groundOf, placed, wrappedEdge, type SetOut, type SetOutGround } from '../setout';
import { formatLength, type Display } from '../units';
import type { Chance } from './chance';
import { roomOf, roomsInLine } from './rooms';

export const PUZZLES = ['strips-with-one-move', 'centred-corridor'] as const;
export type PuzzleKind = (typeof PUZZLES)[number];

/** What is asked: a least strip at every wall; of a corridor also that both its strips are alike, and no doorway wrapped. */
export type Puzzle = {
  readonly kind: PuzzleKind;
  readonly job: Job;
  readonly floor: Floor;
  /** where the rows begin before anything is moved, across them */
  readonly origin: number;
  /** where they begin in a place that is right; one of several, perhaps */
  readonly answer: number;
  readonly least: number;
  readonly asked: string;
  readonly why: string;
};

/** How a place of the line stands: the set-out there, and everything asked that is not so. */
export type Standing = { readonly setOut: SetOut; readonly wrong: readonly string[] };

const CORRIDOR = 'corridor';
/** Strips of a corridor this near to each other (mm) are alike. */
const ALIKE = 3;
/** Draws that are tried for a puzzle, and places of the line for each, mm apart. */
const DRAWN = 200;
const STEP = 1;
/** A puzzle is no puzzle where this share of all places is right. */
const TOO_EASY = 0.35;

/**
 * How the line stands at a place.
 *
 * @param ground of the puzzle's floor
 */
export function standingOf({ kind, job, least }: Puzzle, ground: SetOutGround, origin: number): Standing {
  const length = (mm: number) => formatLength(mm, job.display, { decimals: 1 });
  const setOut = placed(ground, 'row-edge-at', origin);
  const narrow = setOut.strips.filter((s) => s.least < least - 0.01);
  const wrong = narrow.map((s) => `A strip is only ${length(s.least)}, wanted ${length(least)}.`);
  if (kind === 'centred-corridor') {
    const [one, other] = setOut.strips.filter((s) => s.wall.bound.kind === 'wall' && s.wall.bound.space === CORRIDOR).map((s) => s.least);
    if (one !== undefined && other !== undefined && Math.abs(one - other) > ALIKE)
      wrong.push(`The corridor’s strips are ${length(one)} and ${length(other)}.`);
    const edges = setOut.rows.flatMap((r) => [r.from, r.to]);
    if (ground.doorways.some((d) => wrappedEdge(d, edges) !== null)) wrong.push('One plank wraps both jambs of the doorway.');
  }
  return { setOut, wrong: [...new Set(wrong)] };
}

/** Every place of the line that is right, of those a step apart on the circle. */
export function rightPlaces(puzzle: Puzzle, ground: SetOutGround): readonly number[] {
  const period = ground.widths.reduce((sum, w) => sum + w, 0);
  const places = Array.from({ length: Math.ceil(period / STEP) }, (_, k) => ground.reach[0] + k * STEP);
  return places.filter((at) => standingOf(puzzle, ground, at).wrong.length === 0);
}

/** A puzzle of a kind; the same for a chance. */
export function puzzleFor(kind: PuzzleKind, chance: Chance, display: Display): Puzzle {
  for (let k = 0; k < DRAWN; k++) {
    const made = kind === 'centred-corridor' ? corridor(chance, display) : steppedRoom(chance, display);
    const floors = floorsOf(made.job);
    if (!floors.ok || floors.value.length !== 1) continue;
    const floor = floors.value[0]!;
    const ground = groundOf(floor);
    const puzzle: Puzzle = { kind, ...made, floor, origin: ground.reach[0], answer: 0 };
    const right = rightPlaces(puzzle, ground);
    const period = ground.widths.reduce((sum, w) => sum + w, 0);
    if (right.length === 0 || right.length * STEP > TOO_EASY * period) continue;
    if (standingOf(puzzle, ground, puzzle.origin).wrong.length > 0) return { ...puzzle, answer: right[right.length >> 1]! };
  }
  throw new Error(`no puzzle of ${kind}`);
}

type Drawn = Pick<Puzzle, 'job' | 'least' | 'asked' | 'why'>;

/** A room with two steps in its far wall: walls that do not all get enough from a whole first row. */
function steppedRoom(chance: Chance, display: Display): Drawn {
  const job = roomOf(chance, display);
  const long = 3600 + 10 * chance.below(120);
  const [low, middle, high] = [0, 1, 2].map((k) => 2000 + 300 * k + 10 * chance.below(28)) as [number, number, number];
  const [one, two] = [long * 0.35, long * 0.7].map((u) => Math.round(u / 10) * 10) as [number, number];
  const outline: [number, number][] = [[0, 0], [long, 0], [long, low], [two, low], [two, middle], [one, middle], [one, high], [0, high]]; // prettier-ignore
  const least = 60;
  return {
    job: { ...job, spaces: [{ ...job.spaces[0]!, outline }] },
    least,
    asked: `Somebody began with a whole plank at one wall. Move the line so that every strip is at least ${formatLength(least, display)} wide.`,
    why: 'All strips move together. What one wall loses the wall across gains, and beyond a whole plank each begins again: there is nearly always a place that leaves no sliver anywhere.',
  };
}

/** A corridor with a room beside it: centred there are two places of the line, half a plank apart, and the doorway decides. */
function corridor(chance: Chance, display: Display): Drawn {
  const job = roomOf(chance, display);
  const long = 3600 + 10 * chance.below(120);
  const [wide, deep] = [900 + 10 * chance.below(40), 1600 + 10 * chance.below(80)];
  const at = 600 + 10 * chance.below(150);
  const rooms = [{ id: CORRIDOR, name: 'Corridor', size: wide }, { id: 'room', name: 'Room', size: deep }]; // prettier-ignore
  const least = job.product.limits.rip;
  return {
    job: roomsInLine(job, { rooms, breadth: long, walls: 100, door: { at, wide: 850 }, along: false }),
    least,
    asked: `Centre the corridor, so that both its strips are alike, and save the doorway: a row’s edge well inside the wall or far from it. No strip under ${formatLength(least, display)}.`,
    why: 'Centred, either a row’s edge or the middle of a plank lies on the corridor’s middle. Where one of the two is bad, move the line by half a plank: both strips stay alike.',
  };
}
