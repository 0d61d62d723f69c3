/**
 * Printed faces. A product has so many different prints, and a box holds them as they come off the line. Planks are dealt so that equal
 * faces never lie side by side, end to end or corner to corner: from several open boxes, or from piles sorted by face.
 */
import { boxOf, frameOf, roundPoint, turned, turnedPolygon, type Point } from '../geometry';
import type { Job, Placed, Plan, PlanFloor, Plank, Product } from '../given';
import { randomFrom } from '../rows';

/** Pieces of neighbouring rows whose ends are this near (mm) meet at a corner. */
const CORNER = 15;
/** Pieces lie side by side when they share more edge than this, mm. */
const SIDE = 1;
/** Planks are dealt anew, with more left to chance, while equal faces touch; so many times at most. */
const DEALS = 5;
/** Where more planks than this touch one of their own face, there are too few faces, and dealing anew does not help. */
const FEW = 6;
/** Open boxes where nobody said how many. */
export const OPEN_BOXES = 6;

/** Two planks that touch: the lower number first, in which rows, and where first. */
type Touch = { readonly planks: readonly [number, number]; readonly floor: string; readonly rows: readonly number[]; readonly at: Point };

/** Pairs of planks whose pieces touch, each once; a plank's own two pieces are no pair. */
function touchesOf(floors: readonly PlanFloor[]): readonly Touch[] {
  const pairs = new Map<string, Touch>();
  for (const floor of floors) {
    const frame = frameOf(floor.direction);
    const touch = (a: Lying, b: Lying, u: number) => {
      if (a.plank === b.plank) return;
      const planks: [number, number] = a.plank < b.plank ? [a.plank, b.plank] : [b.plank, a.plank];
      const key = planks.join(' ');
      if (pairs.has(key)) return;
      const w = a.row === b.row ? (a.low + a.high) / 2 : a.high;
      pairs.set(key, { planks, floor: floor.id, rows: [...new Set([a.row, b.row])], at: turned(frame, [u, w]) });
    };
    const rows = rowsOf(floor);
    for (const [n, row] of rows) {
      for (let i = 0; i + 1 < row.length; i++) if (row[i + 1]!.from - row[i]!.to < SIDE) touch(row[i]!, row[i + 1]!, row[i]!.to);
      const next = rows.get(n + 1) ?? [];
      let k = 0;
      for (const a of row) {
        while (k < next.length && next[k]!.to < a.from - CORNER) k++;
        for (let j = k; j < next.length && next[j]!.from <= a.to + CORNER; j++)
          touch(a, next[j]!, (Math.max(a.from, next[j]!.from) + Math.min(a.to, next[j]!.to)) / 2);
      }
    }
  }
  return [...pairs.values()];
}

/** A piece along its row. */
type Lying = { plank: number; row: number; from: number; to: number; low: number; high: number };

function rowsOf(floor: PlanFloor): ReadonlyMap<number, readonly Lying[]> {
  const frame = frameOf(floor.direction);
  const rows = new Map<number, Lying[]>();
  for (const { row, plank, outline } of floor.pieces) {
    const { minX, maxX, minY, maxY } = boxOf(turnedPolygon(frame, outline)[0]!);
    const own = rows.get(row) ?? [];
    own.push({ plank, row, from: minX, to: maxX, low: minY, high: maxY });
    rows.set(row, own);
  }
  for (const row of rows.values()) row.sort((a, b) => a.from - b.from);
  return rows;
}

/** Pairs of planks whose pieces touch, each once, lower number first; a plank's own two pieces are no pair. */
export const touchingPlanks = (floors: readonly PlanFloor[]): readonly (readonly [number, number])[] =>
  touchesOf(floors).map((t) => t.planks);

/** The faces of each box, as they come: by size, a list for every box. Drawn by seed; real boxes hold their own. */
function boxesOf(product: Product, seed: number): (size: number, box: number) => number[] {
  return (size, box) => {
    const random = randomFrom((seed * 7919 + size * 104729 + box * 1299709) >>> 0);
    // the share may make this a fraction; over many boxes it comes right
    const inBox = product.perBox * product.planks[size]!.share;
    const count = Math.floor((box + 1) * inBox + 1e-9) - Math.floor(box * inBox + 1e-9);
    return Array.from({ length: count }, () => Math.floor(random() * product.prints));
  };
}

