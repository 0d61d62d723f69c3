import type { Job, Plan } from '../core/given';
import type { PieceCuts } from '../core/cuts';

/** What `export --as` writes; each format's code is loaded only where it is asked for. */
export const EXPORTS = {
  csv: async (_job: Job, _plan: Plan, cuts: readonly PieceCuts[]) => (await import('../formats/csv')).cutListCsv(cuts),
  svg: async (job: Job, plan: Plan, _cuts: readonly PieceCuts[]) => (await import('../formats/svg')).planSvg(job, plan),
  dxf: async (job: Job, plan: Plan, _cuts: readonly PieceCuts[]) => (await import('../formats/dxf')).planDxf(job, plan),
};
