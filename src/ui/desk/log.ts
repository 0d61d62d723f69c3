'use client';
import { useMemo } from 'react';
import { create } from 'zustand';
import { planFile, readEvent, type Event, type NewEvent, type Piece, type Plan } from '@/core/given';
import { paceOfLog } from '@/core/days';
import { groundOfSite, isSameCut, openSite, pieceKey, type OpenSite, type Site, type SiteGround } from '@/core/lay';
import { ask } from './api';
import { useSaving } from './saving';

/** What happened on the site of the job on the desk, as far as this page has heard. */
type SiteState = {
  readonly site: Site | null;
  /** pieces that were pressed here and are on their way, by their key: sawn or not any more */
  readonly pressed: ReadonlyMap<string, boolean>;
  /** why a press was not taken; whether the server hears us */
  readonly trouble: string | null;
};

export const useSite = create<SiteState>(() => ({ site: null, pressed: new Map(), trouble: null }));

/** First wait before what was not heard is sent again, ms. */
const RETRY = 2000;

/** Before any job is open. */
const NOTHING: SiteGround = { kerf: 0, spaces: [], sizes: [], laidWith: () => undefined };

let jobId = '';
let open: OpenSite = openSite(NOTHING);
/** every line that was heard, in order */
let lines: Event[] = [];
let source: EventSource | null = null;

/** Listens to the log of a job; another one's is put away. */
export function listenTo(id: string): () => void {
  if (id !== jobId) {
    jobId = id;
    const { job } = useSaving.getState();
    open = openSite(job ? groundOfSite(job) : NOTHING);
    lines = [];
    sending.length = 0;
    useSite.setState({ site: null, pressed: new Map(), trouble: null });
  }
  source?.close();
  const mine = (source = new EventSource(`/api/jobs/${id}/log/stream?after=${open.now().last}`));
  mine.onmessage = ({ data }: MessageEvent<string>) => source === mine && heard(data);
  return () => mine.close();
}

function heard(line: string): void {
  const event = readEvent(JSON.parse(line));
  // what comes again after a break is known already
  if (!event.ok || event.value.n <= open.now().last) return;
  open.heard(event.value);
  lines.push(event.value);
  const site = open.now();
  useSite.setState(({ pressed }) => ({
    site,
    // what was pressed here and has come round is no longer on its way
    pressed: new Map([...pressed].filter(([key, sawn]) => site.sawn.has(key) !== sawn)),
  }));
}

type Sent = { readonly id: string; readonly time: string; readonly by: string } & (NewEvent | Record<string, unknown>);
const sending: Sent[] = [];
let busy = false;

/** What happened, to be told to the server; sent until it is heard, and kept there once. */
export function happened(event: NewEvent): void {
  const file = 'plan' in event ? { ...event, plan: planFile(event.plan, useSaving.getState().job?.name ?? '') } : event;
  sending.push({ id: crypto.randomUUID(), time: new Date().toISOString(), by: '', ...file });
  void send();
}

async function send(): Promise<void> {
  if (busy) return;
  busy = true;
  while (sending.length > 0) {
    const batch = sending.slice(0, 200);
    const id = jobId;
    const answer = await ask<{ taken?: { id: string; refused?: string }[] }>(`/api/jobs/${id}/log`, 'POST', { events: batch });
    if (id !== jobId) break;
    if (answer.status !== 200) {
      useSite.setState({
        trouble: answer.status === 0 ? 'What was ticked is not kept yet; trying again.' : 'What was ticked was not taken.',
      });
      if (answer.status >= 400 && answer.status < 500) sending.splice(0, batch.length);
      else await new Promise((resolve) => setTimeout(resolve, RETRY));
      continue;
    }
    sending.splice(0, batch.length);
    const refused = answer.body.taken?.filter((t) => t.refused !== undefined) ?? [];
    useSite.setState(({ pressed }) => ({ trouble: null, pressed: refused.length > 0 ? new Map() : pressed }));
  }
  busy = false;
}

/** The pieces of a plan by their keys, looked up for every line of a list. */
const known = new WeakMap<Plan, ReadonlyMap<string, Piece>>();
function piecesOf(plan: Plan): ReadonlyMap<string, Piece> {
  const found = known.get(plan) ?? new Map(plan.floors.flatMap((f) => f.pieces.map((p) => [pieceKey(f.id, p), p] as const)));
  known.set(plan, found);
  return found;
}

/** Whether a piece of the plan on screen is sawn: just this piece of just this plank. */
export function isSawn({ site, pressed }: Pick<SiteState, 'site' | 'pressed'>, floor: string, piece: Piece): boolean {
  const key = pieceKey(floor, piece);
  const press = pressed.get(key);
  if (press !== undefined) return press;
  if (!site?.plan || !(site.sawn.has(key) || site.laid.has(key))) return false;
  const own = piecesOf(site.plan).get(key);
  return own !== undefined && isSameCut(own, piece);
}

/** Ticks a piece off as sawn, or takes that back. The first tick begins the log; one of another plan than is in force puts that in force. */
export function sawn(plan: Plan, floor: string, piece: Piece, on: boolean): void {
  const { site, pressed } = useSite.getState();
  const key = pieceKey(floor, piece);
  if (on) {
    if (!site?.plan && !sending.some((e) => 'what' in e && e.what === 'begun'))
      happened({ what: 'begun', format: 'pitsaw/log', version: 1, plan });
    else if (site?.plan && !hasPiece(site.plan, floor, piece)) happened({ what: 'replanned', plan });
    happened({ what: 'cut', piece: key });
  } else {
    const line = site?.sawn.get(key);
    if (line === undefined) {
      // not heard back yet: it is not sent, if it has not gone out
      const at = sending.findIndex((e) => 'piece' in e && e.piece === key);
      if (at < 0 || (busy && at === 0)) return;
      sending.splice(at, 1);
    } else happened({ what: 'undone', event: line });
  }
  useSite.setState({ pressed: new Map(pressed).set(key, on) });
}

function hasPiece(plan: Plan, floor: string, piece: Piece): boolean {
  const own = piecesOf(plan).get(pieceKey(floor, piece));
  return own !== undefined && isSameCut(own, piece);
}

/** How fast the crew lays by its own log, rounded; null where the log says too little. */
export function useLoggedPace(people: number): { readonly lay: number; readonly rows: number } | null {
  const last = useSite((s) => s.site?.last ?? 0);
  return useMemo(() => {
    const pace = paceOfLog(lines.slice(0, last), people);
    return pace && { ...pace, lay: Math.round(pace.lay * 100) / 100 };
  }, [last, people]);
}
