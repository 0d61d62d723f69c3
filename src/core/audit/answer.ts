import { answer } from '../answer';
import { floors } from '../floors';
import { bad, good, surveyOf, type Finding } from '../given';
import { judge } from './judge';

/** What is to be said of a plan that somebody made of this job. */
export const judged = answer({
  name: 'audit',
  after: { floors },
  takes: ({ job, judged: plan }) => ({ ...surveyOf(job), kerf: job.kerf, tape: job.tape, display: job.display, plan }),
  work({ kerf, tape, display, plan }, before) {
    if (!plan) return bad({ path: '', text: 'there is no plan to judge' });
    return good(judge({ kerf, tape, display }, before.floors, plan));
  },
  verb: {
    about: 'what a plan file breaks, and where it is untrue, whoever made it',
    print: (findings: readonly Finding[], { job }) =>
      `${JSON.stringify({ format: 'pitsaw/audit', version: 1, job: job.name, findings })}\n`,
  },
});
