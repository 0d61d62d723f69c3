import {
  boxOf,
  clipBox,
  difference,
  drawnIn,
  grouped,
  intersection,
  oriented,
  polygonArea,
  signedArea,
  tidyRing,
  unfolded,
  union,
  type MultiPolygon,
  type Point,
  type Ring,
} from '../geometry';
import {
  bad,
  footOf,
  good,
  labelled,
  type Job,
  type Layout,
  type Obstacle,
  type Opening,
  type Problem,
  type Product,
  type Result,
  type Space,
} from '../given';
import { tooLarge } from './bounds';
import { halfStrip, lineOf, outside, slotAt, wayOf, wholeStrip, type Way } from './openings';

/** What an edge of the laid area keeps away from. */
export type Bound =
  /** `wall` counts the edges of the space's outline from 0 */
  | { readonly kind: 'wall'; readonly space: string; readonly wall: number }
  | { readonly kind: 'jamb'; readonly opening: string }
  | { readonly kind: 'line'; readonly opening: string }
  /** the far edge of a way that leads out of the job: the floor ends there without a gap */
  | { readonly kind: 'open'; readonly opening: string }
  | { readonly kind: Obstacle['kind']; readonly obstacle: string };

/** One edge of the laid area, the floor on its left. */
export type LaidEdge = { readonly a: Point; readonly b: Point; readonly bound: Bound };

/** One sheet of flooring: the spaces that run together, what is laid there and by which rules. */
export type Floor = {
  readonly id: string;
  readonly spaces: readonly Space[];
  readonly product: Product;
  readonly layout: Layout;
  /** Kept off its walls and obstacles by the gaps, outer rings anticlockwise, mm in plan. */
  readonly laid: MultiPolygon;
  readonly edges: readonly LaidEdge[];
  /** the doorways in which the floor lies, wholly or up to their line */
  readonly ways: readonly Way[];
};

/** What of a job decides its floors. */
export type Surveyed = Pick<Job, 'spaces' | 'openings' | 'obstacles' | 'product' | 'layout' | 'layouts'> & Partial<Pick<Job, 'kits'>>;

/** Less floor than this (mm²) is none. */
const NO_FLOOR = 100;

/**
 * Forms the floors of a job: spaces joined by openings that the floor runs through are one floor, any other opening ends it.
 *
 * @returns the floors in the order of their first spaces, or what cannot be laid and why
 */
export function floorsOf(job: Surveyed): Result<readonly Floor[]> {
  const spaces = new Map(job.spaces.map((s) => [s.id, s]));
  const problems: Problem[] = [...overlaps(job.spaces)];
  const ways: Way[] = [];
  (job.openings ?? []).forEach((opening, i) => {
    const way = wayOf(opening, i, spaces);
    if (way.ok) ways.push(way.value);
    else problems.push(...way.problems);
  });
  if (problems.length > 0) return bad(...problems);

  const floors: Floor[] = [];
  for (const group of groups(job.spaces, job.openings ?? [])) {
    const made = formFloor(job, `f${floors.length + 1}`, group, ways);
    if (made.ok) floors.push(made.value);
    else problems.push(...made.problems);
  }
  problems.push(...tooLarge(floors, job.spaces));
  return problems.length > 0 ? bad(...problems) : good(floors);
}

/** Floor from wall to wall, all rooms together, mm²: before anything is kept off a wall. */
export const roomsArea = ({ spaces }: Pick<Job, 'spaces'>): number => spaces.reduce((sum, s) => sum + Math.abs(signedArea(s.outline)), 0);

