import fc from 'fast-check';
import { eventsOf, happenings, KINDS, logText } from '../../../test/happenings';
import { oddJobs } from '../../../test/jobs';
import { missawn } from '../../../test/sawn';
import { planned, siteAfter } from '../../../test/sites';
import { newJob, type Job, type Piece, type Plan } from '../given';
import { groundOfSite, siteOf } from '../lay';
import { planFromHere } from '../replan';
import { cutListCsv, cutWords, restWords, takeWords } from '@/formats';
import { cutList, isShaped, isStraight, type PieceCuts, type StraightCut } from '.';

const cutsOf = (job: Job, plan = planned(job)) => cutList(job, plan);
const straight = ({ cuts }: PieceCuts): readonly StraightCut[] => cuts.filter(isStraight);

test('who saws as the list says ends with every piece of the plan, whatever the floor is like', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5000 }), (seed) => {
      const [job] = oddJobs(1, seed);
      const plan = planned(job!);
      expect(missawn(job!, plan, cutsOf(job!, plan))).toEqual([]);
    }),
    { numRuns: 20 },
  );
});

test('a leaning wall does not make its strips narrow: 148 mm all along', () => {
  const room = newJob('Leaning wall', 'metric', 4000, 3000);
  const job: Job = { ...room, spaces: [{ ...room.spaces[0]!, outline: [[0, 0], [4000, 0], [4020, 3000], [0, 3000]] }] }; // prettier-ignore
  const piece = cutsOf(job).pieces.find((p) => p.piece === 'f1/1.4')!;
  const rip = straight(piece).find((c) => c.kind === 'rip')!;
  expect(rip.marks.map((m) => m.text)).toEqual(['148 mm', '148 mm']);
});

test.each([0.5, 30, 137])('a room turned by %d° is ripped as the same room that is not', (degrees) => {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const room = newJob('Room', 'metric', 4000, 3000);
  const turned = (direction: number): Job => ({
    ...room,
    layout: { ...room.layout, direction },
    spaces: [{ ...room.spaces[0]!, outline: room.spaces[0]!.outline.map(([x, y]) => (direction === 0 ? [x, y] : [x * cos - y * sin, x * sin + y * cos])) }], // prettier-ignore
  });
  const rips = (job: Job) => cutsOf(job).pieces.flatMap((p) => straight(p).filter((c) => c.kind === 'rip').map((c) => c.marks.map((m) => m.read).join())); // prettier-ignore
  expect(new Set(rips(turned(degrees)))).toEqual(new Set(rips(turned(0))));
});

test('a starter is marked from the right end, a closer from the left; a ripped row keeps its locking edge', () => {
  const job = newJob('Room', 'metric', 4600, 3340);
  const { pieces } = cutsOf({ ...job, layout: { ...job.layout, direction: 0 } });
  const starter = pieces.find((p) => p.take.from === 'new' && straight(p)[0]?.keep === 'right')!;
  expect(straight(starter)[0]).toMatchObject({ kind: 'cross', marks: [{ from: 'right' }, { from: 'right' }] });
  const rips = (row: number) => pieces.filter((p) => p.row === row).map((p) => straight(p).find((c) => c.kind === 'rip')?.keep);
  const last = pieces.at(-1)!.row;
  expect(new Set(rips(1))).toEqual(new Set(['far']));
  expect(new Set(rips(last))).toEqual(new Set(['near']));
  expect(new Set(rips(5))).toEqual(new Set([undefined]));
});

test('figures of cuts are read down, those of a hole up; within a twentieth of a step they are on it', () => {
  const job = newJob('Room', 'imperial', 4000, 3000);
  const register: [number, number][] = [[1900, 1450], [2200, 1450], [2200, 1510], [1900, 1510]]; // prettier-ignore
  const own: Job = {
    ...job,
    layout: { ...job.layout, direction: 0, setOut: { mode: 'plank-on-centre' } },
    obstacles: [{ id: 'r', kind: 'register', gap: 3, outline: register }],
  };
  const { pieces, step, shapes } = cutsOf(own);
  expect(step).toBe(25.4 / 16);
  for (const cut of pieces.flatMap(straight))
    for (const { mm, read, text } of cut.marks) {
      expect(read).toBeLessThanOrEqual(mm + 0.051);
      expect(read).toBeGreaterThan(mm - step - 0.001);
      expect(text).toMatch(/^(\d+ )?(\d+\/\d+ )?in$|^\d+ in$/);
    }
  const hole = pieces.flatMap((p) => p.cuts.filter(isShaped)).find((c) => c.kind === 'hole')!;
  expect(hole.marks).toHaveLength(4);
  const across = hole.marks.map((m) => m.across.read);
  expect(Math.max(...across) - Math.min(...across)).toBeGreaterThanOrEqual(66 - 0.2);
  expect(shapes.some((s) => s.kind === 'hole' && s.corners.length === 4)).toBe(true);
  expect(cutWords(pieces.find((p) => p.cuts.includes(hole))!)).toMatch(
    /Cut a hole, along from the (left|right) end × in from the .* edge: A .* × .*, B /,
  );
});

