import { expose } from 'comlink';
import { floorsOf } from '../core/floors';
import { type Job, type Plan, type PlanFloor, type Result } from '../core/given';
import { planJob, summaryOf, type SearchMemory, type Summary } from '../core/plan';

export type Planned = { readonly plan: Plan; readonly summary: Summary };

let latest: Plan | null = null;
const memory: SearchMemory = new Map();
/** Floors that are remembered: those of the job in hand, and of what was tried last. */
const REMEMBERED = 24;

const api = {
  /** Plans a job; its floors are fetched one by one, for a large plan in one message would hold up the page that takes it. */
  plan(job: Job, progress: (done: number) => void): Result<Planned> {
    const plan = planJob(job, { progress, memory });
    for (const key of [...memory.keys()].slice(0, -REMEMBERED)) memory.delete(key);
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
