import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob, planSchema, type Job } from '../core/given';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'pitsaw-cli-'))));
afterAll(() => rmSync(folder, { recursive: true }));

const pitsaw = (...args: string[]) => spawnSync(process.execPath, ['scripts/pitsaw.mjs', ...args], { encoding: 'utf8', maxBuffer: 1e8 });
const file = (text: string, name = 'job.pitsaw.json'): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};

const office = () => file(JSON.stringify(newJob('Lock office', 'metric', 4200, 3100)), 'office.pitsaw.json');

test('plan prints the plan file, the same bytes each time', () => {
  const path = file(JSON.stringify(newJob('Lock office', 'metric', 4200, 3100)));
  const [one, two] = [pitsaw('plan', path), pitsaw('plan', path)];
  expect(one.status).toBe(0);
  expect(one.stderr).toBe('');
  expect(one.stdout).toBe(two.stdout);
  expect(planSchema.parse(JSON.parse(one.stdout)).job).toBe('Lock office');
});

test.each<[string, () => string[], RegExp]>([
  ['no such file', () => ['plan', join(folder, 'none')], /there is no such file/],
  ['a folder', () => ['plan', folder], /is a folder/],
  ['no JSON', () => ['plan', file('{')], /^not JSON/],
  [
    'a crossing outline',
    () => [
      'plan',
      file(
        JSON.stringify({
          ...newJob('x', 'metric', 1, 1),
          spaces: [
            {
              id: 'a',
              name: 'A',
              outline: [
                [0, 0],
                [2000, 2000],
                [2000, 0],
                [0, 2000],
              ],
            },
          ],
        }),
      ),
    ],
    /^spaces\[0\]\.outline: edges 1 and 3 cross$/,
  ],
  [
    'a room smaller than its gaps',
    () => ['plan', file(JSON.stringify(newJob('x', 'metric', 4000, 15)))],
    /^spaces\[0\]\.outline: nothing is left to lay/,
  ],
  ['no verb', () => [], /^usage: pitsaw plan\|cuts\|audit\|base\|beneath\|edges\|order\|days\|replan\|repair\|pack\|export FILE/],
  ['an unknown verb', () => ['paint', 'x'], /^unknown command 'paint'/],
  ['an unknown option', () => ['plan', 'x', '--fast'], /^unknown option '--fast'/],
  ['cuts by an option that there is not', () => ['cuts', office(), '--fast'], /^unknown option '--fast'/],
  ['cuts by a log that is none', () => ['cuts', office(), '--log', office()], /^line 1/],
  ['no file', () => ['plan'], /^missing required argument 'file'/],
  ['a file too many', () => ['plan', 'x', 'y'], /^too many arguments/],
  ['an unknown format', () => ['export', 'x', '--as', 'pdf'], /^--as pdf: is none of csv, svg, dxf/],
  ['a plan that is none', () => ['audit', office(), office()], /this is not a plan file/],
  ['a plan of another version', () => ['audit', office(), file('{"format":"pitsaw/plan","version":2}', 'other.plan.json')], /version/],
])('%s: status 2, one line, nothing on standard output', (_, args, want) => {
  const result = pitsaw(...args());
  expect(result.status).toBe(2);
  expect(result.stdout).toBe('');
  expect(result.stderr.trim().split('\n')).toHaveLength(1);
  expect(result.stderr.trim()).toMatch(want);
});

test('help and version are printed on standard output', () => {
  for (const args of [['--help'], ['plan', '--help'], ['audit', '--help'], ['export', '--help'], ['--version']]) {
    const result = pitsaw(...args);
    expect([args, result.status, result.stderr]).toEqual([args, 0, '']);
    expect(result.stdout).toMatch(args[0] === '--version' ? /^\d+\.\d+\.\d+\n$/ : /Usage: pitsaw/);
  }
});

test('how every piece is sawn, from the beginning and from what lies', () => {
  const path = office();
  type Cuts = { format: string; step: number; pieces: { piece: string }[]; inHand: object[]; stops: object[] };
  const read = (text: string) => JSON.parse(text) as Cuts;
  const whole = read(pitsaw('cuts', path).stdout);
  expect(whole).toMatchObject({ format: 'pitsaw/cuts', version: 1, job: 'Lock office', step: 1, inHand: [] });
  const plan = JSON.parse(pitsaw('plan', path).stdout) as Parameters<typeof JSON.stringify>[0];
  const lines = [
    { what: 'begun', format: 'pitsaw/log', version: 1, plan },
    { what: 'laid', floor: 'f1', row: 1 },
  ];
  const log = file(
    lines.map((l, i) => `${JSON.stringify({ n: i + 1, time: '2026-03-02T08:00:00', by: 'Ada', ...l })}\n`).join(''),
    'site.pitsaw-log.jsonl',
  );
  const rest = read(pitsaw('cuts', path, '--log', log).stdout);
  expect(rest.pieces).toEqual(whole.pieces.filter((p) => !p.piece.startsWith('f1/1.')));
});