test('a pipe is drilled: centre and diameter, read up, with a relief', () => {
  const pipe = Array.from({ length: 24 }, (_, k): [number, number] => [2000 + 11 * Math.cos((k * Math.PI) / 12), 1500 + 11 * Math.sin((k * Math.PI) / 12)]); // prettier-ignore
  const job = newJob('Room', 'metric', 4000, 3000);
  const own: Job = { ...job, layout: { ...job.layout, direction: 0, setOut: { mode: 'plank-on-centre' } }, obstacles: [{ id: 'p', kind: 'pipe', gap: 10, outline: pipe }] }; // prettier-ignore
  const plan = planned(own);
  const list = cutsOf(own, plan);
  expect(missawn(own, plan, list)).toEqual([]);
  const hole = list.pieces.flatMap((p) => p.cuts.filter(isShaped)).find((c) => c.round)!;
  expect(hole.round!.diameter).toEqual({ mm: 42, read: 42, text: '42 mm' });
  expect(hole.relief).toBeDefined();
  expect(hole.marks).toEqual([]);
});

test('a round thing keeps the gap of the product that is laid round it', () => {
  const pipe = Array.from({ length: 24 }, (_, k): [number, number] => [2000 + 11 * Math.cos((k * Math.PI) / 12), 1500 + 11 * Math.sin((k * Math.PI) / 12)]); // prettier-ignore
  const job = newJob('Room', 'metric', 4000, 3000);
  const product = { ...job.product, name: 'Another', limits: { ...job.product.limits, gap: 15 } };
  const own: Job = { ...job, layout: { ...job.layout, direction: 0, setOut: { mode: 'plank-on-centre' } }, layouts: [{ space: job.spaces[0]!.id, product }], obstacles: [{ id: 'p', kind: 'pipe', outline: pipe }] }; // prettier-ignore
  const round = cutsOf(own)
    .pieces.flatMap((p) => p.cuts.filter(isShaped))
    .find((c) => c.round)!.round!;
  expect(round.diameter.read).toBe(52);
});

describe('a plank that gives strips of several lengths', () => {
  const strip = (id: string, from: number, to: number, low: number, high: number): Piece => ({
    id,
    row: Number(id.split('.')[0]),
    outline: [[[from, -low], [to, -low], [to, -high], [from, -high]]], // prettier-ignore
    plank: 1,
    cut: { from, to, low, high },
  });
  const sawn = (pieces: Piece[]): readonly PieceCuts[] => {
    const job = { ...newJob('Room', 'metric', 4000, 3000), kerf: 3 };
    const floor = { id: 'f1', spaces: job.spaces.map((s) => s.id), direction: 0, laid: [], rows: [], pieces };
    return cutList(job, { floors: [floor], planks: [{ n: 1, length: 1285, width: 192 }] } as unknown as Plan).pieces;
  };
  const kinds = (p: PieceCuts | undefined) => straight(p!).map((c) => c.kind);

  test('is ripped before it is cut to length where a crosscut would go through the longer strip', () => {
    const [short, next, long] = sawn([strip('1.1', 0, 600, 0, 100), strip('2.1', 603, 1203, 0, 100), strip('9.1', 0, 1285, 112, 192)]);
    expect(kinds(short)).toEqual(['rip', 'cross']);
    expect(short!.leaves.map((l) => l.becomes)).toEqual(['f1/9.1', 'f1/2.1']);
    expect(next!.take).toEqual({ from: 'offcut', left: 'f1/1.1', label: expect.stringMatching(/ 2\.1$/) });
    expect(long!.take).toMatchObject({ from: 'offcut', left: 'f1/1.1' });
  });

  test('is cut to length first where that parts all', () => {
    expect(kinds(sawn([strip('1.1', 0, 800, 112, 192), strip('4.1', 0, 500, 0, 100), strip('9.1', 900, 1285, 0, 192)])[0])).toEqual([
      'cross',
      'rip',
    ]);
    // a starter beyond both, and the shorter strip first: parted across, ripped, then cut to its own length
    const [first] = sawn([strip('1.1', 0, 500, 0, 100), strip('4.1', 0, 800, 112, 192), strip('9.1', 900, 1285, 0, 192)]);
    expect(kinds(first)).toEqual(['cross', 'rip', 'cross']);
  });
});

