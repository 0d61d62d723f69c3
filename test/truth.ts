/**
 * What makes a plan true, measured afresh from the plan file alone and in another way than the planner and the audit do: by scanning
 * lines and sampling sections. Gives a sentence for everything that is not so.
 */
import { boxOf, frameOf, polygonArea, spansAt, turnedPolygon, type Point, type Polygon } from '@/core/geometry';
import type { Floor } from '@/core/floors';
import { isJudged } from '@/core/setout';
import { isPlaced, type Job, type Piece, type Plan, type PlanFloor } from '@/core/given';

const TOLERANCE = 0.02;

export function untruths(job: Job, floors: readonly Floor[], plan: Plan): string[] {
  const said: string[] = [];
  const say = (text: string) => said.push(text);
  plan.floors.forEach((floor, i) => {
    coversAndNothingElse(floor, say);
    locksMeet(floor, plan, say);
    limitsListed(floor, floors[i]!, plan, say);
  });
  noWoodTwice(job, plan, say);
  totalsAddUp(floors, plan, say);
  return said;
}

/** Planks, boxes, laid area and waste, each from the plan's own planks and outlines. */
function totalsAddUp(floors: readonly Floor[], plan: Plan, say: Say): void {
  const { planks, boxes, laidArea, wastePercent } = plan.totals;
  if (planks !== plan.planks.length) say(`totals count ${planks} planks of ${plan.planks.length}`);
  const laid = plan.floors.reduce((sum, f) => sum + f.laid.reduce((s, p) => s + polygonArea(p), 0), 0);
  if (Math.abs(laidArea - laid / 1e6) > 0.002) say(`totals say ${laidArea} m² laid of ${laid / 1e6}`);
  const wood = plan.planks.reduce((sum, p) => sum + p.length * p.width, 0);
  if (Math.abs(wastePercent - (wood / laid - 1) * 100) > 0.02) say(`totals say ${wastePercent} % waste and not ${(wood / laid - 1) * 100}`);
  // a box holds so many of each size: the size that asks for most boxes decides, product by product
  const products = new Map(floors.map((f) => [f.product.name, f.product]));
  let needed = 0;
  for (const product of products.values()) {
    const own = plan.planks.filter((p) => products.size === 1 || p.product === product.name);
    let most = 0;
    for (const size of product.planks) {
      const count = own.filter((p) => p.length === size.length && p.width === size.width).length;
      while (Math.round(most * product.perBox * size.share * 1e6) / 1e6 < count) most++;
    }
    needed += most;
  }
  if (boxes !== needed) say(`totals say ${boxes} boxes and not ${needed}`);
}

type Say = (text: string) => void;
type Shape = { piece: Piece; shape: Polygon; box: ReturnType<typeof boxOf> };

const shapesOf = (floor: PlanFloor): Shape[] =>
  floor.pieces.map((piece) => {
    const shape = turnedPolygon(frameOf(floor.direction), piece.outline);
    return { piece, shape, box: boxOf(shape[0]!) };
  });

/** Corners of floor and pieces are rounded to a thousandth each, mm. */
const HAIR = 0.003;

function coversAndNothingElse(floor: PlanFloor, say: Say): void {
  const frame = frameOf(floor.direction);
  const laid = floor.laid.map((p) => turnedPolygon(frame, p));
  const shapes = shapesOf(floor);
  const area = (ps: readonly Polygon[]) => ps.reduce((sum, p) => sum + polygonArea(p), 0);
  const pieces = area(shapes.map((s) => s.shape));
  if (Math.abs(pieces - area(laid)) > 0.5 + shapes.length * 2) say(`${floor.id}: pieces cover ${pieces} of ${area(laid)} mm²`);
  // along lines within each row, and beside its edges, the pieces follow each other without hole or overlap over just the laid stretches
  const corners = laid.flatMap((p) => p.flat().map((q) => q[1]));
  for (const row of floor.rows) {
    for (const share of [0.0004, 0.07, 0.31, 0.5, 0.73, 0.94, 0.9996]) {
      let w = row.from + share * row.width;
      // along a wall itself either answer is right
      if (corners.some((at) => Math.abs(at - w) < TOLERANCE)) w += 2 * TOLERANCE;
      const own = shapes
        .flatMap((s) => (s.box.minY < w + 1e-4 && s.box.maxY > w + 1e-4 ? spansAt([s.shape], 1, w, 1) : []))
        .sort((a, b) => a[0] - b[0]);
      const joined: [number, number][] = [];
      for (const [from, to] of own) {
        const last = joined[joined.length - 1];
        if (last && Math.abs(from - last[1]) < TOLERANCE) last[1] = to;
        else if (last && from < last[1]) say(`${floor.id}: pieces overlap at u ${from}, w ${w}`);
        else joined.push([from, to]);
      }
      const wanted = spansAt(laid, 1, w, 1);
      // beside a shallow slope a hair in w is far in u
      const long = (spans: readonly (readonly [number, number])[]) => spans.filter(([a, b]) => b - a > 4);
      const [have, want] = [long(joined), long(wanted)];
      const beside = [w - HAIR, w + HAIR].map((at) => long(spansAt(laid, 1, at, 1))).filter((spans) => spans.length === want.length);
      const isOff = (end: 0 | 1) =>
        have.some((span, i) => Math.abs(span[end] - want[i]![end]) > 1 + Math.max(0, ...beside.map((b) => Math.abs(b[i]![end] - want[i]![end])))); // prettier-ignore
      if (have.length !== want.length || isOff(0) || isOff(1)) {
        say(`${floor.id}: at w ${w} pieces lie on ${JSON.stringify(have)}, the floor on ${JSON.stringify(want)}`);
      }
    }
  }
}

