/**
 * Butt joints. An end piece for which a whole plank would be opened may be made of two remainders that are left anyway, where the job allows a joint
 * between two saw cuts: the one keeps the factory end that the row needs, the other lies at the wall and needs none.
 */
import { grouped } from '../geometry';
import type { Cut } from './allocate';
import { SAME_LENGTH } from './joints';
import type { SearchContact, SearchRun } from './ties';

/** A remainder: where it lies on its plank, and which factory end it keeps. */
type Remainder = { readonly plank: number; readonly from: number; readonly to: number; readonly left: boolean; readonly right: boolean };

type Butting = {
  readonly runs: readonly SearchRun[];
  readonly contacts: readonly SearchContact[];
  readonly cuts: readonly Cut[];
  readonly mates: ArrayLike<number>;
  readonly kerf: number;
  /** how many butt joints may still be made beside a run */
  readonly allowed: (run: number) => number;
};

/** What is left of planks of one size once their pieces are cut, a kerf away from each. */
function remaindersOf(cuts: readonly Cut[], plank: number, kerf: number): Remainder[] {
  return [...grouped(cuts, (cut) => cut.plank)].flatMap(([n, own]) => {
    const taken = own.map(({ along, segment }) => [along, along + segment.to - segment.from] as const).sort((a, b) => a[0] - b[0]);
    const found: Remainder[] = [];
    let at = 0;
    for (const [from, to] of [...taken, [plank, plank] as const]) {
      const [a, b] = [at === 0 ? 0 : at + kerf, from === plank ? plank : from - kerf];
      if (b - a > SAME_LENGTH) found.push({ plank: n, from: a, to: b, left: a === 0, right: b === plank });
      at = Math.max(at, to);
    }
    return found;
  });
}

/** Where the joints of a run lie. */
const jointsIn = (cuts: readonly Cut[], run: number): number[] =>
  cuts.filter((c) => c.segment.run === run && c.segment.place > 0).map((c) => c.segment.from);

/** Whether a joint of a run keeps the stagger to those of its neighbours. */
function keepsStagger({ runs, contacts }: Butting, cuts: readonly Cut[], run: number, u: number): boolean {
  return contacts.every(({ before, after, from, to }) => {
    if ((before !== run && after !== run) || u < from || u > to) return true;
    const other = before === run ? after : before;
    const within = Math.max(runs[run]!.stagger, runs[other]!.stagger);
    return jointsIn(cuts, other).every((v) => v < from || v > to || Math.abs(v - u) >= within - SAME_LENGTH);
  });
}

/** The lengths of a first part to try: as much as may be of the one remainder, of the other, and halfway. */
const sharesOf = (least: number, most: number): number[] => (most < least - SAME_LENGTH ? [] : [most, least, (least + most) / 2]);

/** An end piece as two, or null where no two remainders make it. */
function parted(task: Butting, cuts: readonly Cut[], cut: Cut): [Cut, Cut] | null {
  const { runs, kerf } = task;
  const { run, kind, from, to, place } = cut.segment;
  const { plank, endPiece, size } = runs[run]!;
  const ofSize = cuts.filter((c) => runs[c.segment.run]!.size === size && c !== cut);
  const rests = remaindersOf(ofSize, plank, kerf);
  const closing = kind === 'closer';
  const length = to - from;
  for (const inner of rests.filter((r) => (closing ? r.left : r.right))) {
    for (const outer of rests) {
      if (outer.plank === inner.plank) continue;
      const most = Math.min(inner.to - inner.from, length - endPiece);
      for (const share of sharesOf(Math.max(endPiece, length - (outer.to - outer.from)), most)) {
        const joint = closing ? from + share : to - share;
        if (!keepsStagger(task, cuts, run, joint)) continue;
        const rest = length - share;
        const kept = { plank: inner.plank, along: closing ? 0 : plank - share };
        const other = { plank: outer.plank, along: outer.left ? outer.from : outer.to - rest };
        const first = { run, place, kind, from, to: joint };
        const second = { run, place: place + 1, kind, from: joint, to };
        return closing
          ? [
              { segment: first, ...kept, butt: 'right' },
              { segment: second, ...other, butt: 'left' },
            ]
          : [
              { segment: first, ...other, butt: 'right' },
              { segment: second, ...kept, butt: 'left' },
            ];
      }
    }
  }
  return null;
}

/** Cuts in which end pieces that had a plank to themselves are made of two remainders, as far as butt joints are allowed. */
export function butted(task: Butting): readonly Cut[] {
  const { runs, mates, allowed } = task;
  let cuts = task.cuts;
  const left = new Map<number, number>();
  const square = (i: number) => mates[i]! < 0 && !runs[i]!.slants?.left && !runs[i]!.slants?.right;
  for (const cut of task.cuts) {
    const { run, kind } = cut.segment;
    const floor = runs[run]!.floor ?? 0;
    const many = left.get(floor) ?? allowed(run);
    if (many === 0 || (kind !== 'closer' && kind !== 'starter') || !square(run)) continue;
    if (!cuts.includes(cut) || cuts.some((c) => c !== cut && c.plank === cut.plank)) continue;
    const two = parted(task, cuts, cut);
    if (!two) continue;
    left.set(floor, many - 1);
    const later = (c: Cut): Cut =>
      c.segment.run === run && c.segment.place > cut.segment.place ? { ...c, segment: { ...c.segment, place: c.segment.place + 1 } } : c;
    cuts = cuts.flatMap((c) => (c === cut ? two : [later(c)]));
  }
  return cuts;
}
