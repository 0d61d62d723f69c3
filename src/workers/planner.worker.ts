import { expose } from 'comlink';
import { floorsOf } from '../core/floors';
import type { Job, Result } from '../core/job';
import { planJob, summaryOf, type Plan, type Summary } from '../core/plan';

export type Planned = { readonly plan: Plan; readonly summary: Summary };

const api = {
  plan(job: Job, progress: (done: number) => void): Result<Planned> {
    const plan = planJob(job, { progress });
    if (!plan.ok) return plan;
    const floors = floorsOf(job);
    return floors.ok ? { ok: true, value: { plan: plan.value, summary: summaryOf(plan.value, floors.value) } } : floors;
  },
};

export type PlannerApi = typeof api;

expose(api);
