import { readEvent, type Event } from '@/core/given';
import {
  carried,
  isByPlan,
  linkAfter,
  NO_LINK,
  openSite,
  planHash,
  type OpenSite,
  type RawLine,
  type Site,
  type SiteGround,
} from '@/core/lay';
import type { Presence } from './presence';
import type { Entry, LogStore, Recorded } from './store';
import type { LogHead, Taken, Transport } from './transport';

/*
 * The log of a job on a device. What is recorded here counts at once, is kept on the device and sent until the server has it; what the server keeps, of
 * this device or another, is heard line by line. Nothing that waits is dropped before it was heard back, or refused by itself; what is refused is
 * set aside, and the rest goes on.
 */

/** Something that was set aside: what it was, and why. */
export type Aside = { readonly event: Recorded; readonly why: string };

/** How a log stands. */
export type LogState = {
  /** what stands, what is on its way included */
  readonly site: Site;
  /** the lines that count for it, in order */
  readonly lines: readonly Event[];
  /** how much was recorded here that the server has not acknowledged */
  readonly unsent: number;
  /** whether the server's stream is open and the log is the server's */
  readonly connected: boolean;
  /** the epoch of the log: another one after a restore; empty until it is known */
  readonly epoch: string;
  /** why what waits cannot go out: the status of the answer (0: none) and the server's sentence */
  readonly waits: { readonly status: number; readonly problem?: string } | null;
  readonly aside: readonly Aside[];
  /** whether the device keeps what is recorded until it is sent */
  readonly kept: boolean;
  /** lines that this version does not read */
  readonly unread: number;
  /** where device and server both went on from the same beginning: what each has that the other has not */
  readonly apart: { readonly ours: readonly Recorded[]; readonly theirs: readonly RawLine[] } | null;
};

export type LogOptions = {
  readonly jobId: string;
  readonly ground: SiteGround;
  readonly store: LogStore;
  readonly transport: Transport;
  readonly presence: Presence;
  readonly changed: (state: LogState) => void;
  /** what a line says of when and by whom it was recorded */
  readonly stamp: () => { readonly time: string; readonly by: string };
  readonly newId: () => string;
};

type Fields = Readonly<Record<string, unknown>> & { readonly what: string };

export type LiveLog = {
  /** Is done when what the device keeps is taken up. */
  readonly recalled: Promise<void>;
  /** Records what happened; gives its id. */
  record(event: Fields): string;
  /** Takes in lines that were written elsewhere, as they stand. */
  takeIn(list: readonly RawLine[]): void;
  /** Takes back a line, or what is on its way to be one, by its number or its id. */
  takeBack(line: number | string): void;
  /** Why something would not be taken as things stand; null where it would. */
  faultOf(event: Fields): string | null;
  /** Sends what was set aside again; under the plan that is in force now, where that is what it means. */
  sendAgain(id: string, underThisPlan?: boolean): void;
  /** Forgets what was set aside. */
  forget(id: string): void;
  /** Where both went on: sends this device's lines after the server's, or sets them aside. */
  decide(which: 'both' | 'theirs'): Promise<void>;
  /** Tries at once what waits. */
  wake(): void;
  stop(): void;
};

/** First and longest wait before what did not go out is tried again, ms. */
const RETRY = 2_000;
const LONGEST = 20_000;
/** So often logs are brought into step without a pause. */
const STEPS = 3;
/** So much is sent at once. */
const BATCH = 200;
/** While a log is caught up with it is shown every so many lines. */
const SHOWN_EVERY = 200;
/** So often it is looked for what a closed page left, ms. */
const ADOPTED_EVERY = 3_000;

type Line = { readonly raw: RawLine; readonly event: Event; readonly text: string; readonly link: string };
/** An entry of this page; `tried` once it may have reached the server. */
type Own = Entry & { tried: boolean };

