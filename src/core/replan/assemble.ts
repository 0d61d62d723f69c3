/** From pieces and the wood that they are cut from to a plan file's plan, and what that changes of the plan in force. */
import { audit, untrueOf } from '../audit';
import { boxOf, polygonArea, round3, turned } from '../geometry';
import type { Finding, Job, Piece, Plan, PlanFloor, Plank, Product } from '../given';
import { isSameCut, pieceKey, type Site } from '../lay';
import { boxesFor } from '../wood';
import { gapFindings, laidArea, shortFindings } from './findings';
import type { FloorToLay } from './ground';
import { FRESH, type Met } from './saw';

/** What an answer changes of the plan in force. */
export type Changes = {
  /** planks that it begins, and how many more or fewer that is than the plan in force would have begun */
  readonly begins: number;
  readonly planks: number;
  /** limits that are broken */
  readonly broken: number;
  /** sawn pieces that are not used any more, by their keys */
  readonly spoilt: readonly string[];
  /** rows with a piece that is otherwise than it was planned, as floor and row; how many such pieces */
  readonly rows: readonly (readonly [floor: string, row: number])[];
  readonly pieces: number;
};

/** A plan for what is still to be laid, and what it changes. */
export type Replanned = { readonly plan: Plan; readonly changes: Changes };

type Numbered = Met & { readonly plank: number };

/** Sizes of a product's planks and whose they are, where a plan names that. */
const nameOf = (product: Product, named: boolean): { product?: string } => (named ? { product: product.name } : {});

/** Gives every plank that is begun now a number that none has: one of the plan in force where that is free. */
function numbered(all: readonly Met[], plan: Plan, site: Site, named: boolean): readonly Numbered[] {
  const free = new Map(plan.planks.filter((p) => !site.begun.has(p.n)).map((p) => [p.n, p]));
  for (const { bin } of all) free.delete(bin);
  let highest = site.highest;
  // floors of each product count their new planks by themselves
  const keyOf = ({ need, bin }: Met) => `${need.own.floor.product.name} ${bin}`;
  const numbers = new Map<string, number>();
  const fits = (n: number, { need }: Met) => {
    const plank = free.get(n);
    const size = need.own.floor.product.planks[need.size]!;
    return plank?.length === size.length && plank.width === size.width && (!named || plank.product === need.own.floor.product.name);
  };
  const numberFor = (met: Met): number => {
    const wish = met.need.planned?.piece.plank;
    const n = wish !== undefined && fits(wish, met) ? wish : [...free.keys()].find((k) => fits(k, met));
    if (n === undefined) return ++highest;
    free.delete(n);
    return n;
  };
  // those that a piece of theirs has a number for come first
  const order = [...all].sort((a, b) => Number(b.need.planned !== null) - Number(a.need.planned !== null));
  for (const met of order) if (met.bin >= FRESH && !numbers.has(keyOf(met))) numbers.set(keyOf(met), numberFor(met));
  return all.map((met) => ({ ...met, plank: met.bin < 0 ? met.parts[-1 - met.bin]!.plank : (numbers.get(keyOf(met)) ?? met.bin) }));
}

/** A piece of the plan in force without its mark. */
export function unmarked(piece: Piece): Piece {
  const bare: { -readonly [K in keyof Piece]: Piece[K] } = { ...piece };
  delete bare.laid;
  return bare;
}

/** The pieces of a floor in laying order: those that lie as they lie, the others as they are cut. */
function piecesOf(own: FloorToLay, mine: readonly Numbered[], site: Site): Piece[] {
  const { floor, frame, lying, before } = own;
  const ids = new Set([...lying.map((l) => l.piece.id), ...(before?.pieces.map((p) => p.id) ?? [])]);
  const sawn = site.parts.map((p) => p.key).filter((key) => key.startsWith(`${floor.id}/`));
  for (const key of sawn) ids.add(key.slice(floor.id.length + 1));
  const last = new Map<number, number>();
  const newId = (row: number): string => {
    let k = last.get(row) ?? 0;
    do k++;
    while (ids.has(`${row}.${k}`));
    last.set(row, k);
    return `${row}.${k}`;
  };
  const pieces = [
    ...lying.map(({ piece, box }) => ({ at: box.minX, piece: { ...piece, laid: true } })),
    ...mine.map(({ need, plank, cut }) => {
      const { planned, laid } = need;
      const base = planned ? unmarked(planned.piece) : { ...laid.piece, id: '' };
      const own = { from: round3(cut.from), to: round3(cut.to), low: round3(cut.low), high: round3(cut.high) };
      return { at: boxOf(base.outline[0]!.map((p) => turned(frame, p))).minX, piece: { ...base, plank, cut: own } };
    }),
  ].sort((a, b) => a.piece.row - b.piece.row || a.at - b.at);
  return pieces.map(({ piece }) => (piece.id === '' ? { ...piece, id: newId(piece.row) } : piece));
}

/** A floor, and where it lies in the end. */
export type Ground = { readonly own: FloorToLay } & ReturnType<typeof laidArea>;

/**
 * @param all every piece that is to be laid, of all floors
 * @param grounds the floors as they are known by now, in the order of the job
 */
