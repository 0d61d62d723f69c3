/* Measures what the issues name. `npm run bench`, or `npm run bench -- rooms speed` for some of it. */
import { gzipSync } from 'node:zlib';
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoJobs } from '../demo/jobs';
import { createAsker } from '../src/core/answer';
import { ANSWERS } from '../src/core/answers';
import { floorsOf } from '../src/core/floors';
import { boxOf } from '../src/core/geometry';
import { type Job, newJob, type Plan, SCHOOLS } from '../src/core/given';
import { equalFaces, planJob, type PlanOptions } from '../src/core/plan';
import { randomFrom, runsOf, stepsFor } from '../src/core/rows';
import { bestOrigin, compareScores, groundOf, placed, scoreOf, setOutOf } from '../src/core/setout';
import { untruths } from '../test/truth';
import { measureBase } from './base';
import { measureBeneath } from './beneath';
import { measureDrill } from './drill';
import { measureEdges } from './edges';
import { layByHand } from './hand';
import { measureHeart, measureScale } from './heart';
import { measureRepair } from './repair';
import { measureDays, measureReplan } from './replan';
import { measureRobust } from './robust';
import { measureHandover, measureOrders, measurePack } from './orders';
import { readDrawing, offersOf } from '../src/formats/drawing';
import { rowPaths } from '../src/ui/sheet/paths';
import { brokenHall, drawingOf } from '../test/large';
import { houses } from '../test/houses';
import { measureBrowser } from './browser';
import { fromAtMost, type Verdict } from './optimum';
import { rooms } from '../test/rooms';
import { measureTruth } from './truth';

const mustPlan = (job: Job, options: PlanOptions = {}): Plan => {
  const plan = planJob(job, options);
  if (!plan.ok) throw new Error(plan.problems[0]!.text);
  return plan.value;
};
const floorOf = (job: Job) => {
  const floors = floorsOf(job);
  if (!floors.ok) throw new Error(floors.problems[0]!.text);
  return floors.value[0]!;
};
const median = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
const time = (times: number, work: () => unknown): number[] =>
  Array.from({ length: times }, () => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  });
const ms = (n: number) => `${n < 10 ? n.toFixed(3) : n.toFixed(0)} ms`;

/** 30 seeded rooms: planks by Pitsaw, by the careful hand rule, by the length bound and the area bound. */
const measureRooms = (): void => measureRoomsOf('30 rooms', rooms(30, 1));

/** 12 seeded rooms laid askew; length bound and hand count every end by its longer edge. */
function measureAskew(): void {
  for (const direction of [45, 20]) {
    const laid = rooms(12, 3).map((job) => ({ ...job, layout: { ...job.layout, direction } }));
    measureRoomsOf(`12 rooms at ${direction}°`, laid);
    const wrong = laid.flatMap((job) => untruths(job, [floorOf(job)], mustPlan(job)));
    console.log(`  untruths ${wrong.length}`);
  }
}

function measureRoomsOf(name: string, jobs: readonly Job[]): void {
  const sums = { pitsaw: 0, hand: 0, length: 0, area: 0, musts: 0, handBroken: 0, worse: 0, shoulds: 0 };
  for (const job of jobs) {
    const floor = floorOf(job);
    const runs = runsOf(floor, setOutOf(floor));
    const { limits, planks } = job.product;
    const hand = layByHand(runs, { plank: planks[0]!.length, kerf: job.kerf, ...limits });
    const plan = mustPlan(job);
    sums.pitsaw += plan.totals.planks;
    sums.hand += hand.planks;
    sums.handBroken += hand.broken;
    sums.length += Math.ceil(runs.runs.reduce((sum, r) => sum + r.u1 - r.u0, 0) / planks[0]!.length - 1e-9);
    sums.area += Math.ceil((plan.totals.laidArea * 1e6) / (planks[0]!.length * planks[0]!.width) - 1e-9);
    sums.musts += plan.findings.filter((f) => f.level === 'must' && f.rule !== 'runAcross' && f.rule !== 'runAlong').length;
    sums.shoulds += plan.findings.filter((f) => f.level === 'should').length;
    if (plan.totals.planks > hand.planks) sums.worse++;
  }
  console.log(
    `${name}: Pitsaw ${sums.pitsaw} planks, careful hand ${sums.hand} (${sums.handBroken} rows beyond the limits), length bound ${sums.length}, area bound ${sums.area}`,
  );
  console.log(
    `  Pitsaw ÷ length bound ${(sums.pitsaw / sums.length).toFixed(4)}, ÷ area bound ${(sums.pitsaw / sums.area).toFixed(4)}, ÷ hand ${(sums.pitsaw / sums.hand).toFixed(4)}; rooms with more planks than by hand ${sums.worse}; limits broken ${sums.musts}; faults of looks ${sums.shoulds}`,
  );
}

