import { answer } from '../answer';
import { planText } from '../given';
import { lay } from '../lay';
import { replan as replanned } from './replan';

/** What to do from here: plans for what is still to be laid, the best first. */
export const replan = answer({
  name: 'replan',
  after: { lay },
  takes: ({ job, log }) => ({ job, log }),
  work: ({ job }, before, { steps, progress }) => replanned(job, before.lay, { steps, progress }),
  verb: {
    about: 'what to do from here: the plan for the whole floor, what lies as it lies, the rest from the wood that there is',
    print: ([best], { job }) => planText(best!.plan, job.name),
  },
});
