import loadHighs from 'highs';
import { untruths } from '../test/truth';
import { everyFit } from '../test/fits';
import { commonStep, cutFromStock, fitsOf } from '../src/core/edges';
import { floorsOf } from '../src/core/floors';
import { PRESET_KITS, PROFILE_KINDS, type Job, type Kit } from '../src/core/given';
import { planJob } from '../src/core/plan';
import { randomFrom } from '../src/core/rows';
import { houses } from '../test/houses';

type List = { readonly pieces: readonly number[]; readonly lengths: readonly number[]; readonly kerf: number };

/** A house's list of trim or profile: up to 60 pieces, from one to four lengths that are sold. */
function listOf(seed: number): List {
  const random = randomFrom(seed);
  const sold = [[2400], [900, 2700], [2400, 3600], [1000, 2000], [2000, 2500, 3000], [1800, 2100, 2400, 3000]][seed % 6]!;
  const longest = Math.max(...sold);
  const many = 8 + Math.floor(random() * 53);
  return {
    lengths: sold,
    kerf: [0, 2, 3][seed % 3]!,
    pieces: Array.from({ length: many }, () => Math.round((150 + random() ** 1.3 * (longest - 150)) * 10) / 10),
  };
}

/**
 * Bounds that nothing can beat, by column generation: a linear programme over ways to cut one stock length, new ways found by a knapsack until
 * none is worth more than it costs. First the fewest stock lengths, then, of no more than those, the least in all.
 *
 * @param most stock lengths that may be used; null to count them
 */
async function boundOf({ pieces, lengths, kerf }: List, most: number | null): Promise<number> {
  const highs = await loadHighs();
  type Way = { readonly cost: number; readonly counts: ReadonlyMap<number, number> };
  const sizes = [...new Set(pieces)].sort((a, b) => b - a);
  const wanted = sizes.map((s) => pieces.filter((p) => p === s).length);
  const costOf = (length: number) => (most === null ? 1 : length);
  // with every length for every piece the programme has an answer from the start
  const ways: Way[] = sizes.flatMap((s, i) =>
    lengths.filter((l) => l >= s - 1e-9).map((l) => ({ cost: costOf(l), counts: new Map([[i, 1]]) })),
  );
  const known = new Set<string>();
  for (;;) {
    const rows = sizes.map(
      (_, i) => `r${i}: ${ways.map((w, k) => (w.counts.has(i) ? `+ ${w.counts.get(i)} x${k}` : '')).join(' ')} >= ${wanted[i]}`,
    );
    // what is over the count costs far more than any length
    if (most !== null) rows.push(`many: ${ways.map((_, k) => `x${k}`).join(' + ')} - over <= ${most}`);
    const goal = `${ways.map((w, k) => `${w.cost} x${k}`).join(' + ')}${most === null ? '' : ' + 1e5 over'}`;
    const solved = highs.solve(`Minimize\n obj: ${goal}\nSubject To\n ${rows.join('\n ')}\nEnd`);
    const dual = (i: number) => (solved.Rows[i] as { Dual: number }).Dual;
    const each = most === null ? 0 : dual(sizes.length);
    let better = false;
    for (const length of lengths) {
      const { value, counts } = knapsack(
        sizes,
        wanted,
        sizes.map((_, i) => Math.max(0, dual(i))),
        length + kerf,
        kerf,
      );
      if (value + each <= costOf(length) + (most === null ? 1e-6 : 0.05) || counts.size === 0) continue;
      const key = `${length} ${JSON.stringify([...counts])}`;
      // what the tolerance of the solver lets in again
      if (known.has(key)) continue;
      known.add(key);
      ways.push({ cost: costOf(length), counts });
      better = true;
    }
    if (!better) return solved.ObjectiveValue;
  }
}

