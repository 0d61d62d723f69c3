/** What a line of a log cannot mean, whatever stands: figures beyond what a floor, a plank or a stock can be, and plans of another job. */
import { boxOf, frameOf, intersection, polygonArea, turnedPolygon, type MultiPolygon, type Point, type Ring } from '../geometry';
import { isDate, type Event, type Plan, type PlanFloor } from '../given';
import type { Folding, Told } from './folding';
import { isSameSize, liesOf, sizeOf } from './hand';
import type { SiteGround } from './stands';
import { SAME_PLACE } from './wood';

/** A corner is moved by no more than this (mm), a floor pushed by no more than that: more is another room, or a slip of the finger. */
const FARTHEST_CORNER = 500;
const FARTHEST_PUSH = 100;

/** Why a line is refused for what it says; null where it may stand. */
export function whyRefused(folding: Folding, ground: SiteGround, event: Event): string | null {
  switch (event.what) {
    case 'wall':
      return wallRefused(folding, ground, event);
    case 'moved':
      return pushRefused(folding, event);
    case 'lost':
      return lossRefused(folding, event);
    case 'stock':
      return stockRefused(event);
    case 'found':
      return findRefused(ground, event);
    default:
      return null;
  }
}

function wallRefused({ walls }: Folding, { spaces, floorsWith }: SiteGround, { space: id, outline }: Told<'wall'>): string | null {
  const before = walls.get(id) ?? spaces.find((s) => s.id === id)?.outline;
  if (!before || before.length !== outline.length) return null;
  const far = Math.max(...before.map(([x, y], i) => Math.hypot(outline[i]![0] - x, outline[i]![1] - y)));
  if (far > FARTHEST_CORNER) return `moves a corner of ${id} by ${Math.round(far)} mm; at most ${FARTHEST_CORNER}`;
  const floors = floorsWith(new Map([...walls, [id, outline]]));
  return floors.ok ? null : `moves walls of ${id} so that nothing can be laid: ${floors.problems[0]!.text}`;
}

function pushRefused({ plan, lying }: Folding, { floor, shift }: Told<'moved'>): string | null {
  if (!plan?.floors.some((f) => f.id === floor)) return null;
  const far = Math.hypot(...shift);
  if (far > FARTHEST_PUSH) return `pushes floor ${floor} by ${Math.round(far)} mm; at most ${FARTHEST_PUSH}`;
  return [...lying.values()].some((l) => l.floor === floor) ? null : `pushes floor ${floor}, of which nothing lies`;
}

function lossRefused(folding: Folding, { plank: n, from, to }: Told<'lost'>): string | null {
  const size = sizeOf(folding, n);
  if (!size) return null;
  if (to > size.length + SAME_PLACE) return `loses ${from} to ${to} of plank ${n}, which is ${size.length} long`;
  const lies = liesOf(folding, n).find(({ piece: { cut } }) => cut.from < to - SAME_PLACE && cut.to > from + SAME_PLACE);
  return lies ? `loses ${from} to ${to} of plank ${n}, and part of that lies as ${lies.floor}/${lies.piece.id}` : null;
}

function stockRefused({ planks }: Told<'stock'>): string | null {
  if (typeof planks === 'number') return null;
  if (planks.length === 0) return 'counts no size of plank';
  const twice = planks.find((p, i) => planks.slice(0, i).some((q) => isSameSize(p, q)));
  return twice ? `counts planks of ${twice.length} × ${twice.width} twice` : null;
}

function findRefused({ sizes }: SiteGround, { length, width, ends, edge }: Told<'found'>): string | null {
  const piece = `finds a piece of ${length} × ${width}`;
  if (sizes.every((s) => length > s.length + SAME_PLACE)) return `${piece}, longer than any plank`;
  if (sizes.every((s) => width > s.width + SAME_PLACE)) return `${piece}, wider than any plank`;
  const asWide = sizes.some((s) => Math.abs(s.width - width) < SAME_PLACE);
  if (!asWide && edge === undefined) return `${piece}, narrower than any plank; say which factory edge it has: "edge": "near" or "far"`;
  if (ends === 'both' && !sizes.some((s) => Math.abs(s.length - length) < SAME_PLACE))
    return `${piece} with both its factory ends, and no plank is so long`;
  return null;
}