/** A piece's corners where it lies on its plank. */
type OnPlank = { corners: readonly Point[]; id: string };

function noWoodTwice(job: Job, plan: Plan, say: Say): void {
  const uses = new Map<number, OnPlank[]>();
  for (const floor of plan.floors) {
    const widths = new Map(floor.rows.map((r) => [r.n, r.width]));
    for (const { piece, shape, box } of shapesOf(floor)) {
      const plank = plan.planks.find((p) => p.n === piece.plank);
      if (!plank) {
        say(`${piece.id} names plank ${piece.plank}, which is not listed`);
        continue;
      }
      const c = piece.cut;
      if (c.from < -TOLERANCE || c.to > plank.length + TOLERANCE || c.low < -TOLERANCE || c.high > plank.width + TOLERANCE) {
        say(`${piece.id} reaches out of plank ${plank.n}`);
      }
      if (plank.width !== widths.get(piece.row)) say(`${piece.id}: row ${piece.row} is not as wide as plank ${plank.n}`);
      if (Math.abs(box.maxX - box.minX - (c.to - c.from)) > TOLERANCE || Math.abs(box.maxY - box.minY - (c.high - c.low)) > TOLERANCE)
        say(`${piece.id} is not as large as its cut`);
      const corners = shape[0]!.map(([u, w]): Point => [c.from + u - box.minX, c.low + w - box.minY]);
      uses.set(plank.n, [...(uses.get(plank.n) ?? []), { corners, id: `${floor.id} ${piece.id}` }]);
    }
  }
  for (const plank of plan.planks) {
    const own = uses.get(plank.n);
    if (!own) say(`plank ${plank.n} is opened and not used`);
    else if (!comesApart(own, job.kerf)) say(`plank ${plank.n}: ${own.map((o) => o.id).join(', ')} do not come apart by straight cuts`);
  }
}

/** Guillotine: some straight cut right through, a kerf wide, square, along the plank or along a side of a piece, parts the pieces; and then each part again. */
function comesApart(parts: readonly OnPlank[], kerf: number): boolean {
  if (parts.length < 2) return true;
  const sides = parts.flatMap(({ corners }) =>
    corners.map(([u, w], k): Point => {
      const [v, x] = corners[(k + 1) % corners.length]!;
      const length = Math.hypot(v - u, x - w);
      return [(x - w) / length, (u - v) / length];
    }),
  );
  for (const [nu, nw] of [[1, 0], [0, 1], ...sides] as Point[]) {
    const reach = parts.map(({ corners }) => corners.map(([u, w]) => u * nu + w * nw));
    for (const cut of reach.map((r) => Math.max(...r))) {
      const near = parts.filter((_, i) => Math.max(...reach[i]!) <= cut + TOLERANCE);
      const far = parts.filter((_, i) => Math.min(...reach[i]!) >= cut + kerf - TOLERANCE);
      if (near.length > 0 && far.length > 0 && near.length + far.length === parts.length)
        return comesApart(near, kerf) && comesApart(far, kerf);
    }
  }
  return false;
}