/** The pieces of most worth that one stock length holds, by tenths of a millimetre. */
function knapsack(sizes: readonly number[], wanted: readonly number[], worth: readonly number[], room: number, kerf: number) {
  const cap = Math.round(room * 10);
  const items = sizes.flatMap((s, i) =>
    worth[i]! > 1e-9 ? Array.from({ length: wanted[i]! }, () => ({ i, size: Math.round((s + kerf) * 10) })) : [],
  );
  const best = new Float64Array(cap + 1);
  const taken = items.map(() => new Uint8Array(cap + 1));
  items.forEach(({ i, size }, k) => {
    for (let c = cap; c >= size; c--) {
      const value = best[c - size]! + worth[i]!;
      if (value > best[c]! + 1e-12) {
        best[c] = value;
        taken[k]![c] = 1;
      }
    }
  });
  const counts = new Map<number, number>();
  for (let k = items.length - 1, c = cap; k >= 0; k--) {
    if (!taken[k]![c]) continue;
    const { i, size } = items[k]!;
    counts.set(i, (counts.get(i) ?? 0) + 1);
    c -= size;
  }
  return { value: best[cap]!, counts };
}

/** Whether a list can be cut at less: pieces assigned to so many stock lengths, each of some length. */
async function canBeLess({ pieces, lengths, kerf }: List, many: number, total: number): Promise<'none' | 'found' | 'open'> {
  const highs = await loadHighs();
  const bins = Array.from({ length: many }, (_, b) => b);
  const rows = [
    ...pieces.map((_, i) => `${bins.map((b) => `x${i}_${b}`).join(' + ')} = 1`),
    ...bins.map((b) => `${pieces.map((p, i) => `${p + kerf} x${i}_${b}`).join(' + ')} ${lengths.map((l, t) => `- ${l + kerf} y${b}_${t}`).join(' ')} <= 0`), // prettier-ignore
    ...bins.map((b) => `${lengths.map((_, t) => `y${b}_${t}`).join(' + ')} = 1`),
    `${bins.flatMap((b) => lengths.map((l, t) => `${l} y${b}_${t}`)).join(' + ')} <= ${total}`,
  ];
  const binaries = [
    ...pieces.flatMap((_, i) => bins.map((b) => `x${i}_${b}`)),
    ...bins.flatMap((b) => lengths.map((_, t) => `y${b}_${t}`)),
  ];
  const solved = highs.solve(`Minimize\n obj: 0 x0_0\nSubject To\n ${rows.join('\n ')}\nBinary\n ${binaries.join('\n ')}\nEnd`, { time_limit: 20 }); // prettier-ignore
  return solved.Status === 'Optimal' ? 'found' : solved.Status === 'Infeasible' ? 'none' : 'open';
}

/** 50 seeded lists of up to 60 pieces: fewest stock lengths, then least in all, against the proven least. */
async function measureStock(): Promise<void> {
  const count = { byBound: 0, byModel: 0, less: 0, open: 0, unproven: 0 };
  const times: number[] = [];
  for (let seed = 1; seed <= 50; seed++) {
    const list = listOf(seed);
    const begun = performance.now();
    const plan = cutFromStock(
      list.pieces.map((length, i) => ({ for: `p${i}`, length })),
      list.lengths,
      list.kerf,
    );
    times.push(performance.now() - begun);
    if (!plan.proven) count.unproven++;
    const total = plan.stock.reduce((sum, s) => sum + s.length, 0);
    const many = plan.stock.length;
    const fewest = Math.ceil((await boundOf(list, null)) - 1e-6);
    // of as many, every total is this one less some steps
    const step = commonStep(list.lengths);
    const bound = (await boundOf(list, many)) - 1;
    const least = step === 0 ? total : total - Math.floor((total - bound) / step) * step;
    if (many <= fewest && total <= least) {
      count.byBound++;
      continue;
    }
    const fewer = many <= fewest ? 'none' : await canBeLess(list, many - 1, 1e9);
    const shorter = total <= least ? 'none' : await canBeLess(list, many, total - step);
    if (fewer === 'found' || shorter === 'found') count.less++;
    else if (fewer === 'open' || shorter === 'open') count.open++;
    else count.byModel++;
    console.log(
      `  list ${seed}: ${list.pieces.length} pieces, ${many} lengths (bound ${fewest}), ${total} mm (bound ${least}), ${plan.proven ? '' : 'not '}proven; fewer ${fewer}, shorter ${shorter}`,
    );
  }
  times.sort((a, b) => a - b);
  console.log(
    `stock: 50 lists of up to 60 pieces: least by the bound ${count.byBound}, by the model ${count.byModel}, less was found ${count.less}, not settled ${count.open}; said to be unproven ${count.unproven}; median ${times[25]!.toFixed(1)} ms, slowest ${times[49]!.toFixed(0)} ms`,
  );
}