/** 40 seeded small rooms of 6 to 14 rows against the proven fewest planks: of one width, and of two widths in turn. */
async function measureOptimum(): Promise<void> {
  for (const mixed of [false, true]) {
    const random = randomFrom(mixed ? 6 : 5);
    const count = { equal: 0, oneMore: 0, more: 0, open: 0, byBound: 0 };
    const rooms = mixed ? 20 : 40;
    for (let i = 0; i < rooms; i++) {
      const rowsWanted = 6 + Math.floor(random() * 9);
      const length = 2400 + Math.round(random() * 4600);
      const pitch = mixed ? 160 : 192;
      const job = { ...newJob(`Small ${i}`, 'metric', length + 16, Math.round(pitch * (rowsWanted - 0.9) + 16)), kerf: 3 };
      const planks = [192, 128].map((width) => ({ length: 1285, width, share: 0.5 }));
      const product = mixed ? { ...job.product, planks, widthSequence: [192, 128] } : job.product;
      const plan = mustPlan({ ...job, product, layout: { ...job.layout, direction: 0 as const } });
      const { rows } = plan.floors[0]!;
      const widths = rows.map((r) => r.width);
      const bound = [...new Set(widths)].reduce(
        (sum, w) => sum + Math.ceil((widths.filter((x) => x === w).length * length) / 1285 - 1e-9),
        0,
      );
      const small = { rows: rows.length, length, plank: 1285, kerf: 3, stagger: 300, endPiece: 300, widths };
      if (plan.totals.planks <= bound) count.byBound++;
      // walk down from what we have until fewer is proven impossible
      let over = 0;
      let verdict: Verdict = plan.totals.planks <= bound ? 'none' : 'found';
      while (verdict === 'found') {
        verdict = await fromAtMost(small, plan.totals.planks - over - 1, 40);
        if (verdict === 'found') over++;
      }
      if (verdict === 'open') count.open++;
      if (over === 0) count.equal++;
      else if (over === 1) count.oneMore++;
      else count.more++;
      if (over > 0 || verdict === 'open') {
        console.log(
          `  room ${i}: ${rows.length} rows of ${length}: Pitsaw ${plan.totals.planks}, ${over > 0 ? `${over} fewer found` : 'fewer not found'}, ${verdict === 'open' ? 'not settled' : 'settled'}, length bound ${bound}`,
        );
      }
    }
    console.log(
      `${rooms} small rooms of ${mixed ? 'two widths in turn' : 'one width'}: none better found ${count.equal}, one plank more ${count.oneMore}, more ${count.more}; ${count.byBound} proven by the length bound, ${count.open} not settled in the time`,
    );
  }
}

const ruleCount = (plan: Plan, ...rules: string[]): number => plan.findings.filter((f) => rules.includes(f.rule)).length;

