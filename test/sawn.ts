/**
 * Saws every plank as a cut list says, by means of its own: wood is whatever polygon is left after the strips of kerf are taken out, marks are measured on it
 * with a tape, pieces are compared with the plan. Gives a sentence for everything that is not so.
 */
import {
  boxOf,
  difference,
  distanceToSegment,
  frameOf,
  insidePolygon,
  polygonArea,
  signedArea,
  turned,
  turnedPolygon,
  type MultiPolygon,
  type Point,
  type Polygon,
  type Ring,
} from '@/core/geometry';
import { isStraight, type CutList, type LineMark, type Measure, type PieceCuts, type ShapedCut, type StraightCut } from '@/core/cuts';
import type { Job, Piece, Plan } from '@/core/given';
import { onPlank, type Site } from '@/core/lay';

type Say = (text: string) => void;
const NEAR = 0.06;

/** What is not so of a cut list for a plan, from the beginning or from what stands on site. */
export function missawn(
  job: Pick<Job, 'kerf' | 'display' | 'spaces' | 'layouts' | 'product'>,
  plan: Plan,
  list: CutList,
  site?: Site,
): string[] {
  const said: string[] = [];
  const planned = inOrder(plan).filter((p) => !site?.lying.has(p.key));
  if (planned.map((p) => p.key).join() !== list.pieces.map((p) => p.piece).join())
    said.push('the pieces are not those of the plan in order');
  const byKey = new Map(planned.map((p) => [p.key, p]));
  const rack = new Map<string, { plank: number; wood: Polygon; left: string; becomes: string | null }>();
  const begun = new Set<number>(site?.begun.keys());
  const labels = new Set<string>();
  for (const { label, plank, outline, becomes } of list.inHand) {
    if (labels.has(label)) said.push(`two offcuts are called ${label}`);
    labels.add(label);
    rack.set(label, { plank, wood: [outline], left: '', becomes });
  }
  for (const part of site?.parts ?? []) rack.set(`sawn ${part.of}`, { plank: part.plank, wood: part.shape, left: '', becomes: null });
  if (site) said.push(...handIsTrue(site, list));
  for (const [i, own] of list.pieces.entries()) {
    const target = byKey.get(own.piece);
    const isCrumb = target !== undefined && polygonArea(target.shape) < 2;
    const say: Say = (text) => void (isCrumb || said.push(`${own.piece}: ${text}`));
    if (!target) continue;
    let wood: Polygon;
    if (own.take.from === 'new') {
      if (begun.has(own.plank.n)) say(`plank ${own.plank.n} is begun twice`);
      begun.add(own.plank.n);
      const { length, width } = own.plank;
      wood = [[[0, 0], [length, 0], [length, width], [0, width]]]; // prettier-ignore
    } else {
      const label = own.take.from === 'sawn' ? `sawn ${own.take.left}` : own.take.label;
      const found = rack.get(label);
      if (!found || found.plank !== own.plank.n) {
        say(`takes ${label}, which is not there`);
        continue;
      }
      if (own.take.from === 'offcut' && found.left !== '' && own.take.left !== found.left)
        say(`says that ${own.take.left} left ${label}, and ${found.left} did`);
      if (own.take.from !== 'sawn' && found.becomes !== own.piece) say(`takes ${label}, which becomes ${found.becomes}`);
      rack.delete(label);
      wood = found.wood;
    }
    const later = list.pieces
      .slice(i + 1)
      .filter((p) => p.plank.n === own.plank.n)
      .map((p) => ({ key: p.piece, shape: byKey.get(p.piece)!.shape }));
    const inWood = later.filter((l) => shared(l.shape, wood[0]!) > polygonArea(l.shape) / 2);
    const { offs, block, ways } = sawThrough(own, wood, list.kerf, say, job.display);
    wood = shapeOut(own, block, say, job.display);
    const off = offBy(wood, target.shape);
    // booleans know no crumbs
    if (off > 0.06 && polygonArea(target.shape) > 2) say(`comes out ${off.toFixed(3)} mm otherwise than planned`);
    sawnByRead(own, target.shape, list.step, ways, say);
    // what falls off is listed, and later pieces' wood is whole and in one part
    for (const { cut, wood: part } of offs) {
      const area = Math.abs(polygonArea(part));
      const leaf = own.leaves.find((l) => l.cut === cut);
      const needed = inWood.filter(
        (l) => shared(l.shape, part[0]!) > Math.max(polygonArea(l.shape) / 2, polygonArea(l.shape) - Math.max(2, 0.06 * roundOf(l.shape))),
      );
      if (!leaf) {
        if (needed.length > 0 || (area >= 101 && thin(part) > 1.05)) say(`what falls off at cut ${cut} is not listed`);
        continue;
      }
      if (Math.abs(area - polygonArea([leaf.outline])) > 0.06 * roundOf(part) + 1) say(`leaf of cut ${cut} is not what falls off`);
      const next = needed[0]?.key ?? null;
      if (leaf.becomes !== next) say(`leaf of cut ${cut} becomes ${next} and is said to become ${leaf.becomes}`);
      if ((leaf.fate === 'kept') !== (next !== null)) say(`leaf of cut ${cut} is ${leaf.fate}`);
      if ((leaf.label === null) !== (leaf.fate === 'waste')) say(`leaf of cut ${cut} has label ${leaf.label}`);
      if (leaf.label !== null) {
        if (labels.has(leaf.label)) say(`two offcuts are called ${leaf.label}`);
        labels.add(leaf.label);
        const first = list.pieces.find((p) => p.piece === (next ?? own.piece))!.rooms[0]!;
        if (!job.spaces.some((s) => s.name === first && leaf.label!.startsWith(s.tag || first)))
          say(`${leaf.label} does not name ${first}`);
        rack.set(leaf.label, { plank: own.plank.n, wood: part, left: own.piece, becomes: next });
      }
    }
    for (const l of inWood) {
      if (
        !offs.some(
          ({ wood: part }) =>
            shared(l.shape, part[0]!) > Math.max(polygonArea(l.shape) / 2, polygonArea(l.shape) - 0.06 * roundOf(l.shape) - 1),
        )
      )
        say(`spoils or parts ${l.key}`);
    }
    for (const { cut } of own.leaves) if (!offs.some((o) => o.cut === cut)) say(`nothing falls off at cut ${cut}`);
  }
  stopsTruly(list, (text) => said.push(text));
  return said;
}