test('a job from standard input, its plan judged, and what the application exports', () => {
  const path = office();
  const plan = pitsaw('plan', path).stdout;
  const piped = spawnSync(process.execPath, ['scripts/pitsaw.mjs', 'plan', '-'], { encoding: 'utf8', input: readFileSync(path) });
  expect(piped.stdout).toBe(plan);
  const judged = JSON.parse(pitsaw('audit', path, file(plan, 'office.plan.json')).stdout) as { findings: { rule: string }[] };
  expect(judged).toMatchObject({ format: 'pitsaw/audit', version: 1, job: 'Lock office' });
  expect(judged.findings.filter((f) => f.rule === 'untrue')).toEqual([]);
  const lied = plan.replace(/"boxes":(\d+)/, (_, n: string) => `"boxes":${Number(n) + 1}`);
  expect(pitsaw('audit', path, file(lied, 'lied.plan.json')).stdout).toContain('"rule":"untrue"');
  expect(pitsaw('export', path, '--as', 'csv').stdout).toMatch(/^floor,row,piece,room,plank,take,cut,what is left/);
  expect(pitsaw('export', path, '--as', 'svg').stdout).toMatch(/^<svg|^<\?xml/);
  expect(pitsaw('export', path, '--as', 'dxf').stdout).toContain('SECTION');
});

describe('base', () => {
  const levels = [[0, 0, 0], [2100, 0, 1], [4200, 0, 0], [0, 3100, 0], [2100, 3100, 1], [4200, 3100, 0], [2100, 1550, -8]].map(([x, y, height]) => ({ at: [x!, y!], height: height! })); // prettier-ignore
  const job = (bases: unknown): string =>
    file(JSON.stringify({ ...newJob('Lock office', 'metric', 4200, 3100), bases }), 'base.pitsaw.json');

  test('prints every space, places and fill, the same bytes each time', () => {
    const path = job([
      { space: 'room', substrate: 'concrete', levels, moisture: [{ at: [900, 900], on: '2026-03-02', method: 'mass', value: 2.1 }] },
    ]);
    const [one, two] = [pitsaw('base', path), pitsaw('base', path)];
    expect([one.status, one.stderr]).toEqual([0, '']);
    expect(one.stdout).toBe(two.stdout);
    const printed = JSON.parse(one.stdout);
    expect(printed).toMatchObject({ format: 'pitsaw/base', version: 1, job: 'Lock office', compound: { hours: 25, from: 'preset' } });
    const [space] = printed.spaces;
    expect(space).toMatchObject({
      space: 'room',
      flatness: { straightedge: 2000, limit: 3, from: 'preset' },
      moisture: { verdict: 'film' },
    });
    expect(space.flatness.places).toHaveLength(1);
    expect(space.flatness.worst).toBeGreaterThan(3);
    expect(space.after.worst).toBeLessThanOrEqual(3);
    expect(printed.compound.bags).toBe(Math.ceil(space.fill.least.litres / 11.5));
    expect(one.stdout.match(/\.\d{4,}/)).toBeNull();
  });

  test.each<[string, unknown, RegExp]>([
    [
      'two heights at one place',
      [{ space: 'room', substrate: 'boards', levels: [...levels, { at: [0.5, 0], height: 3 }] }],
      /^bases\[0\]\.levels\[7\]: two heights at one place/,
    ],
    [
      'a day that is none',
      [{ space: 'room', substrate: 'boards', moisture: [{ at: [1, 1], on: 'Monday', method: 'wood', value: 9 }] }],
      /^bases\[0\]\.moisture\[0\]\.on: "Monday" is no date/,
    ],
    [
      'a second entry for a space',
      [
        { space: 'room', substrate: 'boards' },
        { space: 'room', substrate: 'tile' },
      ],
      /^bases\[1\]\.space: a second entry/,
    ],
  ])('%s is one line, status 2', (_, bases, line) => {
    const { status, stdout, stderr } = pitsaw('base', job(bases));
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(stderr).toMatch(line);
  });

  test('heights in one line give no figures, and why', () => {
    const { status, stdout } = pitsaw(
      'base',
      job([{ space: 'room', substrate: 'boards', levels: levels.slice(0, 3).map((l) => ({ ...l, at: [l.at[0], 0] })) }]),
    );
    expect(status).toBe(0);
    expect(JSON.parse(stdout).spaces[0]).toMatchObject({ flatness: null, fill: null, after: null, why: expect.stringMatching(/one line/) });
  });
});