/** Every school over the 30 rooms and the 20 houses: planks against bounds and hand, limits, looks, faces, time. */
function measureSchools(): void {
  for (const [name, jobs] of [
    ['30 rooms', rooms(30, 1)],
    ['20 houses', houses(20, 1)],
  ] as const) {
    let hand = 0;
    let length = 0;
    for (const job of jobs) {
      const formed = floorsOf(job);
      if (!formed.ok) throw new Error(formed.problems[0]!.text);
      const { limits, planks } = job.product;
      for (const floor of formed.value) {
        const runs = runsOf(floor, setOutOf(floor));
        hand += layByHand(runs, { plank: planks[0]!.length, kerf: job.kerf, ...limits }).planks;
        length += Math.ceil(runs.runs.reduce((sum, r) => sum + r.u1 - r.u0, 0) / planks[0]!.length - 1e-9);
      }
    }
    for (const school of SCHOOLS) {
      const sums = { planks: 0, area: 0, musts: 0, h: 0, stairs: 0, repeats: 0, doors: 0, faces: 0 };
      const times: number[] = [];
      for (const job of jobs) {
        const begun = performance.now();
        const plan = mustPlan({ ...job, layout: { ...job.layout, stagger: { school, seed: 1 } } });
        times.push(performance.now() - begun);
        const plank = job.product.planks[0]!;
        sums.planks += plan.totals.planks;
        sums.area += Math.ceil((plan.totals.laidArea * 1e6) / (plank.length * plank.width) - 1e-9);
        sums.musts += ruleCount(plan, 'stagger', 'endPiece', 'butt');
        sums.h += ruleCount(plan, 'h-joint', 'half-bond');
        sums.stairs += ruleCount(plan, 'stairs');
        sums.repeats += ruleCount(plan, 'repeat');
        sums.doors += ruleCount(plan, 'crosswise-doorway', 'busy-doorway', 'corner-piece', 'register-joint', 'short-band');
        sums.faces += equalFaces(plan).length;
      }
      console.log(
        `${name}, ${school}: planks ${sums.planks}, ÷ length bound ${(sums.planks / length).toFixed(4)}, ÷ area bound ${(sums.planks / sums.area).toFixed(4)}, ÷ hand ${(sums.planks / hand).toFixed(4)}; stagger and end pieces broken ${sums.musts}; H ${sums.h}, stairs ${sums.stairs}, repeats ${sums.repeats}, doorways, corners, registers and bands ${sums.doors}; equal faces touching ${sums.faces}; median ${ms(median(times))}`,
      );
    }
  }
}

/** Planks and faults after a tenth, a third and all of the search's steps, and twice as many. */
function measureSteps(): void {
  const jobs = [...rooms(30, 1), ...houses(6, 1)];
  for (const school of ['offcut', 'free'] as const) {
    for (const share of [0.1, 0.3, 1, 2]) {
      let planks = 0;
      let faults = 0;
      for (const job of jobs) {
        const formed = floorsOf(job);
        if (!formed.ok) continue;
        const runs = formed.value.reduce((sum, f) => sum + runsOf(f, setOutOf(f)).runs.length, 0);
        const made = planJob(
          { ...job, layout: { ...job.layout, stagger: { school, seed: 1 } } },
          { steps: Math.round(share * stepsFor(runs)) },
        );
        if (!made.ok) continue;
        planks += made.value.totals.planks;
        faults += made.value.findings.filter((f) => f.level === 'should').length;
      }
      console.log(`${school}, ${Math.round(share * 100)} % of the steps: planks ${planks}, faults ${faults}`);
    }
  }
}

/** Where joints are pinned in a house: in the row after so much of the first floor's, so far (mm) from where its second piece begins. */
const PINNED = [
  { share: 0.5, by: 130 },
  { share: 0.3, by: -200 },
  { share: 0.7, by: 400 },
];

