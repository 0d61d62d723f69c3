import { floorsOf, type Surveyed } from '../floors';
import { boxOf, crossingEdges, polygonArea, round3, roundPoint, type MultiPolygon, type Point, type Ring } from '../geometry';
import { bad, good, type Event, type Job, type Piece, type Plan, type PlanFloor, type Product, type Result } from '../given';
import { piecesAsLaid, type ToldPiece } from './asLaid';
import { withWalls } from './walls';
import { inHand, isGone, liesIn, onPlank, SAME_PLACE, shareWood, type Begun, type OnPlank, type PlankOf } from './wood';

/** A piece by its floor and its id: `f1/12.3`. */
export type PieceKey = string;
export const pieceKey = (floor: string, piece: Pick<Piece, 'id'>): PieceKey => `${floor}/${piece.id}`;

/** A piece that lies, where it lies by now. */
export type Lying = {
  readonly floor: string;
  readonly piece: Piece;
  /** the line that says so */
  readonly line: number;
  /** how its floor was pushed since its outline was written down */
  readonly pushed: Point;
};

/** A piece that is sawn and does not lie, of whatever plan it is. */
export type SawnPart = OnPlank & { readonly key: PieceKey; readonly line: number };

/** Planks that are not begun: so many, or so many of each size. */
export type Unbegun = number | readonly (PlankOf & { readonly count: number })[];

/** What stands on site after the lines of a log so far. */
export type Site = {
  /** the plan in force; null before laying begins */
  readonly plan: Plan | null;
  /** pieces of the plan in force that are sawn and do not lie, each with the line that says so */
  readonly sawn: ReadonlyMap<PieceKey, number>;
  /** pieces that lie, likewise */
  readonly laid: ReadonlyMap<PieceKey, number>;
  /** the same, where they lie */
  readonly lying: ReadonlyMap<PieceKey, Lying>;
  /** rows that lie otherwise than the plan in force says: floor and row */
  readonly otherRows: ReadonlySet<string>;
  readonly parts: readonly SawnPart[];
  readonly begun: ReadonlyMap<number, Begun>;
  /** the highest number that a plank has had */
  readonly highest: number;
  /** what is left of the stock; null where nobody counted it */
  readonly stock: Unbegun | null;
  /** by how much floors were pushed under the plan in force */
  readonly shifts: ReadonlyMap<string, Point>;
  /** outlines of spaces as they were found */
  readonly walls: ReadonlyMap<string, Ring>;
  /** whether anything but sawing and laying as planned has happened under the plan in force */
  readonly otherwise: boolean;
  readonly notes: readonly Extract<Event, { what: 'note' }>[];
  /** the number of the last line; 0 for an empty log */
  readonly last: number;
};

/** What of a job a log is read with: what a saw cut takes, which planks there are, where its walls were. */
export type SiteGround = Pick<Job, 'kerf' | 'spaces'> & {
  readonly sizes: readonly PlankOf[];
  /** where a floor is to lie with its walls as they were found; undefined where that cannot be said */
  laidWith(walls: ReadonlyMap<string, Ring>, floor: string): MultiPolygon | undefined;
};

export function groundOfSite(job: Surveyed & Pick<Job, 'kerf'>): SiteGround {
  const { kerf, spaces, product, layouts } = job;
  const products = [...new Map([product, ...(layouts ?? []).flatMap((l) => l.product ?? [])].map((p) => [p.name, p])).values()];
  const sizes = (p: Product) =>
    p.planks.map(({ length, width }) => ({ length, width, ...(products.length > 1 ? { product: p.name } : {}) }));
  return {
    kerf,
    spaces,
    sizes: products.flatMap(sizes),
    laidWith(walls, floor) {
      const floors = floorsOf(withWalls(job, walls));
      return floors.ok ? floors.value.find((f) => f.id === floor)?.laid : undefined;
    },
  };
}

export const rowKey = (floor: string, row: number): string => `${floor} ${row}`;