/** The job's own product first, then those of its layouts; how they are dealt; where chance begins. */
type Dealing = { readonly products: readonly Product[]; readonly deal?: Job['layout']['deal']; readonly seed: number };

/**
 * Deals printed faces to the planks of a plan.
 *
 * @returns the planks with their `face` (from 1) and the `box` that each comes from (from 1); unchanged where a product has one face only
 */
export function dealtPlanks({ products, deal, seed }: Dealing, plan: Pick<Plan, 'floors' | 'planks'>): Plank[] {
  const dealt = plan.planks.map((p): Plank => ({ ...p }));
  const byNumber: Plank[] = [];
  for (const p of dealt) byNumber[p.n] = p;
  const neighbours: Plank[][] = byNumber.map(() => []);
  for (const [a, b] of touchingPlanks(plan.floors)) {
    neighbours[a]!.push(byNumber[b]!);
    neighbours[b]!.push(byNumber[a]!);
  }
  const clashes = (n: number, face: number): number => {
    let count = 0;
    for (const other of neighbours[n]!) if (other.face === face) count++;
    return count;
  };
  const { habit = 'boxes', open = OPEN_BOXES } = deal ?? {};

  products.forEach((product, at) => {
    if (product.prints < 2) return;
    // planks that name no product are of the only one
    const own = dealt.filter((p) =>
      p.product === undefined ? at === 0 : p.product === product.name && products.findIndex((q) => q.name === p.product) === at,
    );
    const boxOfSize = boxesOf(product, seed);
    product.planks.forEach((size, s) => {
      const wanted = own.filter((p) => p.length === size.length && p.width === size.width);
      const inBox = Math.max(1e-9, product.perBox * size.share);
      const boxes = Math.ceil(wanted.length / inBox - 1e-9);
      // with piles everything that is bought lies open at once, with boxes so many of them
      const reach = habit === 'piles' ? Infinity : open;
      const dealOut = (attempt: number) => {
        const random = randomFrom(seed + attempt);
        for (const plank of wanted) plank.face = plank.box = undefined;
        const closed = Array.from({ length: boxes }, (_, b) => boxOfSize(s, b).map((face) => ({ face: face + 1, box: b + 1 })));
        const lying: { face: number; box: number }[] = [];
        const left = new Map<number, number>();
        let openBoxes = 0;
        let next = 0;
        const inOpenBox = new Map<number, number>();
        wanted.forEach((plank) => {
          while (openBoxes < reach && next < closed.length) {
            const box = closed[next++]!;
            if (box.length === 0) continue;
            openBoxes++;
            inOpenBox.set(box[0]!.box, box.length);
            lying.push(...box);
            for (const { face } of box) left.set(face, (left.get(face) ?? 0) + 1);
          }
          // of the faces that touch none of their own, the one of which most are left
          let best = -1;
          let least = Infinity;
          for (const [face, count] of left) {
            if (count === 0) continue;
            const cost = clashes(plank.n, face) * 1000 - count + attempt * random();
            if (cost < least) {
              least = cost;
              best = face;
            }
          }
          const at = lying.findIndex((x) => x.face === best);
          const [taken] = at < 0 ? [] : lying.splice(at, 1);
          if (!taken) return;
          left.set(best, left.get(best)! - 1);
          const rest = inOpenBox.get(taken.box)! - 1;
          inOpenBox.set(taken.box, rest);
          if (rest === 0) openBoxes--;
          Object.assign(plank, taken);
        });
        for (let round = 0; round < 4 && wanted.some((p) => clashes(p.n, p.face ?? 0) > 0); round++) mend(wanted, lying, clashes, reach);
      };
      const touching = () => wanted.filter((p) => p.face !== undefined && clashes(p.n, p.face) > 0).length;
      let best = { left: Infinity, faces: [] as { face?: number; box?: number }[] };
      for (let attempt = 0; attempt < DEALS && best.left > 0 && (attempt === 0 || best.left <= FEW); attempt++) {
        dealOut(attempt);
        const left = touching();
        if (left < best.left) best = { left, faces: wanted.map(({ face, box }) => ({ face, box })) };
      }
      wanted.forEach((plank, k) => {
        const { face, box } = best.faces[k]!;
        if (face === undefined) {
          delete plank.face;
          delete plank.box;
        } else Object.assign(plank, { face, box });
      });
    });
  });
  return dealt;
}