/** Planning a house again after one joint is pinned, as a screen has it: answers that a pin does not touch are known. */
function measurePin(): void {
  const times: number[] = [];
  const moved: number[] = [];
  let planks = 0;
  for (const job of houses(20, 1)) {
    const [asker, remembered] = [createAsker(), new Map<string, unknown>()];
    const planned = (given: Job): Plan => {
      const made = asker.ask(ANSWERS.plan, { job: given, log: [] }, { remembered });
      if (!made.ok) throw new Error(made.problems[0]!.text);
      return made.value;
    };
    const plan = planned(job);
    const places = new Set(plan.floors.flatMap((f) => f.pieces.map((p) => `${f.id} ${JSON.stringify(p.outline)}`)));
    const [floor] = plan.floors;
    for (const { share, by } of PINNED) {
      const piece = floor!.pieces.filter((p) => p.row === Math.floor(floor!.rows.length * share))[1];
      if (!piece) continue;
      const { minX, minY, maxY } = boxOf(piece.outline[0]!);
      let again = plan;
      times.push(...time(1, () => (again = planned({ ...job, hand: { pins: [[minX + by, (minY + maxY) / 2]] } }))));
      moved.push(again.floors.flatMap((f) => f.pieces.filter((p) => !places.has(`${f.id} ${JSON.stringify(p.outline)}`))).length);
      planks += again.planks.length - plan.planks.length;
    }
  }
  console.log(
    `a house planned again after one joint is pinned (${times.length} times): median ${ms(median(times))}, slowest ${ms(Math.max(...times))}; pieces that lie otherwise: median ${median(moved)}; planks ${planks} more in sum`,
  );
}

/** Three lengths in a box: boxes against what the floor's area asks for. */
function measureMixed(): void {
  const planks = [
    { length: 1800, width: 192, share: 0.5 },
    { length: 1200, width: 192, share: 0.25 },
    { length: 600, width: 192, share: 0.25 },
  ];
  const sums = { boxes: 0, bound: 0, wood: 0, laid: 0, musts: 0, likes: 0 };
  for (const job of rooms(30, 1)) {
    const limits = { ...job.product.limits, stagger: 200, endPiece: 250 };
    const { perBox } = job.product;
    const plan = mustPlan({ ...job, product: { ...job.product, planks, limits } });
    const laid = plan.totals.laidArea * 1e6;
    sums.boxes += plan.totals.boxes;
    sums.bound += Math.ceil(laid / planks.reduce((sum, p) => sum + p.length * p.width * p.share * perBox, 0) - 1e-9);
    sums.wood += plan.planks.reduce((sum, p) => sum + p.length * p.width, 0);
    sums.laid += laid;
    sums.musts += ruleCount(plan, 'stagger', 'endPiece');
    sums.likes += ruleCount(plan, 'h-joint', 'repeat', 'stairs');
  }
  console.log(
    `30 rooms of three lengths in a box: boxes ${sums.boxes}, by area ${sums.bound} (${(sums.boxes / sums.bound).toFixed(4)}); wood ÷ floor ${(sums.wood / sums.laid).toFixed(4)}; stagger and end pieces broken ${sums.musts}; H, stairs and repeats ${sums.likes}`,
  );
}