/** What is in hand is wood that neither lies nor is gone, of planks that are begun, and no two parts of it are one. */
function handIsTrue(site: Site, { inHand }: CutList): string[] {
  const said: string[] = [];
  const directions = new Map(site.plan!.floors.map((f) => [f.id, f.direction]));
  for (const [i, own] of inHand.entries()) {
    const plank = site.begun.get(own.plank);
    if (!plank) said.push(`${own.label} is of plank ${own.plank}, which is not begun`);
    for (const { floor, piece } of site.lying.values()) {
      if (piece.plank !== own.plank) continue;
      const lies = onPlank(directions.get(floor)!, piece);
      if (shared(lies.shape, own.outline) > 3) said.push(`${own.label} lies, as ${floor}/${piece.id}`);
    }
    for (const other of inHand.slice(0, i))
      if (other.plank === own.plank && shared([own.outline], other.outline) > 3) said.push(`${own.label} and ${other.label} are one`);
  }
  return said;
}

type Planned = { readonly key: string; readonly piece: Piece; readonly shape: Polygon };

/** The pieces in the order of laying, each on its plank. */
function inOrder(plan: Plan): Planned[] {
  return plan.floors.flatMap((floor) => {
    const frame = frameOf(floor.direction);
    const own = floor.pieces.map((piece) => {
      const rings = turnedPolygon(frame, piece.outline);
      const { minX, minY } = boxOf(piece.outline[0]!.map((p) => turned(frame, p)));
      const shape = rings.map((ring) => ring.map(([u, w]): Point => [piece.cut.from + u - minX, piece.cut.low + w - minY]));
      return { key: `${floor.id}/${piece.id}`, piece, shape, u: Math.round(minX * 100), w: minY };
    });
    return own.sort((a, b) => a.piece.row - b.piece.row || a.u - b.u || a.w - b.w);
  });
}

