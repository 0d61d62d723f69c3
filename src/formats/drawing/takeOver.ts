import {
  boxOf,
  crossingEdges,
  distanceToSegment,
  insideRing,
  round3,
  signedArea,
  tidyRing,
  type Point,
  type Ring,
} from '../../core/geometry';
import { OBSTACLE_KINDS, type Job, type Obstacle, type Opening } from '../../core/given';
import { freeTag } from '../../core/survey';
import { facesOf } from './faces';
import type { RawDrawing } from './raw';

/** What an outline of a drawing is taken for. */
export type Role = 'room' | 'doorway' | Obstacle['kind'] | 'leave';

/** An outline that a drawing offers, in millimetres. */
export type Offer = {
  readonly ring: readonly [number, number][];
  readonly layer: string;
  readonly name: string;
  readonly role: Role;
  /** why it is taken for that, or left */
  readonly why: string;
  /** what the layer says of a doorway */
  readonly finish?: Opening['finish'];
  readonly busy?: boolean;
  /** what the layer says of an obstacle's gap */
  readonly gap?: number;
};

/** Line ends this near to each other (mm) meet. */
const MEETS = 2;
/** A room has at least this much floor (mm²), an obstacle that. */
const LEAST_ROOM = 400_000;
const LEAST_THING = 400;
/** An area thinner than this (mm, twice its area over its outline) is the body of a wall. */
const THIN = 180;
/** Further from the origin than this (mm) a drawing is moved to it. */
const FAR = 100_000;
/** More outlines than this are not offered. */
const MOST_OFFERS = 600;

/** An outline of more points is none of a room: a hatch, or the contour of something. */
const MOST_CORNERS = 20_000;

/** What a drawing offers, and what of it was left out on the way to that. */
export type Offers = { readonly offers: readonly Offer[]; readonly left: readonly string[] };

/** Layers as Pitsaw writes them, and as people name them. */
const WALLS = /wall|room|space|raum|floor ?plan/i;
const OPENING = /^openings?(?:[ _](through|t-mould|reducer|carpet-edge|end-cap|stop))?(?:[ _](busy))?$/i;
const OBSTACLE = new RegExp(`^(?:obstacles?[ _])?(${OBSTACLE_KINDS.join('|')})s?(?:[ _]gap[ _]([\\d.]+))?$`, 'i');
/** What other stages of a job draw. */
const NOT_SURVEY = /^(laid|rows?|joints?|names?|dim(ension)?s?)(_.*)?$/i;

/**
 * What the outlines of a drawing are, at a scale: closed paths, and areas that loose lines enclose. Layers decide where they have
 * telling names; else size and what lies in what.
 *
 * @param unit millimetres to one unit of the drawing
 * @returns the offers, rooms first, and what was left out
 */
export function offersOf(drawing: RawDrawing, unit: number): Offers {
  const scale = (points: readonly Point[]): Point[] => points.map(([x, y]): Point => [x * unit, y * unit]);
  const found: { ring: Ring; layer: string; name: string }[] = [];
  const lines: [Point, Point][] = [];
  for (const path of drawing.paths) {
    const points = scale(path.points);
    if (NOT_SURVEY.test(path.layer)) continue;
    if (path.closed && points.length >= 3) found.push({ ring: points, layer: path.layer, name: path.name });
    else for (let i = 1; i < points.length; i++) lines.push([points[i - 1]!, points[i]!]);
  }
  const left: string[] = [];
  const { faces, tangled } = facesOf(lines, MEETS);
  if (tangled) left.push(`${lines.length} loose lines, which cross each other far too often to be walls`);
  for (const ring of faces) found.push({ ring, layer: '', name: '' });

  const labels = drawing.labels.map(({ at: [x, y], text }) => ({ at: [x * unit, y * unit] as const, text }));
  const telling = found.some((f) => WALLS.test(f.layer));
  const seen = new Set<string>();
  const offers: Offer[] = [];
  for (const { ring: raw, layer, name } of found) {
    if (raw.length > MOST_CORNERS) {
      left.push(`an outline of ${raw.length} points`);
      continue;
    }
    const ring = tidyRing(raw, 0.01).map(([x, y]): [number, number] => [round3(x), round3(y)]);
    const area = Math.abs(ring.length < 3 ? 0 : signedArea(ring));
    if (area < LEAST_THING) continue;
    const box = boxOf(ring);
    const key = `${Math.round(area / 1000)} ${Math.round(box.minX)} ${Math.round(box.minY)} ${Math.round(box.maxX)} ${Math.round(box.maxY)}`;
    if (seen.has(key)) continue;
    seen.add(key);
    const label = labels.find(
      ({ at: [x, y] }) => x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY && insideRing([x, y], ring),
    );
    offers.push({ ...roleOf(ring, area, layer, telling), ring, layer, name: label?.text.trim() || name });
    if (offers.length >= MOST_OFFERS) {
      left.push(`outlines beyond the first ${MOST_OFFERS}`);
      break;
    }
  }
  const rank = ({ role }: Offer) => (role === 'room' ? 0 : role === 'doorway' ? 1 : role === 'leave' ? 3 : 2);
  return { offers: withoutHousing(offers).sort((a, b) => rank(a) - rank(b)), left };
}