/** What stands, to be written to: every change goes through {@link set}, {@link drop} or {@link change}, which know the way back. */
type Folding = {
  plan: Plan | null;
  highest: number;
  stock: Unbegun | null;
  otherwise: boolean;
  /** whether walls were found elsewhere since the plan in force was made */
  wallsMoved: boolean;
  keys: ReadonlyMap<PieceKey, Piece>;
  readonly lying: Map<PieceKey, Lying>;
  readonly onPlanks: Map<number, readonly PieceKey[]>;
  readonly parts: Map<PieceKey, SawnPart>;
  readonly begun: Map<number, Begun>;
  readonly shifts: Map<string, Point>;
  readonly walls: Map<string, Ring>;
  readonly otherRows: Map<string, true>;
  readonly notes: Map<number, Extract<Event, { what: 'note' }>>;
  /** how to take back what the line under way has changed */
  back: (() => void)[];
};

function set<K, V>(folding: Folding, map: Map<K, V>, key: K, value: V): void {
  const [had, before] = [map.has(key), map.get(key)];
  folding.back.push(() => (had ? map.set(key, before!) : map.delete(key)));
  map.set(key, value);
}
function drop<K, V>(folding: Folding, map: Map<K, V>, key: K): void {
  if (!map.has(key)) return;
  const before = map.get(key)!;
  folding.back.push(() => map.set(key, before));
  map.delete(key);
}
function change<Name extends 'plan' | 'highest' | 'stock' | 'otherwise' | 'wallsMoved' | 'keys'>(
  folding: Folding,
  name: Name,
  value: Folding[Name],
): void {
  const before = folding[name];
  folding.back.push(() => void (folding[name] = before));
  folding[name] = value;
}

const nothing = (): Folding => ({
  plan: null,
  highest: 0,
  stock: null,
  otherwise: false,
  wallsMoved: false,
  keys: new Map(),
  lying: new Map(),
  onPlanks: new Map(),
  parts: new Map(),
  begun: new Map(),
  shifts: new Map(),
  walls: new Map(),
  otherRows: new Map(),
  notes: new Map(),
  back: [],
});

/** A site to which the lines of a log are put one by one. */
export type OpenSite = {
  /** Puts the next line; gives back why it makes no sense, and then nothing has changed. */
  put(event: Event): string | null;
  /** Puts a line that was taken once and is kept: where the job was changed so since that it makes no sense any more, it counts for nothing. */
  heard(event: Event): void;
  now(): Site;
  /** What would stand if these lines came next, and why the last of them makes no sense; those that make none count for nothing. Nothing is changed. */
  with(events: readonly Event[]): { readonly site: Site; readonly fault: string | null };
};

/** A site on which nothing has happened yet. */
export function openSite(ground: SiteGround): OpenSite {
  const folding = nothing();
  const events: Event[] = [];
  const undone = new Set<number>();
  /** lines that count, each with how to take it back, in order */
  const counted: { readonly event: Event; readonly back: readonly (() => void)[] }[] = [];

  const count = (event: Event): string | null => {
    folding.back = [];
    const fault = putTo(folding, ground, event);
    const { back } = folding;
    if (fault) for (const one of back.reverse()) one();
    else counted.push({ event, back });
    return fault;
  };
  const discount = (): Event => {
    const { event, back } = counted.pop()!;
    for (const one of [...back].reverse()) one();
    return event;
  };
  /** Takes a line back: all after it is read again without it. */
  const takenBack = (line: Extract<Event, { what: 'undone' }>): string | null => {
    const wrong = undoneWrongly(line, events, undone);
    if (wrong) return wrong;
    if (!counted.some((c) => c.event.n === line.event)) return null;
    const later: Event[] = [];
    while (counted[counted.length - 1]!.event.n !== line.event) later.unshift(discount());
    const own = discount();
    for (const [k, event] of later.entries()) {
      const fault = count(event);
      if (!fault) continue;
      for (let i = 0; i < k; i++) discount();
      for (const again of [own, ...later]) count(again);
      return `cannot be: without line ${line.event}, line ${event.n} ${fault}`;
    }
    return null;
  };
  const put = (event: Event): string | null => {
    if ((event.what === 'begun') !== (events.length === 0)) {
      return events.length === 0 ? 'comes before laying began' : 'is “begun”, and the log has begun already';
    }
    const fault = event.what === 'undone' ? takenBack(event) : count(event);
    if (fault) return fault;
    if (event.what === 'undone') undone.add(event.event);
    events.push(event);
    return null;
  };
  return {
    put,
    heard(event) {
      if (put(event) !== null) events.push(event);
    },
    now: () => siteNow(folding, events[events.length - 1]?.n ?? 0),
    with(later) {
      const before = { counted: [...counted], events: events.length, undone: new Set(undone) };
      let fault: string | null = null;
      for (const event of later) {
        fault = put(event);
        if (fault !== null) events.push(event);
      }
      const site = siteNow(folding, events[events.length - 1]?.n ?? 0);
      const same = counted.findIndex((c, i) => c !== before.counted[i]);
      for (let k = counted.length; k > (same < 0 ? Math.min(counted.length, before.counted.length) : same); k--) discount();
      for (const { event } of before.counted.slice(counted.length)) count(event);
      events.length = before.events;
      undone.clear();
      for (const n of before.undone) undone.add(n);
      return { site, fault };
    },
  };
}