const roundOf = (p: Polygon): number => p[0]!.reduce((sum, a, i) => sum + Math.hypot(a[0] - p[0]![(i + 1) % p[0]!.length]![0], a[1] - p[0]![(i + 1) % p[0]!.length]![1]), 0); // prettier-ignore
/** Across its narrowest way, of a convex part. */
const thin = ([ring]: Polygon): number =>
  Math.min(
    ...ring!.map((a, i) => {
      const b = ring![(i + 1) % ring!.length]!;
      const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
      return Math.max(...ring!.map((p) => Math.abs((p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0])) / length));
    }),
  );
/** How much a shape shares with a convex part, mm². */
function shared(shape: Polygon, part: Ring): number {
  const [x, y] = [boxOf(shape[0]!), boxOf(part)];
  if (x.maxX < y.minX || y.maxX < x.minX || x.maxY < y.minY || y.maxY < x.minY) return 0;
  const left = signedArea(part) > 0 ? part : [...part].reverse();
  const within = (ring: Ring) =>
    left.reduce<Ring>((rest, a, i) => {
      const c = left[(i + 1) % left.length]!;
      const long = Math.hypot(c[0] - a[0], c[1] - a[1]);
      return long < 1e-9 ? rest : before(rest, a, [-(c[1] - a[1]) / long, (c[0] - a[0]) / long], 0);
    }, ring);
  return shape.reduce((sum, ring, i) => sum + (i === 0 ? 1 : -1) * Math.abs(signedArea(within(ring))), 0);
}

/** What of a ring lies so far and further from a line through a point, along a way. */
function before(ring: Ring, p: Point, [nx, ny]: Point, from: number): Ring {
  const off = ([x, y]: Point) => (x - p[0]) * nx + (y - p[1]) * ny - from;
  return ring.flatMap((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    const [da, db] = [off(a), off(b)];
    const own: Point[] = da >= 0 ? [a] : [];
    if (da > 0 !== db > 0 && da !== 0 && db !== 0)
      own.push([a[0] + ((b[0] - a[0]) * da) / (da - db), a[1] + ((b[1] - a[1]) * da) / (da - db)]);
    return own;
  });
}

/** How far the outlines of two shapes lie apart, at their corners. */
function offBy(a: Polygon, b: Polygon): number {
  const one = (from: Polygon, to: Polygon) =>
    Math.max(0, ...from.flatMap((own) => own.map((p, i) => Math.min(...to.map((ring) => offRing(p, ring))) * sharpness(own, i))));
  return Math.max(one(a, b), one(b, a));
}

/** Edges that lie a hair off move the corner between them by more, the sharper it is: by so much of it they lie off. */
function sharpness(ring: Ring, i: number): number {
  const [a, p, b] = [ring[(i + ring.length - 1) % ring.length]!, ring[i]!, ring[(i + 1) % ring.length]!];
  const [x, y] = [Math.hypot(a[0] - p[0], a[1] - p[1]) || 1, Math.hypot(b[0] - p[0], b[1] - p[1]) || 1];
  const cos = ((a[0] - p[0]) * (b[0] - p[0]) + (a[1] - p[1]) * (b[1] - p[1])) / (x * y);
  return Math.max(0.05, Math.sqrt(Math.max(0, (1 - cos) / 2)));
}
const offRing = (p: Point, ring: Ring): number => Math.min(...ring.map((q, i) => distanceToSegment(p, q, ring[(i + 1) % ring.length]!)));

