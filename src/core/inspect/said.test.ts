import { newJob, type Job, type Obstacle } from '../given';
import { saidOfGaps } from './said';
import { thingGapsOf } from './things';
import { gapsOf } from './walls';
import type { ThingLook, WallLook } from './inspect';
import type { Floor } from '../floors';
import type { Piece } from '../given';

const rect = (x: number, y: number, length: number, width: number): [number, number][] => [[x, y], [x + length, y], [x + length, y + width], [x, y + width]]; // prettier-ignore
const job: Job = { ...newJob('Lock house', 'metric', 1, 1), spaces: [{ id: 's', name: 'Parlour', outline: rect(0, 0, 4000, 3000) }] };
const wall = (change: Partial<WallLook>): WallLook => ({ space: 's', wall: 1, least: 3, most: 5, floor: 'f1', wanted: 8, grows: 4, measured: null, holds: 'none', ...change }); // prettier-ignore
const piece = (...outline: [number, number][][]): Piece => ({
  id: 'p',
  row: 1,
  plank: 1,
  outline,
  cut: { from: 0, to: 1, low: 0, high: 1 },
});

describe('what is said of a wall', () => {
  test('where it is, what is left, what was wanted, what the year takes, and what to do', () => {
    expect(saidOfGaps(job, [wall({})], [])).toEqual([
      {
        rule: 'gap',
        level: 'must',
        floor: 'f1',
        at: [4000, 1500],
        measured: 3,
        limit: 8,
        text: 'Parlour, wall B: the gap is 3 mm, wanted 8 mm; the floor grows 4 mm towards it in a year. Take the trim off and saw it free.',
      },
    ]);
  });

  test('what was measured counts before what was planned; enough for the year is only to be looked at, what is wanted is not said', () => {
    expect(saidOfGaps(job, [wall({ measured: 6, holds: 'year' })], [])).toMatchObject([{ level: 'should', measured: 6 }]);
    expect(saidOfGaps(job, [wall({ holds: 'wanted' })], [])).toEqual([]);
    expect(saidOfGaps({ ...job, spaces: [{ ...job.spaces[0]!, name: '' }] }, [wall({})], [])[0]!.text).toMatch(/^s, wall B/);
  });
});

describe('what is said of a thing', () => {
  const post: Obstacle = { id: 'p1', kind: 'post', outline: rect(1000, 1000, 100, 200) };
  const look = (change: Partial<ThingLook>): ThingLook => ({ floor: 'f1', thing: post, least: 2, wanted: 8, foot: 0, grows: 4, holds: 'none', ...change }); // prettier-ignore

  test('the floor is held there, or the end cap before it does not go in', () => {
    expect(saidOfGaps(job, [], [look({})])).toMatchObject([{ rule: 'pinned', level: 'must', at: [1050, 1100], measured: 2, limit: 8 }]);
    expect(saidOfGaps(job, [], [look({})])[0]!.text).toMatch(/^The floor is held at the post p1: 2 mm free, wanted 8 mm\./);
    const cap = saidOfGaps(job, [], [look({ foot: 12, wanted: 20, holds: 'year' })]);
    expect(cap).toMatchObject([{ rule: 'end-cap', level: 'should', limit: 20 }]);
    expect(cap[0]!.text).toMatch(/^Before the post p1 the floor ends after 2 mm; foot \(12 mm\) and gap together want 20 mm\./);
    expect(saidOfGaps(job, [], [look({ holds: 'wanted' })])).toEqual([]);
  });

  test('its gap is the least to any plank beside it, 0 where one lies over it, and none where they are over 120 away', () => {
    const gap = (...pieces: Piece[]) => thingGapsOf([post], pieces).map((g) => g.least);
    expect(gap(piece(rect(0, 900, 995, 400)), piece(rect(1112, 900, 500, 400)))).toEqual([5]);
    // past a corner it is measured straight
    expect(gap(piece(rect(0, 0, 997, 996)))).toEqual([5]);
    expect(gap(piece(rect(0, 900, 1050, 400)))).toEqual([0]);
    expect(gap(piece(rect(1020, 1020, 30, 30)))).toEqual([0]);
    expect(gap(piece(rect(0, 900, 880, 400)))).toEqual([120]);
    expect(gap(piece(rect(0, 900, 879, 400)))).toEqual([]);
    // a plank with a hole round it keeps the hole's distance
    expect(gap(piece(rect(0, 0, 3000, 3000), rect(990, 992, 120, 220).reverse()))).toEqual([8]);
  });
});

describe('the gap at a wall', () => {
  const floor = (ways: Floor['ways'] = []): Floor => ({ spaces: job.spaces, ways }) as unknown as Floor;
  const at = (pieces: readonly Piece[], wallAt = 0, ways: Floor['ways'] = []) => {
    const { least, most } = gapsOf(floor(ways), pieces).find((g) => g.wall === wallAt)!;
    return [least, most];
  };

  test('is the least and the greatest before it; farther than 80 nothing faces it, and 60 beyond it neither', () => {
    expect(at([piece(rect(8, 8, 1992, 192)), piece(rect(2000, 11, 1992, 192))])).toEqual([8, 11]);
    expect(at([piece(rect(8, 80, 3984, 192))])).toEqual([80, 80]);
    expect(at([piece(rect(8, 81, 3984, 192))])).toEqual([null, null]);
    // a floor that runs under the wall has no gap
    expect(at([piece(rect(8, -60, 3984, 192))])[0]).toBe(0);
    expect(at([piece(rect(8, -61, 3984, 100))])).toEqual([39, 39]);
  });

  test('of a slanting edge it is that of its nearer end; a steeper one than one in five faces another wall', () => {
    expect(at([piece([[100, 10], [1100, 60], [1100, 300], [100, 300]])])).toEqual([10, 60]); // prettier-ignore
    expect(at([piece([[100, 10], [350, 61], [350, 300], [100, 300]])])).toEqual([null, null]); // prettier-ignore
  });

  test('an edge of less than 10 is a notch’s', () => {
    expect(at([piece(rect(8, 20, 3984, 192)), piece(rect(1000, 3, 9, 10))])).toEqual([20, 20]);
    expect(at([piece(rect(8, 20, 3984, 192)), piece(rect(1000, 3, 10, 10))])).toEqual([3, 20]);
  });

  test('in a doorway there is no wall; only what lies before the rest counts', () => {
    const doorway = { opening: { id: 'd' }, near: [[1000, 0], [1900, 0]], far: [[1000, -100], [1900, -100]] } as unknown as Floor['ways'][number]; // prettier-ignore
    const pieces = [piece(rect(8, 9, 992, 192)), piece(rect(1000, -50, 900, 192)), piece(rect(1900, 12, 2092, 192))];
    expect(at(pieces, 0, [doorway])).toEqual([9, 12]);
    expect(at([piece(rect(1000, 30, 905, 192))], 0, [doorway])).toEqual([null, null]);
    expect(at([piece(rect(1000, 30, 911, 192))], 0, [doorway])).toEqual([30, 30]);
  });
});
