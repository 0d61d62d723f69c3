import { createAsker, type AnyAnswer } from '@/core/answer';
import { ANSWERS } from '@/core/answers';
import { newJob, type Job } from '@/core/given';
import { keysOf } from '@/screens/keys';
import { STAGES, type Ask } from '.';
import { cottage, gatehouse } from '../../demo/jobs';
import { packOf, PRINTS } from './prints';

/*
 * The acceptance suite of the stages; what needs a browser (that each opens, stands at 390 px, and passes axe) is in e2e, over the same list.
 */

function askOf(job: Job, working = false): Ask {
  const asker = createAsker();
  const given = { job, log: [] };
  const how = { steps: 300 };
  const [floors, plan] = [asker.ask(ANSWERS.floors, given, how), asker.ask(ANSWERS.plan, given, how)];
  const answer = (name: keyof typeof ANSWERS) => {
    const result = asker.ask<AnyAnswer>(ANSWERS[name], given, how);
    return result.ok && !working ? result.value : null;
  };
  return {
    job,
    floors: floors.ok ? floors.value : [],
    plan: plan.ok && !working ? plan.value : null,
    answer: answer as Ask['answer'],
    working,
  };
}

const job = newJob('Toll house', 'metric', 4600, 3340);
const sliver: Job = { ...job, layout: { ...job.layout, direction: 0, setOut: { mode: 'row-edge-at', at: [0, 30] } } };

test('names are unique and can stand in an address; titles are said', () => {
  expect(new Set(STAGES.map((s) => s.name)).size).toBe(STAGES.length);
  for (const { name, title } of STAGES) {
    expect(name).toMatch(/^[a-z-]+$/);
    expect(title).not.toBe('');
  }
});

test.each(STAGES.map((s) => [s.name, s] as const))('%s: every key is bound once and listed', (_, stage) => {
  const keys = keysOf(stage, () => undefined, () => undefined); // prettier-ignore
  const bound = keys.filter((k) => k.run).map((k) => k.press);
  expect(new Set(bound).size).toBe(bound.length);
  for (const key of stage.keys ?? []) {
    expect(key.shows).not.toBe('');
    expect(key.does).not.toBe('');
    expect(keys).toContain(key);
  }
  // a digit for each of the first nine stages, and a way to all
  expect(bound).toEqual(expect.arrayContaining([...STAGES.slice(0, 9).map((_s, i) => `${i + 1}`), '[', ']', 'z', 'y', 'u', '?']));
});

test('while the plan is worked out no stage that needs it asks for a decision; with it they stand as it stands', () => {
  const standing = (ask: Ask) => Object.fromEntries(STAGES.map((s) => [s.name, s.standing(ask)]));
  expect(standing(askOf(job, true))).toMatchObject({
    room: 'working',
    plank: 'untouched',
    setout: 'working',
    rows: 'working',
    cuts: 'working',
  });
  expect(standing(askOf(job))).toMatchObject({ room: 'settled', plank: 'untouched', setout: 'settled', rows: 'settled', cuts: 'settled' });
  // a strip under the least rip is settled at the set-out
  expect(standing(askOf(sliver))).toMatchObject({ setout: 'decide', rows: 'settled', cuts: 'decide' });
  const walking = { ...job, spaces: [{ ...job.spaces[0]!, walk: [] }] };
  expect(standing(askOf(walking)).room).toBe('decide');
});

test('what goes on paper names rooms and not floors, and has every piece once', () => {
  const two: Job = {
    ...job,
    spaces: [
      ...job.spaces,
      { id: 'store', name: 'Book store', outline: [[6000, 0], [8000, 0], [8000, 1500], [6000, 1500]] }, // prettier-ignore
    ],
  };
  const ask = askOf(two);
  const parts = packOf(ask).flatMap((s) => s.parts);
  const tables = parts.filter((p) => p.kind === 'table');
  expect(tables.some((t) => t.caption === 'Book store, Row 1')).toBe(true);
  expect(tables.every((t) => !/\bf\d/.test(t.caption))).toBe(true);
  const pieces = ask.plan!.floors.reduce((sum, f) => sum + f.pieces.length, 0);
  const rows = tables.filter((t) => /Row \d+$/.test(t.caption));
  expect(rows.reduce((sum, t) => sum + t.rows.length, 0)).toBe(pieces);
  // trim for both rooms, four walls each
  expect(tables.find((t) => t.caption.startsWith('Trim'))!.rows).toHaveLength(8);
  for (const t of tables) for (const row of t.rows) expect(row.cells).toHaveLength(t.columns.length);
  // without a plan nothing is printed half
  expect(packOf(askOf(job, true))).toEqual([]);
  // the pack has every stage's own part, in the order of the stages
  expect(PRINTS.map(([, printing]) => printing)).toEqual(STAGES.flatMap((s) => s.print ?? []));
});

/** All words of a pack, drawings included. */
const wordsOf = (value: unknown): string[] =>
  typeof value === 'string' ? [value] : value !== null && typeof value === 'object' ? Object.values(value).flatMap(wordsOf) : [];

describe.each([
  ['Weir Cottage', cottage],
  ['a gatehouse', gatehouse],
])('the pack of %s', (_, job) => {
  const packs = new Map<Job['display'], ReturnType<typeof packOf>>();
  const of = (display: Job['display']) => {
    const pack = packs.get(display) ?? packOf(askOf({ ...job, display }));
    packs.set(display, pack);
    return pack;
  };

  test('has no hole in its words, in metres or in feet', () => {
    for (const display of ['metric', 'imperial'] as const) {
      const words = wordsOf(of(display));
      expect(words.length).toBeGreaterThan(100);
      expect(words.filter((w) => /NaN|undefined|Infinity|\[object|spaces\[/.test(w))).toEqual([]);
    }
  });

  test('in feet and inches says no millimetres', () => {
    expect(wordsOf(of('imperial')).filter((w) => /\d ?mm\b/.test(w))).toEqual([]);
  });

  test('has the same sections and as many rows in both units', () => {
    const shape = (display: Job['display']) =>
      of(display).map(({ title, parts }) => [title, parts.map((p) => (p.kind === 'table' ? p.rows.length : p.kind))]);
    expect(shape('imperial')).toEqual(shape('metric'));
  });
});
