import type { Job, Plan } from '../core/given';
import type { CutRow } from '../core/plan';

/** What `export --as` writes; each format's code is loaded only where it is asked for. */
export const EXPORTS = {
  csv: async (job: Job, _plan: Plan, cuts: readonly CutRow[]) => (await import('../formats/csv')).cutListCsv(cuts, job.display),
  svg: async (job: Job, plan: Plan, _cuts: readonly CutRow[]) => (await import('../formats/svg')).planSvg(job, plan),
  dxf: async (job: Job, plan: Plan, _cuts: readonly CutRow[]) => (await import('../formats/dxf')).planDxf(job, plan),
};
