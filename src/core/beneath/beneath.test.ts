import { layerUntruths, type PrintedBeneath } from '@test/layers';
import { createAsker, type Given } from '../answer';
import { floors, partsOf } from '../floors';
import { intersection, polygonArea, type MultiPolygon } from '../geometry';
import { newJob, PRESET_MATERIALS, type Job } from '../given';
import { beneath, refusalOf, type BeneathReport } from '.';

const rect = (x: number, y: number, length: number, width: number): [number, number][] => [
  [x, y],
  [x + length, y],
  [x + length, y + width],
  [x, y + width],
];

/** A hall on boards, a room on concrete beyond its upper wall, a doorway that the floor runs through, a register and a hearth. */
const house: Job = {
  ...newJob('Sluice house', 'metric', 1, 1),
  spaces: [
    { id: 'hall', name: 'Hall', outline: rect(0, 0, 6200, 1300) },
    { id: 'room', name: 'Room', outline: [[0, 1400], [4700, 1400], [4700, 3300], [3900, 3300], [3900, 5900], [0, 5900]] }, // prettier-ignore
  ],
  openings: [{ id: 'd', between: ['hall', 'room'], outline: rect(1000, 1300, 800, 100), finish: 'through' }],
  obstacles: [
    { id: 'r', kind: 'register', gap: 3, outline: rect(2000, 3000, 300, 100) },
    { id: 'h', kind: 'hearth', outline: rect(-50, 4000, 500, 1000) },
  ],
  bases: [
    { space: 'hall', substrate: 'boards' },
    { space: 'room', substrate: 'concrete' },
  ],
  beneath: { materials: [...PRESET_MATERIALS], choices: [] },
};
const foam = PRESET_MATERIALS.find((m) => m.kind === 'foam')!;
const film = PRESET_MATERIALS.find((m) => m.kind === 'film')!;
const boards = PRESET_MATERIALS.find((m) => m.kind === 'board')!;

const given = (job: Job): Given => ({ job, log: [] });
function asked(job: Job): BeneathReport {
  const made = createAsker().ask(beneath, given(job));
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return made.value;
}
const untruths = (job: Job): string[] => {
  const made = createAsker().ask(floors, given(job));
  if (!made.ok) throw new Error(made.problems[0]!.text);
  return layerUntruths(job, made.value, JSON.parse(beneath.verb!.print(asked(job), given(job))) as PrintedBeneath);
};
const withChoices = (...choices: NonNullable<NonNullable<Job['beneath']>['choices']>): Job => ({ ...house, beneath: { ...house.beneath, choices } }); // prettier-ignore
const under = (report: BeneathReport, space: string) => report.layers.filter((l) => l.spaces.includes(space)).map((l) => l.material.id);

const wet = (job: Job): Job => ({ ...job, bases: job.spaces.map((s) => ({ space: s.id, substrate: 'concrete' as const })) });
const withRoom = (outline: [number, number][]): Job => ({ ...house, spaces: [house.spaces[0]!, { id: 'room', name: 'Room', outline }], obstacles: [] }); // prettier-ignore
const door = { id: 'e', between: ['hall', 'room'] as [string, string], finish: 'through' as const };