function overlaps(spaces: readonly Space[]): Problem[] {
  const problems: Problem[] = [];
  const boxes = spaces.map((s) => boxOf(s.outline));
  for (let i = 0; i < spaces.length; i++) {
    for (let j = i + 1; j < spaces.length; j++) {
      const [a, b] = [boxes[i]!, boxes[j]!];
      if (a.maxX - b.minX < 1 || b.maxX - a.minX < 1 || a.maxY - b.minY < 1 || b.maxY - a.minY < 1) continue;
      const shared = intersection([[spaces[i]!.outline]], [[spaces[j]!.outline]]).reduce((sum, p) => sum + polygonArea(p), 0);
      if (shared > NO_FLOOR) {
        problems.push({
          path: `spaces[${j}].outline`,
          text: `overlaps "${spaces[i]!.id}" by ${(shared / 1e6).toFixed(3)} m²; move or redraw one of them`,
        });
      }
    }
  }
  return problems;
}

/** Spaces joined by `through` openings, in the order of the job. */
function groups(spaces: readonly Space[], openings: readonly Opening[]): Space[][] {
  const home = new Map(spaces.map((s) => [s.id, s.id]));
  const root = (id: string): string => (home.get(id) === id ? id : root(home.get(id)!));
  for (const { between, finish } of openings) {
    if (finish === 'through' && between[1] !== null) home.set(root(between[1]), root(between[0]));
  }
  return [...grouped(spaces, (space) => root(space.id)).values()];
}

function formFloor(job: Surveyed, id: string, spaces: readonly Space[], ways: readonly Way[]): Result<Floor> {
  const { product, layout } = choicesFor(job, spaces);
  const gap = product.limits.gap;
  const own = new Set(spaces.map((s) => s.id));
  const sources: Source[] = [];
  const shapes: Ring[] = spaces.map((s) => s.outline);
  const slots: Ring[] = [];
  const laidThrough: Way[] = [];
  for (const space of spaces) addRing(sources, space.outline, gap, (wall) => ({ kind: 'wall', space: space.id, wall }));

  for (const way of ways) {
    const { opening } = way;
    const [a, b] = opening.between;
    const here = own.has(a);
    const there = b !== null && own.has(b);
    if (opening.finish === 'stop' || (!here && !there)) continue;
    laidThrough.push(way);
    // butted floors meet at the line but for half of their joint
    const toLine = opening.finish === 'butt' ? (opening.joint ?? 0) / 2 : gap;
    const jambs = () => {
      sources.push({ a: way.near[0], b: way.far[0], gap, bound: { kind: 'jamb', opening: opening.id } });
      sources.push({ a: way.near[1], b: way.far[1], gap, bound: { kind: 'jamb', opening: opening.id } });
    };
    const line = () => {
      const [p, q] = lineOf(way);
      const foot = opening.finish === 'butt' ? 0 : (opening.foot ?? 0);
      sources.push({ a: p, b: q, gap: toLine + foot / 2, bound: { kind: 'line', opening: opening.id } });
      if (foot === 0) return;
      // the profile's foot stands on the line: where it is wider than the wall, its band reaches into the room, as long as the line
      const band = slotAt(way, gap + foot / 2, 0);
      slots.push(band);
      for (const [i, j] of [
        [1, 2],
        [3, 0],
      ] as const)
        sources.push({ a: band[i]!, b: band[j]!, gap: 0, bound: { kind: 'line', opening: opening.id } });
    };
    jambs();
    if (opening.finish === 'through') {
      if (b === null) {
        shapes.push(wholeStrip(way, gap + 10));
        slots.push(outside(way, gap + 20));
        sources.push({ a: way.far[0], b: way.far[1], gap: 0, bound: { kind: 'open', opening: opening.id } });
      } else shapes.push(wholeStrip(way));
    } else if (here && there) {
      shapes.push(wholeStrip(way));
      slots.push(slotAt(way, toLine));
      line();
    } else {
      shapes.push(halfStrip(way, here ? 'near' : 'far', gap - toLine));
      line();
    }
  }

  // before an end cap's foot the floor keeps its gap
  const keepouts = (job.obstacles ?? []).map((o) => ({ ...o, gap: (o.gap ?? gap) + (o.edge ? footOf(o.edge, job) : 0) }));
  for (const o of keepouts) addRing(sources, o.outline, o.gap, () => ({ kind: o.kind, obstacle: o.id }));
  const clear = shapes.length === 1 ? [oriented([tidyRing(shapes[0]!)])] : union(shapes.map((ring) => [ring]));
  const laid = unfolded(
    difference(
      drawnIn(clear, gap, keepouts),
      slots.map((ring) => [ring]),
    ),
  );

  for (const space of spaces) {
    const box = boxOf(space.outline);
    if (areaWithin(laid, space.outline) < NO_FLOOR) {
      const dims = `${Math.round(box.maxX - box.minX)} × ${Math.round(box.maxY - box.minY)} mm`;
      return bad({
        path: `spaces[${job.spaces.indexOf(space)}].outline`,
        text: `nothing is left to lay in "${space.id}" (${dims}) once gaps of ${gap} mm and the obstacles are taken off`,
      });
    }
  }
  return good({ id, spaces, product, layout, laid, edges: edgesOf(laid, sources), ways: laidThrough });
}

