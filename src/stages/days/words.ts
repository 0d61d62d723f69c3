import { clockText, taskWords, type DaysReport, type Planned } from '@/core/days';
import type { Job } from '@/core/given';

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const;
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

/** `Mon 30 Mar` */
export function dayWords(minute: number): string {
  const date = new Date(minute * 60_000);
  return `${DAYS[date.getUTCDay()]!} ${date.getUTCDate()} ${MONTHS[date.getUTCMonth()]!}`;
}
/** `08:00` */
export const timeWords = (minute: number): string => clockText(minute).slice(11);
export const momentWords = (minute: number): string => `${dayWords(minute)}, ${timeWords(minute)}`;

/** From when to when, the day once where it is the same. */
export const spanWords = ({ start, end }: Pick<Planned, 'start' | 'end'>): string =>
  dayWords(start) === dayWords(end) ? `${momentWords(start)} to ${timeWords(end)}` : `${momentWords(start)} to ${momentWords(end)}`;

export const hoursWords = (minutes: number): string => `${Number((minutes / 60).toFixed(2))} h`;
export const peopleWords = (n: number): string => (n === 1 ? 'one person' : `${n} people`);

/** What a change of the calendar pushes, against how it was: tasks that begin later, and the end. */
export function pushedWords(job: Job, before: DaysReport, after: DaysReport, but: string): readonly string[] {
  const later = after.tasks.filter((t) => t.id !== but && t.start > before.tasks.find((b) => b.id === t.id)!.start);
  const named = later.map((t) => `${taskWords(t, job)}, to ${momentWords(t.start)}`);
  const end =
    after.finish === before.finish
      ? 'The end stays where it is.'
      : `The end moves from ${momentWords(before.finish)} to ${momentWords(after.finish)}.`;
  return [
    ...(named.length === 0
      ? ['It pushes nothing.']
      : [`It pushes ${named.length}: ${named.slice(0, 4).join('; ')}${named.length > 4 ? ' …' : ''}.`]),
    end,
  ];
}

/** When each room is laid, and when it can be lived in again. */
export function roomDays(job: Job, { tasks }: DaysReport): ReadonlyMap<string, { readonly lay: Planned | null; readonly free: number }> {
  const own = tasks.filter((t) => t.kind !== 'hand-over' && t.kind !== 'boxes' && t.kind !== 'undercut');
  return new Map(
    job.spaces.map(({ id }) => {
      const here = own.filter((t) => t.spaces.includes(id));
      return [id, { lay: here.find((t) => t.kind === 'lay') ?? null, free: Math.max(0, ...here.map((t) => t.end)) }] as const;
    }),
  );
}
