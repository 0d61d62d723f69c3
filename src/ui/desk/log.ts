'use client';
import { useMemo } from 'react';
import { create } from 'zustand';
import { paceOfLog } from '@/core/days';
import { planFile, problemLine, readEvent, readLogText, type Event, type NewEvent, type Piece, type Plan } from '@/core/given';
import { groundOfSite, isSameCut, openSite, pieceKey, siteOf, type OpenSite, type Site, type SiteGround } from '@/core/lay';
import { openOutbox, type Outbox, type Told } from '@/sync';
import { ask } from './api';
import { newId } from './ids';
import { useSaving } from './saving';

/*
 * What happened on the site of the job on the desk. What is told here is shown at once, kept on the device and sent until the server has it; what
 * the server kept, of this device or another, is heard line by line and kept on the device too, so that the site stands without a server.
 */

type SiteState = {
  /** what stands, what was told here and is on its way included; null until the device has said what it keeps */
  readonly site: Site | null;
  /** the lines that count for it, in order */
  readonly lines: readonly Event[];
  /** how many things were told here that the server does not have yet */
  readonly unsent: number;
  /** whether the server's stream is open */
  readonly connected: boolean;
  /** why something that was told was not taken, and what it was */
  readonly refused: readonly { readonly id: string; readonly what: string; readonly why: string }[];
  /** whether what is told is kept on this device until it is sent */
  readonly kept: boolean;
  /** what is to be said where something is not kept by the server yet */
  readonly trouble: string | null;
};

const QUIET: SiteState = { site: null, lines: [], unsent: 0, connected: false, refused: [], kept: true, trouble: null };
export const useSite = create<SiteState>(() => QUIET);

/** First wait before what was not heard is sent again, ms. */
const RETRY = 2000;
/** So much is sent at once. */
const BATCH = 200;

/** Before any job is open. */
const NOTHING: SiteGround = { kerf: 0, spaces: [], sizes: [], laidWith: () => undefined };

let jobId = '';
let open: OpenSite = openSite(NOTHING);
/** every line that was heard, in order */
let heardLines: Event[] = [];
/** what was told here and was not heard back */
let told: { event: Told; sent: boolean }[] = [];
let source: EventSource | null = null;
let outbox: Outbox | null = null;
const device = (): Outbox => (outbox ??= openOutbox());

/** Listens to the log of a job; another one's is put away. */
export function listenTo(id: string): () => void {
  let live = true;
  if (id !== jobId) {
    jobId = id;
    const { job } = useSaving.getState();
    open = openSite(job ? groundOfSite(job) : NOTHING);
    heardLines = [];
    told = [];
    useSite.setState(QUIET);
    void recall(id).then(() => live && id === jobId && connect(id));
  } else connect(id);
  return () => {
    live = false;
    source?.close();
  };
}

/** Takes up what the device keeps of a site: the lines that were heard, and what is still to be sent. */
async function recall(id: string): Promise<void> {
  const [lines, waiting] = await Promise.all([device().heard(id), device().waiting(id)]);
  if (id !== jobId) return;
  for (const line of lines) take(line);
  // what was told while the device was asked comes after
  const now = new Set(told.map((t) => t.event.id));
  told = [...waiting.filter((event) => !now.has(event.id)).map((event) => ({ event, sent: false })), ...told];
  show();
  if (told.length > 0) void send();
}

function connect(id: string): void {
  source?.close();
  const mine = (source = new EventSource(`/api/jobs/${id}/log/stream?after=${heardLines.length}`));
  mine.onopen = () => {
    if (source !== mine) return;
    useSite.setState({ connected: true });
    void send();
  };
  mine.onerror = () => source === mine && useSite.setState({ connected: false });
  mine.onmessage = ({ data }: MessageEvent<string>) => {
    if (source !== mine) return;
    const n = take(data);
    if (n === null) return;
    void device().hear(id, [{ n, line: data }]);
    show();
  };
}

/** Takes a line of the log; gives its number, or null where it is known or comes too early. */
function take(line: string): number | null {
  const event = readEvent(JSON.parse(line));
  if (!event.ok || event.value.n !== heardLines.length + 1) return null;
  open.heard(event.value);
  heardLines.push(event.value);
  const own = told.findIndex((t) => t.event.id === event.value.id);
  if (own >= 0) told.splice(own, 1);
  return event.value.n;
}

/** What is on its way, as lines that would come next. */
function onItsWay(): readonly Event[] {
  const last = heardLines.length;
  const numbers = new Map(told.map((t, k) => [t.event.id, last + 1 + k]));
  return told.flatMap(({ event }, k): Event[] => {
    const { of, ...rest } = event as Told & { of?: string };
    const read = readEvent({ ...rest, n: last + 1 + k, ...(of === undefined ? {} : { event: numbers.get(of) ?? numberOf(of) ?? 0 }) });
    // the line keeps its place, so that the numbers of the others stand
    return read.ok ? [read.value] : [{ n: last + 1 + k, time: '', by: '', what: 'note', text: '' }];
  });
}
const numberOf = (id: string): number | undefined => heardLines.find((e) => e.id === id)?.n;

