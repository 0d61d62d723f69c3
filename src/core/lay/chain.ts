import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Event, Plan } from '../given';

/*
 * What a log is known by. Every line has a link: a hash over the link before and the line itself. Two holders of a log whose links are the same at
 * a line have the same log up to there. The number of a line is not hashed (its place says it), nor what only repeats numbers that are carried by
 * id: a device that sends a log again, to a server that was set back, makes the same chain of it.
 */

/** The link before the first line. */
export const NO_LINK = '';

const hashOf = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)));

/** A value as text, its keys in order: the same for whoever parsed it. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map((v) => canonical(v ?? null)).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  const entries = Object.entries(value).filter(([, v]) => v !== undefined);
  entries.sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${entries.map(([key, v]) => `${JSON.stringify(key)}:${canonical(v)}`).join(',')}}`;
}

/** A line of a log as it was parsed from JSON, with whatever it carries besides. */
export type RawLine = Readonly<Record<string, unknown>>;

/** The link of a line after a link. */
export function linkAfter(before: string, line: RawLine): string {
  const { event, ...rest } = line;
  const own: Record<string, unknown> = rest.of === undefined && event !== undefined ? { ...rest, event } : { ...rest };
  delete own.n;
  return hashOf(`${before}\n${canonical(own)}`);
}

/** The links of a whole log, in order. */
export function linksOf(lines: readonly RawLine[]): readonly string[] {
  let link = NO_LINK;
  return lines.map((line) => (link = linkAfter(link, line)));
}

const hashes = new WeakMap<Plan, string>();

/** What a plan is known by on a site: the same for every device that read it. */
export function planHash(plan: Plan): string {
  const known = hashes.get(plan) ?? hashOf(canonical(plan)).slice(0, 32);
  hashes.set(plan, known);
  return known;
}

/** Events that name rows, pieces or planks, and so mean something only under the plan by which they were recorded. */
const BY_PLAN: ReadonlySet<Event['what']> = new Set(['laid', 'laid-as', 'cut', 'cut-at', 'broken', 'lost', 'moved', 'replanned']);
export const isByPlan = (what: string): boolean => (BY_PLAN as ReadonlySet<string>).has(what);
