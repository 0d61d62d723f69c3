'use client';
import { create } from 'zustand';
import type { Problem } from '@/core/given';
import { download } from '../kit/download';
import { useSaving } from './saving';

/** What is made: all that the crew needs, the labels; what the customer gets, all that is known of the floor. */
export type PackWhat = 'pack' | 'labels' | 'handover' | 'record';
const FILE_NAMES: Readonly<Record<PackWhat, string>> = {
  pack: 'job pack',
  labels: 'labels',
  handover: 'handed over',
  record: 'whole record',
};

/** A document while it is made on the server. */
type Packing = {
  /** how far it is, 0 to 1; null where none is being made */
  readonly done: number | null;
  readonly problem: string | null;
  make(what: PackWhat, paper: 'a4' | 'letter'): Promise<void>;
  cancel(): void;
};

/** A line of the answer; what follows the one with `bytes` is the file. */
type Line = { readonly done?: number; readonly bytes?: number; readonly problems?: readonly Problem[] };

let control: AbortController | null = null;

export const usePacking = create<Packing>()((set) => ({
  done: null,
  problem: null,
  async make(what, paper) {
    control?.abort();
    const mine = (control = new AbortController());
    const { id, job } = useSaving.getState();
    set({ done: 0, problem: null });
    const made = await fetched(id, { job, what, paper }, mine.signal, (done) => control === mine && set({ done })).catch(() => ({ problem: 'The pack was not made: Pitsaw’s server cannot be reached. Is it still running?' })); // prettier-ignore
    if (control !== mine) return;
    control = null;
    if ('problem' in made) return set({ done: null, problem: mine.signal.aborted ? null : made.problem });
    set({ done: null });
    download(`${job?.name || 'Floor'} ${FILE_NAMES[what]}.pdf`, 'application/pdf', made.file);
  },
  cancel() {
    control?.abort();
    control = null;
    set({ done: null });
  },
}));

async function fetched(
  id: string,
  body: object,
  signal: AbortSignal,
  progress: (done: number) => void,
): Promise<{ file: Blob } | { problem: string }> {
  const answer = await fetch(`/api/jobs/${id}/pack`, {
    method: 'POST',
    signal,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  const complaint = (problems: readonly Problem[] | undefined) => ({ problem: problems?.[0] ? `${problems[0].path === '' ? '' : `${problems[0].path}: `}${problems[0].text}` : `The server answered ${answer.status}.` }); // prettier-ignore
  if (!answer.ok || !answer.body) return complaint(((await answer.json().catch(() => ({}))) as Line).problems);
  const reader = answer.body.getReader();
  let rest = new Uint8Array(0);
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return { problem: 'The pack came only in part; try again.' };
    rest = joined(rest, value);
    for (let end = rest.indexOf(NEWLINE); end >= 0; end = rest.indexOf(NEWLINE)) {
      const line = JSON.parse(new TextDecoder().decode(rest.subarray(0, end))) as Line;
      rest = rest.slice(end + 1);
      if (line.problems) return complaint(line.problems);
      if (line.done !== undefined) progress(line.done);
      if (line.bytes !== undefined) return fileOf(reader, rest, line.bytes);
    }
  }
}

const NEWLINE = 10;

async function fileOf(
  reader: ReadableStreamDefaultReader<Uint8Array>,
  begun: Uint8Array<ArrayBuffer>,
  bytes: number,
): Promise<{ file: Blob } | { problem: string }> {
  const parts = [begun];
  let length = begun.length;
  for (let next = await reader.read(); !next.done; next = await reader.read()) {
    parts.push(next.value.slice());
    length += next.value.length;
  }
  return length === bytes ? { file: new Blob(parts, { type: 'application/pdf' }) } : { problem: 'The pack came only in part; try again.' };
}

function joined(a: Uint8Array, b: Uint8Array): Uint8Array<ArrayBuffer> {
  const both = new Uint8Array(a.length + b.length);
  both.set(a);
  both.set(b, a.length);
  return both;
}
