import { crewOf } from '@/core/days';
import type { Crew, Job, Pace, Weekday } from '@/core/given';
import { WEEKDAYS } from '@/core/given';
import { edit, firstText } from '@/ui/desk';

export const putCrew = (words: string, change: Partial<Crew>): string | undefined =>
  firstText(edit(words, (job) => ({ ...job, crew: { ...job.crew, ...change } })));

/** Begins the calendar on a day, with the usual hours. */
export const begin = (day: string): string | undefined => putCrew('the first day of work', { begin: day });

export const turnDay = (job: Job, day: Weekday, on: boolean): string | undefined => {
  const now = crewOf(job.crew).days;
  return putCrew('days of work', { days: WEEKDAYS.filter((d) => (d === day ? on : now.includes(d))) });
};

/** A day on which nobody works, or one again on which they do. */
export const turnOff = (job: Job, day: string, off: boolean): string | undefined =>
  putCrew('a day off', { off: [...(job.crew?.off ?? []).filter((d) => d !== day), ...(off ? [day] : [])].sort() });

/** A pace of the crew’s own; undefined lets the preset, or the log, hold again. */
export const putPace = (pace: Pace, value: number | undefined): string | undefined =>
  firstText(
    edit('the pace', (job) => {
      const others = Object.fromEntries(Object.entries(job.crew?.pace ?? {}).filter(([name]) => name !== pace));
      return { ...job, crew: { ...job.crew, pace: value === undefined ? others : { ...others, [pace]: value } } };
    }),
  );

/** Which room is needed back first; none for all alike. */
export const putFirst = (space: string | null): string | undefined =>
  firstText(
    edit('the room that is needed first', (job) => {
      const crew = { ...job.crew };
      delete crew.first;
      return { ...job, crew: space === null ? crew : { ...crew, first: space } };
    }),
  );

/** Holds a task until a time; null lets it go. */
export const hold = (task: string, from: string | null): string | undefined =>
  firstText(
    edit(from === null ? 'a task let go' : 'a task held', (job) => ({
      ...job,
      crew: { ...job.crew, held: [...(job.crew?.held ?? []).filter((h) => h.task !== task), ...(from === null ? [] : [{ task, from }])] },
    })),
  );