/** Shows what stands. */
function show(): void {
  const later = onItsWay();
  const unsent = told.filter((t) => !t.sent).length;
  useSite.setState({
    site: later.length > 0 ? open.with(later).site : open.now(),
    lines: [...heardLines, ...later],
    unsent,
    trouble: unsent === 0 ? null : useSite.getState().trouble,
  });
}

/** The time of the clock on the wall, as the log has it. */
function wallClock(): string {
  const now = new Date();
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 19);
}

/** Whose hand it is on this device, as they said. */
const BY = 'pitsaw-by';
export const whoIsHere = (): string => (typeof localStorage === 'undefined' ? '' : (localStorage.getItem(BY) ?? ''));
export const sayWhoIsHere = (name: string): void => localStorage.setItem(BY, name.slice(0, 100));

/** What happened, shown at once and told to the server; sent until it is heard, and kept there once. */
export function happened(event: NewEvent): string {
  const file = 'plan' in event ? { ...event, plan: planFile(event.plan, useSaving.getState().job?.name ?? '') } : event;
  return tell(file)[0]!;
}

/**
 * Takes in a log that was written elsewhere, line by line as it stands, into a job on which nothing has happened yet.
 *
 * @returns why it cannot be; null where it was taken in
 */
export function takeInLog(text: string): string | null {
  if (heardLines.length + told.length > 0) return 'laying has begun here already; a log is taken in by a job on which nothing happened';
  const read = readLogText(text);
  if (!read.ok) return problemLine(read.problems[0]!);
  const { job } = useSaving.getState();
  const site = job && siteOf(read.value, groundOfSite(job));
  if (site && !site.ok) return problemLine(site.problems[0]!);
  // numbers are given anew, by the server
  tell(...text.split('\n').filter(Boolean).map((line) => JSON.parse(line) as { what: string })); // prettier-ignore
  return null;
}

type Fields = Readonly<Record<string, unknown>> & { readonly what: string };

/** Shows, keeps and sends; gives the ids. What is told together is shown together: the site is folded once. */
function tell(...list: readonly Fields[]): readonly string[] {
  const events = list.map((fields): Told => ({ id: newId(), time: wallClock(), by: whoIsHere(), ...fields }));
  const id = jobId;
  for (const event of events) {
    told.push({ event, sent: false });
    void device()
      .put(id, event)
      .then((kept) => id === jobId && useSite.setState({ kept }));
  }
  show();
  void send();
  return events.map((e) => e.id);
}

/** Takes back a line, or what was told and is not a line yet, by its number or its id. */
export function takeBack(line: number | string): void {
  const n = typeof line === 'number' ? line : numberOf(line);
  if (n !== undefined && n <= heardLines.length) {
    tell({ what: 'undone', event: n });
    return;
  }
  const id = typeof line === 'string' ? line : told[line - heardLines.length - 1]?.event.id;
  const own = told.find((t) => t.event.id === id);
  if (!own || id === undefined) return;
  if (busy) {
    // it may have gone out: the server takes it back once it has it
    tell({ what: 'undone', of: id });
    return;
  }
  told = told.filter((t) => t !== own);
  void device().drop(jobId, new Set([id]));
  show();
}

let busy = false;

async function send(): Promise<void> {
  if (busy) return;
  busy = true;
  const id = jobId;
  while (id === jobId) {
    const batch = nextBatch();
    if (batch.length === 0) break;
    const answer = await ask<{ taken?: { id: string; n?: number; refused?: string }[] }>(`/api/jobs/${id}/log`, 'POST', {
      events: batch.map((b) => b.sent),
    });
    if (id !== jobId) break;
    if (answer.status !== 200 && (answer.status === 0 || answer.status >= 500 || answer.status === 408 || answer.status === 429)) {
      useSite.setState({ trouble: 'What was ticked is not kept by the server yet; trying again.' });
      await new Promise((resolve) => setTimeout(resolve, RETRY));
      continue;
    }
    settle(batch.map((b) => b.event.id), answer.body.taken ?? batch.map((b) => ({ id: b.event.id, refused: 'the server does not take it' }))); // prettier-ignore
  }
  busy = false;
  // another job came to the desk meanwhile
  if (id !== jobId) void send();
}

/** What can be sent now: what takes back something waits until that has its number. */
function nextBatch(): { readonly event: Told; readonly sent: Record<string, unknown> }[] {
  const batch: { event: Told; sent: Record<string, unknown> }[] = [];
  for (const { event, sent } of told) {
    if (sent) continue;
    const { of, ...rest } = event as Told & { of?: string };
    const n = of === undefined ? undefined : (numberOf(of) ?? acknowledged.get(of));
    if (of !== undefined && n === undefined) break;
    batch.push({ event, sent: n === undefined ? rest : { ...rest, event: n } });
    if (batch.length === BATCH) break;
  }
  return batch;
}

/** Numbers that the server gave, before their lines are heard. */
const acknowledged = new Map<string, number>();