test('offcuts are called by the tag or the name of their room; two rooms of one name are told apart', () => {
  const job = newJob('Two', 'metric', 3000, 2000);
  const [room] = job.spaces;
  const other = { ...room!, id: 'b', outline: room!.outline.map(([x, y]): [number, number] => [x + 5000, y]) };
  const named: Job = {
    ...job,
    spaces: [
      { ...room!, name: 'Tea kitchen', tag: 'KIT' },
      { ...other, name: 'KIT', tag: undefined },
    ],
  };
  const plan = planned(named);
  const list = cutsOf(named, plan);
  expect(missawn(named, plan, list)).toEqual([]);
  const labels = list.pieces.flatMap((p) => p.leaves.flatMap((l) => l.label ?? []));
  expect(new Set(labels).size).toBe(labels.length);
  expect(labels.every((l) => l.startsWith('KIT '))).toBe(true);
});

test('where only rows were laid in order the list is word for word the rest of the whole list', () => {
  for (const job of oddJobs(5, 77)) {
    const plan = planned(job);
    const whole = cutsOf(job, plan);
    const rows = plan.floors[0]!.rows.slice(0, 4).map((r) => ({ what: 'laid', floor: plan.floors[0]!.id, row: r.n }));
    const site = siteAfter(job, plan, rows);
    const best = planFromHere(job, site, {});
    if (!best.ok) throw new Error('no plan');
    const rest = cutList(job, best.value[0]!.plan, { yard: site.yard, lies: (key) => site.lying.has(key) });
    expect(rest.pieces).toEqual(whole.pieces.filter((p) => !site.lying.has(p.piece)));
    const left = new Set(whole.pieces.filter((p) => site.lying.has(p.piece)).flatMap((p) => p.leaves.flatMap((l) => l.label ?? [])));
    for (const { label } of rest.inHand) expect(left).toContain(label);
  }
});

test.each(KINDS.filter((k) => k !== 'wall'))('after %s what does not lie is sawn from the wood that is in hand', (kind) => {
  let tried = 0;
  for (const [i, job] of oddJobs(3, 31).entries()) {
    const plan = planned(job);
    const lines = happenings(job, plan, kind, i);
    const site = lines && siteOf(eventsOf(logText(job, plan, lines)), groundOfSite(job));
    const ways = site?.ok ? planFromHere(job, site.value, { steps: 200 }) : null;
    if (!site?.ok || !ways?.ok) continue;
    tried++;
    const { yard, lying } = site.value;
    const { plan: best } = ways.value[0]!;
    expect(missawn(job, best, cutList(job, best, { yard, lies: (key) => lying.has(key) }), site.value)).toEqual([]);
  }
  expect(tried).toBeGreaterThan(0);
});

test('the list in words and as CSV says every figure and no other length', () => {
  for (const display of ['metric', 'imperial'] as const) {
    const job = newJob('=HYPERLINK("x")', display, 4600, 2013);
    const { pieces } = cutsOf({ ...job, spaces: [{ ...job.spaces[0]!, outline: [[0, 0], [4600, 0], [4640, 2013], [0, 2040]] }] }); // prettier-ignore
    const csv = cutListCsv(pieces).split('\n');
    expect(csv[0]).toBe('floor,row,piece,room,plank,take,cut,what is left');
    expect(csv).toHaveLength(1 + pieces.length);
    for (const piece of pieces) {
      const words = cutWords(piece);
      const texts = straight(piece).flatMap((c) => c.marks.map((m) => m.text));
      for (const text of texts) expect(words).toContain(text);
      const lengths = words.match(/(?:\d+ )?\d+\/\d+ in|\d+ (?:mm|in)\b/g) ?? [];
      for (const length of lengths) expect(texts).toContain(length);
    }
    expect(takeWords(pieces[0]!)).toBe('new plank 1');
    expect(pieces.some((p) => /^offcut: .* \d+\.\d+/.test(restWords(p)))).toBe(true);
  }
});
