import type { Job, Product } from '../given';
import {
  isSingle,
  layMixed,
  mixedSizes,
  priceFor,
  REPEAT_ROWS,
  schoolFor,
  searchRunOf,
  wishesOf,
  type SearchContact,
  type SearchRun,
} from '../rows';
import { allJoints, type FloorToLay } from './ground';
import type { Joints } from './joints';

/** Places along a row nearer than this (mm) are one. */
const SAME = 0.5;

/** A run with all its joints, those between pieces that lie among them, and whether it may be laid anew. */
type Jointed = { readonly line: SearchRun; readonly joints: readonly number[]; readonly stretch: number | null };

/** Every run of the floors, with the joints that it has as things are. */
function jointed(
  group: readonly FloorToLay[],
  kept: Joints,
  product: Product,
): { readonly runs: readonly Jointed[]; readonly contacts: readonly SearchContact[] } {
  const runs: Jointed[] = [];
  const contacts: SearchContact[] = [];
  let [at, rowBase] = [0, 0];
  group.forEach((own, floor) => {
    const first = runs.length;
    const wishes = wishesOf(own.floor, own, own.runs);
    const stretches = own.stretches.map((stretch) => ({ stretch, number: at++ }));
    for (const run of own.runs) {
      const mine = stretches.filter((s) => s.stretch.of === run.index);
      const joints = allJoints(own, run, mine.flatMap((s) => kept[s.number]!)); // prettier-ignore
      const line = searchRunOf(run, product, { row: rowBase + run.row.n - own.rows[0]!.n, floor, wishes: wishes[run.index]! });
      const whole = mine.length === 1 && mine[0]!.stretch.left === 'edge' && mine[0]!.stretch.right === 'edge';
      runs.push({ line, joints, stretch: whole ? mine[0]!.number : null });
    }
    for (const c of own.contacts) contacts.push({ ...c, before: c.before + first, after: c.after + first });
    rowBase += own.rows.length + REPEAT_ROWS + 1;
  });
  return { runs, contacts };
}

/** Runs that may be laid anew and break a limit as they are, or have no joints to keep to. */
function hurt({ runs, contacts }: ReturnType<typeof jointed>, kept: Joints, group: readonly FloorToLay[]): ReadonlySet<number> {
  const found = new Set<number>();
  const planned = group.flatMap((own) => own.stretches.map((s) => s.planned));
  runs.forEach(({ line, joints, stretch }, i) => {
    if (stretch === null || isSingle(line)) return;
    const ends = [line.u0, ...joints, line.u1];
    const short =
      joints.length > 0 && (ends[1]! - ends[0]! < line.endPiece - SAME || line.u1 - joints[joints.length - 1]! < line.endPiece - SAME);
    const long = ends.slice(1).some((u, k) => u - ends[k]! > line.plank + SAME);
    if (short || long || planned[stretch] === null || kept[stretch]!.length === 0) found.add(i);
  });
  for (const { before, after, from, to } of contacts) {
    const [a, b] = [runs[before]!, runs[after]!];
    const within = (u: number) => u > from - SAME && u < to + SAME;
    const near = a.joints.some((u) => within(u) && b.joints.some((v) => within(v) && Math.abs(u - v) < a.line.stagger - SAME));
    if (!near) continue;
    if (b.stretch !== null) found.add(after);
    else if (a.stretch !== null) found.add(before);
  }
  return found;
}

/**
 * Joints of planks of several lengths: those that are kept, but for runs that would break a limit by them, which are drawn anew beside the
 * others.
 */
export function mixedJoints(job: Pick<Job, 'kerf'>, group: readonly FloorToLay[], kept: Joints, steps?: number): Joints {
  const { product, layout } = group[0]!.floor;
  const all = jointed(group, kept, product);
  const anew = hurt(all, kept, group);
  if (anew.size === 0) return kept;
  const pins = new Map(all.runs.flatMap(({ joints }, i) => (anew.has(i) || joints.length === 0 ? [] : [[i, joints] as const])));
  const school = schoolFor(layout.stagger.school, product);
  const cuts = layMixed({
    runs: all.runs.map((r) => r.line),
    pins,
    contacts: all.contacts,
    sizes: mixedSizes(product),
    perBox: product.perBox,
    kerf: job.kerf,
    school,
    seed: layout.stagger.seed,
    price: layout.stagger.price ?? priceFor(school),
    steps: steps ?? MOST_STEPS,
  });
  const found = kept.map((own) => own);
  for (const i of anew) {
    const own = cuts.filter((c) => c.segment.run === i && c.segment.place > 0).map((c) => c.segment.from);
    found[all.runs[i]!.stretch!] = own.sort((a, b) => a - b);
  }
  return found;
}

/** A person waits for the answer. */
const MOST_STEPS = 4000;