describe('beneath and edges', () => {
  const job = (change: object): string => file(JSON.stringify({ ...newJob('Lock office', 'metric', 4200, 3100), ...change }), 'edges.pitsaw.json'); // prettier-ignore

  test('print every layer and every edge, the same bytes each time, with three decimals at most', () => {
    const path = job({
      beneath: { materials: [{ id: 'foam', name: 'Foam', kind: 'foam', width: 1000, length: 15000, thickness: 2, tape: true }] },
    });
    for (const verb of ['beneath', 'edges']) {
      const [one, two] = [pitsaw(verb, path), pitsaw(verb, path)];
      expect([one.status, one.stderr]).toEqual([0, '']);
      expect(one.stdout).toBe(two.stdout);
      expect(one.stdout.match(/\.\d{4,}/)).toBeNull();
    }
    expect(JSON.parse(pitsaw('beneath', path).stdout)).toMatchObject({
      format: 'pitsaw/beneath',
      version: 1,
      layers: [{ floor: 'f1', kind: 'pad', material: 'foam', spaces: ['room'] }],
      rolls: [{ n: 1, material: 'foam', length: 15000, width: 1000 }],
      stack: [{ space: 'room', height: 2 }],
      findings: [],
    });
    expect(JSON.parse(pitsaw('edges', path).stdout)).toMatchObject({
      format: 'pitsaw/edges',
      version: 1,
      openings: [],
      trims: [{ id: 't1', wall: 0 }, { wall: 1 }, { wall: 2 }, { wall: 3 }],
      stock: [{ n: 1, of: 'trim' }, { n: 2 }, { n: 3 }, { n: 4 }, { n: 5 }, { n: 6 }, { n: 7 }],
      breaks: [],
    });
  });

  test.each<[string, object, RegExp]>([
    [
      'a second choice for a space',
      { beneath: { choices: [{ space: 'room' }, { space: 'room' }] } },
      /^beneath\.choices\[1\]: a second entry/,
    ],
    ['a limit that is no number', { trim: { thickness: 'thick' } }, /^trim\.thickness: a length must be a number/],
    [
      'an id that nothing has',
      { beneath: { choices: [{ space: 'room', film: 'tar' }] } },
      /^beneath\.choices\[0\]\.film: there is no material "tar"/,
    ],
  ])('%s is one line, status 2', (_, change, line) => {
    for (const verb of ['beneath', 'edges']) {
      const { status, stdout, stderr } = pitsaw(verb, job(change));
      expect([status, stdout]).toEqual([2, '']);
      expect(stderr.trim().split('\n')).toHaveLength(1);
      expect(stderr).toMatch(line);
    }
  });
});

const crewed = () => file(JSON.stringify({ ...newJob('Lock office', 'metric', 3200, 2400), crew: { begin: '2026-03-30' }, spares: { planks: 3 } }), 'crewed.pitsaw.json'); // prettier-ignore

test('order and days print what the contract names, and a calendar by floating times', () => {
  const order = JSON.parse(pitsaw('order', crewed()).stdout) as { items: { id: string; need: number; spare: number; packs: number }[] };
  const planks = order.items.find((i) => i.id === 'planks/1285x192')!;
  expect([planks.spare, planks.packs]).toEqual([3, Math.ceil((planks.need + 3) / 8)]);
  const days = JSON.parse(pitsaw('days', crewed()).stdout) as { tasks: { id: string; start: string }[]; finish: string };
  expect(days.tasks.map((t) => t.id)).toEqual(expect.arrayContaining(['boxes', 'lay/f1', 'trim/room']));
  const ics = pitsaw('days', crewed(), '--as', 'ics').stdout;
  expect(ics.match(/^UID:lay\/f1@/m)).not.toBeNull();
  expect(ics).toMatch(/^DTSTART:\d{8}T\d{6}\r$/m);
  expect(pitsaw('days', office())).toMatchObject({ status: 2, stdout: '' });
  expect(pitsaw('days', office()).stderr).toMatch(/^crew\.begin: .+\n$/);
  const held = JSON.parse(readFileSync(crewed(), 'utf8')) as Job;
  const stray = file(
    JSON.stringify({ ...held, crew: { ...held.crew, held: [{ task: 'lay/f9', from: '2026-04-01' }] } }),
    'held.pitsaw.json',
  );
  expect(pitsaw('days', stray)).toMatchObject({ status: 2, stdout: '', stderr: 'crew.held[0].task: there is no task "lay/f9"\n' });
  expect(pitsaw('days', crewed(), '--as', 'txt')).toMatchObject({ status: 2, stderr: '--as txt: is none of ics\n' });
});