/** What became of a batch: what is kept waits for its line, what was refused is put away and said, unless it has come to pass anyway. */
function settle(ids: readonly string[], taken: readonly { readonly id: string; readonly n?: number; readonly refused?: string }[]): void {
  const refused = new Map(taken.flatMap((t) => (t.refused === undefined ? [] : [[t.id, t.refused] as const])));
  for (const t of taken) if (t.n !== undefined) acknowledged.set(t.id, t.n);
  const gone = told.filter((t) => refused.has(t.event.id));
  told = told.filter((t) => !refused.has(t.event.id)).map((t) => (ids.includes(t.event.id) ? { ...t, sent: true } : t));
  void device().drop(jobId, new Set(ids));
  const { site } = useSite.getState();
  const said = gone.filter((t) => !isSoAnyway(t.event, open.now(), site)).map((t) => ({ id: t.event.id, what: t.event.what, why: refused.get(t.event.id)! })); // prettier-ignore
  useSite.setState((s) => ({ trouble: null, refused: [...s.refused, ...said] }));
  // a line that was heard before its answer is settled already
  const heard = new Set(heardLines.map((e) => e.id));
  told = told.filter((t) => !heard.has(t.event.id));
  show();
}

/** Whether what was refused is so all the same: two hands pressed one thing. */
function isSoAnyway(event: Told, heard: Site, shown: Site | null): boolean {
  const site = heard.plan ? heard : shown;
  if (!site?.plan) return false;
  if (event.what === 'cut') return site.sawn.has(event.piece as string) || site.laid.has(event.piece as string);
  if (event.what === 'begun') return true;
  if (event.what !== 'laid') return false;
  const floor = site.plan.floors.find((f) => f.id === event.floor);
  return (floor?.pieces ?? []).every(
    (p) => p.row !== event.row || (event.piece !== undefined && p.id !== event.piece) || site.laid.has(`${floor!.id}/${p.id}`),
  );
}

/** Why something would not be taken as things stand; null where it would. */
export function faultOf(event: NewEvent): string | null {
  const later = onItsWay();
  const read = readEvent({ time: '', by: '', ...event, n: heardLines.length + later.length + 1 });
  return read.ok ? open.with([...later, read.value]).fault : read.problems[0]!.text;
}

/** Forgets what was said of a refusal. */
export const hush = (id: string): void => useSite.setState((s) => ({ refused: s.refused.filter((r) => r.id !== id) }));

/** The pieces of a plan by their keys, looked up for every line of a list. */
const known = new WeakMap<Plan, ReadonlyMap<string, Piece>>();
export function piecesOf(plan: Plan): ReadonlyMap<string, Piece> {
  const found = known.get(plan) ?? new Map(plan.floors.flatMap((f) => f.pieces.map((p) => [pieceKey(f.id, p), p] as const)));
  known.set(plan, found);
  return found;
}

/** Whether laying is under way by another plan than the one on screen. */
export const isOtherPlan = (site: Site | null, plan: Plan): boolean =>
  site !== null &&
  site.plan !== null &&
  site.laid.size > 0 &&
  plan.floors.some((f) => f.pieces.some((p) => !hasPiece(site.plan!, f.id, p)));

/** Whether a piece of the plan on screen is sawn: just this piece of just this plank. */
export function isSawn({ site }: Pick<SiteState, 'site'>, floor: string, piece: Piece): boolean {
  const key = pieceKey(floor, piece);
  if (!site?.plan || !(site.sawn.has(key) || site.laid.has(key))) return false;
  const own = piecesOf(site.plan).get(key);
  return own !== undefined && isSameCut(own, piece);
}

/** Ticks a piece off as sawn, or takes that back. The first tick begins the log; one of another plan than is in force puts that in force. */
export function sawn(plan: Plan, floor: string, piece: Piece, on: boolean): void {
  const { site } = useSite.getState();
  const key = pieceKey(floor, piece);
  if (!on) {
    const line = site?.sawn.get(key);
    if (line !== undefined) takeBack(line);
    return;
  }
  // once something lies, the plan in force is changed on site only
  if (site?.plan && site.laid.size > 0 && !hasPiece(site.plan, floor, piece)) return;
  if (!site?.plan) happened({ what: 'begun', format: 'pitsaw/log', version: 1, plan });
  else if (!hasPiece(site.plan, floor, piece)) happened({ what: 'replanned', plan });
  happened({ what: 'cut', piece: key });
}

function hasPiece(plan: Plan, floor: string, piece: Piece): boolean {
  const own = piecesOf(plan).get(pieceKey(floor, piece));
  return own !== undefined && isSameCut(own, piece);
}

/** How fast the crew lays by its own log, rounded; null where the log says too little. */
export function useLoggedPace(people: number): { readonly lay: number; readonly rows: number } | null {
  const lines = useSite((s) => s.lines);
  return useMemo(() => {
    const pace = paceOfLog(lines, people);
    return pace && { ...pace, lay: Math.round(pace.lay * 100) / 100 };
  }, [lines, people]);
}
