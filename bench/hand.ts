import type { FloorRuns } from '../src/core/rows';

/**
 * The careful hand rule, written without the search: a row begins with an earlier offcut if that keeps the limits (the oldest that does),
 * else with a fresh cut. Closers' remainders start runs, starters' remainders close them, as a careful hand keeps both piles.
 *
 * @returns planks opened, and how many runs the rule could not lay within the limits
 */
export function layByHand(
  { runs, contacts }: FloorRuns,
  { plank, kerf, stagger, endPiece }: { plank: number; kerf: number; stagger: number; endPiece: number },
): { planks: number; broken: number } {
  const joints = new Map<number, number[]>();
  const rightHanded: number[] = [];
  const leftHanded: number[] = [];
  let planks = 0;
  let broken = 0;

  const jointsFor = (u0: number, u1: number, starter: number) => {
    const list: number[] = [];
    for (let u = u0 + starter; u < u1 - 1e-6; u += plank) list.push(u);
    return list;
  };
  /** The shortest of a pile that is long enough; −1 where none is. */
  const fitting = (pile: readonly number[], length: number) =>
    pile.reduce((best, have, i) => (have >= length - 1e-6 && (best < 0 || have < pile[best]!) ? i : best), -1);

  for (const run of runs) {
    const { u0, u1, index } = run;
    const length = u1 - u0;
    if (length <= plank + 1e-6) {
      joints.set(index, []);
      const pile = fitting(rightHanded, length) >= 0 ? rightHanded : leftHanded;
      const at = fitting(pile, length);
      if (at >= 0) pile.splice(at, 1);
      else {
        planks++;
        if (plank - length - kerf > 0) rightHanded.push(plank - length - kerf);
      }
      continue;
    }
    const closerOf = (starter: number) => {
      const rest = (length - starter) % plank;
      return rest < 1e-6 ? plank : rest;
    };
    const keeps = (starter: number) => {
      if (starter < endPiece - 1e-6 || closerOf(starter) < endPiece - 1e-6 || starter > plank + 1e-6) return false;
      const own = jointsFor(u0, u1, starter);
      return contacts
        .filter((c) => c.before === index || c.after === index)
        .every((c) => {
          const other = joints.get(c.before === index ? c.after : c.before) ?? [];
          const on = (u: number) => u >= c.from - 1e-6 && u <= c.to + 1e-6;
          return own.filter(on).every((a) => other.filter(on).every((b) => Math.abs(a - b) >= stagger - 1e-6));
        });
    };
    let starter = -1;
    // an offcut as it is, or shortened until the row's closer is long enough
    for (let i = 0; i < rightHanded.length && starter < 0; i++) {
      const have = rightHanded[i]!;
      const tries = [have, have - (endPiece - closerOf(have))].filter((s) => s <= have + 1e-6 && s > 0);
      const found = tries.find(keeps);
      if (found !== undefined) {
        starter = found;
        rightHanded.splice(i, 1);
      }
    }
    if (starter < 0) {
      // a fresh plank: whole, two thirds, a third, then every 20 mm
      const tries = [plank, (plank * 2) / 3, plank / 3, ...Array.from({ length: Math.floor(plank / 20) }, (_, k) => plank - 20 * k)];
      starter = tries.find(keeps) ?? -1;
      if (starter < 0) {
        broken++;
        starter = Math.min(plank, length / 2);
      }
      planks++;
      if (plank - starter - kerf > 0) leftHanded.push(plank - starter - kerf);
    }
    joints.set(index, jointsFor(u0, u1, starter));
    const closer = closerOf(starter);
    planks += Math.round((length - starter - closer) / plank);
    const at = closer < plank - 1e-6 ? fitting(leftHanded, closer) : -1;
    if (at >= 0) leftHanded.splice(at, 1);
    else {
      planks++;
      if (plank - closer - kerf > 0) rightHanded.push(plank - closer - kerf);
    }
  }
  return { planks, broken };
}