/** Units worth trying where a drawing does not say: millimetres, metres, centimetres, inches, feet. */
export const UNITS = [1, 1000, 10, 25.4, 304.8] as const;

/** The unit in which a drawing's largest outline is a room or a house: 2 to 2,000 m²; millimetres where none is. */
export function likelyUnit(drawing: RawDrawing): number {
  if (drawing.unit !== null) return drawing.unit;
  const box = boxOf(drawing.paths.filter((p) => !NOT_SURVEY.test(p.layer)).flatMap((p) => [...p.points]));
  const area = (box.maxX - box.minX) * (box.maxY - box.minY);
  return UNITS.find((unit) => area * unit * unit > 2e6 && area * unit * unit < 2e9) ?? 1;
}

function roleOf(ring: Ring, area: number, layer: string, telling: boolean): Pick<Offer, 'role' | 'why' | 'finish' | 'busy' | 'gap'> {
  const opening = OPENING.exec(layer);
  if (opening && ring.length === 4) {
    const finish = (opening[1]?.toLowerCase() ?? 'through') as Opening['finish'];
    return { role: 'doorway', why: `layer ${layer}`, finish, ...(opening[2] ? { busy: true } : {}) };
  }
  const thing = OBSTACLE.exec(layer);
  if (thing) {
    const kind = thing[1]!.toLowerCase() as Obstacle['kind'];
    return { role: kind, why: `layer ${layer}`, ...(thing[2] === undefined ? {} : { gap: Number(thing[2]) }) };
  }
  if (ring.length > 2000) return { role: 'leave', why: 'more than 2000 corners' };
  if (crossingEdges(ring)) return { role: 'leave', why: 'its outline crosses itself' };
  const around = ring.reduce(
    (sum, p, i) => sum + Math.hypot(ring[(i + 1) % ring.length]![0] - p[0], ring[(i + 1) % ring.length]![1] - p[1]),
    0,
  );
  if ((2 * area) / around < THIN) return { role: 'leave', why: area < LEAST_ROOM ? 'too small for a room' : 'the body of a wall' };
  if (telling && WALLS.test(layer)) return { role: 'room', why: `layer ${layer}` };
  if (telling) return { role: 'leave', why: `layer ${layer || 'without a name'}, and another one is for walls` };
  return area < LEAST_ROOM ? { role: 'leave', why: 'too small for a room' } : { role: 'room', why: 'a closed outline' };
}

/** An outline round several rooms is the house, not a room; a small one within a room stands in it. */
function withoutHousing(offers: readonly Offer[]): Offer[] {
  const areas = offers.map((o) => Math.abs(signedArea(o.ring)));
  const middle = offers.map((o) => insidePoint(o.ring));
  return offers.map((offer, i) => {
    if (offer.role !== 'room') return offer;
    const within = offers.filter((o, k) => k !== i && o.role === 'room' && areas[k]! < areas[i]! && insideRing(middle[k]!, offer.ring));
    const large = within.filter((o) => Math.abs(signedArea(o.ring)) > 1_500_000);
    if (large.length > 1) return { ...offer, role: 'leave', why: `lies round ${large.length} rooms` };
    const holder = offers.find((o, k) => k !== i && o.role === 'room' && areas[k]! > 4 * areas[i]! && insideRing(middle[i]!, o.ring));
    if (holder && areas[i]! < 1_500_000) return { ...offer, role: 'hearth', why: 'stands within a room' };
    return offer;
  });
}

/** A point within a ring: beside the middle of its first edge. */
function insidePoint(ring: Ring): Point {
  for (let i = 0; i < ring.length; i++) {
    const [a, b] = [ring[i]!, ring[(i + 1) % ring.length]!];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const left = signedArea(ring) > 0 ? 1 : -1;
    const p: Point = [(a[0] + b[0]) / 2 - ((b[1] - a[1]) / length) * left, (a[1] + b[1]) / 2 + ((b[0] - a[0]) / length) * left];
    if (insideRing(p, ring)) return p;
  }
  return ring[0]!;
}

/**
 * A job with the offers in place of what it had surveyed. Names that a room had before keep their ids, so that layouts of theirs stay; a
 * doorway is given the rooms that it touches.
 *
 * @returns the job, and what could not be placed
 */
