import { bad, good, isNoted, type Event, type Plan, type Result } from '../given';
import { isSameBox, nothing, pushedTo, type Folding } from './folding';
import { putTo } from './put';
import { strayLine, whyRefused } from './refused';
import type { Lying, PieceKey, Site, SiteGround } from './stands';

/** A site to which the lines of a log are put one by one. */
export type OpenSite = {
  /** Puts the next line; gives back why it makes no sense, and then nothing has changed. */
  put(event: Event): string | null;
  /** Puts a line that was taken once, by the rules of then; gives back why it makes no sense, and then nothing has changed. */
  kept(event: Event): string | null;
  /** The same, of one that is heard of: where the job was changed so since that it makes no sense any more, it counts for nothing. */
  heard(event: Event): void;
  now(): Site;
  /** The plan in force; null before laying begins. */
  plan(): Plan | null;
  /** Which line began a plank that no plan has, and as its how many-th (from 0); null where a plan has it, or nobody. */
  makerOf(plank: number): Maker | null;
  /** The number of the plank that a line began so; null where it began none. */
  madeBy(maker: Maker): number | null;
  /** What would stand if these lines came next, and why the last of them makes no sense; those that make none count for nothing. Nothing is changed. */
  with(events: readonly Event[]): {
    readonly site: Site;
    readonly fault: string | null;
    /** {@link OpenSite.makerOf}, those lines included */
    readonly makerOf: (plank: number) => Maker | null;
  };
};

/** The line that began a plank, and as its how many-th. */
export type Maker = { readonly line: number; readonly k: number };

/** A line that counts, how to take it back, and the numbers of the planks that it began, from one to before another. */
type Counted = { readonly event: Event; readonly back: readonly (() => void)[]; readonly made: readonly [number, number] };

function makerIn(counted: readonly Counted[], plank: number): Maker | null {
  const own = counted.find(({ made }) => made[0] <= plank && plank < made[1]);
  return own ? { line: own.event.n, k: plank - own.made[0] } : null;
}

/** A site on which nothing has happened yet. */
export function openSite(ground: SiteGround): OpenSite {
  const folding = nothing();
  const events: Event[] = [];
  const undone = new Set<number>();
  /** lines that count, each with how to take it back, in order */
  const counted: Counted[] = [];

  const count = (event: Event): string | null => {
    folding.back = [];
    const before = folding.highest + 1;
    const fault = putTo(folding, ground, event);
    const { back } = folding;
    // a plan brings numbers of its own
    const made: Counted['made'] = [before, 'plan' in event ? before : folding.highest + 1];
    if (fault) for (const one of back.reverse()) one();
    else counted.push({ event, back, made });
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
    const begun = events.some((e) => e.what === 'begun');
    if (event.what === 'begun' && begun) return 'is “begun”, and the log has begun already';
    if (!begun && event.what !== 'begun' && event.what !== 'undone' && !isNoted(event.what)) return 'comes before laying began';
    const fault = event.what === 'undone' ? takenBack(event) : count(event);
    if (fault) return fault;
    if (event.what === 'undone') undone.add(event.event);
    events.push(event);
    return null;
  };
  return {
    put: (event) => whyRefused(folding, ground, event) ?? put(event),
    kept: put,
    heard(event) {
      if (put(event) !== null) events.push(event);
    },
    now: () => siteNow(folding, events[events.length - 1]?.n ?? 0),
    plan: () => folding.plan,
    makerOf: (plank) => makerIn(counted, plank),
    madeBy({ line, k }) {
      const own = counted.find((c) => c.event.n === line);
      return own && own.made[0] + k < own.made[1] ? own.made[0] + k : null;
    },
    with(later) {
      const before = { counted: [...counted], events: events.length, undone: new Set(undone) };
      let fault: string | null = null;
      for (const event of later) {
        fault = whyRefused(folding, ground, event) ?? put(event);
        if (fault !== null) events.push(event);
      }
      const site = siteNow(folding, events[events.length - 1]?.n ?? 0);
      const all = [...counted];
      const same = counted.findIndex((c, i) => c !== before.counted[i]);
      for (let k = counted.length; k > (same < 0 ? Math.min(counted.length, before.counted.length) : same); k--) discount();
      for (const { event } of before.counted.slice(counted.length)) count(event);
      events.length = before.events;
      undone.clear();
      for (const n of before.undone) undone.add(n);
      return { site, fault, makerOf: (plank) => makerIn(all, plank) };
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
    yard: new Map(folding.yard),
    highest,
    stock,
    shifts: new Map(shifts),
    walls: new Map(folding.walls),
    otherwise,
    notes: [...folding.notes.values()],
    last,
  };
}
/**
 * Folds a log: what lies, what is sawn, which plan is in force.
 *
 * @param events in order, the first `begun`; none gives a site on which nothing happened
 * @param own whether lines that are none of this job's own are refused; a job that was changed since its log began is read all the same where it is false
 * @returns the site; or the first line that makes no sense where it stands
 */
export function siteOf(events: readonly Event[], ground: SiteGround, own = false): Result<Site> {
  const site = openSite(ground);
  for (const event of events) {
    const stray = own ? strayLine(event, ground, () => site.now().walls) : null;
    const fault = stray ?? (own ? site.put(event) : site.kept(event));
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
