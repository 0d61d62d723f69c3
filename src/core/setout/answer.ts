import { answer } from '../answer';
import { floors } from '../floors';
import { good, surveyOf } from '../given';
import { groundOf, originFor, placed } from './setout';

/** For each floor where its rows fall, and all that stays as it is while its line is dragged. */
export const setOut = answer({
  name: 'setout',
  after: { floors },
  takes: ({ job }) => surveyOf(job),
  work: (_, before) =>
    good(
      before.floors.map((floor) => {
        const ground = groundOf(floor);
        const { mode } = floor.layout.setOut;
        return { ground, setOut: placed(ground, mode, originFor(ground, mode)) };
      }),
    ),
});
