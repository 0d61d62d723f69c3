import { eventsOf, logText } from './happenings';
import type { Job, Plan, Result } from '@/core/given';
import { groundOfSite, siteOf, type Site } from '@/core/lay';
import { planJob } from '@/core/plan';

/* Floors for tests: planned with few steps, and what stands after things happened on them. */

/** What an answer gives; its first problem is thrown where it gives none. */
export const value = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(result.problems[0]!.text);
  return result.value;
};

export const planned = (job: Job, steps = 400): Plan => value(planJob(job, { steps }));

/** What stands after a plan came into force and these lines followed. */
export const siteAfter = (job: Job, plan: Plan, lines: readonly object[]): Site =>
  value(siteOf(eventsOf(logText(job, plan, lines)), groundOfSite(job)));

/** Every row of a plan laid, in order. */
export const allLaid = (plan: Plan): readonly object[] =>
  plan.floors.flatMap((f) => f.rows.map((r) => ({ what: 'laid', floor: f.id, row: r.n })));