const areaOf = (multi: MultiPolygon): number => multi.reduce((sum, p) => sum + polygonArea(p), 0);

/** How much is laid within a space, mm²; at least so much, where that is plain from its box. */
function areaWithin(laid: MultiPolygon, outline: Ring): number {
  const box = boxOf(outline);
  const inBox = clipBox(laid, box);
  const least = areaOf(inBox) - ((box.maxX - box.minX) * (box.maxY - box.minY) - Math.abs(signedArea(outline)));
  return least > NO_FLOOR ? least : areaOf(intersection(inBox, [[outline]]));
}

/** The job's layout and product with the overrides for these spaces, the later entry winning field by field. */
function choicesFor(job: Surveyed, spaces: readonly Space[]): { product: Product; layout: Layout } {
  const own = new Set(spaces.map((s) => s.id));
  let product = job.product;
  let layout: Layout = job.layout;
  const { mode, space, at } = layout.setOut;
  // A centre or a point fixes the floor that holds it; other floors are auto.
  const fixesOther =
    ((mode === 'edge-on-centre' || mode === 'plank-on-centre') && space !== undefined && !own.has(space)) ||
    (mode === 'row-edge-at' && at !== undefined && job.spaces.length > 1 && !holds(job, spaces, at));
  if (fixesOther) layout = { ...layout, setOut: { mode: 'auto' } };
  (job.layouts ?? []).forEach((override) => {
    if (!own.has(override.space)) return;
    if (override.product) product = override.product;
    layout = {
      ...layout,
      direction: override.direction ?? layout.direction,
      setOut: { ...layout.setOut, ...override.setOut },
      stagger: { ...layout.stagger, ...override.stagger },
      light: override.light ?? layout.light,
    };
    const centred = layout.setOut.mode === 'edge-on-centre' || layout.setOut.mode === 'plank-on-centre';
    if (centred && !layout.setOut.space) layout = { ...layout, setOut: { ...layout.setOut, space: override.space } };
  });
  return { product: labelled(job, product), layout };
}

/** Whether the point lies in or on one of the spaces, or in the strip of an opening that the floor runs through from one of them. */
function holds(job: Surveyed, spaces: readonly Space[], at: Point): boolean {
  const own = new Set(spaces.map((s) => s.id));
  const through = (job.openings ?? []).filter((o) => o.finish === 'through' && o.between.some((id) => id !== null && own.has(id)));
  return [...spaces, ...through].some(({ outline }) => {
    const probe: Ring = [
      [at[0] - 1, at[1] - 1],
      [at[0] + 1, at[1] - 1],
      [at[0] + 1, at[1] + 1],
      [at[0] - 1, at[1] + 1],
    ];
    return intersection([[outline]], [[probe]]).length > 0;
  });
}