/** Joints seen along a line of equal w: where one piece ends and another begins. */
function jointsAlong(shapes: readonly Shape[], w: number): { u: number; left: Piece; right: Piece }[] {
  const spans = shapes.flatMap(({ piece, shape, box }) =>
    box.minY < w && box.maxY > w ? spansAt([shape], 1, w, 1).map(([from, to]) => ({ from, to, piece })) : [],
  );
  spans.sort((a, b) => a.from - b.from);
  return spans
    .slice(1)
    .flatMap((s, i) => (Math.abs(s.from - spans[i]!.to) < TOLERANCE ? [{ u: s.from, left: spans[i]!.piece, right: s.piece }] : []));
}

function locksMeet(floor: PlanFloor, plan: Plan, say: Say): void {
  const shapes = shapesOf(floor);
  for (const row of floor.rows) {
    const own = shapes.filter((s) => s.piece.row === row.n);
    for (const share of [0.1, 0.5, 0.9]) {
      for (const { u, left, right } of jointsAlong(own, row.from + share * row.width)) {
        const long = plan.planks.find((p) => p.n === left.plank)!.length;
        // a piece whose hole touches its own edge meets nobody
        if (left === right || (left.butt && right.butt)) continue;
        if (Math.abs(left.cut.to - long) > TOLERANCE) say(`${left.id} meets ${right.id} at ${u} without its right factory end`);
        if (Math.abs(right.cut.from) > TOLERANCE) say(`${right.id} meets ${left.id} at ${u} without its left factory end`);
      }
    }
    for (const next of floor.rows.filter((r) => Math.abs(r.from - row.to) < TOLERANCE)) {
      const edge = (list: Shape[], w: number) => list.flatMap((s) => spansAt([s.shape], 1, w, 1).map(([a, b]) => ({ a, b, s })));
      const upper = edge(own, row.to - 0.05);
      const lower = edge(
        shapes.filter((s) => s.piece.row === next.n),
        row.to + 0.05,
      );
      for (const p of upper) {
        for (const q of lower) {
          if (Math.min(p.b, q.b) - Math.max(p.a, q.a) < 0.5) continue;
          if (Math.abs(p.s.piece.cut.high - row.width) > TOLERANCE)
            say(`${p.s.piece.id} locks into ${q.s.piece.id} without its factory edge`);
          if (Math.abs(q.s.piece.cut.low) > TOLERANCE) say(`${q.s.piece.id} locks into ${p.s.piece.id} without its factory edge`);
        }
      }
    }
  }
}

/** Stretches of a line, those that meet made one. */
function joinedSpans(spans: readonly (readonly [number, number])[]): [number, number][] {
  const joined: [number, number][] = [];
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    const last = joined[joined.length - 1];
    if (last && from - last[1] < TOLERANCE) last[1] = Math.max(last[1], to);
    else joined.push([from, to]);
  }
  return joined;
}

