import fc from 'fast-check';
import { demoJobs } from '../../../demo/jobs';
import { dayOnSite, eventsOf, happenings, KINDS, logText } from '../../../test/happenings';
import { houses } from '../../../test/houses';
import { misused, thrownAway } from '../../../test/replans';
import { planned, siteAfter } from '../../../test/sites';
import { untruths } from '../../../test/truth';
import { floorsOf } from '../floors';
import { newJob, readLogText, type Event, type Job, type Plan } from '../given';
import { groundOfSite, openSite, withWalls, type Site } from '../lay';
import { givingWay, planFromHere, type Replanned } from '.';

const ways = (job: Job, site: Site): readonly Replanned[] => {
  const found = planFromHere(job, site, { steps: 400 });
  if (!found.ok) throw new Error(found.problems[0]!.text);
  return found.value;
};
/** Everything that is not so of a way on, measured apart from how it was found. */
const wrong = (job: Job, site: Site, way: Replanned): string[] => {
  const floors = floorsOf(withWalls(job, site.walls));
  return [...(floors.ok ? untruths(job, floors.value, way.plan) : ['no floors']), ...misused(job, site, way.plan)];
};

const house = houses(3, 2026)[1]!;
const plan = planned(house);

test.each(KINDS)('after %s at chance rows every way on is true, and what lies stays', (kind) => {
  for (const seed of [1, 2]) {
    const lines = happenings(house, plan, kind, seed);
    if (!lines) continue;
    const site = siteAfter(house, plan, lines);
    for (const way of ways(house, site)) expect(wrong(house, site, way)).toEqual([]);
  }
});

test('planks of several lengths, and rooms that are turned, go on too', () => {
  const mixed: Job = {
    ...house,
    product: { ...house.product, planks: [1285, 900, 640].map((length, i) => ({ length, width: 192, share: i === 0 ? 0.5 : 0.25 })) },
  };
  const made = planned(mixed);
  for (const kind of ['broken', 'lost', 'wall'] as const) {
    const lines = happenings(mixed, made, kind, 5);
    if (!lines) continue;
    const site = siteAfter(mixed, made, lines);
    expect(wrong(mixed, site, ways(mixed, site)[0]!)).toEqual([]);
  }
});

test('where nothing but sawing and laying happened the answer is the plan in force, with what lies marked', () => {
  const own = plan.floors[0]!.pieces.filter((p) => p.row === 1);
  const site = siteAfter(house, plan, [{ what: 'laid', floor: 'f1', row: 1 }, { what: 'cut', piece: `f1/${plan.floors[0]!.pieces[own.length]!.id}` }]); // prettier-ignore
  const [only, ...others] = ways(house, site);
  expect(others).toEqual([]);
  expect(only!.plan.floors.map((f) => f.pieces.map((p) => ({ ...p, laid: undefined })))).toEqual(plan.floors.map((f) => f.pieces.map((p) => ({ ...p, laid: undefined })))); // prettier-ignore
  const marked = only!.plan.floors[0]!.pieces.filter((p) => p.laid);
  expect(marked.map((p) => p.id)).toEqual(own.map((p) => p.id));
});

const room = newJob('Toll house', 'metric', 3600, 2400);
const small = planned(room);
const first = small.floors[0]!;

test('a whole plank that breaks costs one plank and changes nothing else', () => {
  const whole = first.pieces.find((p) => p.cut.to - p.cut.from > 1284 && p.row > 2)!;
  const site = siteAfter(room, small, [{ what: 'laid', floor: 'f1', row: 1 }, { what: 'broken', plank: whole.plank }]); // prettier-ignore
  const kept = ways(room, site).find((w) => w.changes.pieces === 1)!;
  expect(kept.changes).toMatchObject({ planks: 1, rows: [['f1', whole.row]] });
  expect(kept.plan.planks.some((p) => p.n === whole.plank)).toBe(false);
});

test('a sawn piece is kept where its row can keep it', () => {
  const piece = first.pieces.find((p) => p.row === 4)!;
  const later = first.pieces.find((p) => p.row === 6)!;
  const site = siteAfter(room, small, [{ what: 'cut', piece: `f1/${piece.id}` }, { what: 'broken', plank: later.plank }]); // prettier-ignore
  const [best] = ways(room, site);
  if (later.plank !== piece.plank) expect(best!.changes.spoilt).toEqual([]);
  expect(best!.plan.floors[0]!.pieces.some((p) => p.id === piece.id && p.plank === piece.plank)).toBe(later.plank !== piece.plank);
});

