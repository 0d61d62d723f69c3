import { SAME_LENGTH } from '../joints';
import type { SearchRun } from '../ties';
import type { MixedSize, Row } from './task';

/**
 * A run of which nothing else is known: whole planks of the longest length, ends shared where the last would be too short; with a pin, whole
 * planks to both sides of it.
 */
export function plain(run: SearchRun, sizes: readonly MixedSize[], pin?: number): Row {
  const longest = sizes[sizes.length - 1]!.length;
  const whole = run.u1 - run.u0;
  const count = Math.max(0, Math.ceil(whole / longest) - 2);
  const ends = whole - count * longest;
  let starter = Math.min(longest, ends - Math.min(longest, Math.max(ends - longest, ends / 2)));
  if (pin !== undefined) starter = pin - run.u0 - Math.max(0, Math.ceil((pin - run.u0) / longest - 1 - SAME_LENGTH)) * longest;
  const joints: number[] = [];
  for (let u = run.u0 + starter; u < run.u1 - SAME_LENGTH; u += longest) joints.push(u);
  const ups = [run.u0, ...joints, run.u1];
  return { lengths: ups.slice(1).map((to, k) => to - ups[k]!), joints };
}

/** A joint within this (mm) of its pin is there. */
const AT_PIN = 0.6;
/** So many ways of putting whole planks together are tried. */
const WAYS = 400;

/** Lengths of whole planks that reach just so far, in an order left to chance; null where none do. */
function wholesOver(distance: number, sizes: readonly MixedSize[], random: () => number): number[] | null {
  const one = sizes.find((s) => Math.abs(s.length - distance) <= AT_PIN);
  if (one) return [one.length];
  let ways = 0;
  const reach = (left: number): number[] | null => {
    if (Math.abs(left) <= AT_PIN) return [];
    if (left < sizes[0]!.length - AT_PIN || ++ways > WAYS) return null;
    const from = Math.floor(random() * sizes.length);
    for (let k = 0; k < sizes.length; k++) {
      const { length } = sizes[(from + k) % sizes.length]!;
      const rest = reach(left - length);
      if (rest) return [length, ...rest];
    }
    return null;
  };
  return reach(distance);
}

/** The pins of a run that whole planks between them can keep, in order; one that cannot be kept with those before it gives way. */
export function within(run: SearchRun, pins: readonly number[], sizes: readonly MixedSize[]): readonly number[] {
  const kept: number[] = [];
  for (const pin of [...pins].sort((a, b) => a - b)) {
    const last = kept[kept.length - 1];
    if (pin <= run.u0 + AT_PIN || pin >= run.u1 - AT_PIN || (last !== undefined && pin - last <= AT_PIN)) continue;
    if (last === undefined || wholesOver(pin - last, sizes, () => 0)) kept.push(pin);
  }
  return kept;
}

/** The pieces up to a run's last pin, where one plank reaches from joint to joint just that; null where chance led nowhere, or the starter would be too short. */
export function toPins(run: SearchRun, pins: readonly number[], sizes: readonly MixedSize[], random: () => number): Row | null {
  const longest = sizes[sizes.length - 1]!.length;
  const wholes: number[] = [];
  let starter = pins[0]! - run.u0;
  while (starter > longest + SAME_LENGTH) {
    const { length } = sizes[Math.floor(random() * sizes.length)]!;
    if (starter - length < run.endPiece) return null;
    wholes.push(length);
    starter -= length;
  }
  if (starter < run.endPiece - SAME_LENGTH || run.u1 - pins[pins.length - 1]! < run.endPiece - SAME_LENGTH) return null;
  const lengths = [starter, ...wholes];
  for (let k = 1; k < pins.length; k++) {
    const between = wholesOver(pins[k]! - pins[k - 1]!, sizes, random);
    if (!between) return null;
    lengths.push(...between);
  }
  let u = run.u0;
  return { lengths, joints: lengths.map((length) => (u += length)) };
}