function limitsListed(floor: PlanFloor, { product, edges }: Floor, plan: Plan, say: Say): void {
  const frame = frameOf(floor.direction);
  const shapes = shapesOf(floor);
  const listed = (rule: string) => plan.findings.filter(isPlaced).filter((f) => f.rule === rule && f.floor === floor.id);
  const plane = (u: number, w: number) => [u * frame.cos + w * frame.sin, u * frame.sin - w * frame.cos] as const;
  const near = (rule: string, u: number, w: number) =>
    listed(rule).some((f) => Math.hypot(f.at[0] - plane(u, w)[0], f.at[1] - plane(u, w)[1]) <= 400);

  // stagger, from the joints seen a hair to either side of each edge
  const broken: { u: number; w: number }[] = [];
  for (const row of floor.rows) {
    const above = jointsAlong(
      shapes.filter((s) => s.piece.row === row.n),
      row.to - 0.05,
    );
    const below = jointsAlong(
      shapes.filter((s) => s.piece.row === row.n + 1),
      row.to + 0.05,
    );
    // stretches of the edge along which floor lies on both sides
    const beside = [-0.05, 0.05].map((d) => joinedSpans(shapes.flatMap((s) => spansAt([s.shape], 1, row.to + d, 1))));
    const covered = (from: number, to: number) => beside.every((all) => all.some(([a, b]) => a <= from + 0.02 && b >= to - 0.02));
    for (const a of above) {
      for (const b of below) {
        if (Math.abs(a.u - b.u) >= product.limits.stagger - TOLERANCE) continue;
        if (covered(Math.min(a.u, b.u), Math.max(a.u, b.u))) broken.push({ u: (a.u + b.u) / 2, w: row.to });
      }
    }
  }
  for (const { u, w } of broken) if (!near('stagger', u, w)) say(`${floor.id}: stagger broken at u ${u}, w ${w}, not listed`);
  for (const f of listed('stagger')) {
    if (!broken.some(({ u, w }) => Math.hypot(f.at[0] - plane(u, w)[0], f.at[1] - plane(u, w)[1]) <= 400))
      say(`stagger listed at ${f.at.join()} and not so`);
  }

  // longest runs, by the corners of each part of the laid area
  for (const part of floor.laid) {
    const corners = turnedPolygon(frame, part)[0]!;
    for (const [rule, axis] of [
      ['runAlong', 0],
      ['runAcross', 1],
    ] as const) {
      const reach = corners.map((p) => p[axis]);
      const long = Math.max(...reach) - Math.min(...reach) > product.limits[rule] + TOLERANCE;
      const said = listed(rule).some((f) => part[0]!.some(([x, y]) => Math.hypot(f.at[0] - x, f.at[1] - y) < 1));
      if (long !== said) say(`${floor.id}: ${rule} is ${long ? 'broken and not listed' : 'listed and not broken'}`);
    }
  }

  // end pieces
  for (const row of floor.rows) {
    const own = shapes.filter((s) => s.piece.row === row.n);
    const joints = [0.1, 0.5, 0.9].flatMap((share) => jointsAlong(own, row.from + share * row.width));
    for (const { piece, box } of own) {
      const left = joints.some((j) => j.right === piece);
      const right = joints.some((j) => j.left === piece);
      const short = piece.cut.to - piece.cut.from < product.limits.endPiece - TOLERANCE;
      if (left !== right && short && !near('endPiece', (box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2))
        say(`${piece.id} is short and not listed`);
    }
  }
  for (const f of listed('endPiece')) {
    const short = shapes.some(({ piece, box }) => {
      const [x, y] = plane((box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2);
      return piece.cut.to - piece.cut.from < product.limits.endPiece - 0.005 && Math.hypot(f.at[0] - x, f.at[1] - y) < 400;
    });
    if (!short) say(`endPiece listed at ${f.at.join()} and not so`);
  }

  // rips, by sections every 10 mm
  const laid = floor.laid.map((p) => turnedPolygon(frame, p));
  const box = boxOf(laid.flatMap((p) => p[0]!));
  for (const f of listed('rip')) {
    const [u, w] = [f.at[0] * frame.cos + f.at[1] * frame.sin, f.at[0] * frame.sin - f.at[1] * frame.cos];
    const thin = [-60, -30, -10, 0, 10, 30, 60].some((d) =>
      spansAt(laid, 0, u + d, 1).some(([a, b]) =>
        floor.rows.some((r) => {
          const height = Math.min(b, r.to) - Math.max(a, r.from);
          return height > -1 && height < product.limits.rip && Math.abs(w - (a + b) / 2) < (b - a) / 2 + 5;
        }),
      ),
    );
    if (!thin) say(`rip listed at ${f.at.join()} and not so`);
  }
  const allJudged = edges.every((e) => isJudged(e.bound));
  if (
    allJudged &&
    floor.laid.every((p) => p.every((ring) => ring.every(([x, y], i) => axisParallel([x, y], ring[(i + 1) % ring.length]!))))
  ) {
    for (let u = box.minX + 20; u < box.maxX - 20; u += 10) {
      for (const [a, b] of spansAt(laid, 0, u, 1)) {
        for (const r of floor.rows) {
          const height = Math.min(b, r.to) - Math.max(a, r.from);
          if (height <= 0.05 || height >= product.limits.rip - TOLERANCE) continue;
          const w = a > r.from + TOLERANCE ? a : b;
          const wide = [-20, 20].every((d) => spansAt(laid, 0, u + d, 1).some(([c, e]) => Math.abs(c - a) < 0.1 && Math.abs(e - b) < 0.1));
          const judged = listed('rip').some((f) => f.rows?.includes(r.n));
          if (wide && !judged) say(`${floor.id}: only ${height} of row ${r.n} left at u ${u}, w ${w}, not listed`);
        }
      }
    }
  }
}

const axisParallel = (a: readonly [number, number], b: readonly [number, number]) =>
  Math.abs(a[0] - b[0]) < 0.01 || Math.abs(a[1] - b[1]) < 0.01;
