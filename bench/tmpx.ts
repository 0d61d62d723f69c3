import { oddJobs } from '../test/jobs';
import { wrongAfter } from './truth';
for (const n of [1260, 1261, 1262]) { const job = oddJobs(3000, 15)[n]!; console.log(n, job.name, wrongAfter(job, 'wall', n, 200)); }
