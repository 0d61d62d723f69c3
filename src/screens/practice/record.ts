import type { Done } from '@/core/drill';
import type { Display } from '@/core/units';

/** What people on this device practised: kept on it, by name; nobody else sees it. */
export type Practised = Readonly<Record<string, readonly Done[]>>;

const KEPT_AS = 'pitsaw:practice';
/** So many answers of one person are kept. */
const MOST = 500;

export function practised(): Practised {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEPT_AS) ?? '{}');
    return typeof kept === 'object' && kept !== null && !Array.isArray(kept) ? (kept as Practised) : {};
  } catch {
    return {};
  }
}

/** Writes an answer down; gives back all that is known now. */
export function write(who: string, done: Done): Practised {
  const all = practised();
  const next = { ...all, [who]: [...(all[who] ?? []), done].slice(-MOST) };
  try {
    localStorage.setItem(KEPT_AS, JSON.stringify(next));
  } catch {
    // storage is full or blocked: it counts for this visit
  }
  return next;
}

/** How much of what was asked on each day was right, 0 to 100; a false alarm counts like a miss. */
export function byDay(done: readonly Done[]): readonly { readonly on: string; readonly score: number; readonly asked: number }[] {
  const days = new Map<string, Done[]>();
  for (const d of done) days.set(d.on, [...(days.get(d.on) ?? []), d]);
  return [...days].map(([on, own]) => {
    const tries = own.reduce((sum, d) => sum + 1 + d.alarms, 0);
    return { on, asked: own.length, score: Math.round((100 * own.filter((d) => d.right).length) / tries) };
  });
}

const UNITS_AS = 'pitsaw:practice-units';

/** The units that were practised in last; at first those of the language that the device speaks. */
export function unitsOf(): Display {
  try {
    const kept = localStorage.getItem(UNITS_AS);
    if (kept === 'metric' || kept === 'imperial') return kept;
  } catch {
    // storage is blocked
  }
  return navigator.language === 'en-US' ? 'imperial' : 'metric';
}

export function keepUnits(display: Display): void {
  try {
    localStorage.setItem(UNITS_AS, display);
  } catch {
    // storage is full or blocked: it counts for this visit
  }
}
