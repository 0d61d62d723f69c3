'use client';
import { useMemo } from 'react';
import { create } from 'zustand';
import { paceOfLog } from '@/core/days';
import { planFile, problemLine, readLogText, type NewEvent, type Piece, type Plan } from '@/core/given';
import { groundOfSite, isSameCut, pieceKey, siteOf, type RawLine, type Site } from '@/core/lay';
import { httpTransport, openLog, openLogStore, presenceOf, type LiveLog, type LogState, type LogStore, type Transport } from '@/sync';
import { newId } from './ids';
import { givePicturesBack } from './photos';
import { useSaving } from './saving';

/*
 * The log of the job on the desk: what is recorded here, and what stands by it.
 */

/** {@link LogState} as screens take it; `site` is null until the device has said what it keeps. */
type SiteState = Omit<LogState, 'site'> & { readonly site: Site | null };

export type { LogState };

const QUIET: SiteState = {
  site: null,
  lines: [],
  unsent: 0,
  connected: false,
  epoch: '',
  waits: null,
  aside: [],
  kept: true,
  unread: 0,
  apart: null,
};
export const useSite = create<SiteState>(() => QUIET);

let jobId = '';
let log: LiveLog | null = null;
let store: LogStore | null = null;
let transport: Transport = httpTransport();

/** By what the server is spoken with, where not over HTTP: for tests. */
export const speakBy = (other: Transport): void => void (transport = other);

/** Listens to the log of a job; another one's is put away. It goes on while other pages are looked at, until what waits is sent. */
export function listenTo(id: string): () => void {
  if (id !== jobId || !log) open(id);
  // looked at again, it is woken again
  const wake = () => log?.wake();
  window.addEventListener('online', wake);
  return () => window.removeEventListener('online', wake);
}

function open(id: string): void {
  const { job } = useSaving.getState();
  log?.stop();
  [jobId, log] = [id, null];
  useSite.setState(QUIET);
  if (!job) return;
  store ??= openLogStore();
  const own = openLog({
    jobId: id,
    ground: groundOfSite(job),
    store,
    transport,
    presence: presenceOf(newId(), store),
    changed: (state) => {
      if (own !== log) return;
      const before = useSite.getState().epoch;
      useSite.setState(state);
      if (before !== '' && state.epoch !== before) void givePicturesBack();
    },
    stamp: () => ({ time: wallClock(), by: whoIsHere() }),
    newId,
  });
  log = own;
}

/** The log's own doings, where there is one. */
export const sendAgain = (id: string, underThisPlan?: boolean): void => log?.sendAgain(id, underThisPlan);
export const forgetAside = (id: string): void => log?.forget(id);
export const decide = (which: 'both' | 'theirs'): void => void log?.decide(which);

/** The time of the clock on the wall, as the log has it. */
function wallClock(): string {
  const now = new Date();
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 19);
}

/** Whose hand it is on this device, as they said. */
const BY = 'pitsaw-by';
export const whoIsHere = (): string => (typeof localStorage === 'undefined' ? '' : (localStorage.getItem(BY) ?? ''));
export const sayWhoIsHere = (name: string): void => localStorage.setItem(BY, name.slice(0, 100));

/** What happened: counts at once, and is sent until the server has it. */
export function happened(event: NewEvent): string {
  const file = 'plan' in event ? { ...event, plan: planFile(event.plan, useSaving.getState().job?.name ?? '') } : event;
  return log?.record(file) ?? '';
}

/**
 * Takes in a log that was written elsewhere, line by line as it stands, into a job on which nothing has happened yet.
 *
 * @returns why it cannot be; null where it was taken in
 */
export function takeInLog(text: string): string | null {
  if (useSite.getState().lines.length > 0) return 'laying has begun here already; a log is taken in by a job on which nothing happened';
  const read = readLogText(text);
  if (!read.ok) return problemLine(read.problems[0]!);
  const { job } = useSaving.getState();
  const site = job && siteOf(read.value, groundOfSite(job));
  if (site && !site.ok) return problemLine(site.problems[0]!);
  log?.takeIn(text.split('\n').filter(Boolean).map((line) => JSON.parse(line) as RawLine)); // prettier-ignore
  return null;
}

/** Takes back a line, or what is on its way to be one, by its number or its id. */
export const takeBack = (line: number | string): void => log?.takeBack(line);

/** Why something would not be taken as things stand; null where it would. */
export const faultOf = (event: NewEvent): string | null => log?.faultOf(event) ?? null;

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