/** Opens the log of a job on this device, and keeps it in step with the server's until it is stopped. */
export function openLog({ jobId, ground, store, transport, presence, changed, stamp, newId }: LogOptions): LiveLog {
  let site: OpenSite = openSite(ground);
  let lines: Line[] = [];
  let numbers = new Map<string, number>();
  let entries: Own[] = [];
  let epoch = '';
  let [connected, kept, live, unread] = [false, true, true, 0];
  let waits: LogState['waits'] = null;
  let apart: LogState['apart'] = null;
  let theirLog: readonly string[] = [];
  const stopped = new AbortController();

  const linkAt = (n: number): string => (n === 0 ? NO_LINK : (lines[n - 1]?.link ?? NO_LINK));
  const onWay = () => entries.filter((e) => e.aside === undefined);
  const idOf = (n: number): string | undefined => {
    const raw = lines[n - 1]?.raw ?? onWay()[n - lines.length - 1]?.event;
    return raw && (typeof raw.id === 'string' ? raw.id : `line ${n}`);
  };

  // --- what stands

  /** What is on its way, as lines that would come next. */
  function later(): readonly Event[] {
    const way = onWay();
    const ahead = new Map(way.map((e, k) => [e.event.id, lines.length + 1 + k]));
    return way.map(({ event }, k): Event => {
      const n = lines.length + 1 + k;
      const { of, ...rest } = event;
      const read = readEvent({ ...rest, n, ...(typeof of === 'string' ? { event: numbers.get(of) ?? ahead.get(of) ?? 0 } : {}) });
      // the line keeps its place, so that the numbers of the others stand
      return read.ok ? read.value : { n, time: '', by: '', what: 'note', text: '' };
    });
  }

  function show(): void {
    if (!live) return;
    const next = later();
    const unsent = entries.filter((e) => e.aside === undefined && e.acked === undefined).length;
    if (unsent === 0 && connected) waits = null;
    changed({
      site: next.length > 0 ? site.with(next).site : site.now(),
      lines: [...lines.map((l) => l.event), ...next],
      unsent,
      connected,
      epoch,
      waits,
      aside: entries.flatMap((e) => (e.aside === undefined ? [] : [{ event: e.event, why: e.aside }])),
      kept,
      unread,
      apart,
    });
  }

  /** Puts a line of the log; false where it is known, or comes too early. */
  function put(text: string): boolean {
    const raw = JSON.parse(text) as RawLine;
    if (raw.n !== lines.length + 1) return false;
    const read = readEvent(raw);
    // one of a newer version counts for nothing here, and keeps its place
    if (!read.ok) unread++;
    const event: Event = read.ok ? read.value : { n: raw.n, time: '', by: '', what: 'note', text: '' };
    site.heard(event);
    numbers.set(typeof raw.id === 'string' ? raw.id : `line ${raw.n}`, raw.n);
    lines.push({ raw, event, text, link: linkAfter(linkAt(lines.length), raw) });
    return true;
  }

  function rebuild(texts: readonly string[]): void {
    site = openSite(ground);
    lines = [];
    numbers = new Map();
    unread = 0;
    for (const text of texts) put(text);
  }

  // --- entries

  const mark = (ids: ReadonlySet<string>, change: Partial<Omit<Entry, 'event'>>): void => {
    entries = entries.map((e) => (ids.has(e.event.id) ? { ...e, ...change } : e));
    void store.mark(jobId, new Map([...ids].map((id) => [id, change])));
  };
  const drop = (ids: ReadonlySet<string>): void => {
    if (ids.size === 0) return;
    entries = entries.filter((e) => !ids.has(e.event.id));
    void store.drop(jobId, ids);
  };

  /** An entry and all that refer to it. */
  function withDependents(id: string): ReadonlySet<string> {
    const all = new Set([id]);
    for (const { event } of entries) if (refersTo(event).some((other) => all.has(other))) all.add(event.id);
    return all;
  }

  /** Sets something aside, and what depends on it; what was taken back already is gone. */
  function setAside(id: string, why: string): void {
    const takenBack = entries.find((e) => e.event.what === 'undone' && e.event.of === id);
    const all = withDependents(id);
    if (takenBack) drop(new Set([id, takenBack.event.id]));
    mark(new Set([...all].filter((other) => entries.some((e) => e.event.id === other))), { aside: why });
  }

  function add(list: readonly Recorded[]): void {
    entries = [...entries, ...list.map((event): Own => ({ event, tab: presence.tab, tried: false }))];
    void store.record(jobId, list, presence.tab).then((did) => {
      if (kept === did) return;
      kept = did;
      show();
    });
    show();
    void pump();
  }

  /** Takes up what pages left that are closed. */
  async function adopt(): Promise<void> {
    const [all, open] = [await store.entries(jobId), new Set(await presence.open())];
    if (!live) return;
    const own = new Set(entries.map((e) => e.event.id));
    const left = all.filter((e) => !own.has(e.event.id) && !numbers.has(e.event.id) && !open.has(e.tab));
    if (left.length === 0) return;
    const ids = new Set(left.map((e) => e.event.id));
    entries = [...left.map((e): Own => ({ ...e, tab: presence.tab, tried: true })), ...entries];
    await store.mark(jobId, new Map([...ids].map((id) => [id, { tab: presence.tab }])));
    show();
    void pump();
  }

  // --- hearing

  async function recall(): Promise<void> {
    const [heard, works] = await Promise.all([store.heard(jobId), store.works()]);
    if (!live) return;
    kept = works;
    epoch = heard.epoch;
    rebuild(heard.lines);
    await adopt();
    // what was heard while the page closed
    drop(new Set(entries.filter((e) => numbers.has(e.event.id)).map((e) => e.event.id)));
    show();
  }

  /** The log is another one from now on. */
  async function become(next: string, keep: readonly string[], same: number, front: readonly Recorded[]): Promise<void> {
    await store.become(jobId, next, same, front, presence.tab);
    for (let n = same; n < keep.length; n++) await store.hear(jobId, next, n + 1, keep[n]!);
    epoch = next;
    rebuild(keep);
    const known = new Set(entries.map((e) => e.event.id));
    entries = [
      ...front.filter((e) => !known.has(e.id)).map((event): Own => ({ event, tab: presence.tab, tried: true })),
      // what another log acknowledged is not acknowledged by this one
      ...entries.map((e): Own => (e.acked && e.acked.epoch !== next ? { ...e, acked: undefined } : e)),
    ];
    drop(new Set(entries.filter((e) => numbers.has(e.event.id)).map((e) => e.event.id)));
    show();
  }

  /** A line as it is sent again: without its number, and referring by id. */
  function again({ raw }: Line): Recorded {
    const { n, event, ...rest } = raw;
    const id = typeof raw.id === 'string' ? raw.id : `line ${String(n)}`;
    const of = raw.what === 'undone' && raw.of === undefined && typeof event === 'number' ? { of: idOf(event) } : {};
    const begunBy = raw.begunBy === undefined ? carried(raw, site.makerOf, idOf) : [];
    return { ...rest, ...of, ...(begunBy.length > 0 ? { begunBy } : {}), id, what: String(raw.what) };
  }

  /** Finds out whether device and server have the same log; false where the stream has to be opened anew. */
  async function meet(head: LogHead): Promise<boolean> {
    catchUp = head.last;
    const texts = lines.map((l) => l.text);
    if (head.at === linkAt(lines.length)) {
      apart = null;
      if (head.epoch !== epoch) await become(head.epoch, texts, texts.length, []);
      connected = live;
      show();
      void pump();
      return live;
    }
    if (head.last < lines.length && head.link === linkAt(head.last)) {
      // the server was set back: it gets again what it lacks
      const missing = lines.slice(head.last).map(again);
      apart = null;
      await become(head.epoch, texts.slice(0, head.last), head.last, missing);
      return false;
    }
    const theirs = await transport.lines(jobId);
    if (!live || theirs === null) return false;
    let [same, link] = [0, NO_LINK];
    const raws = theirs.map((text) => JSON.parse(text) as RawLine);
    for (const raw of raws) {
      link = linkAfter(link, raw);
      if (link !== linkAt(same + 1)) break;
      same++;
    }
    const known = new Set(raws.map((r, i) => (typeof r.id === 'string' ? r.id : `line ${i + 1}`)));
    const ours = lines.slice(same).map(again).filter((e) => !known.has(e.id)); // prettier-ignore
    theirLog = theirs;
    if (ours.length === 0) {
      apart = null;
      await become(head.epoch, theirs, same, []);
      return false;
    }
    epoch = head.epoch;
    apart = { ours, theirs: raws.slice(same).filter((r) => !numbers.has(String(r.id))) };
    show();
    return false;
  }

  let catchUp = 0;

  function hear(text: string): void {
    if (!put(text)) {
      // a line that comes too early: something is missing between
      if (Number((JSON.parse(text) as RawLine).n) > lines.length) reconnect();
      return;
    }
    const { raw } = lines.at(-1)!;
    void store.hear(jobId, epoch, lines.length, text);
    if (entries.some((e) => e.event.id === raw.id)) drop(new Set([String(raw.id)]));
    // acknowledged under a number that another line has now: it goes out again
    const lost = entries.filter((e) => e.acked && e.acked.n <= lines.length);
    if (lost.length > 0) mark(new Set(lost.map((e) => e.event.id)), { acked: undefined });
    // a long log that is only caught up with is shown now and then
    if (lines.length >= catchUp || lines.length % SHOWN_EVERY === 0) show();
  }

  let stream = new AbortController();
  const reconnect = (): void => stream.abort();
  const resting = new Set<() => void>();
  const rouse = (): void => [...resting].forEach((wakeUp) => wakeUp());

  async function listen(): Promise<void> {
    let [wait, quick] = [RETRY, 0];
    while (live) {
      stream = new AbortController();
      const end = () => stream.abort();
      stopped.signal.addEventListener('abort', end, { once: true });
      let met = false;
      const heard = await transport.listen(
        jobId,
        { after: lines.length, link: linkAt(lines.length) },
        { head: async (head) => ((met = true), meet(head)), line: hear },
        stream.signal,
      );
      stopped.signal.removeEventListener('abort', end);
      const was = connected;
      connected = false;
      if (!live) return;
      if (heard.status !== 200) waits = { status: heard.status, problem: heard.problem };
      show();
      wait = met || was ? RETRY : Math.min(LONGEST, wait * 1.5);
      if (was) quick = 0;
      // where the logs were brought into step it goes on at once
      if (met && !was && !apart && quick++ < STEPS) continue;
      await pause(was ? RETRY / 4 : wait);
    }
  }

  const pause = (ms: number): Promise<void> =>
    new Promise((done) => {
      const end = () => {
        clearTimeout(timer);
        resting.delete(end);
        done();
      };
      const timer = setTimeout(end, ms);
      resting.add(end);
    });

  // --- sending

  let busy = false;
  let most = BATCH;

  async function pump(): Promise<void> {
    if (busy) return;
    busy = true;
    try {
      while (live && connected && apart === null) {
        const batch = entries.filter((e) => e.aside === undefined && e.acked === undefined).slice(0, most);
        if (batch.length === 0) break;
        const ids = new Set(batch.map((e) => e.event.id));
        entries = entries.map((e) => (ids.has(e.event.id) ? { ...e, tried: true } : e));
        const sent = await transport.send(jobId, { epoch, events: batch.map((e) => e.event) });
        if (!live) return;
        if (sent.status === 200 && sent.taken?.some((t) => ids.has(t.id))) {
          settle(sent.taken.filter((t) => ids.has(t.id)));
          most = Math.min(BATCH, most * 2);
        } else if ([400, 413, 422].includes(sent.status)) {
          if (batch.length === 1) setAside(batch[0]!.event.id, sent.problem ?? `the server answered ${sent.status}`);
          // halved until one stands alone
          most = Math.max(1, Math.floor(batch.length / 2));
        } else {
          waits = { status: sent.status, problem: sent.problem };
          show();
          // the log is another one; or no answer comes, and the stream that is still open is a dead one
          if (sent.status === 409 || sent.status === 0) reconnect();
          await pause(RETRY);
        }
        show();
      }
    } finally {
      busy = false;
    }
  }

  /** What became of a batch: what is kept waits for its line, what was refused is set aside, unless it has come to pass anyway. */
  function settle(taken: readonly Taken[]): void {
    waits = null;
    const heardAlready = new Set(taken.filter((t) => numbers.has(t.id)).map((t) => t.id));
    drop(heardAlready);
    for (const { id, n, refused } of taken) {
      const own = entries.find((e) => e.event.id === id);
      if (!own) continue;
      if (n !== undefined) mark(new Set([id]), { acked: { epoch, n } });
      else if (isSoAnyway(own.event)) drop(new Set([id]));
      else setAside(id, refused ?? 'the server does not take it');
    }
  }

  /** Whether what was refused is so all the same: two people pressed one thing. */
  function isSoAnyway(event: Recorded): boolean {
    const now = site.plan() ? site.now() : site.with(later()).site;
    if (event.what === 'undone') return lines.some((l) => l.event.what === 'undone' && l.event.event === numbers.get(String(event.of)));
    if (!now.plan) return false;
    if (event.what === 'begun') return true;
    // by another plan it would be another piece
    if (event.under !== undefined && event.under !== planHash(now.plan)) return false;
    if (event.what === 'cut') return now.sawn.has(event.piece as string) || now.laid.has(event.piece as string);
    if (event.what !== 'laid') return false;
    const floor = now.plan.floors.find((f) => f.id === event.floor);
    const own = (floor?.pieces ?? []).filter((p) => p.row === event.row && (event.piece === undefined || p.id === event.piece));
    return own.length > 0 && own.every((p) => now.laid.has(`${floor!.id}/${p.id}`));
  }

  /** What an event carries besides: the plan by which it is meant, and who began the planks that it names. */
  function meant(fields: Fields): Fields {
    const {
      site: { plan },
      makerOf,
    } = site.with(later());
    const begunBy = carried(fields, makerOf, idOf);
    return {
      ...fields,
      ...(isByPlan(fields.what) && plan ? { under: planHash(plan) } : {}),
      ...(begunBy.length > 0 ? { begunBy } : {}),
    };
  }

  const recalled = recall();
  void recalled.then(() => listen());
  const looking = setInterval(() => void adopt(), ADOPTED_EVERY);

  return {
    recalled,
    record(fields) {
      const { what, ...rest } = meant(fields);
      const event = { id: newId(), ...stamp(), what, ...rest };
      add([event]);
      return event.id;
    },
    takeIn(list) {
      const ids = list.map((raw) => (typeof raw.id === 'string' ? raw.id : newId()));
      add(
        list.map(({ n: _n, event, ...rest }, i): Recorded => {
          const of = rest.of ?? (rest.what === 'undone' && typeof event === 'number' ? ids[event - 1] : undefined);
          return { ...stamp(), ...rest, ...(of === undefined ? {} : { of }), id: ids[i]!, what: String(rest.what) };
        }),
      );
    },
    takeBack(line) {
      const id = typeof line === 'number' ? idOf(line) : line;
      if (id === undefined) return;
      const own = entries.find((e) => e.event.id === id);
      if (own && !own.tried && own.acked === undefined) {
        drop(new Set([id]));
        show();
        // it may have gone out: the server takes it back once it has it
      } else if (own || numbers.has(id)) add([{ id: newId(), ...stamp(), what: 'undone', of: id }]);
    },
    faultOf(event) {
      const next = later();
      const read = readEvent({ time: '', by: '', ...event, n: lines.length + next.length + 1 });
      return read.ok ? site.with([...next, read.value]).fault : read.problems[0]!.text;
    },
    sendAgain(id, underThisPlan = false) {
      const own = entries.find((e) => e.event.id === id);
      if (own?.aside === undefined) return;
      const plan = site.with(later()).site.plan;
      const event = underThisPlan && plan ? { ...own.event, under: planHash(plan) } : own.event;
      // after all that waits; recorded again it takes its own place in the store, so that it is there at every moment
      entries = [...entries.filter((e) => e !== own), { ...own, event, aside: undefined }];
      void store.record(jobId, [event], presence.tab);
      show();
      void pump();
    },
    forget(id) {
      drop(new Set([id]));
      show();
    },
    async decide(which) {
      if (!apart) return;
      const { ours } = apart;
      const same = lines.findIndex((l, i) => l.text !== theirLog[i]);
      apart = null;
      await become(epoch, theirLog, same < 0 ? lines.length : same, ours);
      if (which === 'theirs') mark(new Set(ours.map((e) => e.id)), { aside: 'the server’s log was kept' });
      show();
      rouse();
    },
    wake: () => rouse(),
    stop() {
      live = false;
      clearInterval(looking);
      stopped.abort();
      stream.abort();
      rouse();
      presence.end();
    },
  };
}

/** Ids of lines that an event refers to. */
const refersTo = (event: Recorded): readonly string[] => [
  ...(typeof event.of === 'string' ? [event.of] : []),
  ...(Array.isArray(event.begunBy) ? (event.begunBy as readonly (readonly unknown[])[]).map((b) => String(b[1])) : []),
];
