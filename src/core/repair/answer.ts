import { answer } from '../answer';
import { lay } from '../lay';
import { repairOf, type RepairReport } from './routes';

/** The ways in which damaged planks can be replaced, compared by work and risk. */
export const repair = answer({
  name: 'repair',
  after: { lay },
  takes: ({ job, log, damaged }) => ({ job, log, damaged }),
  work: ({ job, damaged }, before) => repairOf(job, before.lay, damaged ?? []),
  verb: {
    about: 'a damaged plank that lies: the ways to replace it, with rows and pieces, steps and cautions, the least work first',
    print: (report: RepairReport, { job }) =>
      `${JSON.stringify({ format: 'pitsaw/repair', version: 1, job: job.name, pieces: report.damaged, needed: report.needed, routes: report.routes })}\n`,
  },
});