/**
 * Exchanges planks whose faces clash for ones left in their boxes, or for those of others, where both boxes were open at the earlier one's
 * turn; the other plank may be passed on once more.
 */
function mend(
  planks: readonly Plank[],
  spare: { face: number; box: number }[],
  clashes: (n: number, face: number) => number,
  reach: number,
): void {
  const fromBox: Plank[][] = [];
  for (const p of planks) if (p.box !== undefined) (fromBox[p.box] ??= []).push(p);
  /** the planks of the boxes that were open together with a plank's own */
  const nearOnes = (a: Plank): readonly Plank[] =>
    reach === Infinity ? planks : fromBox.slice(Math.max(0, a.box! - reach + 1), a.box! + reach).flat();
  const put = (p: Plank, from: { readonly face?: number; readonly box?: number }): void => {
    const own = fromBox[p.box!]!;
    own.splice(own.indexOf(p), 1);
    Object.assign(p, { face: from.face, box: from.box });
    (fromBox[p.box!] ??= []).push(p);
  };
  const swap = (a: Plank, b: Plank) => {
    const was = { face: a.face, box: a.box };
    put(a, b);
    put(b, was);
  };
  /** Rids a plank of its clash; passes the trouble on at most `more` times. */
  const rid = (a: Plank, more: number): boolean => {
    const unused = spare.findIndex((x) => Math.abs(x.box - a.box!) < reach && clashes(a.n, x.face) === 0);
    if (unused >= 0) {
      const [x] = spare.splice(unused, 1, { face: a.face!, box: a.box! });
      put(a, x!);
      return true;
    }
    for (const b of nearOnes(a)) {
      if (b === a || b.face === undefined || b.face === a.face || clashes(a.n, b.face) > 0) continue;
      const before = clashes(b.n, b.face);
      swap(a, b);
      // the swap itself may have brought the two together
      if (clashes(a.n, a.face!) === 0 && (clashes(b.n, b.face!) <= before || (more > 0 && rid(b, more - 1)))) return true;
      swap(a, b);
    }
    return false;
  };
  const deep = planks.length > 2000 ? 1 : 2;
  for (const a of planks) if (a.face !== undefined && clashes(a.n, a.face) > 0) rid(a, deep);
}

/** Pairs of touching planks that show the same face, where they touch. */
export function equalFaces(plan: Pick<Plan, 'floors' | 'planks'>): readonly Placed[] {
  const planks = new Map(plan.planks.map((p) => [p.n, p]));
  return touchesOf(plan.floors).flatMap(({ planks: [a, b], floor, rows, at }): Placed[] => {
    const [one, other] = [planks.get(a), planks.get(b)];
    if (one?.face === undefined || one.face !== other?.face || one.product !== other.product) return [];
    const where = rows.length === 1 ? `Row ${rows[0]}: two planks end to end show` : `Rows ${rows.join(' and ')}: planks beside each other show`; // prettier-ignore
    return [{ rule: 'equal-faces', level: 'should', floor, at: roundPoint(at), rows: [...rows], text: `${where} the same face. Exchange one for another that lies open.` }]; // prettier-ignore
  });
}

/** What each row takes from where: whole planks that are opened for it, by box or by pile. */
export function takesOf(
  plan: Plan,
  floor: PlanFloor,
  habit: 'boxes' | 'piles',
): ReadonlyMap<number, readonly { readonly from: number; readonly count: number }[]> {
  const planks = new Map(plan.planks.map((p) => [p.n, p]));
  const opened = new Set<number>();
  for (const other of plan.floors) {
    if (other.id === floor.id) break;
    for (const p of other.pieces) opened.add(p.plank);
  }
  const rows = new Map<number, Map<number, number>>();
  for (const { row, plank } of floor.pieces) {
    if (opened.has(plank)) continue;
    opened.add(plank);
    const { face, box } = planks.get(plank)!;
    const from = habit === 'boxes' ? box : face;
    if (from === undefined) continue;
    const own = rows.get(row) ?? new Map<number, number>();
    own.set(from, (own.get(from) ?? 0) + 1);
    rows.set(row, own);
  }
  return new Map([...rows].map(([row, own]) => [row, [...own].sort((a, b) => a[0] - b[0]).map(([from, count]) => ({ from, count }))]));
}