export function assembled(job: Job, site: Site, grounds: readonly Ground[], products: readonly Product[], all: readonly Met[]): Replanned {
  const toLay = grounds.map((g) => g.own);
  const plan = site.plan!;
  const named = products.length > 1;
  const cut = numbered(all, plan, site, named);
  const floors = grounds.map(({ own, laid }): PlanFloor => {
    const pieces = piecesOf(own, cut.filter((c) => c.need.own === own), site); // prettier-ignore
    const rows = own.rows.filter((r) => pieces.some((p) => p.row === r.n));
    return {
      ...(own.before ?? {}),
      id: own.floor.id,
      spaces: own.floor.spaces.map((s) => s.id),
      direction: own.direction,
      laid: laid.map((p) => p.map((ring) => ring.map(([x, y]): [number, number] => [x, y]))),
      rows: rows.map(({ n, from, to, width }) => ({ n, from: round3(from), to: round3(to), width })),
      pieces,
    };
  });
  const planks = planksOf(floors, toLay, cut, site, named);
  const begins = planks.filter((p) => !site.begun.has(p.n));
  const covered = floors.reduce((sum, f) => sum + f.laid.reduce((s, p) => s + polygonArea(p), 0), 0);
  const wood = planks.reduce((sum, p) => sum + p.length * p.width, 0);
  const found: Finding[] = [
    ...audit(job, toLay.map((own) => own.floor), floors), // prettier-ignore
    ...grounds.flatMap(({ own, beyond, bare }) => gapFindings(job, own, beyond, bare)),
    ...shortFindings(site.stock, products, begins),
  ];
  const rank = (f: Finding) => (f.level === 'must' ? 0 : 1);
  const made: Plan = {
    floors,
    planks,
    totals: {
      planks: planks.length,
      boxes: products.reduce((sum, p) => sum + boxesFor(p, planks.filter((k) => !named || k.product === p.name)), 0), // prettier-ignore
      laidArea: round3(covered / 1e6),
      wastePercent: round3(100 * (wood / covered - 1)),
    },
    findings: found.sort((a, b) => rank(a) - rank(b)),
  };
  // the planner does not mark its own work
  const answer: Plan = { ...made, findings: [...untrueOf(job, toLay.map((own) => own.floor), made), ...made.findings] }; // prettier-ignore
  return { plan: answer, changes: changesOf(answer, site, begins.length) };
}

/** Every plank of which a piece lies or is to lie, by number. */
function planksOf(
  floors: readonly PlanFloor[],
  toLay: readonly FloorToLay[],
  cut: readonly Numbered[],
  site: Site,
  named: boolean,
): Plank[] {
  const before = new Map(site.plan!.planks.map((p) => [p.n, p]));
  // what is begun now is of the size that its pieces were cut from; of what is begun already the log knows it
  const sizes = new Map(cut.map(({ need, plank }) => [plank, need.own.floor.product.planks[need.size]!]));
  const found = new Map<number, Plank>();
  floors.forEach(({ pieces }, i) => {
    const { product } = toLay[i]!.floor;
    for (const { plank: n } of pieces) {
      if (found.has(n)) continue;
      const { length, width } = site.begun.get(n) ?? sizes.get(n)!;
      found.set(n, { ...(before.get(n) ?? {}), n, length, width, ...nameOf(product, named) });
    }
  });
  return [...found.values()].sort((a, b) => a.n - b.n);
}

/** What a plan changes of the one in force. */
function changesOf(next: Plan, site: Site, begins: number): Changes {
  const plan = site.plan!;
  const rows = new Map<string, readonly [string, number]>();
  let pieces = 0;
  const now = new Map(next.floors.flatMap((f) => f.pieces.map((p) => [pieceKey(f.id, p), p] as const)));
  const then = new Map(plan.floors.flatMap((f) => f.pieces.map((p) => [pieceKey(f.id, p), p] as const)));
  const changed = (floor: string, row: number) => rows.set(`${floor} ${row}`, [floor, row]);
  for (const { id, pieces: own } of next.floors) {
    for (const piece of own) {
      const key = pieceKey(id, piece);
      if (site.lying.has(key)) continue;
      const before = then.get(key);
      if (before && isSameCut(before, piece)) continue;
      pieces++;
      changed(id, piece.row);
    }
  }
  for (const { id, pieces: own } of plan.floors) {
    for (const piece of own) if (!now.has(pieceKey(id, piece)) && !site.otherRows.has(`${id} ${piece.row}`)) changed(id, piece.row);
  }
  const spoilt = site.parts.filter((part) => {
    const inside = (p: Piece) => p.plank === part.plank && p.cut.from > part.cut.from - 0.1 && p.cut.to < part.cut.to + 0.1 && p.cut.low > part.cut.low - 0.1 && p.cut.high < part.cut.high + 0.1; // prettier-ignore
    return ![...now].some(([key, p]) => !site.lying.has(key) && inside(p));
  });
  const wanted = plan.planks.filter((p) => !site.begun.has(p.n)).length;
  return {
    begins,
    planks: begins - wanted,
    broken: next.findings.filter((f) => f.level === 'must' && f.rule !== 'short').length,
    spoilt: spoilt.map((p) => p.key),
    rows: [...rows.values()],
    pieces,
  };
}
