import { readJob, type Job } from '@/core/given';
import { demoJobs } from '../../../demo/jobs';
import { withoutSpace } from './edits';

const cottage = demoJobs.at(-1)!;

test.each(cottage.spaces.map((s) => [s.name, s.id] as const))('without %s the job can still be read, and nothing speaks of it', (_, id) => {
  const settled: Job = {
    ...cottage,
    layout: { ...cottage.layout, setOut: { mode: 'edge-on-centre', space: id }, light: { space: id, wall: 0 } },
    layouts: [...(cottage.layouts ?? []), { space: 'corridor', setOut: { mode: 'plank-on-centre', space: id } }],
    beneath: { ...cottage.beneath, choices: cottage.spaces.map((s) => ({ space: s.id, pad: null })) },
    crew: { ...cottage.crew, first: id },
  };
  const left = withoutSpace(settled, id);
  const read = readJob(JSON.parse(JSON.stringify(left)));
  expect(read.ok ? [] : read.problems).toEqual([]);
  const said = JSON.stringify({ ...left, spaces: [], obstacles: [] });
  expect(said).not.toMatch(new RegExp(`"(space|first)":"${id}"`));
});
