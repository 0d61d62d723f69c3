import { doorwayName, offWall, wallFrames, type Floor, type LaidEdge } from '../floors';
import { boxOf, distanceToSegment, frameOf, insideRing, turned, type Point, type Ring } from '../geometry';
import type { Job, LowThing, Piece, PlanFloor } from '../given';

/** A piece that can only be slid in. */
export type Untippable = { readonly floor: string; readonly piece: string; readonly why: string; readonly at: Point };

/** A plank is tipped about so steeply when its long edge goes in (degrees); a preset: the product's leaflet says. */
const TIPPED = 25;
/** Edges nearer than this (mm) lie on each other. */
const ON_EDGE = 0.05;
/** Places along a piece's edge that are looked at, mm apart. */
const STEP = 40;

export const LOW_WORDS: Readonly<Record<LowThing['what'], string>> = {
  'toe-kick': 'a toe-kick',
  radiator: 'a radiator',
  appliance: 'an appliance that stays',
};

/** Pieces under both casings of a doorway, or under something low along their far edge: they can be slid in, not tipped. */
export function untippableOf(
  job: Pick<Job, 'spaces' | 'lowThings'>,
  floors: readonly Floor[],
  plan: readonly PlanFloor[],
): readonly Untippable[] {
  return plan.flatMap((laid) => {
    const floor = floors.find((f) => f.id === laid.id)!;
    const doorways = floor.ways
      .filter((w) => w.opening.casing !== 0)
      .map((w) => ({ id: w.opening.id, jambs: jambsOf(floor, w.opening.id) }));
    const low = lowOver(job, floor);
    return laid.pieces.flatMap((piece): Untippable[] => {
      const door = doorways.find(({ jambs }) => jambs.length === 2 && jambs.every((edges) => edges.some((e) => liesOn(piece, e))));
      const said = { floor: laid.id, piece: piece.id, at: middleOf(piece) };
      if (door) return [{ ...said, why: `under both casings of ${doorwayName(floor, door.id)}` }];
      const thing = low.find((t) => t.clear < riseOf(piece, floor) && reachesUnder(piece, laid, t.zone));
      return thing ? [{ ...said, why: `under ${LOW_WORDS[thing.what]}` }] : [];
    });
  });
}

/** The laid edges before each of a doorway's two jambs. */
function jambsOf(floor: Floor, opening: string): readonly (readonly LaidEdge[])[] {
  const way = floor.ways.find((w) => w.opening.id === opening)!;
  const edges = floor.edges.filter((e) => e.bound.kind === 'jamb' && e.bound.opening === opening);
  const nearer = ({ a, b }: LaidEdge): 0 | 1 => {
    const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    return distanceToSegment(middle, way.near[0], way.far[0]) <= distanceToSegment(middle, way.near[1], way.far[1]) ? 0 : 1;
  };
  return [0, 1].map((side) => edges.filter((e) => nearer(e) === side)).filter((own) => own.length > 0);
}

/** Whether a stretch of a piece's outline lies on an edge of the laid area. */
const liesOn = ({ outline }: Piece, { a, b }: LaidEdge): boolean =>
  outline.some((ring) =>
    ring.some((p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      return Math.hypot(p[0] - q[0], p[1] - q[1]) > 1 && distanceToSegment(p, a, b) < ON_EDGE && distanceToSegment(q, a, b) < ON_EDGE;
    }),
  );

/** How high a piece's far edge rises when it is tipped, mm. */
const riseOf = ({ cut }: Piece, { product }: Floor): number =>
  (cut.high - cut.low) * Math.sin((TIPPED * Math.PI) / 180) + product.thickness;

type Low = { readonly zone: Ring; readonly clear: number; readonly what: LowThing['what'] };

function lowOver({ lowThings }: Pick<Job, 'lowThings'>, floor: Floor): readonly Low[] {
  return (lowThings ?? []).flatMap(({ space, wall, from, to, depth, clear, what }): Low[] => {
    const room = floor.spaces.find((s) => s.id === space);
    const frame = room && wallFrames(room.outline)[wall];
    return frame ? [{ zone: [offWall(frame, from, 0), offWall(frame, to, 0), offWall(frame, to, depth), offWall(frame, from, depth)], clear, what }] : []; // prettier-ignore
  });
}

/** Whether the far edge of a piece, that which rises, lies under a zone somewhere. */
function reachesUnder(piece: Piece, { direction }: PlanFloor, zone: Ring): boolean {
  const frame = frameOf(direction);
  const box = boxOf(piece.outline[0]!.map((p) => turned(frame, p)));
  for (let u = box.minX + 1; u < box.maxX; u += STEP) if (insideRing(turned(frame, [u, box.maxY - 1]), zone)) return true;
  return false;
}

function middleOf({ outline }: Piece): Point {
  const box = boxOf(outline[0]!);
  return [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
}
