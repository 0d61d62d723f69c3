import { answer } from '../answer';
import { surveyOf } from '../given';
import { floorsOf } from './floors';

/** What is one sheet: the floors, what is laid of each and by which rules. */
export const floors = answer({
  name: 'floors',
  after: {},
  takes: ({ job }) => surveyOf(job),
  work: (survey) => floorsOf(survey),
});
