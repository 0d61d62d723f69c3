import { boxOf, crossingEdges, polygonArea, round3 } from '../geometry';
import type { Event, Plan } from '../given';
import { change, drop, pushedTo, set, type Folding, type Told } from './folding';
import { isSameSize } from './hand';
import { lay, layOtherwise, saw } from './laying';
import { breakBegun, breakNew, find, lose, sawAcross } from './losses';
import { pieceKey, type SiteGround } from './stands';

/** Puts a line to what stands; gives back why it makes no sense, and then some of it may have been put already. */
export function putTo(folding: Folding, ground: SiteGround, event: Event): string | null {
  switch (event.what) {
    case 'begun':
      return inForce(folding, event.plan);
    case 'replanned':
      return whatLiesElsewhere(folding, event.plan) ?? inForce(folding, event.plan);
    case 'cut':
      return saw(folding, ground, event);
    case 'laid':
      return lay(folding, ground, event);
    case 'note':
    case 'delivered':
    case 'returned':
    case 'checked':
    case 'snag':
    case 'repair-planned':
      set(folding, folding.notes, event.n, event);
      return null;
    case 'undone':
      return null;
  }
  change(folding, 'otherwise', true);
  switch (event.what) {
    case 'laid-as':
      return layOtherwise(folding, ground, event);
    case 'cut-at':
      return sawAcross(folding, ground, event);
    case 'repaired':
      set(folding, folding.notes, event.n, event);
      if (event.plank === undefined) return null;
      return event.plank === 'new' ? breakNew(folding, ground, { ...event, count: 1 }) : breakBegun(folding, event.plank);
    case 'broken':
      return event.plank === 'new' ? breakNew(folding, ground, event) : breakBegun(folding, event.plank);
    case 'lost':
      return lose(folding, event);
    case 'found':
      return find(folding, ground, event);
    case 'stock':
      return countStock(folding, ground, event);
    case 'moved': {
      const floor = folding.plan!.floors.find((f) => f.id === event.floor);
      if (!floor) return `pushes floor ${event.floor}, which the plan in force does not have`;
      const [x, y] = folding.shifts.get(floor.id) ?? [0, 0];
      set(folding, folding.shifts, floor.id, [round3(x + event.shift[0]), round3(y + event.shift[1])]);
      return null;
    }
    case 'wall':
      return moveWalls(folding, ground, event);
  }
}

/** A plan comes into force: what lies and what is sawn stays so. */
function inForce(folding: Folding, plan: Plan): null {
  // what lies is written down where it lies, and counts from there
  for (const [key, one] of [...folding.lying]) {
    const now = pushedTo(one, folding.shifts.get(one.floor) ?? [0, 0]);
    if (now.pushed[0] !== 0 || now.pushed[1] !== 0) set(folding, folding.lying, key, { ...now, pushed: [0, 0] });
  }
  for (const floor of [...folding.shifts.keys()]) drop(folding, folding.shifts, floor);
  for (const row of [...folding.otherRows.keys()]) drop(folding, folding.otherRows, row);
  const keys = new Map(plan.floors.flatMap((floor) => floor.pieces.map((piece) => [pieceKey(floor.id, piece), piece] as const)));
  change(folding, 'plan', plan);
  change(folding, 'keys', keys);
  change(folding, 'otherwise', false);
  change(folding, 'wallsMoved', false);
  change(folding, 'highest', plan.planks.reduce((most, p) => Math.max(most, p.n), folding.highest)); // prettier-ignore
  return null;
}

/** Outlines that lie this near (mm) to each other are one. */
const SAME_OUTLINE = 0.5;

function whatLiesElsewhere({ lying, shifts }: Folding, plan: Plan): string | null {
  const pieces = new Map(plan.floors.flatMap((floor) => floor.pieces.map((piece) => [pieceKey(floor.id, piece), piece] as const)));
  for (const [key, one] of lying) {
    const { piece } = pushedTo(one, shifts.get(one.floor) ?? [0, 0]);
    const own = pieces.get(key);
    const [a, b] = [boxOf(piece.outline[0]!), own && boxOf(own.outline[0]!)];
    const near = (p: number, q: number) => Math.abs(p - q) < SAME_OUTLINE;
    const same =
      own !== undefined &&
      own.row === piece.row &&
      own.plank === piece.plank &&
      near(own.cut.from, piece.cut.from) &&
      near(own.cut.to, piece.cut.to) &&
      near(a.minX, b!.minX) &&
      near(a.maxX, b!.maxX) &&
      near(a.minY, b!.minY) &&
      near(a.maxY, b!.maxY) &&
      Math.abs(polygonArea(own.outline) - polygonArea(piece.outline)) < SAME_OUTLINE * (a.maxX - a.minX + a.maxY - a.minY);
    if (!same) return `has ${key} elsewhere, and it lies`;
  }
  return null;
}

function countStock(folding: Folding, { sizes }: SiteGround, { planks }: Told<'stock'>): string | null {
  if (typeof planks === 'number') {
    if (sizes.some((s) => !isSameSize(s, sizes[0]!))) return 'counts planks of several sizes; say how many of each';
    change(folding, 'stock', planks);
    return null;
  }
  const none = planks.find((p) => !sizes.some((s) => isSameSize(s, p)));
  if (none) return `counts planks of ${none.length} × ${none.width}, of which there are none`;
  change(folding, 'stock', sizes.map((s) => ({ ...s, count: planks.find((p) => isSameSize(s, p))?.count ?? 0 }))); // prettier-ignore
  return null;
}

function moveWalls(folding: Folding, { spaces }: SiteGround, { space: id, outline }: Told<'wall'>): string | null {
  const space = spaces.find((s) => s.id === id);
  if (!space) return `moves a wall of ${id}, which is no space of the job`;
  if (outline.length !== space.outline.length)
    return `gives ${id} ${outline.length} corners, and it has ${space.outline.length}; a wall is moved by its corners, in their order`;
  const crossing = crossingEdges(outline);
  if (crossing) return `gives ${id} an outline whose walls ${crossing[0] + 1} and ${crossing[1] + 1} cross`;
  set(folding, folding.walls, id, outline);
  change(folding, 'wallsMoved', true);
  return null;
}