/** 20 seeded houses: the truths, broken limits, worst strips against every half millimetre, times. */
function measureHouses(): void {
  const times: number[] = [];
  const drags: number[] = [];
  const sums = { planks: 0, hand: 0, length: 0, musts: 0, shoulds: 0, untrue: 0, short: 0, area: 0, wrapped: 0, paid: [] as number[] };
  const broken: string[] = [];
  for (const job of houses(20, 1)) {
    const begun = performance.now();
    const plan = mustPlan(job);
    times.push(performance.now() - begun);
    const formed = floorsOf(job);
    if (!formed.ok) throw new Error(formed.problems[0]!.text);
    const lies = untruths(job, formed.value, plan);
    sums.untrue += lies.length;
    if (lies.length > 0) console.log(`  ${job.name}: ${lies[0]}`);
    for (const floor of formed.value) {
      const ground = groundOf(floor);
      const rip = floor.product.limits.rip;
      const { walls, widths, doorways } = ground;
      const at = (origin: number) => scoreOf(walls, { origin, widths }, rip, { doorways });
      const best = at(bestOrigin(walls, widths, rip, ground.reach[0], { doorways }));
      const blind = scoreOf(walls, { origin: bestOrigin(walls, widths, rip, ground.reach[0]), widths }, rip);
      let tried = at(0);
      for (let origin = 0.5; origin < 192; origin += 0.5) if (compareScores(at(origin), tried) < 0) tried = at(origin);
      if (compareScores(tried, best) < 0 && tried.worst > best.worst + 1e-6) sums.short++;
      sums.wrapped += best.wrapped;
      if (blind.narrowest > best.narrowest + 0.5) sums.paid.push(blind.narrowest - best.narrowest);
      drags.push(median(time(50, () => placed(ground, 'row-edge-at', 31.4))));
      const runs = runsOf(floor, setOutOf(floor));
      const { limits, planks } = job.product;
      sums.hand += layByHand(runs, { plank: planks[0]!.length, kerf: job.kerf, ...limits }).planks;
      sums.length += Math.ceil(runs.runs.reduce((sum, r) => sum + r.u1 - r.u0, 0) / planks[0]!.length - 1e-9);
    }
    sums.planks += plan.totals.planks;
    sums.area += plan.totals.laidArea;
    const musts = plan.findings.filter((f) => f.level === 'must' && f.rule !== 'runAlong' && f.rule !== 'runAcross');
    sums.musts += musts.length;
    sums.shoulds += plan.findings.filter((f) => f.level === 'should').length;
    broken.push(...musts.map((f) => `  ${job.name}: ${f.text}`));
  }
  console.log(
    `20 houses, ${sums.area.toFixed(0)} m²: untruths ${sums.untrue}; limits broken ${sums.musts} (longest runs apart); faults of looks ${sums.shoulds}`,
  );
  for (const line of broken.slice(0, 12)) console.log(line);
  console.log(
    `  planks ${sums.planks}, careful hand ${sums.hand} (${(sums.planks / sums.hand).toFixed(4)}), length bound ${sums.length} (${(sums.planks / sums.length).toFixed(4)})`,
  );
  console.log(
    `  doorways wrapped by one plank ${sums.wrapped}; floors that give up strip for a doorway ${sums.paid.length}${sums.paid.length > 0 ? ` (by ${Math.min(...sums.paid).toFixed(0)} to ${Math.max(...sums.paid).toFixed(0)} mm)` : ''}`,
  );
  console.log(
    `  floors whose worst strip falls short of the best by brute force ${sums.short}; plan: median ${ms(median(times))}, slowest ${ms(Math.max(...times))}; strips after a drag ${ms(median(drags))}`,
  );
}

/** Times, in process and warm. */
function measureSpeed(): void {
  const thirty = { ...newJob('30 m²', 'metric', 6000, 5000), kerf: 3 };
  time(3, () => mustPlan(thirty));
  console.log(`plan of 30 m²: median of 20 ${ms(median(time(20, () => mustPlan(thirty))))}`);
  const others = rooms(30, 1);
  console.log(
    `plan of the 30 rooms: median ${ms(median(others.flatMap((job) => time(1, () => mustPlan(job)))))}, slowest ${ms(Math.max(...others.flatMap((job) => time(1, () => mustPlan(job)))))}`,
  );
  const ground = groundOf(floorOf(thirty));
  console.log(
    `strips for a dragged line: ${ms(median(time(2000, () => placed(ground, 'row-edge-at', 12.3))))}; best shift: ${ms(median(time(200, () => bestOrigin(ground.walls, ground.widths, 50, 0))))}`,
  );
}

/** A hall of 1,000 m² as one floor, and one of 2,000 m² with breaks. */
function measureHall(): void {
  for (const [name, job] of [
    ['1,000 m²', { ...newJob('Hall', 'metric', 40_000, 25_000), kerf: 3 }],
    ['2,000 m² with breaks', brokenHall()],
  ] as const) {
    const before = process.memoryUsage().rss;
    const [took] = time(1, () => mustPlan(job));
    console.log(
      `plan of ${name}: ${ms(took!)}, resident memory ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB (${(before / 1e6).toFixed(0)} before)`,
    );
  }
}

