import type { Segment } from '../allocate';
import { boxesOf, needOf, paired, sizeOf, smallest } from './pools';
import type { MixedCut, MixedSize, MixedTask, Row } from './task';

/** An end piece that is to be cut. */
type End = { readonly segment: Segment; readonly length: number };

/** Cuts the rows out of planks: every whole is a plank; ends are paired, and each pair takes a length of which boxes hold enough. */
export function cut({ runs, kerf, sizes: all }: MixedTask, rows: readonly Row[]): readonly MixedCut[] {
  const cuts: MixedCut[] = [];
  let opened = 0;
  for (const [key, list] of all) {
    const sizes = [...list].sort((a, b) => a.length - b.length);
    const starters: End[] = [];
    const closers: End[] = [];
    const wholes = sizes.map(() => 0);
    runs.forEach((run, i) => {
      if (run.size !== key) return;
      const { lengths, joints } = rows[i]!;
      lengths.forEach((length, place) => {
        const from = place === 0 ? run.u0 : joints[place - 1]!;
        const to = place === joints.length ? run.u1 : joints[place]!;
        const whole = sizeOf(sizes, length);
        if (whole >= 0) {
          wholes[whole]!++;
          cuts.push({ segment: { run: i, place, kind: 'whole', from, to }, plank: ++opened, along: 0, size: sizes[whole]!.index });
          return;
        }
        const kind = lengths.length === 1 ? 'single' : place === 0 ? 'starter' : 'closer';
        const right = kind === 'starter' || (kind === 'single' && starters.length < closers.length);
        (right ? starters : closers).push({ segment: { run: i, place, kind, from, to }, length: to - from });
      });
    });
    for (const { starter, closer, size } of sized(starters, closers, sizes, wholes, kerf)) {
      opened++;
      if (closer) cuts.push({ segment: closer.segment, plank: opened, along: 0, size: size.index });
      if (starter) cuts.push({ segment: starter.segment, plank: opened, along: size.length - starter.length, size: size.index });
    }
  }
  const order = [...cuts].sort((a, b) => a.segment.run - b.segment.run || a.segment.place - b.segment.place);
  const numbers = new Map<number, number>();
  for (const { plank } of order) if (!numbers.has(plank)) numbers.set(plank, numbers.size + 1);
  return order.map((one) => ({ ...one, plank: numbers.get(one.plank)! }));
}

/** Ends in pairs, each pair with the size of plank that it takes: the shortest that will do, a longer one where boxes hold no more of that. */
function sized(starters: End[], closers: End[], sizes: readonly MixedSize[], wholes: readonly number[], kerf: number) {
  for (const ends of [starters, closers]) ends.sort((a, b) => a.length - b.length || a.segment.run - b.segment.run);
  const lengths = (ends: readonly End[]) => ends.map((e) => e.length);
  const bins = paired(lengths(starters), lengths(closers), sizes, kerf).map(([s, c]) => ({
    starter: starters[s],
    closer: closers[c],
    need: needOf(starters[s]?.length, closers[c]?.length, kerf),
  }));
  const needs = sizes.map((_, k) => bins.filter((b) => smallest(sizes, b.need) === k).length);
  const boxes = Math.ceil(boxesOf(sizes, wholes, needs).boxes - 1e-9);
  const left = sizes.map((s, k) => Math.floor(boxes * s.inBox + 1e-9) - wholes[k]!);
  return [...bins]
    .sort((a, b) => b.need - a.need)
    .map(({ starter, closer, need }) => {
      const least = smallest(sizes, need);
      let k = least;
      while (k < sizes.length && left[k]! <= 0) k++;
      if (k === sizes.length) k = least;
      left[k]!--;
      return { starter, closer, size: sizes[k]! };
    });
}
