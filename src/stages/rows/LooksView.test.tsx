import { render } from '@testing-library/react';
import { floorsOf } from '@/core/floors';
import { newJob, type Job } from '@/core/given';
import { planJob } from '@/core/plan';
import { entrancesOf, LooksView } from './LooksView';

const job = newJob('Toll house', 'metric', 4200, 3600);
const made = planJob(job, { steps: 100 });
if (!made.ok) throw new Error('no plan');
const plan = made.value;
const floorOf = (of: Job) => {
  const floors = floorsOf(of);
  if (!floors.ok) throw new Error(floors.problems[0]!.text);
  return floors.value[0]!;
};
const floor = floorOf(job);

test('the floor as one walks in has its walls, which stand on it and face the person', () => {
  const [entrance] = entrancesOf(floor);
  const { container } = render(<LooksView job={job} plan={plan} entrance={entrance!} width={800} height={600} />);
  const walls = [...container.querySelectorAll('path[data-wall]')].map((p) => p.getAttribute('d')!);
  // the one behind is not seen, the one that is walked in through neither
  expect(walls.length).toBe(3);
  for (const d of walls) {
    const corners = d.slice(1, -1).split('L').map((c) => c.split(' ').map(Number) as [number, number]); // prettier-ignore
    const [foot, other, top] = corners as [[number, number], [number, number], [number, number]];
    expect(top[1]).toBeLessThan(other[1]);
    expect(top[0]).toBeCloseTo(other[0], 1);
    // above the horizon at its top, below at its foot
    expect(top[1]).toBeLessThan(600 * 0.24);
    expect(foot[1]).toBeGreaterThan(600 * 0.24);
  }
});

test('a floor is entered by its doorways, into each room; without any from its longest wall', () => {
  expect(entrancesOf(floor).map((e) => e.name)).toEqual(['from the longest wall']);
  const two = {
    ...job,
    spaces: [
      job.spaces[0]!,
      { id: 'hall', name: 'Hall', outline: [[0, 3700], [4200, 3700], [4200, 5000], [0, 5000]] as [number, number][] }, // prettier-ignore
    ],
    openings: [{ id: 'd', between: [job.spaces[0]!.id, 'hall'] as [string, string], outline: [[800, 3600], [1600, 3600], [1600, 3700], [800, 3700]] as [number, number][], finish: 'through' as const }], // prettier-ignore
  };
  const found = entrancesOf(floorOf(two));
  expect(found.map((e) => e.name).sort()).toEqual(['into Hall', `into ${job.spaces[0]!.name}`].sort());
  for (const { at, way } of found) {
    expect(Math.hypot(...way)).toBeCloseTo(1);
    expect(at[0]).toBeCloseTo(1200);
  }
});