/** Putting the pieces down again where the joints are known: what a new place of the line costs without a search. */
function measureRedraw(): void {
  const plan = mustPlan(houses(1, 1)[0]!);
  const pieces = plan.floors.reduce((sum, f) => sum + f.pieces.length, 0);
  console.log(`paths of ${pieces} pieces of a house: ${ms(median(time(20, () => plan.floors.map((f) => rowPaths(f)))))}`);
}

/** A drawing of 5,000 entities: half closed outlines, half loose lines that form rooms. */
function measureDrawing(): void {
  const text = drawingOf(5000);
  const begun = performance.now();
  const read = readDrawing('large.dxf', text, 'metric');
  if (!read.ok) throw new Error(read.text);
  const { offers } = offersOf(read.drawing, 1);
  console.log(
    `DXF of 5,000 entities (${(text.length / 1e6).toFixed(1)} MB): ${ms(performance.now() - begun)}, ${offers.length} outlines offered`,
  );
}

/** Kilobytes of JavaScript that the first load of a job's page and of the list ask for, as built. */
function measureBundle(): void {
  const folder = join('.next', 'static', 'chunks');
  if (!existsSync(folder)) return console.log('JavaScript on first load: build first (npm run demo)');
  const manifest = (route: string) => {
    const path = join('.next', 'server', 'app', route, 'page_client-reference-manifest.js');
    return existsSync(path) ? readFileSync(path, 'utf8') : '';
  };
  const shared = (JSON.parse(readFileSync(join('.next', 'build-manifest.json'), 'utf8')) as { rootMainFiles: string[] }).rootMainFiles;
  const sizes = new Map(
    readdirSync(folder)
      .filter((f) => f.endsWith('.js'))
      .map((f) => [f, gzipSync(readFileSync(join(folder, f))).length]),
  );
  for (const route of ['.', 'jobs/[id]/[stage]']) {
    const names = new Set([...shared, ...(manifest(route).match(/static\/chunks\/[\w.~-]+\.js/g) ?? [])].map((f) => f.split('/').at(-1)!));
    const total = [...names].reduce((sum, name) => sum + (sizes.get(name) ?? 0), 0);
    console.log(
      `JavaScript on first load of ${route === '.' ? '/' : `/${route}`}: ${(total / 1024).toFixed(0)} kB gzip in ${names.size} files`,
    );
  }
}

/** How long the command line takes to say its version, and to plan the demo's cottage. */
function measureStart(): void {
  const file = join(tmpdir(), `pitsaw-bench-${process.pid}.pitsaw.json`);
  writeFileSync(file, JSON.stringify(demoJobs.at(-1)));
  const pitsaw = (...args: string[]) => spawnSync(process.execPath, ['scripts/pitsaw.mjs', ...args]);
  pitsaw('--version');
  const version = time(9, () => pitsaw('--version'));
  const bare = time(9, () => spawnSync(process.execPath, ['-e', '0']));
  console.log(
    `command line: --version ${ms(median(version))} (Node alone ${ms(median(bare))}); a plan of the cottage ${ms(median(time(3, () => pitsaw('plan', file))))}`,
  );
  rmSync(file);
}

const parts = {
  rooms: measureRooms,
  askew: measureAskew,
  optimum: measureOptimum,
  houses: measureHouses,
  schools: measureSchools,
  mixed: measureMixed,
  steps: measureSteps,
  pin: measurePin,
  speed: measureSpeed,
  hall: measureHall,
  redraw: measureRedraw,
  drawing: measureDrawing,
  bundle: measureBundle,
  start: measureStart,
  base: measureBase,
  beneath: measureBeneath,
  edges: measureEdges,
  heart: measureHeart,
  scale: measureScale,
  robust: measureRobust,
  truth: measureTruth,
  replan: measureReplan,
  repair: measureRepair,
  drill: measureDrill,
  handover: measureHandover,
  chance: measureDays,
  order: measureOrders,
  pack: measurePack,
  browser: measureBrowser,
};
const wanted = process.argv.slice(2);
for (const [name, measure] of Object.entries(parts)) if (wanted.length === 0 || wanted.includes(name)) await measure();
