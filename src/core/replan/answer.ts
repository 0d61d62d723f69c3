import { answer } from '../answer';
import { good, planText } from '../given';
import { cutList } from '../cuts';
import { lay, withWalls } from '../lay';
import { giveWay as gaveWay } from './giveWay';
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

/** How what does not lie yet is sawn from the wood that is in hand, by the plan for the rest. */
export const cutsFromHere = answer({
  name: 'cutsFromHere',
  after: { lay, replan },
  takes: ({ job, log }) => ({ job, log }),
  work: ({ job }, before) => {
    const { yard, lying, walls } = before.lay;
    return good(cutList(withWalls(job, walls), before.replan[0]!.plan, { yard, lies: (key) => lying.has(key) }));
  },
});

/** Where planks run short: a way on whose joints give way, or null. */
export const giveWay = answer({
  name: 'giveWay',
  after: { lay, replan },
  takes: ({ job, log }) => ({ job, log }),
  work: ({ job }, before) => gaveWay(job, before.lay, before.replan[0]!),
});
