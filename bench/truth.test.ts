import { oddJobs } from '../test/jobs';
import { wrongOf } from './truth';

/** A sample of what `npm run bench -- truth` measures: drawn alike in every run. */
const SAMPLE = 100;

test.each(oddJobs(SAMPLE, 15).map((job) => [job.name, job] as const))('%s: its plan is true, and its cut list saws it', (_, job) => {
  expect(wrongOf(job, 200)).toEqual({ plan: [], cuts: [] });
});
