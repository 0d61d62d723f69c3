/**
 * Rows of planks of several lengths. A run is a sequence of lengths here: a starter, whole planks, a closer; so where its joints fall is not
 * given by the starter. The search draws a run anew between its neighbours, again and again, and keeps what is better. Boxes hold so
 * many of each length, by count: what counts is how many whole boxes are opened, and a length that is plentiful may be cut where a
 * shorter one would do.
 */
import { isSingle } from '../joints';
import type { Progress } from '../search';
import { randomFrom } from '../random';
import { tiesOf } from '../ties';
import { rowCosts } from './costs';
import { cut } from './cut';
import { drawer } from './draw';
import { plain, within } from './pins';
import { count, emptyPools, opened, type Pool } from './pools';
import type { MixedCut, MixedTask, Row } from './task';

export type { MixedCut, MixedSize, MixedTask } from './task';

/** What a broken limit weighs: more than all boxes, planks and looks of a floor. */
const MUST = 1000;
/** What a plank that lies in the boxes weighs, and a share of a box for each of its planks; and faults of looks by whether they come first. */
const WEIGHTS = {
  plank: 3,
  inBox: 30,
  look: { first: 45, last: 2 },
};
/** Of what a plank is worth so much is one that lies in an opened box anyway. */
const LYING = 1 / 30;
/** Temperatures, first and last: a plank more is taken often at first, hardly ever in the end. */
const HOT = 20;
const COLD = 0.3;
/** Steps that are spent on looks alone, as a share of those before. */
const LOOKS_SHARE = 3;
/** Draws of one run before the best of them is taken, where one was found; more where none was. */
const DRAWS = { found: 24, most: 60 };
/** How often progress is told. */
const TOLD_EVERY = 256;

const stepsFor = (runs: number): number => Math.max(3000, Math.min(24_000, 160 * runs));

/** Lays runs of planks of several lengths and cuts them out of planks. */
export function layMixed(task: MixedTask, progress?: Progress): readonly MixedCut[] {
  const { runs, contacts, kerf } = task;
  const random = randomFrom(task.seed);
  const ties = tiesOf(runs, contacts);
  const rows: Row[] = runs.map((run) => ({ lengths: [run.u1 - run.u0], joints: [] }));
  const free = runs.flatMap((run, i) => (isSingle(run) ? [] : [i]));
  const pools = emptyPools(task.sizes);
  const poolOf = (i: number): Pool => pools.get(runs[i]!.size)!;
  let lookWeight = task.school === 'free' ? WEIGHTS.look.first : WEIGHTS.look.last;
  const { mustsOf, looksOf } = rowCosts(runs, ties, rows);
  const costOf = (i: number): number => MUST * mustsOf(i) + lookWeight * looksOf(i);
  const lay = (i: number, row: Row): void => {
    count(poolOf(i), rows[i]!, -1);
    rows[i] = row;
    count(poolOf(i), row, 1);
  };

  const pinsOf = new Map(
    [...task.pins].map(([i, pins]) => [i, within(runs[i]!, pins, poolOf(i).sizes)] as const).filter(([, kept]) => kept.length > 0),
  );
  const laid = new Uint8Array(runs.length);
  const draw = drawer({ runs, ties, rows, laid, pinsOf, poolOf, kerf, random });

  /** A first floor: what is pinned is laid first, the rest beside it, each run the best of a few draws. */
  const begin = (): void => {
    const order = runs.map((_, i) => i).sort((a, b) => Number(pinsOf.has(b)) - Number(pinsOf.has(a)) || a - b);
    for (const i of order) {
      const run = runs[i]!;
      if (!isSingle(run)) {
        let best: Row | null = null;
        let least = Infinity;
        for (let tries = 0; tries < DRAWS.most && (best === null || tries < DRAWS.found); tries++) {
          const row = draw(i);
          if (!row) continue;
          rows[i] = row;
          const cost = MUST * mustsOf(i) + looksOf(i) + random();
          if (cost < least) {
            least = cost;
            best = row;
          }
        }
        rows[i] = best ?? plain(run, poolOf(i).sizes, pinsOf.get(i)?.[0]);
        laid[i] = 1;
      }
      count(poolOf(i), rows[i]!, 1);
    }
  };
  begin();

  const steps = free.length === 0 ? 0 : (task.steps ?? stepsFor(free.length));
  let bestRows = rows.slice();
  let done = 0;
  type Opened = ReturnType<typeof opened>;
  /** Draws runs anew, ever more choosy; keeps the best floor by limits, looks and what `weigh` makes of the boxes. */
  const drawAnew = (share: number, hot: number, cold: number, weigh: (now: Opened) => number): void => {
    let planksNow = weigh(opened(pools, kerf));
    let totalNow = 0;
    let bestTotal = 0;
    const many = Math.ceil(steps * share);
    for (let step = 0; step < many; step++) {
      if (progress && done++ % TOLD_EVERY === 0) progress(done / (steps * (1 + LOOKS_SHARE)));
      const temperature = hot * (cold / hot) ** (step / many);
      const i = free[Math.floor(random() * free.length)]!;
      const before = rows[i]!;
      const cost0 = costOf(i);
      const row = draw(i);
      if (!row) continue;
      lay(i, row);
      const planks = weigh(opened(pools, kerf));
      const rise = costOf(i) - cost0 + planks - planksNow;
      if (rise <= 0 || random() < Math.exp(-rise / temperature)) {
        planksNow = planks;
        totalNow += rise;
        if (totalNow < bestTotal - 1e-9) {
          bestTotal = totalNow;
          bestRows = rows.slice();
        }
      } else lay(i, before);
    }
  };
  drawAnew(1, HOT, COLD, ({ boxes, planks }) => WEIGHTS.inBox * boxes * task.perBox + WEIGHTS.plank * planks);
  bestRows.forEach((row, i) => lay(i, row));
  const whole = (boxes: number) => Math.ceil(boxes - 1e-9);
  const most = whole(opened(pools, kerf).boxes);
  // what is in a box that is opened anyway is there to be laid: then looks decide, and a further box is worth what its planks are
  // by now the price says what a school thinks of looks
  lookWeight = WEIGHTS.look.last;
  const plank = lookWeight * task.price;
  const weigh = ({ boxes, planks }: Opened) => plank * (task.perBox * Math.max(0, whole(boxes) - most) + LYING * planks);
  drawAnew(LOOKS_SHARE, HOT / 20, COLD / 3, weigh);
  progress?.(1);
  return cut(task, bestRows);
}
