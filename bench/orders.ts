import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoJobs, gatehouse } from '../demo/jobs';
import { allLaid } from '../demo/laying';
import { createAsker } from '../src/core/answer';
import { ANSWERS } from '../src/core/answers';
import { calendarOf, clockOf, crewOf, scheduled, type Duty } from '../src/core/days';
import { PRESET_KITS, PRESET_MATERIALS, readLogText, type Job } from '../src/core/given';
import { randomFrom } from '../src/core/rows';
import { pieceId } from '../src/formats/words';
import { makePack } from '../src/pack/make';
import { readPdf } from '../test/pdf';
import { dayUntruths, earliestFinish, smallSchedule, type PrintedDays } from '../test/days';
import { orderUntruths } from '../test/order';
import { houses } from '../test/houses';

const crew = { people: 2, from: '08:00', to: '16:30', break: 0.5, days: ['mo' as const, 'tu' as const, 'we' as const, 'th' as const, 'fr' as const], off: ['2026-04-03'], begin: '2026-03-30' }; // prettier-ignore

/** A seeded house with everything that can be bought and waited for. */
const whole = (job: Job, n: number): Job => ({
  ...job,
  crew: { ...crew, people: 1 + (n % 3) },
  spares: { planks: n % 5 },
  kits: [...PRESET_KITS],
  beneath: { materials: [...PRESET_MATERIALS] },
  bases: job.spaces.map(({ id, outline: [a, b, c, d] }, i) => ({
    space: id,
    substrate: i % 3 < 2 ? ('concrete' as const) : ('boards' as const),
    ...(i < 2 ? { levels: [a!, b!, c!, d!, [(a![0] + c![0]) / 2, (a![1] + c![1]) / 2] as [number, number]].map((at, k) => ({ at, height: k === 4 ? -6 - 8 * i : 0 })) } : {}), // prettier-ignore
  })),
});

/** 200 small schedules against every order of their tasks; 20 seeded houses: figures of the order and days, true or not. */
export function measureOrders(): void {
  let unlike = 0;
  let unproven = 0;
  for (let seed = 0; seed < 200; seed++) {
    const { crew: own, tasks } = smallSchedule(randomFrom(seed));
    const calendar = calendarOf(crewOf({ ...own, days: [...own.days] as never, off: [...own.off] }), own.begin);
    const duties = tasks.map((t, i): Duty => ({ id: `t${i}`, ...t }));
    const { starts, proven } = scheduled(duties, calendar, { people: own.people, begin: clockOf(own.begin) });
    if (Math.max(...starts.map((s, i) => calendar.endOf(s + duties[i]!.minutes))) !== earliestFinish(own, tasks)) unlike++;
    if (!proven) unproven++;
  }
  console.log(`days: 200 small schedules against brute force, finish unlike in ${unlike}, unproven ${unproven}`);
  const times = { order: [] as number[], days: [] as number[] };
  const said: string[] = [];
  let proven = 0;
  houses(20, 1).forEach((house, n) => {
    const job = whole(house, n);
    const given = { job, log: [] };
    const asker = createAsker();
    const of = <Name extends keyof typeof ANSWERS>(name: Name) => {
      const made = asker.ask(ANSWERS[name], given);
      if (!made.ok) throw new Error(made.problems[0]!.text);
      return made.value;
    };
    const print = (name: 'order' | 'days' | 'plan' | 'base' | 'beneath' | 'edges') => JSON.parse((ANSWERS[name].verb!.print as (out: unknown, g: typeof given) => string)(of(name), given)) as never; // prettier-ignore
    of('edges');
    of('cuts');
    of('base');
    for (const name of ['order', 'days'] as const) {
      const begun = performance.now();
      of(name);
      times[name].push(performance.now() - begun);
    }
    said.push(
      ...orderUntruths(job, print('order'), { plan: print('plan'), base: print('base'), beneath: print('beneath'), edges: print('edges') }),
    );
    const days: PrintedDays & { proven: boolean } = print('days');
    said.push(...dayUntruths(job.crew as typeof crew, days));
    if (days.proven) proven++;
  });
  const slowest = (of: number[]) => Math.max(...of).toFixed(0);
  console.log(`order, days: 20 houses, untrue ${said.length}${said.length > 0 ? ` (${said[0]})` : ''}; order slowest ${slowest(times.order)} ms, days slowest ${slowest(times.days)} ms, end proven in ${proven}`); // prettier-ignore
}