/** The way square to a line towards what is kept. */
function keptWay({ line: [a, b], keep }: StraightCut): Point {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const n: Point = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
  const wanted = keep === 'left' ? n[0] < 0 : keep === 'right' ? n[0] > 0 : keep === 'near' ? n[1] < 0 : n[1] > 0;
  return wanted ? n : [-n[0], -n[1]];
}

function sawThrough(own: PieceCuts, wood: Polygon, kerf: number, say: Say, display: Job['display']) {
  let block = wood;
  const offs: { cut: number; wood: Polygon }[] = [];
  const ways = new Map<number, Point[]>();
  let shaped = false;
  own.cuts.forEach((cut, k) => {
    if (!isStraight(cut)) return void (shaped = true);
    if (shaped) say(`cut ${k} comes after a notch`);
    for (const p of cut.line) if (offRing(p, block[0]!) > NEAR) say(`the line of cut ${k} does not end on the wood`);
    const way = keptWay(cut);
    const kept: Polygon = [before(block[0]!, cut.line[0], way, 0)];
    const off: Polygon = [before(block[0]!, cut.line[0], [-way[0], -way[1]], kerf)];
    if (kept[0]!.length < 3) return say(`cut ${k} keeps nothing`);
    const gone = polygonArea(block) - polygonArea(kept);
    if (gone < 0.02 * Math.hypot(cut.line[0][0] - cut.line[1][0], cut.line[0][1] - cut.line[1][1])) say(`cut ${k} takes nothing off`);
    ways.set(
      k,
      cut.line.map((p, m) => wayAlong(kept[0]!, p, cut.line[1 - m]!)),
    );
    cut.marks.forEach((mark, m) =>
      markIsTrue(mark, cut.line[m]!, cut.line[1 - m]!, kept[0]!, display, (text) => say(`cut ${k}, mark ${m}: ${text}`)),
    );
    if (off[0]!.length >= 3) offs.push({ cut: k, wood: off });
    block = kept;
  });
  return { offs, block, ways };
}

/** Which way the outline of what is kept goes on from an end of a line, away from the cut. */
function wayAlong(kept: Ring, p: Point, q: Point): Point {
  const at = (c: Point, d: Point) => Math.hypot(c[0] - d[0], c[1] - d[1]);
  const n = kept.length;
  const k = kept.findIndex((c) => at(c, p) <= NEAR);
  // corners may be doubled: the first each way that lies off it
  const next = (step: number) => Array.from({ length: n }, (_, i) => kept[(k + (i + 1) * step) % n]!).find((c) => at(c, p) > NEAR)!;
  const to = at(next(1), q) <= NEAR ? next(n - 1) : next(1);
  return [(to[0] - p[0]) / at(to, p), (to[1] - p[1]) / at(to, p)];
}

const isLong = (a: Point, b: Point): boolean => Math.abs(b[1] - a[1]) <= Math.tan((10 * Math.PI) / 180) * Math.abs(b[0] - a[0]);