/** Why a line is none of a job's own log: a time that is none, a plan of another job; null where it is. */
export function strayLine(event: Event, ground: SiteGround, wallsNow: () => ReadonlyMap<string, Ring>): string | null {
  if (!isDate(event.time.replace(/Z$/, ''))) return `has the time “${event.time}”, which is none; write it as 2026-03-02T08:00`;
  return 'plan' in event ? planRefused(event.plan, ground, wallsNow(), event.what === 'begun') : null;
}

/** Corners of a plan lie this near (mm) to the floor that the job asks for; where laying is under way, as far as what lies may leave it. */
const SAME_FLOOR = 1;
const PUSHED_FLOOR = FARTHEST_CORNER;
/** Less than this (mm²) of two pieces over each other is rounding. */
const OVER_EACH_OTHER = 50;

/** Why a plan is none of a job's; null where it is. */
function planRefused(plan: Plan, { sizes, floorsWith }: SiteGround, walls: ReadonlyMap<string, Ring>, begins: boolean): string | null {
  const floors = floorsWith(walls);
  if (!floors.ok) return floors.problems[0]!.text;
  const asked = new Map(floors.value.map((f) => [f.id, f]));
  if (plan.floors.length !== asked.size) return `has a plan of ${plan.floors.length} floors, and the job has ${asked.size}`;
  const planks = new Map(plan.planks.map((p) => [p.n, p]));
  const unlike = plan.planks.find((p) => !sizes.some((s) => isSameSize(s, p)));
  if (unlike) return `has a plan with a plank of ${unlike.length} × ${unlike.width}, which the job does not have`;
  for (const floor of plan.floors) {
    const own = asked.get(floor.id);
    if (!own || own.spaces.map((s) => s.id).join(' ') !== floor.spaces.join(' '))
      return `has a plan whose floor ${floor.id} lies in other rooms than the job’s`;
    if (!liesLike(floor.laid, own.laid, begins ? SAME_FLOOR : PUSHED_FLOOR))
      return `has a plan whose floor ${floor.id} is of another outline than the job’s`;
    const stray = floor.pieces.find((p) => !planks.has(p.plank));
    if (stray) return `has a plan whose piece ${floor.id}/${stray.id} is of plank ${stray.plank}, which it does not list`;
    const ids = new Set(floor.pieces.map((p) => p.id));
    if (ids.size !== floor.pieces.length) return `has a plan with two pieces of one id on floor ${floor.id}`;
    const over = overlapIn(floor);
    if (over) return `has a plan whose pieces ${over.join(' and ')} of floor ${floor.id} lie over each other`;
  }
  return null;
}

/** Whether the corners of two areas lie within a distance of each other’s. */
function liesLike(laid: MultiPolygon, asked: MultiPolygon, within: number): boolean {
  const cornersOf = (area: MultiPolygon): readonly Point[] => area.flatMap((p) => p[0]!);
  const [a, b] = [boxOf(cornersOf(laid)), boxOf(cornersOf(asked))];
  const sides = ['minX', 'maxX', 'minY', 'maxY'] as const;
  if (laid.length === 0 || sides.some((s) => Math.abs(a[s] - b[s]) > within)) return false;
  const areaOf = (area: MultiPolygon): number => area.reduce((sum, p) => sum + polygonArea(p), 0);
  const round = 2 * (b.maxX - b.minX + b.maxY - b.minY);
  return Math.abs(areaOf(laid) - areaOf(asked)) <= round * within;
}

/** Two pieces of a floor that lie over each other. */
function overlapIn(floor: PlanFloor): readonly [string, string] | null {
  const frame = frameOf(floor.direction);
  const placed = floor.pieces
    .map((piece) => ({ piece, shape: turnedPolygon(frame, piece.outline) }))
    .map((p) => ({ ...p, box: boxOf(p.shape[0]!) }))
    .sort((a, b) => a.box.minX - b.box.minX);
  const rows = new Map<number, typeof placed>();
  for (const one of placed) rows.set(one.piece.row, [...(rows.get(one.piece.row) ?? []), one]);
  for (const own of rows.values())
    for (const [i, a] of own.entries())
      for (let k = i + 1; k < own.length && own[k]!.box.minX < a.box.maxX - SAME_PLACE; k++) {
        const b = own[k]!;
        if (Math.min(a.box.maxY, b.box.maxY) - Math.max(a.box.minY, b.box.minY) < SAME_PLACE) continue;
        const shared = intersection([a.shape], [b.shape]).reduce((sum, p) => sum + polygonArea(p), 0);
        if (shared > OVER_EACH_OTHER) return [a.piece.id, b.piece.id];
      }
  return null;
}