/** The pack of the demo and of a large house, by the command line: seconds, MB, pages; what other programs say of it. */
export function measurePack(): void {
  const folder = mkdtempSync(join(tmpdir(), 'pitsaw-pack-'));
  const run = (command: string, ...args: string[]) => spawnSync(command, args, { encoding: 'utf8', maxBuffer: 1e8 });
  const area = ({ spaces }: Job) => spaces.reduce((sum, s) => sum + Math.abs(s.outline.reduce((q, p, i, r) => q + p[0] * r[(i + 1) % r.length]![1] - r[(i + 1) % r.length]![0] * p[1], 0)) / 2e6, 0); // prettier-ignore
  const large = houses(40, 1).sort((a, b) => area(b) - area(a))[0]!;
  for (const job of [demoJobs.at(-1)!, { ...whole(large, 1), name: `${large.name}, no heights read`, bases: [] }, whole(large, 1)]) {
    const [file, out] = [join(folder, 'job.json'), join(folder, 'pack.pdf')];
    writeFileSync(file, JSON.stringify(job));
    const begun = performance.now();
    const made = run(process.execPath, 'scripts/pitsaw.mjs', 'pack', file, '--out', out);
    const seconds = (performance.now() - begun) / 1000;
    if (made.status !== 0) throw new Error(made.stderr);
    const given = { job, log: [] };
    const cuts = createAsker().ask(ANSWERS.cuts, given);
    if (!cuts.ok) throw new Error('no cuts');
    const ids = cuts.value.pieces.map((l) => pieceId(l.piece));
    const text = run('pdftotext', '-layout', out, '-');
    const words = text.error ? null : new Set(text.stdout.split(/\s+/));
    const says = (command: string, ...args: string[]) => {
      const { error, status, stdout } = run(command, ...args);
      return error ? `${command} is not here` : status === 0 ? stdout : `${command} says ${status}`;
    };
    const fonts = says('pdffonts', out).split('\n').slice(2).filter(Boolean);
    console.log(
      `pack: ${job.name}, ${area(job).toFixed(0)} m², ${seconds.toFixed(1)} s with start and plan, ${(Number(says('stat', '-c', '%s', out)) / 1e6).toFixed(2)} MB, ${/Pages: +(\d+)/.exec(says('pdfinfo', out))?.[1]} pages; pieces not found ${words ? ids.filter((id) => !words.has(id)).length : '?'} of ${ids.length}; qpdf ${/No syntax/.test(says('qpdf', '--check', out)) ? 'clean' : says('qpdf', '--check', out)}; fonts not embedded ${fonts.filter((f) => !/ yes yes yes /.test(f)).length} of ${fonts.length}`,
    );
  }
  rmSync(folder, { recursive: true });
}

/** The demo's floor that lies, handed over: pages, seconds, MB; short and as the whole record. */
export async function measureHandover(): Promise<void> {
  const events = readLogText(allLaid(gatehouse).map((line, i) => `${JSON.stringify({ ...line, n: i + 1 })}\n`).join('')); // prettier-ignore
  if (!events.ok) throw new Error(events.problems[0]!.text);
  const file = (name: string): Uint8Array => readFileSync(`node_modules/@fontsource/archivo/files/archivo-${name}-normal.woff`);
  const fonts = { plain: [file('latin-400'), file('latin-ext-400')], strong: [file('latin-700'), file('latin-ext-700')] };
  for (const what of ['handover', 'record'] as const) {
    const begun = performance.now();
    const made = await makePack({ job: gatehouse, log: events.value }, { what, paper: 'a4' }, { fonts });
    if (!made.ok) throw new Error(made.problems[0]!.text);
    const pages = readPdf(made.value).pages.length;
    console.log(
      `${what}: ${gatehouse.name}, ${((performance.now() - begun) / 1000).toFixed(1)} s, ${pages} pages, ${(made.value.length / 1e6).toFixed(2)} MB`,
    );
  }
}