export function takenOver(job: Job, offers: readonly Offer[]): { readonly job: Job; readonly left: readonly string[] } {
  const left: string[] = [];
  const rooms = offers.filter((o) => o.role === 'room');
  const taken = new Set<string>();
  const idFor = (wanted: string, stem: string): string => {
    const slug = wanted
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 60);
    for (let n = 0; ; n++) {
      const id = n === 0 && slug !== '' ? slug : `${slug || stem}-${n + 1}`;
      if (!taken.has(id)) {
        taken.add(id);
        return id;
      }
    }
  };
  const [dx, dy] = offset(rooms);
  const moved = (ring: readonly [number, number][]): [number, number][] => ring.map(([x, y]) => [round3(x - dx), round3(y - dy)]);

  // same place, else same name: the room that was there before
  const old = new Map<Offer, Job['spaces'][number]>();
  for (const offer of rooms) {
    const ring = moved(offer.ring);
    const before = job.spaces.find(
      (s) => ![...old.values()].includes(s) && (samePlace(s.outline, ring) || (offer.name !== '' && s.name === offer.name)),
    );
    if (before) {
      old.set(offer, before);
      taken.add(before.id);
    }
  }
  const tags: (string | undefined)[] = [];
  const spaces = rooms.map((offer, i) => {
    const before = old.get(offer);
    const name = offer.name || before?.name || `Room ${i + 1}`;
    const kept: Partial<Job['spaces'][number]> & { id: string } = before ? { ...before } : { id: idFor(offer.name, 'room') };
    // what was measured on the outline before says nothing of this one
    if (before && !samePlace(before.outline, moved(offer.ring)))
      for (const key of ['walk', 'walkFrom', 'widths', 'diagonals'] as const) delete kept[key];
    if (!before) kept.tag = freeTag(name, [...tags, ...job.spaces.map((s) => s.tag)]);
    tags.push(kept.tag);
    return { ...kept, name, outline: before && samePlace(before.outline, moved(offer.ring)) ? before.outline : moved(offer.ring) };
  });
  const openings: Opening[] = [];
  for (const offer of offers.filter((o) => o.role === 'doorway')) {
    const outline = moved(offer.ring);
    const touched = spaces.filter((s) => outline.filter((p) => onEdge(p, s.outline)).length >= 2).map((s) => s.id);
    const before = job.openings?.find((o) => samePlace(o.outline, outline));
    if (touched.length === 0 || touched.length > 2 || outline.length !== 4) {
      left.push(
        `a doorway at ${Math.round(outline[0]![0])}, ${Math.round(outline[0]![1])} touches ${touched.length === 0 ? 'no room' : 'more than two rooms'}`,
      );
      continue;
    }
    const ends: [string, string | null] = [touched[0]!, touched[1] ?? null];
    const between = before && before.between.every((b) => b === null || ends.includes(b)) ? before.between : ends;
    openings.push({
      ...(before ?? { id: idFor(offer.name, 'door') }),
      between,
      outline: before?.outline ?? outline,
      finish: offer.finish ?? before?.finish ?? 'through',
      ...(offer.busy ? { busy: true } : {}),
    });
  }
  const obstacles: Obstacle[] = offers
    .filter((o) => o.role !== 'room' && o.role !== 'doorway' && o.role !== 'leave')
    .map((offer) => {
      const outline = moved(offer.ring);
      const before = job.obstacles?.find((o) => samePlace(o.outline, outline));
      const gap = offer.gap ?? before?.gap;
      return {
        ...(before ?? { id: idFor(offer.name, offer.role) }),
        kind: offer.role as Obstacle['kind'],
        outline: before?.outline ?? outline,
        ...(gap === undefined ? {} : { gap }),
      };
    });
  const ids = new Set(spaces.map((s) => s.id));
  const layouts = job.layouts?.filter((l) => ids.has(l.space));
  const centre = job.layout.setOut.space;
  const lost =
    (centre !== undefined && !ids.has(centre)) || (spaces.length > 1 && centre === undefined && /centre/.test(job.layout.setOut.mode));
  const setOut = lost ? { mode: 'auto' as const } : job.layout.setOut;
  return {
    left,
    job: {
      ...job,
      spaces,
      layout: { ...job.layout, setOut },
      ...(openings.length > 0 || job.openings ? { openings } : {}),
      ...(obstacles.length > 0 || job.obstacles ? { obstacles } : {}),
      ...(layouts ? { layouts } : {}),
    },
  };
}

/** A drawing far from its origin, as maps are, comes to it; any other stays where it is. */
function offset(rooms: readonly Offer[]): Point {
  const box = boxOf(rooms.flatMap((r) => r.ring));
  const far = Math.max(Math.abs(box.minX), Math.abs(box.minY), Math.abs(box.maxX), Math.abs(box.maxY)) > FAR;
  return far ? [Math.floor(box.minX), Math.floor(box.minY)] : [0, 0];
}

const onEdge = (p: Point, ring: Ring): boolean => ring.some((a, i) => distanceToSegment(p, a, ring[(i + 1) % ring.length]!) <= 1);

/** Whether two outlines are the same, wherever they begin and whichever way they turn. */
function samePlace(a: Ring, b: Ring): boolean {
  const n = a.length;
  if (n !== b.length) return false;
  const near = (p: Point, q: Point) => Math.abs(p[0] - q[0]) < 0.01 && Math.abs(p[1] - q[1]) < 0.01;
  for (let shift = 0; shift < n; shift++) {
    if (a.every((p, i) => near(p, b[(i + shift) % n]!)) || a.every((p, i) => near(p, b[(shift - i + n) % n]!))) return true;
  }
  return false;
}