/** A mark against a tape laid along what is kept. */
function markIsTrue(mark: LineMark, p: Point, q: Point, kept: Ring, display: Job['display'], say: Say): void {
  // the corners of what is kept, away from the cut, beginning at p; corners that stand out of a straight line by a hair are none
  const ring = kept.filter((c) => Math.hypot(c[0] - p[0], c[1] - p[1]) > NEAR && Math.hypot(c[0] - q[0], c[1] - q[1]) > NEAR);
  const at = kept.findIndex((c) => Math.hypot(c[0] - p[0], c[1] - p[1]) <= NEAR);
  const forward = Array.from({ length: kept.length }, (_, k) => kept[(at + k) % kept.length]!).filter((c) => ring.includes(c));
  // two corners may be one: the next is the first that lies off p
  const next = Array.from({ length: kept.length }, (_, k) => kept[(at + k) % kept.length]!).find(
    (c) => Math.hypot(c[0] - p[0], c[1] - p[1]) > NEAR,
  )!;
  const nextIsQ = Math.hypot(next[0] - q[0], next[1] - q[1]) <= NEAR;
  const way = straightened([p, ...(nextIsQ ? forward.reverse() : forward), q]);
  const first = way[1]!;
  const wanted: number[] = [];
  // an end that is no more than a corner: either edge will do
  const beyond = kept.find((c) => Math.hypot(c[0] - p[0], c[1] - p[1]) > 1e-6 && Math.hypot(c[0] - p[0], c[1] - p[1]) <= 0.1);
  if (beyond) wanted.push(Math.abs(beyond[1] - p[1]));
  if (isLong(p, first)) wanted.push(Math.hypot(first[0] - p[0], first[1] - p[1]));
  else {
    // the end may be of several edges; next to it the outline turns into a long edge, or into the other end
    const isEnd = (c: Point, d: Point) => !isLong(c, d) && d[1] > c[1] === first[1] > p[1];
    const turn = way.findIndex((c, i) => i > 0 && i + 2 < way.length && !isEnd(c, way[i + 1]!));
    const k = turn > 0 && isLong(way[turn]!, way[turn + 1]!) ? turn : -1;
    if (k > 0) {
      const [a, b] = [way[k]!, way[k + 1]!];
      wanted.push(Math.abs(p[1] - (a[1] + ((p[0] - a[0]) * (b[1] - a[1])) / (b[0] - a[0]))));
    }
    const ys = kept.map((c) => c[1]);
    if (k < 0) wanted.push(p[1] - Math.min(...ys), Math.max(...ys) - p[1]);
  }
  if (!wanted.some((w) => Math.abs(w - mark.mm) < 0.1))
    say(`${mark.mm} from ${mark.from} on ${mark.on}, and a tape says ${wanted.map((w) => w.toFixed(3)).join(' or ')}`);
  readsTruly(mark, display, 'down', say);
}

function straightened(way: readonly Point[]): Point[] {
  const out = [...way];
  for (let i = 1; i + 1 < out.length;) {
    if (distanceToSegment(out[i]!, out[i - 1]!, out[i + 1]!) < 0.05) out.splice(i, 1);
    else i++;
  }
  return out;
}

function readsTruly({ mm, read, text }: Measure, display: Job['display'], how: 'down' | 'up' | 'any', say: Say): void {
  const step = display === 'metric' ? 1 : 25.4 / 16;
  const steps = Math.round(read / step);
  if (Math.abs(steps * step - read) > 0.0006) say(`${read} is no whole number of steps`);
  if (how === 'down' && (steps * step > mm + 0.0511 || (steps + 1) * step <= mm + 0.0489)) say(`${mm} is read as ${read}`);
  if (how === 'up' && (steps * step < mm - 0.0511 || (steps - 1) * step >= mm - 0.0489)) say(`${mm} is read as ${read}, up`);
  if (how === 'any' && Math.abs(steps * step - mm) >= step + 0.051) say(`${mm} is read as ${read}`);
  const n = Math.abs(steps);
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
  const part = n % 16;
  const inches = [Math.floor(n / 16) || (part === 0 ? 0 : ''), part === 0 ? '' : `${part / gcd(part, 16)}/${16 / gcd(part, 16)}`].filter((s) => s !== '').join(' '); // prettier-ignore
  const wanted = `${steps < 0 ? '-' : ''}${display === 'metric' ? `${n} mm` : `${inches} in`}`;
  if (text !== wanted) say(`${read} is written "${text}" and not "${wanted}"`);
}