test('pack writes a PDF where it is told to, and says in one line where it cannot', () => {
  const out = join(folder, 'pack.pdf');
  expect(pitsaw('pack', crewed(), '--out', out, '--paper', 'letter')).toMatchObject({ status: 0, stdout: '', stderr: '' });
  expect(readFileSync(out).subarray(0, 5).toString()).toBe('%PDF-');
  expect(pitsaw('pack', crewed(), '--out', join(folder, 'no', 'such.pdf')).stderr).toMatch(/such\.pdf: cannot be written\n$/);
  expect(pitsaw('pack', crewed(), '--out', out, '--paper', 'a3')).toMatchObject({
    status: 2,
    stderr: '--paper a3: is none of a4, letter\n',
  });
  expect(pitsaw('pack', crewed()).status).toBe(2);
});

test('replan goes on from a log: what lies is marked, the rest planned; a log that makes no sense is refused with its line', () => {
  const job = office();
  const plan = JSON.parse(pitsaw('plan', job).stdout) as {
    floors: { pieces: { id: string; row: number; plank: number; laid?: boolean }[] }[];
  };
  const log = (...lines: object[]) =>
    file(
      [{ what: 'begun', format: 'pitsaw/log', version: 1, plan }, ...lines]
        .map((line, i) => `${JSON.stringify({ n: i + 1, time: '2026-03-02T08:00', by: 'Wren', ...line })}\n`)
        .join(''),
      'day.pitsaw-log.jsonl',
    );
  const later = plan.floors[0]!.pieces.find((p) => p.row === 4)!;
  const on = pitsaw('replan', job, '--log', log({ what: 'laid', floor: 'f1', row: 1 }, { what: 'broken', plank: later.plank }));
  expect(on.stderr).toBe('');
  const next = planSchema.parse(JSON.parse(on.stdout));
  const { pieces } = next.floors[0]!;
  expect(pieces.filter((p) => p.laid === true).map((p) => p.id)).toEqual(
    plan.floors[0]!.pieces.filter((p) => p.row === 1).map((p) => p.id),
  );
  expect(pieces.some((p) => p.plank === later.plank && p.laid !== true)).toBe(false);
  const wrong = pitsaw('replan', job, '--log', log({ what: 'laid', floor: 'f1', row: 99 }));
  expect([wrong.status, wrong.stdout, wrong.stderr]).toEqual([
    2,
    '',
    expect.stringMatching(/^line 2: lays row 99, of which nothing is left to lay\n$/),
  ]);
  expect(pitsaw('replan', job).status).toBe(2);
});

test('repair compares the ways to replace a plank that lies; what does not lie, and what nobody knows, is refused', () => {
  const job = office();
  const plan = JSON.parse(pitsaw('plan', job).stdout) as { floors: { rows: { n: number }[] }[] };
  const rows = plan.floors[0]!.rows.slice(0, 6).map((r) => ({ what: 'laid', floor: 'f1', row: r.n }));
  const log = file(
    [{ what: 'begun', format: 'pitsaw/log', version: 1, plan }, ...rows]
      .map((line, i) => `${JSON.stringify({ n: i + 1, time: '2026-03-02T08:00', by: 'Wren', ...line })}\n`)
      .join(''),
    'laid.pitsaw-log.jsonl',
  );
  const said = pitsaw('repair', job, '--log', log, '--piece', 'f1/3.2');
  expect(said.stderr).toBe('');
  const report = JSON.parse(said.stdout) as { routes: { way: string; possible: boolean; rows: number; from: { side: string } | null; minutes: number | null }[] }; // prettier-ignore
  expect(report).toMatchObject({ format: 'pitsaw/repair', version: 1, pieces: ['f1/3.2'] });
  expect(report.routes.map((r) => r.way).sort()).toEqual(['inlay', 'lift', 'lift', 'slide']);
  expect(report.routes.find((r) => r.from?.side === 'first')!.rows).toBe(3);
  expect(report.routes.find((r) => r.from?.side === 'last')!.rows).toBe(4);
  for (const [piece, says] of [
    ['f1/9.1', /does not lie yet/],
    ['f9/1.1', /there is no piece f9\/1\.1/],
  ] as const)
    // prettier-ignore
    expect(pitsaw('repair', job, '--log', log, '--piece', piece)).toMatchObject({ status: 2, stdout: '', stderr: expect.stringMatching(says) as string });
  expect(pitsaw('repair', job, '--log', log).status).toBe(2);
});
