import { bad, good, type Event, type Piece, type Plan, type Result } from '../given';

/** A piece by its floor and its id: `f1/12.3`. */
export type PieceKey = string;
export const pieceKey = (floor: string, piece: Pick<Piece, 'id'>): PieceKey => `${floor}/${piece.id}`;

/** What stands on site after the lines of a log so far. */
export type Site = {
  /** the plan in force; null before laying begins */
  readonly plan: Plan | null;
  /** pieces of the plan in force that are sawn and do not lie, each with the line that says so */
  readonly sawn: ReadonlyMap<PieceKey, number>;
  /** pieces that lie, likewise */
  readonly laid: ReadonlyMap<PieceKey, number>;
  readonly notes: readonly Extract<Event, { what: 'note' }>[];
  /** the number of the last line; 0 for an empty log */
  readonly last: number;
};

/** What is folded while a log is read: the same, to be written to. */
type Folding = {
  plan: Plan | null;
  readonly sawn: Map<PieceKey, number>;
  readonly laid: Map<PieceKey, number>;
  readonly notes: Extract<Event, { what: 'note' }>[];
  readonly keys: Map<PieceKey, Piece>;
};

const nothing = (): Folding => ({ plan: null, sawn: new Map(), laid: new Map(), notes: [], keys: new Map() });

/** A site to which the lines of a log are put one by one. */
export type OpenSite = {
  /** Puts the next line; gives back why it makes no sense, and then nothing has changed. */
  put(event: Event): string | null;
  now(): Site;
};

/**
 * A site on which nothing has happened yet. It keeps what lies, what is sawn and which plan is in force; of the other kinds of line it keeps
 * nothing yet.
 */
export function openSite(): OpenSite {
  let folding = nothing();
  const events: Event[] = [];
  const undone = new Set<number>();
  const takenBack = (event: Extract<Event, { what: 'undone' }>): string | null => {
    const wrong = undoneWrongly(event, events, undone);
    if (wrong) return wrong;
    if (takeBack(folding, events[event.event - 1]!)) return null;
    // what stands on the line that is taken back may fall with it: all is read again without it
    const anew = nothing();
    for (const earlier of events) {
      if (earlier.n === event.event || undone.has(earlier.n) || earlier.what === 'undone') continue;
      const fault = put(anew, earlier);
      if (fault) return `cannot be: without line ${event.event}, line ${earlier.n} ${fault}`;
    }
    folding = anew;
    return null;
  };
  return {
    put(event) {
      if ((event.what === 'begun') !== (events.length === 0)) {
        return events.length === 0 ? 'comes before laying began' : 'is “begun”, and the log has begun already';
      }
      const fault = event.what === 'undone' ? takenBack(event) : put(folding, event);
      if (fault) return fault;
      if (event.what === 'undone') undone.add(event.event);
      events.push(event);
      return null;
    },
    now() {
      const { plan, sawn, laid, notes } = folding;
      return { plan, sawn: new Map(sawn), laid: new Map(laid), notes: [...notes], last: events.length };
    },
  };
}

/**
 * Folds a log: what lies, what is sawn, which plan is in force.
 *
 * @param events in order, the first `begun`; none gives a site on which nothing happened
 * @returns the site; or the first line that makes no sense where it stands
 */
export function siteOf(events: readonly Event[]): Result<Site> {
  const site = openSite();
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

/** Takes a line back where nothing else can stand on it; false where all has to be read again. */
function takeBack(folding: Folding, { n, what }: Event): boolean {
  if (what === 'cut' || what === 'note') {
    for (const [key, line] of folding.sawn) if (line === n) folding.sawn.delete(key);
    const note = folding.notes.findIndex((e) => e.n === n);
    if (note >= 0) folding.notes.splice(note, 1);
    // a piece that was laid since had been sawn before: that it lies stays
    return true;
  }
  return false;
}

/** Puts a line to what stands; gives back why it makes no sense. */
function put(folding: Folding, event: Event): string | null {
  if (event.what === 'begun' || event.what === 'replanned') {
    if (event.what === 'replanned') {
      const moved = [...folding.laid.keys()].find((key) => !sameWood(folding.keys.get(key)!, event.plan, key));
      if (moved !== undefined) return `has ${moved} elsewhere, and it lies`;
    }
    inForce(folding, event.plan);
    return null;
  }
  if (!folding.plan) return 'comes before laying began';
  switch (event.what) {
    case 'cut': {
      if (!folding.keys.has(event.piece)) return `saws ${event.piece}, which the plan in force does not have`;
      if (folding.laid.has(event.piece)) return `saws ${event.piece}, which lies`;
      if (folding.sawn.has(event.piece)) return `saws ${event.piece}, which is sawn already`;
      folding.sawn.set(event.piece, event.n);
      return null;
    }
    case 'laid': {
      const floor = folding.plan.floors.find((f) => f.id === event.floor);
      if (!floor) return `lays on floor ${event.floor}, which the plan in force does not have`;
      const own = floor.pieces.filter((p) => p.row === event.row && (event.piece === undefined || p.id === event.piece));
      const left = own.map((p) => pieceKey(floor.id, p)).filter((key) => !folding.laid.has(key));
      if (left.length === 0)
        return `lays row ${event.row}${event.piece === undefined ? '' : `, piece ${event.piece}`}, of which nothing is left to lay`;
      for (const key of left) {
        folding.laid.set(key, event.n);
        folding.sawn.delete(key);
      }
      return null;
    }
    case 'note':
      folding.notes.push(event);
      return null;
    default:
      return null;
  }
}

/** A plan comes into force: what is sawn of it stays sawn where the same piece of the same plank is in it. */
function inForce(folding: Folding, plan: Plan): void {
  for (const key of [...folding.sawn.keys()]) if (!sameWood(folding.keys.get(key)!, plan, key)) folding.sawn.delete(key);
  folding.plan = plan;
  folding.keys.clear();
  for (const floor of plan.floors) for (const piece of floor.pieces) folding.keys.set(pieceKey(floor.id, piece), piece);
}

/** Whether a plan has the piece of that name cut from the same place of the same plank. */
function sameWood(piece: Piece, plan: Plan, key: PieceKey): boolean {
  const slash = key.lastIndexOf('/');
  const other = plan.floors.find((f) => f.id === key.slice(0, slash))?.pieces.find((p) => p.id === key.slice(slash + 1));
  return other !== undefined && isSameCut(piece, other);
}

/** Whether two pieces are one piece of wood: the same place on the same plank. */
export const isSameCut = (a: Piece, b: Piece): boolean =>
  a.plank === b.plank && a.cut.from === b.cut.from && a.cut.to === b.cut.to && a.cut.low === b.cut.low && a.cut.high === b.cut.high;