test('a sawn piece whose place has gone is used elsewhere, or shortened: it is thrown away only where nothing fits in it', () => {
  const sums = { sawn: 0, thrown: 0 };
  const judge = (site: Site, answer: Plan) => {
    const { sawn, thrown, forced } = thrownAway(site, answer);
    sums.sawn += sawn;
    sums.thrown += thrown;
    expect(thrown).toBe(forced);
  };
  for (const kind of ['moved', 'laid-as', 'wall'] as const) {
    for (const seed of [3, 4, 5]) {
      const lines = happenings(house, plan, kind, seed);
      if (lines) judge(siteAfter(house, plan, lines), ways(house, siteAfter(house, plan, lines))[0]!.plan);
    }
  }
  for (let seed = 1; seed <= 12; seed++) {
    const direction = [0, 30, 90][seed % 3]!;
    const job: Job = { ...newJob('Chance', 'metric', 2600 + seed * 150, 1800 + seed * 90), kerf: 3, layout: { ...room.layout, direction } }; // prettier-ignore
    dayOnSite(job, planned(job, 100), seed, 40, (site) => {
      const found = planFromHere(job, site, { steps: 100 });
      if (found.ok) judge(site, found.value[0]!.plan);
      return found.ok ? found.value[0]!.plan : null;
    });
  }
  expect(sums.sawn).toBeGreaterThan(20);
  expect(sums.thrown / sums.sawn).toBeLessThan(0.2);
});

test('a found piece saves a plank where it fits, and counts as one in the totals', () => {
  const site = siteAfter(room, small, [{ what: 'found', length: 1285, width: 192, ends: 'both' }]); // prettier-ignore
  const [best] = ways(room, site);
  expect(best!.changes.planks).toBe(-1);
  expect(best!.plan.totals.planks).toBe(best!.plan.planks.length);
  expect(best!.plan.planks.some((p) => p.n === Math.max(...small.planks.map((k) => k.n)) + 1)).toBe(true);
});

test.each([
  [0, true],
  [200, false],
])('with %i planks that are not begun, running short is said: %s', (count, said) => {
  const site = siteAfter(room, small, [{ what: 'stock', planks: count }]);
  const [best] = ways(room, site);
  const short = best!.plan.findings.find((f) => f.rule === 'short') as undefined | { planks: number; boxes: number; floor: null };
  expect(short !== undefined).toBe(said);
  if (short)
    expect(short).toMatchObject({
      planks: best!.changes.begins,
      boxes: Math.ceil(best!.changes.begins / room.product.perBox),
      floor: null,
    });
});

test('where planks run short joints may give way: fewer are missing, and every row that breaks a limit for it is named', () => {
  let gave = 0;
  for (const [job, made] of [
    [room, small],
    [house, plan],
  ] as const) {
    for (const missing of [1, 2]) {
      const left = made.planks.length - made.planks.filter((p) => made.floors[0]!.pieces.some((q) => q.row <= 2 && q.plank === p.n)).length; // prettier-ignore
      const lines = made.floors[0]!.rows.slice(0, 2).map((r) => ({ what: 'laid', floor: 'f1', row: r.n }));
      const site = siteAfter(job, made, [...lines, { what: 'stock', planks: left - missing }]);
      const [best] = ways(job, site);
      const found = givingWay(job, site, best!);
      if (!found.ok || found.value === null) continue;
      const way = found.value;
      gave++;
      expect(wrong(job, site, way)).toEqual([]);
      expect(way.fewer).toBeGreaterThan(0);
      expect(way.changes.begins).toBe(best!.changes.begins - way.fewer);
      const { stagger, endPiece } = job.product.limits;
      for (const { floor, row, least } of way.giving) {
        expect(way.plan.floors.find((f) => f.id === floor)!.rows.some((r) => r.n === row)).toBe(true);
        expect(least).toBeLessThan(Math.max(stagger, endPiece));
      }
    }
  }
  expect(gave).toBeGreaterThan(0);
  expect(givingWay(room, siteAfter(room, small, [{ what: 'stock', planks: 200 }]), ways(room, siteAfter(room, small, [{ what: 'stock', planks: 200 }]))[0]!)).toEqual({ ok: true, value: null }); // prettier-ignore
});

test('a wall that is nearer than what lies is said, with where; one that is farther leaves floor bare', () => {
  const space = room.spaces[0]!;
  const [u0, u1] = [0, 3600];
  const outline = (x: number) => space.outline.map(([px, py]) => [px === u1 ? x : px, py]);
  const rule = (x: number) => {
    const lines = first.rows.map((r) => ({ what: 'laid', floor: 'f1', row: r.n }));
    const site = siteAfter(room, small, [...lines, { what: 'wall', space: space.id, outline: outline(x) }]);
    return ways(room, site)[0]!.plan.findings.filter((f) => f.rule === 'gap').map((f) => f.level); // prettier-ignore
  };
  expect(rule(u1 - 6)).toEqual(['must']);
  expect(rule(u1 + 20)).toEqual(['should']);
  expect(u0).toBe(0);
});

