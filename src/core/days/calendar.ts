import { firstFrom } from '../geometry';
import { hoursOf, minutesOf, PRESET_CREW, WEEKDAYS, type Crew } from '../given';

/*
 * Time is counted in two ways. The clock: whole minutes from the beginning of 1970, every day with 24 hours, no zone. Work: the minutes in
 * which the crew is at work, numbered one after the other; nights, breaks and days off are between two of them. A task that has begun goes on,
 * so in work's count it is one unbroken stretch.
 */

const DAY = 1440;
/** 1970 began on a Thursday. */
const FIRST_WEEKDAY = WEEKDAYS.indexOf('th');

/** The crew as it works: what nobody said is preset. */
export type WholeCrew = Required<Pick<Crew, 'people' | 'from' | 'to' | 'break' | 'days' | 'off'>> & Crew;
export const crewOf = (crew: Crew | undefined): WholeCrew => ({ ...PRESET_CREW, days: [...PRESET_CREW.days], off: [], ...crew });

/** The clock's minute of a date with a time of the day, of which a date alone is the beginning. */
export const clockOf = (date: string): number => Math.round(hoursOf(date) * 60);
/** A minute of the clock as it is written: `2026-03-30T08:00`. */
export const clockText = (minute: number): string => new Date(minute * 60_000).toISOString().slice(0, 16);

/** When a crew works. */
export type Calendar = {
  /** minutes of work a day */
  readonly perDay: number;
  /** the clock's minute at which the n-th minute of work begins, from 0 */
  startOf(n: number): number;
  /** the clock's minute at which the minute of work before the n-th ends */
  endOf(n: number): number;
  /** the first minute of work that begins at this minute of the clock or later */
  from(minute: number): number;
};

/** A crew's calendar from the day on which its work begins. */
export function calendarOf(crew: WholeCrew, begin: string): Calendar {
  const [from, to] = [minutesOf(crew.from), minutesOf(crew.to)];
  const pause = Math.round(crew.break * 60);
  const pauseFrom = Math.floor((from + to - pause) / 2);
  const morning = pauseFrom - from;
  const perDay = to - from - pause;
  const works = WEEKDAYS.map((day) => crew.days.includes(day));
  const off = new Set(crew.off.map((d) => Math.floor(clockOf(d) / DAY)));
  const first = Math.floor(clockOf(begin) / DAY);
  // days of work, found as they are asked for
  const days: number[] = [];
  let next = first;
  const more = () => {
    while (!works[(next + FIRST_WEEKDAY) % 7] || off.has(next)) next++;
    days.push(next++);
  };
  const dayAt = (i: number): number => {
    while (days.length <= i) more();
    return days[i]!;
  };
  const inDay = (minutes: number): number => (minutes < morning ? from + minutes : from + minutes + pause);
  return {
    perDay,
    startOf: (n) => dayAt(Math.floor(n / perDay)) * DAY + inDay(n % perDay),
    endOf: (n) => dayAt(Math.floor((n - 1) / perDay)) * DAY + inDay((n - 1) % perDay) + 1,
    from(minute) {
      const day = Math.floor(minute / DAY);
      while (days.length === 0 || days.at(-1)! < day) more();
      const i = firstFrom(days, day);
      if (days[i]! > day) return i * perDay;
      const at = minute - day * DAY;
      if (at <= from) return i * perDay;
      if (at < from + morning) return i * perDay + at - from;
      if (at <= from + morning + pause) return i * perDay + morning;
      return at < to ? i * perDay + at - from - pause : (i + 1) * perDay;
    },
  };
}