/** Takes notches and holes out of the block. */
function shapeOut(own: PieceCuts, block: Polygon, say: Say, display: Job['display']): Polygon {
  let wood: MultiPolygon = [block];
  own.cuts.forEach((cut, k) => {
    if (isStraight(cut)) return;
    const reaches = cut.out.some((p) => offRing(p, block[0]!) <= NEAR || !insidePolygon(p, block));
    if (reaches !== (cut.kind === 'notch')) say(`cut ${k} is no ${cut.kind}`);
    wood = difference(wood, [[cut.out]]).filter((p) => polygonArea(p) > 1);
    cornersTruly(cut, block[0]!, display, (text) => say(`cut ${k}: ${text}`));
    const inside = (least: number) => cut.out.filter((p) => insidePolygon(p, block) && offRing(p, block[0]!) > least).length;
    if (cut.inside.length < inside(NEAR) || cut.inside.length > inside(0.045))
      say(`cut ${k} stops at ${cut.inside.length} corners, and ${inside(NEAR)} lie inside`);
  });
  if (wood.length !== 1) say(`comes out in ${wood.length} parts`);
  return wood[0] ?? block;
}

function cornersTruly({ out, marks, round }: ShapedCut, block: Ring, display: Job['display'], say: Say): void {
  const marked = out.filter(
    (p) => block.every((q) => Math.hypot(p[0] - q[0], p[1] - q[1]) > NEAR) && (insidePolygon(p, [block]) || offRing(p, block) < NEAR),
  );
  const isSquare = out.length === 4 && out.every(([x, y], i) => Math.min(Math.abs(x - out[(i + 1) % 4]![0]), Math.abs(y - out[(i + 1) % 4]![1])) < 0.05); // prettier-ignore
  const box = boxOf(out);
  const all = round ? [{ corner: round.centre, along: round.along, across: round.across }] : marks;
  if (!round)
    for (const p of marked)
      if (!marks.some((m) => Math.hypot(m.corner[0] - p[0], m.corner[1] - p[1]) < NEAR)) say(`corner ${p.join()} has no mark`);
  for (const { corner, along, across } of all) {
    const edges = straightRing(block).map((a, i, r): readonly [Point, Point] => [a, r[(i + 1) % r.length]!]);
    const own = edges
      .filter(([a, b]) => isLong(a, b) && (across.from === 'near') === b[0] > a[0])
      .sort((e, f) => Math.hypot(f[0][0] - f[1][0], f[0][1] - f[1][1]) - Math.hypot(e[0][0] - e[1][0], e[0][1] - e[1][1]))[0];
    const { minX, maxX, minY, maxY } = boxOf(block);
    const y = own
      ? own[0][1] + ((corner[0] - own[0][0]) * (own[1][1] - own[0][1])) / (own[1][0] - own[0][0])
      : across.from === 'near'
        ? minY
        : maxY;
    const x = own ? (along.from === 'left' ? Math.min : Math.max)(own[0][0], own[1][0]) : along.from === 'left' ? minX : maxX;
    const wide = across.from === 'near' ? corner[1] - y : y - corner[1];
    const far = along.from === 'left' ? corner[0] - x : x - corner[0];
    if (Math.abs(wide - across.mm) > 0.1) say(`corner ${corner.join()} is ${wide} across from ${across.from}, said ${across.mm}`);
    if (Math.abs(far - along.mm) > 0.1) say(`corner ${corner.join()} is ${far} along from ${along.from}, said ${along.mm}`);
    const middleX = (box.minX + box.maxX) / 2;
    const middleY = (box.minY + box.maxY) / 2;
    readsTruly(along, display, !isSquare || round ? 'any' : corner[0] < middleX === (along.from === 'left') ? 'down' : 'up', say);
    readsTruly(across, display, !isSquare || round ? 'any' : corner[1] < middleY === (across.from === 'near') ? 'down' : 'up', say);
  }
  if (round) readsTruly(round.diameter, display, 'up', say);
}
function straightRing(ring: Ring): Ring {
  const out = [...ring];
  for (let i = 0; i < out.length && out.length > 3;) {
    if (distanceToSegment(out[i]!, out[(i + out.length - 1) % out.length]!, out[(i + 1) % out.length]!) < 0.05) out.splice(i, 1);
    else i++;
  }
  return out;
}