function siteNow(folding: Folding, last: number): Site {
  const { plan, keys, highest, stock, otherwise, shifts } = folding;
  const sawn = [...folding.parts.values()].filter((part) => {
    const own = keys.get(part.key);
    return own !== undefined && own.plank === part.plank && isSameBox(own.cut, part.cut);
  });
  const lying = [...folding.lying].map(([key, one]): [PieceKey, Lying] => [key, pushedTo(one, shifts.get(one.floor) ?? [0, 0])]);
  return {
    plan,
    sawn: new Map(sawn.map((part) => [part.key, part.line])),
    laid: new Map(lying.map(([key, { line }]) => [key, line])),
    lying: new Map(lying),
    otherRows: new Set(folding.otherRows.keys()),
    parts: [...folding.parts.values()],
    begun: new Map(folding.begun),
    highest,
    stock,
    shifts: new Map(shifts),
    walls: new Map(folding.walls),
    otherwise,
    notes: [...folding.notes.values()],
    last,
  };
}

/** A piece that lies, moved as its floor was pushed since. */
function pushedTo(one: Lying, shift: Point): Lying {
  const [x, y] = [shift[0] - one.pushed[0], shift[1] - one.pushed[1]];
  if (x === 0 && y === 0) return one;
  return { ...one, pushed: shift, piece: { ...one.piece, outline: shifted(one.piece.outline, [x, y]) } };
}
const shifted = (outline: Piece['outline'], [x, y]: Point): Piece['outline'] =>
  outline.map((ring) => ring.map((p) => roundPoint([p[0] + x, p[1] + y])));

/**
 * Folds a log: what lies, what is sawn, which plan is in force.
 *
 * @param events in order, the first `begun`; none gives a site on which nothing happened
 * @returns the site; or the first line that makes no sense where it stands
 */
export function siteOf(events: readonly Event[], ground: SiteGround): Result<Site> {
  const site = openSite(ground);
  for (const event of events) {
    const fault = site.put(event);
    if (fault) return bad({ path: `line ${event.n}`, text: fault });
  }
  return good(site.now());
}

function undoneWrongly(
  { n, event }: Extract<Event, { what: 'undone' }>,
  events: readonly Event[],
  undone: ReadonlySet<number>,
): string | null {
  if (event >= n || !events[event - 1]) return `takes back line ${event}, which does not come before it`;
  const { what } = events[event - 1]!;
  if (what === 'begun' || what === 'undone') return `takes back line ${event}, and “${what}” cannot be taken back`;
  return undone.has(event) ? `takes back line ${event} a second time` : null;
}