test.each<[string, Job]>([
  ['as derived', house],
  ['a doorway at a corner', wet({ ...house, openings: [{ ...door, outline: rect(0, 1300, 800, 100) }] })],
  ['a doorway askew', wet({ ...house, openings: [{ ...door, outline: [[900, 1300], [1700, 1300], [1760, 1400], [980, 1400]] }] })], // prettier-ignore
  ['two ways between two rooms', wet({ ...house, openings: [...house.openings!, { ...door, outline: rect(3000, 1300, 900, 100) }] })],
  ['a post in the doorway', wet({ ...house, obstacles: [{ id: 'p', kind: 'post', outline: rect(1350, 1320, 60, 60) }] })],
  ['a way out that the floor runs through', wet({ ...house, openings: [...house.openings!, { id: 'o', between: ['hall', null], outline: rect(-250, 300, 250, 800), finish: 'through' }] })], // prettier-ignore
  ['a thin wall that juts in', wet(withRoom([[0, 1400], [4700, 1400], [4700, 5900], [2400, 5900], [2400, 3400], [2360, 3400], [2360, 5900], [0, 5900]]))], // prettier-ignore
  ['walls out of square', wet(withRoom([[0, 1400], [4700, 1400], [4500, 5700], [2200, 6300], [-120, 5500]]))], // prettier-ignore
  ['boards', { ...house, beneath: { materials: [boards, film] } }],
  ['at an angle', withChoices({ space: 'room', direction: 30 }, { space: 'hall', direction: 30 })],
  ['a direction in one room only', withChoices({ space: 'room', direction: 0 })],
  [
    'a roll that is short',
    {
      ...house,
      beneath: {
        materials: [
          { ...foam, length: 2500 },
          { ...film, length: 2900, turnUp: 80 },
        ],
      },
    },
  ],
  ['no turn-up, no lap', { ...house, beneath: { materials: [foam, { ...film, turnUp: 0, lap: 0 }] } }],
  [
    'a turn-up deeper than the wall',
    {
      ...house,
      bases: house.bases!.map((b) => ({ ...b, substrate: 'concrete' as const })),
      beneath: { materials: [foam, { ...film, turnUp: 180 }] },
    },
  ],
  ['an outline walked the other way', { ...house, spaces: house.spaces.map((s) => ({ ...s, outline: [...s.outline].reverse() })) }],
  ['a profile between the rooms', { ...house, openings: house.openings!.map((o) => ({ ...o, finish: 't-mould' as const, foot: 12 })) }],
  ['film in both rooms', { ...house, bases: house.bases!.map((b) => ({ ...b, substrate: 'concrete' as const })) }],
])('every layer is true: %s', (_, job) => expect(untruths(job)).toEqual([]));

test('film where the base is not known to be dry, a pad everywhere, from the base up', () => {
  const report = asked(house);
  expect(under(report, 'hall')).toEqual(['foam']);
  expect(under(report, 'room')).toEqual(['film', 'foam']);
  expect(report.layers.map((l) => l.kind)).toEqual(['film', 'pad']);
  expect(report.stack).toEqual([
    { space: 'hall', height: 2 },
    { space: 'room', height: 2.2 },
  ]);
  expect(report.findings).toEqual([]);
});

test('planks with a pad of their own get none, and whoever insists is told', () => {
  const padded: Job = { ...house, product: { ...house.product, attachedPad: 1 } };
  expect(under(asked(padded), 'hall')).toEqual([]);
  const insisted = asked({ ...padded, beneath: { ...house.beneath, choices: [{ space: 'hall', pad: 'foam' }] } });
  expect(under(insisted, 'hall')).toEqual(['foam']);
  expect(insisted.findings).toMatchObject([{ rule: 'second-pad', level: 'must', space: 'hall' }]);
  expect(refusalOf(foam, padded.product)).toMatch(/locks flex/);
  expect(refusalOf(film, padded.product)).toBeNull();
});

test.each<[string, Job, number]>([
  ['taken out', withChoices({ space: 'room', film: null }), 1],
  ['not to be had', { ...house, beneath: { materials: [foam] } }, 1],
  ['in the pad', { ...house, beneath: { materials: [foam, { ...foam, id: 'sealed', film: true }] } }, 0],
  ['on boards', withChoices({ space: 'hall', film: null }), 0],
  ['where nothing lies beneath at all', { ...house, beneath: undefined }, 1],
])('a film that is missing is said: %s', (_, job, findings) => {
  expect(asked(job).findings.filter((f) => f.rule === 'no-film')).toHaveLength(findings);
});

test('a floor is parted into its rooms, nothing twice and nothing lost', () => {
  for (const job of [house, wet({ ...house, obstacles: [{ id: 'p', kind: 'post', outline: rect(1350, 1320, 60, 60) }] })]) {
    for (const alike of [true, false]) {
      const made = createAsker().ask(floors, given(job));
      const [floor] = made.ok ? made.value : [];
      const area = (multi: MultiPolygon) => multi.reduce((sum, p) => sum + polygonArea(p), 0);
      const parts = partsOf(floor!, () => alike);
      expect(parts.map((p) => p.space.id)).toEqual(['hall', 'room']);
      expect(parts.reduce((sum, p) => sum + area(p.laid), 0)).toBeCloseTo(area(floor!.laid), 0);
      expect(area(intersection(parts[0]!.laid, parts[1]!.laid))).toBeLessThan(1);
    }
  }
});

