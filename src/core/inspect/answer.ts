import { answer } from '../answer';
import { lay } from '../lay';
import { inspectionOf } from './inspect';

/** The floor as it lies: the gap at every wall, what the audit says of it. */
export const inspect = answer({
  name: 'inspect',
  after: { lay },
  takes: ({ job, log }) => ({ job, log }),
  work: ({ job }, before) => inspectionOf(job, before.lay),
});