/** A line that the floor keeps away from, and by how much. */
type Source = { readonly a: Point; readonly b: Point; readonly gap: number; readonly bound: Bound };

function addRing(sources: Source[], ring: Ring, gap: number, bound: (edge: number) => Bound): void {
  ring.forEach((a, i) => sources.push({ a, b: ring[(i + 1) % ring.length]!, gap, bound: bound(i) }));
}

/** How large the squares are by which sources are looked up, mm. */
const CELL = 2000;

/** Sources by the squares that they lie in or keep the floor out of. */
function sourcesNear(sources: readonly Source[]): (p: Point) => readonly Source[] {
  const cells = new Map<string, Source[]>();
  const cell = (v: number) => Math.floor(v / CELL);
  for (const source of sources) {
    const { a, b, gap } = source;
    const reach = gap + 1;
    for (let i = cell(Math.min(a[0], b[0]) - reach); i <= cell(Math.max(a[0], b[0]) + reach); i++) {
      for (let j = cell(Math.min(a[1], b[1]) - reach); j <= cell(Math.max(a[1], b[1]) + reach); j++) {
        const key = `${i} ${j}`;
        const own = cells.get(key);
        if (own) own.push(source);
        else cells.set(key, [source]);
      }
    }
  }
  return ([x, y]) => cells.get(`${cell(x)} ${cell(y)}`) ?? [];
}

/** The source that lies at just its gap beside an edge and is parallel to it, and how far past its end the edge's middle lies; the nearest there is. */
function sourceBeside(a: Point, b: Point, middle: Point, sources: readonly Source[]): { bound: Bound; past: number } | null {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  let best: { bound: Bound; past: number } | null = null;
  for (const s of sources) {
    const run = Math.hypot(s.b[0] - s.a[0], s.b[1] - s.a[1]);
    const [sx, sy] = [(s.b[0] - s.a[0]) / run, (s.b[1] - s.a[1]) / run];
    if (Math.abs(dx * sy - dy * sx) > 1e-3) continue;
    const off = Math.abs((middle[0] - s.a[0]) * sy - (middle[1] - s.a[1]) * sx);
    if (Math.abs(off - s.gap) > 0.05) continue;
    const along = (middle[0] - s.a[0]) * sx + (middle[1] - s.a[1]) * sy;
    const past = Math.max(0, -along, along - run);
    if (past < (best?.past ?? Infinity)) best = { bound: s.bound, past };
  }
  return best;
}

/** Names what each edge of the laid area keeps away from: the parallel line at just its gap, nearest to the edge's middle. */
function edgesOf(laid: MultiPolygon, sources: readonly Source[]): LaidEdge[] {
  const near = sourcesNear(sources);
  return laid.flatMap((polygon) =>
    oriented(polygon).flatMap((ring) =>
      ring.map((a, i): LaidEdge => {
        const b = ring[(i + 1) % ring.length]!;
        const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
        const found = sourceBeside(a, b, middle, near(middle));
        // beside none of those about: a corner that two gaps share
        const { bound } = (found?.past === 0 ? found : sourceBeside(a, b, middle, sources)) ?? { bound: NOWHERE };
        return { a, b, bound };
      }),
    ),
  );
}

const NOWHERE: Bound = { kind: 'wall', space: '', wall: -1 };

/** A doorway of a floor, by the floor's rooms that it joins, as a sentence goes on with it; by its id where it is none of this floor's. */
export function doorwayName({ ways, spaces }: Pick<Floor, 'ways' | 'spaces'>, id: string): string {
  const joins = ways.find((w) => w.opening.id === id)?.opening.between ?? [];
  const names = joins.flatMap((space) => spaces.filter((s) => s.id === space).map((s) => s.name || s.id));
  if (names.length === 0) return `the doorway ${id}`;
  return names.length === 1 ? `the doorway out of ${names[0]}` : `the doorway between ${names.join(' and ')}`;
}