test('without materials of its own nothing lies beneath, and lifts nothing', () => {
  const report = asked({ ...house, beneath: undefined });
  expect([report.layers, report.rolls, report.totals, report.tape]).toEqual([[], [], [], 0]);
  expect(report.stack.every((s) => s.height === 0)).toBe(true);
});

test('rooms that want something else part at the line of their doorway', () => {
  const report = asked(withChoices({ space: 'hall', pad: null }));
  const [film1, pad] = report.layers;
  expect([film1!.spaces, pad!.spaces]).toEqual([['room'], ['room']]);
  const lowest = Math.min(...pad!.pieces.flatMap((p) => p.outline.flat().map((q) => q[1])));
  expect(lowest).toBeCloseTo(1350, 6);
});

test('tape is as long as the seams: one seam across a square room', () => {
  const job: Job = {
    ...newJob('Lock', 'metric', 1816, 3016),
    beneath: { materials: [{ ...foam, width: 1000 }] },
    layout: { direction: 0, setOut: { mode: 'auto' }, stagger: { school: 'offcut', seed: 1 } },
  };
  const report = asked(job);
  expect(report.layers[0]!.direction).toBe(90);
  expect(report.layers[0]!.pieces).toHaveLength(2);
  expect(report.tape).toBeCloseTo(3, 6);
  expect(report.totals[0]).toMatchObject({ rolls: 1, packs: 1 });
  expect(report.totals[0]!.wastePercent).toBeCloseTo(100 * (15 / (1.8 * 3) - 1), 6);
});

test('left to itself a layer takes no roll more than in any direction that somebody asks for', () => {
  const short = { ...foam, length: 6000 };
  for (let seed = 1; seed <= 14; seed++) {
    const [length, width] = [2500 + ((seed * 791) % 4200), 2100 + ((seed * 377) % 3100)];
    const job: Job = {
      ...newJob('Sluice house', 'metric', length, width),
      layout: { ...house.layout, direction: [0, 90, 30, 45][seed % 4]! },
      beneath: { materials: [seed % 3 === 0 ? boards : short], choices: [] },
    };
    const rolls = (direction: 'auto' | number) => asked({ ...job, beneath: { ...job.beneath, choices: [{ space: 'room', pad: 'auto', direction }] } }).rolls.length; // prettier-ignore
    const auto = rolls('auto');
    for (const direction of [0, 90, 30, 45, 120, 135]) expect([seed, direction, auto <= rolls(direction)]).toEqual([seed, direction, true]);
  }
});

test.each([
  ['whether the planks carry a pad is not known', { attachedPad: undefined }, [], ['pad-unknown']],
  ['they carry none', { attachedPad: 0 }, [foam.id], []],
  ['they carry one', { attachedPad: 1.5 }, [], []],
  ['they forbid a film, and the base is dry', { film: 'forbidden' as const }, [foam.id], []],
  ['they want a film, and the base is dry', { film: 'wanted' as const }, [film.id, foam.id], []],
])('where %s', (_, product, layers, rules) => {
  const job: Job = { ...newJob('Sluice house', 'metric', 3000, 2400), bases: [{ space: 'room', substrate: 'boards' }], beneath: { materials: [foam, film] } }; // prettier-ignore
  const report = asked({ ...job, product: { ...job.product, ...product } });
  expect(report.layers.map((l) => l.material.id)).toEqual(layers);
  expect(report.findings.map((f) => f.rule)).toEqual(rules);
});

test('planks that forbid a film have none over a base that asks for one, and that is said', () => {
  const job: Job = { ...newJob('Sluice house', 'metric', 3000, 2400), bases: [{ space: 'room', substrate: 'concrete' }], beneath: { materials: [foam, film] } }; // prettier-ignore
  const report = asked({ ...job, product: { ...job.product, film: 'forbidden' } });
  expect(report.layers.map((l) => l.kind)).toEqual(['pad']);
  expect(report.findings.map((f) => [f.rule, f.level])).toEqual([['no-film', 'must']]);
});

test('never more rolls than strip by strip', () => {
  for (const { rolls, plain } of asked(house).totals) expect(rolls).toBeLessThanOrEqual(plain ?? Infinity);
});
