import { expose } from 'comlink';
import { floorsOf } from '../core/floors';
import type { Job, Result } from '../core/job';
import { planJob, summaryOf, type Plan, type PlanFloor, type Summary } from '../core/plan';

export type Planned = { readonly plan: Plan; readonly summary: Summary };

let latest: Plan | null = null;

const api = {
  /** Plans a job; its floors are fetched one by one, for a large plan in one message would hold up the page that takes it. */
  plan(job: Job, progress: (done: number) => void): Result<Planned> {
    const plan = planJob(job, { progress });
    if (!plan.ok) return plan;
    const floors = floorsOf(job);
    if (!floors.ok) return floors;
    latest = plan.value;
    return { ok: true, value: { plan: { ...plan.value, floors: [] }, summary: summaryOf(plan.value, floors.value) } };
  },
  floor: (index: number): PlanFloor | null => latest?.floors[index] ?? null,
};

export type PlannerApi = typeof api;

expose(api);
