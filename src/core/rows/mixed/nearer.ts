import type { Segment } from '../allocate';
import { SAME_LENGTH } from '../joints';
import { randomFrom } from '../random';
import { waitsOf } from '../waits';
import type { MixedSize, MixedTask } from './task';

/** An end piece that is to be cut. */
export type End = { readonly segment: Segment; readonly length: number };
/** A plank of a size with what is cut from it. */
export type Bin = { readonly starter?: End; readonly closer?: End; readonly size: MixedSize };

const STEPS_A_PLANK = 300;
const MOST_STEPS = 60_000;
const HOT = 6;
const COLD = 0.15;

/**
 * Of all ways to cut the same pieces from the same planks one that leaves remainders waiting for few rows, and few of them at once: planks exchange
 * their closers wherever both have the length for it.
 */
export function nearer({ runs, kerf, seed, rack }: MixedTask, bins: readonly Bin[]): readonly Bin[] {
  const now = bins.map(({ starter, closer, size }) => ({ starter, closer, size }));
  const random = randomFrom(seed ^ 0x2d1f);
  const { wait, load } = waitsOf((run) => runs[run]!.row, runs.length, rack);
  /** What a plank costs, put in or taken out. */
  const cost = ({ starter, closer }: Bin, by: 1 | -1): number => {
    if (!starter || !closer) return 0;
    const [s, c] = [starter.segment.run, closer.segment.run];
    return load(s, c, by) + by * wait(s, c);
  };
  const fits = (starter: End | undefined, closer: End | undefined, { length }: MixedSize): boolean =>
    (starter?.length ?? 0) + (closer?.length ?? 0) + (starter && closer ? kerf : 0) <= length + SAME_LENGTH;
  for (const bin of now) cost(bin, 1);
  const steps = now.length < 2 ? 0 : Math.min(MOST_STEPS, STEPS_A_PLANK * now.length);
  for (let k = 0; k < steps; k++) {
    const [p, q] = [now[Math.floor(random() * now.length)]!, now[Math.floor(random() * now.length)]!];
    // an exchange must leave no plank without a piece
    if (p === q || (!p.starter && !q.closer) || (!q.starter && !p.closer)) continue;
    if (!fits(p.starter, q.closer, p.size) || !fits(q.starter, p.closer, q.size)) continue;
    const exchange = () => ([p.closer, q.closer] = [q.closer, p.closer]);
    const before = cost(p, -1) + cost(q, -1);
    exchange();
    const rise = before + cost(p, 1) + cost(q, 1);
    if (rise <= 0 || random() < Math.exp(-rise / (HOT * (COLD / HOT) ** (k / steps)))) continue;
    cost(p, -1);
    cost(q, -1);
    exchange();
    cost(p, 1);
    cost(q, 1);
  }
  return now;
}