/** Who saws by what is read alone gets a piece that is nowhere larger, and smaller by less than a step at each cut edge. */
function sawnByRead(own: PieceCuts, target: Polygon, step: number, ways: ReadonlyMap<number, readonly Point[]>, say: Say): void {
  const straight = own.cuts.filter(isStraight);
  if (straight.length === 0 || own.cuts.length > straight.length) return;
  const corners = target[0]!;
  for (const [k, cut] of straight.entries()) {
    const way = keptWay(cut);
    // each end of the line moves towards what is kept by what was rounded off
    const ends = cut.line.map((p, m): Point => {
      const mark = cut.marks[m]!;
      const lost = mark.mm - mark.read;
      const [dx, dy] = ways.get(own.cuts.indexOf(cut))?.[m] ?? [0, 1];
      const by = mark.on === 'near' || mark.on === 'far' ? lost : lost / Math.max(0.05, Math.abs(dy));
      return [p[0] + dx * by, p[1] + dy * by];
    }) as unknown as [Point, Point];
    const off = (p: Point, [a]: readonly [Point, Point], n: Point) => (p[0] - a[0]) * n[0] + (p[1] - a[1]) * n[1];
    const length = Math.hypot(ends[1][0] - ends[0][0], ends[1][1] - ends[0][1]);
    let n: Point = [-(ends[1][1] - ends[0][1]) / length, (ends[1][0] - ends[0][0]) / length];
    if (n[0] * way[0] + n[1] * way[1] < 0) n = [-n[0], -n[1]];
    for (const p of corners) {
      const exact = off(p, cut.line, way);
      if (exact > 0.05) continue;
      // a corner on the cut's own edge: by the figures read it is cut off, by less than a step
      const byRead = off(p, ends, n);
      // on a leaning end a step across is more along it
      const lean = Math.max(
        1,
        ...(ways.get(own.cuts.indexOf(cut)) ?? []).map(([, dy], m) => (isEndSide(cut.marks[m]!.on) ? 1 / Math.max(0.05, Math.abs(dy)) : 1)),
      );
      if (byRead > 0.06 + 0.05 * lean) say(`cut ${k} by what is read leaves ${byRead.toFixed(2)} too much`);
      if (byRead < -step * lean - 0.06) say(`cut ${k} by what is read takes ${(-byRead).toFixed(2)} too much`);
    }
  }
}

const isEndSide = (side: LineMark['on']): boolean => side === 'left' || side === 'right';

function stopsTruly({ pieces, stops, shapes }: CutList, say: Say): void {
  const wanted = new Map<string, string[]>();
  for (const { piece, cuts } of pieces)
    cuts.forEach((cut, k) => {
      if (!isStraight(cut)) return;
      const [a, b] = cut.marks;
      const axis = cut.kind === 'cross' ? 0 : 1;
      if (a.from !== b.from || Math.abs(a.mm - b.mm) > 0.05 || Math.abs(cut.line[0][axis] - cut.line[1][axis]) > 0.05 || a.read !== b.read)
        return;
      const key = `${cut.kind} ${a.from} ${a.read}`;
      wanted.set(key, [...(wanted.get(key) ?? []), `${piece} ${k}`]);
    });
  const many = [...wanted].filter(([, cuts]) => cuts.length > 1);
  if (many.length !== stops.length) say(`${stops.length} stops for ${many.length}`);
  for (const { kind, from, read, cuts } of stops) {
    const own = wanted.get(`${kind} ${from} ${read}`) ?? [];
    if (
      own.sort().join() !==
      cuts
        .map(([p, k]) => `${p} ${k}`)
        .sort()
        .join()
    )
      say(`stop ${kind} ${from} ${read} is not of its cuts`);
  }
  const holes = pieces.flatMap(({ piece, cuts }) => cuts.flatMap((c, k) => (isStraight(c) ? [] : [`${piece} ${k} ${c.kind}`])));
  if (holes.join() !== shapes.map((s) => `${s.piece} ${s.cut} ${s.kind}`).join()) say('shapes are not the notches and holes');
}
