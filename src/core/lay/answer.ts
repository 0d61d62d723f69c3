import { answer } from '../answer';
import { surveyOf } from '../given';
import { siteOf } from './site';
import { groundOfSite } from './stands';

/** What stands on site: what lies, what is sawn, which wood there is and which plan is in force. */
export const lay = answer({
  name: 'lay',
  after: {},
  takes: ({ job, log }) => ({ ...surveyOf(job), kerf: job.kerf, log }),
  work: ({ log, ...job }) => siteOf(log, groundOfSite(job)),
});