/** 5,000 random kits and heights against plain enumeration. */
function measureFits(): void {
  let unlike = 0;
  let fitted = 0;
  for (let seed = 1; seed <= 5000; seed++) {
    const random = randomFrom(seed);
    const half = (low: number, high: number) => low + Math.round(random() * (high - low) * 2) / 2;
    const kits = Array.from({ length: 1 + Math.floor(random() * 3) }, (_, k): Kit => ({
      id: `k${k}`,
      name: '',
      track: { height: half(2, 8), width: 20 },
      stacks: Array.from({ length: 1 + Math.floor(random() * 4) }, (_, i) => ({ shims: [`s${i}`], height: half(0, 8) })),
      profiles: Array.from({ length: 1 + Math.floor(random() * 4) }, () => {
        const [near, far] = [half(-6, 3), half(-6, 3)];
        const cover = half(24, 60);
        const same = random() < 0.3;
        const nearRange: [number, number] = [near, near + half(0, 6)];
        return {
          kind: PROFILE_KINDS[Math.floor(random() * 3)]!,
          near: nearRange,
          far: same ? nearRange : ([far, far + half(0, 8)] as [number, number]),
          foot: half(0, 16),
          cover,
          ...(random() < 0.5 ? { nearCover: half(0, cover) } : {}),
          lengths: [900],
        };
      }),
    })); // prettier-ignore
    const side = () => ({ height: half(3, 18), gap: half(0, 10), shrinks: random() * 2 });
    const upright = random() < 0.2;
    const wanted = { kind: PROFILE_KINDS[Math.floor(random() * 3)]!, ...(random() < 0.3 ? { foot: kits[0]!.profiles[0]!.foot } : {}), near: side(), far: upright ? null : side() }; // prettier-ignore
    const [ours, plain] = [fitsOf(kits, wanted), everyFit(kits, wanted)];
    if (ours.fits.length > 0) fitted++;
    const name = (f: { kit: string; profile: number; shims: readonly string[]; turned: boolean }) => `${f.kit} ${f.profile} ${f.shims.join()} ${f.turned}`; // prettier-ignore
    const least = ours.fits.length > 0 || ours.misses.length === 0 ? null : ours.misses[0]!.by;
    if (ours.fits.map(name).join('|') !== plain.fits.join('|') || Math.abs((least ?? -1) - (plain.missing ?? -1)) > 1e-6) unlike++;
  }
  console.log(`fits: 5000 random kits and heights, something fits in ${fitted}: unlike plain enumeration ${unlike}`);
}

/** The 20 houses with a foot at every closed doorway. */
function measureFeet(): void {
  const sums = { without: 0, withFeet: 0, untrue: 0, more: 0 };
  for (const house of houses(20, 1)) {
    const footed: Job = { ...house, openings: house.openings!.map((o) => (o.finish === 'through' || o.finish === 'stop' ? o : { ...o, kit: PRESET_KITS[0]!.id, foot: 12 })) }; // prettier-ignore
    const [plain, made, floors] = [planJob(house), planJob(footed), floorsOf(footed)];
    if (!plain.ok || !made.ok || !floors.ok) throw new Error('a house that cannot be laid');
    sums.without += plain.value.totals.planks;
    sums.withFeet += made.value.totals.planks;
    if (made.value.totals.planks > plain.value.totals.planks * 1.01) sums.more++;
    sums.untrue += untruths(footed, floors.value, made.value).length;
  }
  console.log(
    `feet: 20 houses with a foot of 12 at every closed doorway: planks ${sums.withFeet}, without ${sums.without} (${(100 * (sums.withFeet / sums.without - 1)).toFixed(2)} %); over 1 % more in ${sums.more}; untrue ${sums.untrue}`,
  );
}

/** Stock lengths, fits, and plans that stop at profiles' feet. */
export async function measureEdges(): Promise<void> {
  measureFits();
  await measureStock();
  measureFeet();
}
