/**
 * What makes a calendar of days true, measured from what is printed and from the contract alone, minute by minute: a sentence for everything
 * that is not so. And the earliest finish of small schedules, by trying every order.
 */

type Crew = {
  readonly people: number;
  readonly from: string;
  readonly to: string;
  readonly break: number;
  readonly days: readonly string[];
  readonly off: readonly string[];
  readonly begin: string;
};
export type PrintedDays = {
  tasks: {
    id: string;
    spaces: string[];
    people: number;
    hours: number;
    after: { task: string; wait: number }[];
    start: string;
    end: string;
  }[];
  finish: string;
  critical: string[];
};

const MINUTE = 60_000;
const clock = (text: string): number => Date.parse(`${text.length === 10 ? `${text}T00:00` : text}:00Z`) / MINUTE;
const ofDay = (text: string): number => Number(text.split(':')[0]) * 60 + Number(text.split(':')[1]);

/** Whether somebody is at work in the minute that begins then. */
export function worksAt(crew: Crew, minute: number): boolean {
  const date = new Date(minute * MINUTE);
  const day = ['su', 'mo', 'tu', 'we', 'th', 'fr', 'sa'][date.getUTCDay()]!;
  if (!crew.days.includes(day) || crew.off.includes(date.toISOString().slice(0, 10))) return false;
  const at = date.getUTCHours() * 60 + date.getUTCMinutes();
  const length = Math.round(crew.break * 60);
  const pause = Math.floor((ofDay(crew.from) + ofDay(crew.to) - length) / 2);
  return at >= ofDay(crew.from) && at < ofDay(crew.to) && !(at >= pause && at < pause + length);
}

const nextWork = (crew: Crew, minute: number): number => {
  let at = Math.max(minute, clock(crew.begin));
  while (!worksAt(crew, at)) at++;
  return at;
};

/** The end of a task that begins then: so many minutes at work later. */
function endFrom(crew: Crew, start: number, minutes: number): number {
  let left = minutes;
  let at = start;
  for (;;) {
    if (worksAt(crew, at)) left--;
    at++;
    if (left === 0) return at;
  }
}

export function dayUntruths(crew: Crew, printed: PrintedDays): string[] {
  const said: string[] = [];
  const tasks = printed.tasks.map((t) => ({ ...t, minutes: Math.round(t.hours * 60), from: clock(t.start), until: clock(t.end) }));
  const byId = new Map(tasks.map((t) => [t.id, t]));
  if (byId.size !== tasks.length) said.push('an id twice');
  const begin = clock(crew.begin);
  const last = Math.max(...tasks.map((t) => t.until));
  // minute by minute: who works, and how many people are at it
  const works = Array.from({ length: last - begin + 1 }, (_, m) => worksAt(crew, begin + m));
  const busy = works.map(() => 0);
  for (const t of tasks) for (let m = t.from; m < t.until; m++) busy[m - begin]! += t.people;
  const readyAt = (t: (typeof tasks)[number]) =>
    Math.max(begin, ...t.after.map((a) => byId.get(a.task)!.until + Math.ceil(a.wait * 60 - 1e-3)));
  const othersAt = (t: (typeof tasks)[number], m: number) => busy[m - begin]! - (t.from <= m && m < t.until ? t.people : 0);
  /** whether it could begin then: so many minutes of work, with people enough in each */
  const fits = (t: (typeof tasks)[number], start: number): boolean => {
    for (let m = start, left = t.minutes; left > 0; m++) {
      if (!works[m - begin]) continue;
      if (othersAt(t, m) + t.people > crew.people) return false;
      left--;
    }
    return true;
  };
  for (const t of tasks) {
    if (t.minutes < 1) said.push(`${t.id} takes no time`);
    if (t.people > crew.people) said.push(`${t.id} takes ${t.people} of ${crew.people}`);
    if (!worksAt(crew, t.from)) said.push(`${t.id} begins at ${t.start}, when nobody works`);
    if (endFrom(crew, t.from, t.minutes) !== t.until) said.push(`${t.id} ends at ${t.end}, which is not ${t.hours} hours of work later`);
    if (t.from < readyAt(t)) said.push(`${t.id} begins before what it waits for`);
    if (!fits(t, t.from)) said.push(`${t.id}: too many people at once`);
    // no earlier place with all others as they are
    for (let m = readyAt(t); m < t.from; m++) {
      if (!works[m - begin] || !fits(t, m)) continue;
      said.push(`${t.id} could begin at ${new Date(m * MINUTE).toISOString().slice(0, 16)}`);
      break;
    }
  }
  if (clock(printed.finish) !== last) said.push('the finish is not the last end');
  const chain = printed.critical.map((id) => byId.get(id)!);
  if (chain[0]!.from !== nextWork(crew, begin)) said.push('what is critical does not begin with the work');
  chain.slice(1).forEach((t, i) => {
    const before = chain[i]!;
    const wait = t.after.find((a) => a.task === before.id)?.wait ?? 0;
    if (t.from !== nextWork(crew, before.until + Math.ceil(wait * 60 - 1e-3)))
      said.push(`${t.id} is critical and waits longer than it must`);
  });
  if (chain.at(-1)!.until !== last) said.push('what is critical does not end at the finish');
  return said;
}