test.each([0, 30, 90, 17])(
  'a floor at %s° that was pushed: one finding for each wall that it is too near to, and for each that it bares',
  (direction) => {
    const job: Job = { ...room, layout: { ...room.layout, direction } };
    const made = planned(job);
    const rows = made.floors[0]!.rows.map(({ n }) => ({ what: 'laid', floor: 'f1', row: n }));
    const site = siteAfter(job, made, [...rows, { what: 'moved', floor: 'f1', shift: [3, -2] }]);
    const gaps = ways(job, site)[0]!.plan.findings.filter((f) => f.rule === 'gap');
    const at = (level: string) => gaps.filter((f) => f.level === level).map((f) => f.at!);
    const { gap } = job.product.limits;
    // pushed right and down by plan: too near to the right wall and to the one at y 0
    expect(at('must').map(([x, y]) => (x > 3600 - gap - 0.1 ? 'right' : y < gap + 0.1 ? 'low' : 'none')).sort()).toEqual(['low', 'right']); // prettier-ignore
    expect(at('should').map(([x, y]) => (x < gap + 3.1 ? 'left' : y > 2400 - gap - 2.1 ? 'high' : 'none')).sort()).toEqual(['high', 'left']); // prettier-ignore
    expect(gaps.map((f) => f.measured!).sort()).toEqual([expect.closeTo(2, 1), expect.closeTo(2, 1), expect.closeTo(3, 1), expect.closeTo(3, 1)]); // prettier-ignore
  },
);

test('a day by chance: the log reads the same again, what lies never moves, no wood is used twice, and ways on are true', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
      const job: Job = { ...newJob('Chance', 'metric', 3000 + (seed % 1500), 2000 + (seed % 900)), kerf: 3 };
      const made = planned(job);
      const day = dayOnSite(job, made, seed, 60, (site) => planFromHere(job, site, { steps: 200 }).ok ? (ways(job, site)[0]?.plan ?? null) : null); // prettier-ignore
      const text = day.lines.map((line) => `${JSON.stringify(line)}\n`).join('');
      const read = readLogText(text);
      if (!read.ok) throw new Error(read.problems[0]!.text);
      const open = openSite(groundOfSite(job));
      let before: Site | null = null;
      for (const event of read.value) {
        expect(open.put(event)).toBeNull();
        const now = open.now();
        if (before && !['undone', 'moved'].includes(event.what)) {
          for (const [key, lying] of before.lying) expect(now.lying.get(key)?.piece.outline).toEqual(lying.piece.outline);
        }
        before = now;
      }
      const site = before!;
      for (const way of ways(job, site)) expect(wrong(job, site, way)).toEqual([]);
      // what counts, read without the lines that were taken back, is the same site
      expect(withoutUndone(job, read.value)).toEqual([...site.lying.keys()].sort());
    }),
    { numRuns: 12 },
  );
});

/** What lies by the lines that still count, in a log of their own. */
function withoutUndone(job: Job, events: readonly Event[]): string[] {
  const undone = new Set(events.flatMap((e) => (e.what === 'undone' ? [e.event] : [])));
  const open = openSite(groundOfSite(job));
  let n = 0;
  for (const event of events) {
    if (event.what === 'undone' || undone.has(event.n)) continue;
    expect(open.put({ ...event, n: ++n })).toBeNull();
  }
  return [...open.now().lying.keys()].sort();
}

test('lines that might come next change nothing until they come', () => {
  const site = openSite(groundOfSite(room));
  const events = eventsOf(logText(room, small, [{ what: 'laid', floor: 'f1', row: 1 }, { what: 'cut', piece: `f1/${first.pieces.find((p) => p.row === 2)!.id}` }, { what: 'undone', event: 2 }])); // prettier-ignore
  for (const event of events.slice(0, 2)) site.put(event);
  const before = site.now();
  const then = site.with(events.slice(2));
  expect(then.fault).toBeNull();
  expect(then.site.lying.size).toBe(0);
  expect(site.now()).toEqual(before);
  expect(site.with([{ ...events[3]!, n: 3 } as Event]).fault).toBeNull();
});

test('two products never share a plank: after one breaks in the demo cottage every way on is true', () => {
  const cottage = demoJobs.find((j) => j.name === 'Weir Cottage')!;
  const made = planned(cottage);
  for (const [k, { id, pieces }] of made.floors.entries()) {
    const victim = pieces.find((p) => p.row === 4)!;
    const site = siteAfter(cottage, made, [{ what: 'laid', floor: id, row: 1 }, { what: 'broken', plank: victim.plank }, { what: 'stock', planks: made.planks.length > 0 ? sizesOf(made) : [] }]); // prettier-ignore
    for (const way of ways(cottage, site)) expect([k, ...wrong(cottage, site, way)]).toEqual([k]);
    const gave = givingWay(cottage, site, ways(cottage, site)[0]!);
    if (gave.ok && gave.value) expect(wrong(cottage, site, gave.value)).toEqual([]);
  }
});

/** So few planks of each size and product that they run short. */
const sizesOf = (made: Plan): object[] =>
  [...new Map(made.planks.map((p) => [`${p.product} ${p.length} ${p.width}`, p])).values()].map(({ length, width, product }) => ({ length, width, product, count: 20 })); // prettier-ignore