/** Whether two pieces are one piece of wood: the same place on the same plank. */
export const isSameCut = (a: Piece, b: Piece): boolean => a.plank === b.plank && isSameBox(a.cut, b.cut);
const isSameBox = (a: Piece['cut'], b: Piece['cut']): boolean => a.from === b.from && a.to === b.to && a.low === b.low && a.high === b.high;

type Told<What extends Event['what']> = Extract<Event, { what: What }>;

/** Puts a line to what stands; gives back why it makes no sense, and then some of it may have been put already. */
function putTo(folding: Folding, ground: SiteGround, event: Event): string | null {
  switch (event.what) {
    case 'begun':
      return inForce(folding, event.plan);
    case 'replanned':
      return whatLiesElsewhere(folding, event.plan) ?? inForce(folding, event.plan);
    case 'cut':
      return saw(folding, event);
    case 'laid':
      return lay(folding, event);
    case 'note':
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

/** Plank numbers that are known: of the plan in force, or begun. */
const sizeOf = ({ begun, plan }: Folding, n: number): PlankOf | undefined => begun.get(n) ?? plan!.planks.find((p) => p.n === n);

function begin(folding: Folding, n: number, { length, width, product }: PlankOf, found = false): Begun {
  const before = folding.begun.get(n);
  if (before) return before;
  const plank: Begun = { n, length, width, ...(product === undefined ? {} : { product }), gone: [], found };
  set(folding, folding.begun, n, plank);
  if (n > folding.highest) change(folding, 'highest', n);
  if (!found) takeFromStock(folding, plank);
  return plank;
}

const isSameSize = (a: PlankOf, b: PlankOf): boolean =>
  a.length === b.length && a.width === b.width && (a.product === undefined || b.product === undefined || a.product === b.product);

function takeFromStock(folding: Folding, plank: PlankOf): void {
  const { stock } = folding;
  if (stock === null) return;
  if (typeof stock === 'number') return change(folding, 'stock', Math.max(0, stock - 1));
  const at = stock.findIndex((s) => isSameSize(s, plank));
  change(folding, 'stock', stock.map((s, i) => (i === at ? { ...s, count: Math.max(0, s.count - 1) } : s))); // prettier-ignore
}

const liesOf = ({ lying, onPlanks }: Folding, plank: number): readonly Lying[] => (onPlanks.get(plank) ?? []).map((key) => lying.get(key)!);
const directionOf = ({ plan }: Folding, floor: string): number => plan!.floors.find((f) => f.id === floor)!.direction;

/** Why a part of a plank cannot be had; null where it is there. */
function woodGone(folding: Folding, part: OnPlank, key: PieceKey | null): string | null {
  const plank = folding.begun.get(part.plank);
  if (!plank) return null;
  if (isGone(plank.gone, part.cut.from, part.cut.to)) return 'whose wood is gone';
  if (liesOf(folding, part.plank).some((l) => shareWood(part, onPlank(directionOf(folding, l.floor), l.piece))))
    return 'whose wood lies elsewhere';
  const other = [...folding.parts.values()].some((p) => p.key !== key && shareWood(part, p) && !liesIn(part, p));
  return other ? 'whose wood is sawn otherwise' : null;
}

/** What was sawn from a plank and holds this part is used up by it. */
function spend(folding: Folding, part: OnPlank): void {
  for (const [key, other] of [...folding.parts]) if (liesIn(part, other)) drop(folding, folding.parts, key);
}

function saw(folding: Folding, { piece: key, n }: Told<'cut'>): string | null {
  const piece = folding.keys.get(key);
  const floor = key.slice(0, key.lastIndexOf('/'));
  if (folding.lying.has(key)) return `saws ${key}, which lies`;
  if (!piece) return `saws ${key}, which the plan in force does not have`;
  if (folding.otherRows.has(rowKey(floor, piece.row))) return `saws ${key}, whose row lies otherwise`;
  const part = onPlank(directionOf(folding, floor), piece);
  const before = folding.parts.get(key);
  if (before && before.plank === part.plank && isSameBox(before.cut, part.cut)) return `saws ${key}, which is sawn already`;
  const gone = woodGone(folding, part, null);
  if (gone) return `saws ${key}, ${gone}`;
  spend(folding, part);
  begin(folding, piece.plank, sizeOf(folding, piece.plank)!);
  // an older plan's piece of that name is still in hand, by another name
  if (folding.parts.has(key)) keepApart(folding, folding.parts.get(key)!);
  set(folding, folding.parts, key, { ...part, key, line: n });
  return null;
}

/** Puts a sawn part by under a name that no piece has. */
function keepApart(folding: Folding, part: SawnPart): void {
  drop(folding, folding.parts, part.key);
  const key = `${part.key} of line ${part.line}`;
  set(folding, folding.parts, key, { ...part, key });
}

function lieDown(folding: Folding, floor: string, piece: Piece, line: number): void {
  const key = pieceKey(floor, piece);
  set(folding, folding.lying, key, { floor, piece, line, pushed: folding.shifts.get(floor) ?? [0, 0] });
  set(folding, folding.onPlanks, piece.plank, [...(folding.onPlanks.get(piece.plank) ?? []), key]);
}

function lay(folding: Folding, { floor: id, row, piece: only, n }: Told<'laid'>): string | null {
  const floor = folding.plan!.floors.find((f) => f.id === id);
  if (!floor) return `lays on floor ${id}, which the plan in force does not have`;
  const own = floor.pieces.filter((p) => p.row === row && (only === undefined || p.id === only));
  const left = folding.otherRows.has(rowKey(id, row)) ? [] : own.filter((p) => !folding.lying.has(pieceKey(id, p)));
  if (left.length === 0) return `lays row ${row}${only === undefined ? '' : `, piece ${only}`}, of which nothing is left to lay`;
  for (const piece of left) {
    const key = pieceKey(id, piece);
    const part = onPlank(floor.direction, piece);
    const gone = woodGone(folding, part, key);
    if (gone) return `lays ${key}, ${gone}`;
    spend(folding, part);
    begin(folding, piece.plank, sizeOf(folding, piece.plank)!);
    const shift = folding.shifts.get(id) ?? [0, 0];
    lieDown(folding, id, { ...piece, outline: shifted(piece.outline, shift) }, n);
  }
  return null;
}

/** The product of a floor, where a plan's planks name theirs. */
const productOf = ({ plan }: Folding, floor: PlanFloor): string | undefined =>
  plan!.planks.find((p) => p.n === floor.pieces[0]?.plank)?.product;

/** The size of a plank that is new in hand; a sentence where it is not said and cannot be known. */
function newSize(
  { sizes }: SiteGround,
  told: { readonly length?: number; readonly width?: number },
  width?: number,
  product?: string,
): PlankOf | string {
  const own = sizes.filter(
    (s) =>
      (told.length === undefined || s.length === told.length) &&
      (told.width === undefined || s.width === told.width) &&
      (width === undefined || s.width === width) &&
      (product === undefined || s.product === undefined || s.product === product),
  );
  if (own.length === 0) return 'is of a size that there is none of';
  if (own.some((s) => !isSameSize(s, own[0]!))) return 'comes in several sizes; say its length and width';
  return own[0]!;
}

function layOtherwise(folding: Folding, ground: SiteGround, event: Told<'laid-as'>): string | null {
  const floor = folding.plan!.floors.find((f) => f.id === event.floor);
  const row = floor?.rows.find((r) => r.n === event.row);
  if (!floor || !row) return `lays row ${event.row} of floor ${event.floor}, which the plan in force does not have`;
  if (
    folding.otherRows.has(rowKey(floor.id, row.n)) ||
    [...folding.lying.values()].some((l) => l.floor === floor.id && l.piece.row === row.n)
  )
    return `lays row ${row.n}, part of which lies already`;
  const product = productOf(folding, floor);
  const told: ToldPiece[] = [];
  for (const { plank, from, to, at, length, width } of event.pieces) {
    if (to < from + 1) return `lays a piece of row ${row.n} that ends where it begins`;
    const size = plank === 'new' ? newSize(ground, { length, width }, row.width, product) : sizeOf(folding, plank);
    if (size === undefined) return `lays plank ${plank}, which there is not`;
    if (typeof size === 'string') return `lays a new plank that ${size}`;
    const n = plank === 'new' ? folding.highest + 1 : plank;
    if (Math.abs(size.width - row.width) > SAME_PLACE) return `lays plank ${n} in row ${row.n}, which is of another width`;
    if (product !== undefined && size.product !== undefined && size.product !== product)
      return `lays plank ${n}, which is of another product`;
    if (to > size.length + SAME_PLACE) return `lays more of plank ${n} than there is`;
    begin(folding, n, size);
    told.push({ plank: n, from, to, at });
  }
  const shift = folding.shifts.get(floor.id) ?? [0, 0];
  const lies = rowAsPushed(floor, row, shift);
  const area = (folding.wallsMoved && ground.laidWith(folding.walls, floor.id)) || floor.laid;
  const laid = piecesAsLaid(floor, area, lies, told);
  if ('wrong' in laid) return laid.wrong;
  for (const piece of withButts(laid.pieces, floor, (n) => folding.begun.get(n)!.length)) {
    const part = onPlank(floor.direction, piece);
    const gone = woodGone(folding, part, null);
    if (gone) return `lays a piece of plank ${piece.plank} in row ${row.n}, ${gone}`;
    spend(folding, part);
    lieDown(folding, floor.id, piece, event.n);
  }
  set(folding, folding.otherRows, rowKey(floor.id, row.n), true);
  return null;
}

/** A row's strip where its floor was pushed to. */
export function rowAsPushed<Row extends { readonly from: number; readonly to: number }>(
  { direction }: Pick<PlanFloor, 'direction'>,
  row: Row,
  [x, y]: Point,
): Row {
  if (x === 0 && y === 0) return row;
  const angle = (direction * Math.PI) / 180;
  const across = round3(x * Math.sin(angle) - y * Math.cos(angle));
  return { ...row, from: round3(row.from + across), to: round3(row.to + across) };
}

/** Joints between pieces as they lie that are no factory ends. */
function withButts(pieces: readonly Piece[], { direction }: PlanFloor, lengthOf: (plank: number) => number): readonly Piece[] {
  const ends = pieces.map((piece) => {
    const us = piece.outline[0]!.map(([x, y]) => x * Math.cos((direction * Math.PI) / 180) + y * Math.sin((direction * Math.PI) / 180));
    return { from: Math.min(...us), to: Math.max(...us) };
  });
  const butts = new Set<number>();
  pieces.forEach((left, i) => {
    pieces.forEach((right, k) => {
      if (k === i || Math.abs(ends[i]!.to - ends[k]!.from) > SAME_OUTLINE) return;
      if (left.cut.to < lengthOf(left.plank) - SAME_PLACE || right.cut.from > SAME_PLACE) butts.add(i).add(k);
    });
  });
  return pieces.map((piece, i) => (butts.has(i) ? { ...piece, butt: true } : piece));
}

/** What is lost of a plank: sawn parts that it touches are spoilt, and what is left of them stays apart from the rest. */
function takeAway(folding: Folding, plank: Begun, from: number, to: number): void {
  const gone: [number, number][] = [[from, to]];
  for (const [key, part] of [...folding.parts]) {
    if (part.plank !== plank.n || !isGone(gone.slice(0, 1), part.cut.from, part.cut.to)) continue;
    drop(folding, folding.parts, key);
    const { cut, shape } = part;
    const whole = cut.low < SAME_PLACE && cut.high > plank.width - SAME_PLACE && shape.length === 1 && shape[0]!.length === 4;
    // of a part with notches or a rip nobody knows what its rest is good for
    if (!whole) gone.push([cut.from, cut.to]);
    else for (const end of [cut.from, cut.to]) if (end > SAME_PLACE && end < plank.length - SAME_PLACE) gone.push([end, end]);
  }
  set(folding, folding.begun, plank.n, { ...folding.begun.get(plank.n)!, gone: [...folding.begun.get(plank.n)!.gone, ...gone] });
}

/** Less wood than this (mm²) is none. */
const NO_WOOD = 20;
const leftOf = (folding: Folding, plank: Begun, from?: number, to?: number): number =>
  inHand(plank, liesOf(folding, plank.n).map((l) => l.piece.cut), from, to); // prettier-ignore

function sawAcross(folding: Folding, { kerf }: SiteGround, { plank: n, along }: Told<'cut-at'>): string | null {
  const size = sizeOf(folding, n);
  if (!size) return `saws plank ${n}, which there is not`;
  if (along <= 0 || along >= size.length) return `saws plank ${n} at ${along}, and it is ${size.length} long`;
  const lies = liesOf(folding, n).find(({ piece: { cut } }) => cut.from < along - SAME_PLACE && cut.to > along + SAME_PLACE);
  if (lies) return `saws plank ${n} at ${along}, inside ${pieceKey(lies.floor, lies.piece)}, which lies`;
  const plank = begin(folding, n, size);
  if (leftOf(folding, plank, Math.max(0, along - 1), Math.min(size.length, along + 1)) < NO_WOOD)
    return `saws plank ${n} at ${along}, where nothing of it is in hand`;
  takeAway(folding, plank, along, Math.min(size.length, along + kerf));
  return null;
}

function breakBegun(folding: Folding, n: number): string | null {
  const size = sizeOf(folding, n);
  if (!size) return `breaks plank ${n}, which there is not`;
  const plank = begin(folding, n, size);
  if (leftOf(folding, plank) < NO_WOOD) return `breaks plank ${n}, of which nothing is in hand`;
  takeAway(folding, plank, 0, plank.length);
  return null;
}

function breakNew(folding: Folding, ground: SiteGround, { count = 1, length, width }: Told<'broken'>): string | null {
  const size = newSize(ground, { length, width });
  if (typeof size === 'string') return `breaks a new plank that ${size}`;
  for (let k = 0; k < count; k++) {
    const plank = begin(folding, folding.highest + 1, size);
    takeAway(folding, plank, 0, plank.length);
  }
  return null;
}

function lose(folding: Folding, { plank: n, from, to }: Told<'lost'>): string | null {
  const size = sizeOf(folding, n);
  if (!size) return `loses some of plank ${n}, which there is not`;
  if (to <= from || from >= size.length) return `loses ${from} to ${to} of plank ${n}, which is no part of it`;
  const plank = begin(folding, n, size);
  const end = Math.min(to, size.length);
  if (leftOf(folding, plank, from, end) < NO_WOOD) return `loses ${from} to ${to} of plank ${n}, of which nothing is in hand`;
  takeAway(folding, plank, from, end);
  return null;
}

function find(folding: Folding, { sizes }: SiteGround, { length, width, ends }: Told<'found'>): string | null {
  const own = sizes
    .filter((s) => s.length >= length - SAME_PLACE && s.width >= width - SAME_PLACE)
    .sort((a, b) => a.length - b.length || a.width - b.width);
  const size = own[0];
  if (!size) return `finds a piece of ${length} × ${width}, larger than any plank`;
  const plank = begin(folding, folding.highest + 1, size, true);
  const spare = Math.max(0, size.length - length);
  const [from, to] =
    ends === 'both'
      ? [0, size.length]
      : ends === 'left'
        ? [0, length]
        : ends === 'right'
          ? [spare, size.length]
          : [spare / 2, size.length - spare / 2];
  const gone: [number, number][] = [];
  if (from > SAME_PLACE) gone.push([0, from]);
  if (to < size.length - SAME_PLACE) gone.push([to, size.length]);
  // a strip locks nobody knows how
  if (width < size.width - SAME_OUTLINE) gone.push([0, size.length]);
  set(folding, folding.begun, plank.n, { ...plank, gone });
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