type Small = {
  readonly people: number;
  readonly minutes: number;
  readonly after: readonly { readonly duty: number; readonly wait: number }[];
};

/** The earliest end of small schedules: every order of the tasks, each put at the first minute where it fits. */
export function earliestFinish(crew: Crew, tasks: readonly Small[]): number {
  // minutes of work, one after the other, by the clock
  const work: number[] = [];
  for (let at = clock(crew.begin); work.length < 2000; at++) if (worksAt(crew, at)) work.push(at);
  const placeFrom = (minute: number) => work.findIndex((m) => m >= minute);
  let best = Infinity;
  const put: { from: number; to: number; people: number; task: number }[] = [];
  const go = (): void => {
    if (put.length === tasks.length) {
      best = Math.min(best, Math.max(...put.map((p) => work[p.to - 1]! + 1)));
      return;
    }
    tasks.forEach((t, i) => {
      if (put.some((p) => p.task === i) || !t.after.every((a) => put.some((p) => p.task === a.duty))) return;
      let from = Math.max(0, ...t.after.map((a) => placeFrom(work[put.find((p) => p.task === a.duty)!.to - 1]! + 1 + a.wait)));
      for (; ; from++) {
        let free = true;
        for (let k = from; k < from + t.minutes && free; k++)
          free = put.reduce((sum, p) => sum + (p.from <= k && k < p.to ? p.people : 0), t.people) <= crew.people;
        if (free) break;
      }
      put.push({ from, to: from + t.minutes, people: t.people, task: i });
      go();
      put.pop();
    });
  };
  go();
  return best;
}

/** A small schedule drawn by chance: at most six tasks of minutes, waits of minutes, a crew with odd hours. */
export function smallSchedule(random: () => number): { readonly crew: Crew; readonly tasks: readonly Small[] } {
  const upTo = (n: number) => Math.floor(random() * (n + 1));
  const people = 1 + upTo(2);
  const from = 7 * 60 + upTo(40);
  const long = 40 + upTo(60);
  const text = (m: number) => `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`;
  const days = ['mo', 'tu', 'we', 'th', 'fr', 'sa', 'su'].filter(() => random() < 0.7);
  return {
    crew: {
      people,
      from: text(from),
      to: text(from + long),
      break: upTo(20) / 60,
      days: days.length === 0 ? ['we'] : days,
      off: random() < 0.5 ? ['2026-03-30'] : [],
      begin: random() < 0.5 ? '2026-03-28' : `2026-03-30T07:${String(10 + upTo(45))}`,
    },
    tasks: Array.from({ length: 2 + upTo(4) }, (_, i): Small => ({
      people: 1 + upTo(people - 1),
      minutes: 1 + upTo(30),
      after: Array.from({ length: i }, (_, k) => k)
        .filter(() => random() < 0.35)
        .map((duty) => ({ duty, wait: random() < 0.5 ? 0 : upTo(1600) })),
    })),
  };
}
