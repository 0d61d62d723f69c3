import fc from 'fast-check';
import { newJob, type Plan } from '../given';
import { planJob } from '../plan';
import { carried, groundOfSite, isByPlan, linksOf, openSite, planHash, resolved, type RawLine } from '.';

const job = newJob('Toll house', 'metric', 3600, 2400);
const plan = (planJob(job, { steps: 50 }) as { value: Plan }).value;
const { length, width } = job.product.planks[0]!;
const stamped = (n: number, line: object) => ({ n, time: '2026-03-02T08:00:00', by: '', ...line });

const line: fc.Arbitrary<RawLine> = fc.record({ id: fc.string(), what: fc.constantFrom('note', 'laid'), text: fc.string() });

test('links tell logs apart at the first line that differs, and do not hang on numbers or on the order of fields', () => {
  fc.assert(
    fc.property(fc.array(line, { minLength: 1, maxLength: 8 }), fc.nat(), line, (lines, at, other) => {
      const links = linksOf(lines.map((l, i) => ({ ...l, n: i + 1 })));
      expect(linksOf(lines.map((l, i) => ({ n: i + 7, ...Object.fromEntries(Object.entries(l).reverse()) })))).toEqual(links);
      const k = at % lines.length;
      fc.pre(JSON.stringify(other) !== JSON.stringify(lines[k]));
      const changed = linksOf(lines.with(k, other));
      expect(changed.slice(0, k)).toEqual(links.slice(0, k));
      for (let i = k; i < lines.length; i++) expect(changed[i]).not.toBe(links[i]);
    }),
  );
});

test('a number that repeats a reference by id is not part of a link', () => {
  const undone = (event: number, of?: string) => linksOf([{ what: 'undone', event, ...(of === undefined ? {} : { of }) }]);
  expect(undone(3, 'a')).toEqual(undone(4, 'a'));
  expect(undone(3)).not.toEqual(undone(4));
});

test('a plan is known by its hash whoever read it', () => {
  expect(planHash(JSON.parse(JSON.stringify(plan)) as Plan)).toBe(planHash(plan));
  expect(planHash({ ...plan, planks: plan.planks.slice(1) })).not.toBe(planHash(plan));
  expect(isByPlan('laid')).toBe(true);
  expect(isByPlan('note')).toBe(false);
});

test('planks that were begun on site are named by the line that began them', () => {
  const site = openSite(groundOfSite(job));
  const put = (n: number, event: object) => expect(site.put(stamped(n, event) as never)).toBeNull();
  put(1, { what: 'begun', format: 'pitsaw/log', version: 1, plan });
  put(2, { what: 'found', length: 700, width, ends: 'left' });
  put(3, { what: 'broken', plank: 'new', count: 2, length, width });
  const highest = Math.max(...plan.planks.map((p) => p.n));
  const ids = ['begin', 'found', 'broken'];
  const named = carried({ what: 'laid-as', pieces: [{ plank: highest + 1 }, { plank: 1 }, { plank: highest + 3 }] }, site.makerOf, (n) => ids[n - 1]); // prettier-ignore
  expect(named).toEqual([
    [highest + 1, 'found', 0],
    [highest + 3, 'broken', 1],
  ]);
  // on another log they stand the other way round
  const numbers = new Map([
    ['broken', 2],
    ['found', 3],
  ]);
  const other = openSite(groundOfSite(job));
  other.put(stamped(1, { what: 'begun', format: 'pitsaw/log', version: 1, plan }) as never);
  other.put(stamped(2, { what: 'broken', plank: 'new', count: 2, length, width }) as never);
  other.put(stamped(3, { what: 'found', length: 700, width, ends: 'left' }) as never);
  const own = resolved({ what: 'laid-as', pieces: [{ plank: highest + 1 }, { plank: 1 }], begunBy: named }, (id) => numbers.get(id), other);
  expect(own).toMatchObject({ pieces: [{ plank: highest + 3 }, { plank: 1 }] });
  expect(resolved({ what: 'lost', plank: highest + 1, begunBy: named }, () => undefined, other)).toMatch(/is not in the log/);
  expect(resolved({ what: 'undone', of: 'nobody' }, () => undefined, other)).toMatch(/not in the log/);
  expect(resolved({ what: 'lost', plank: 1, begunBy: 'nonsense' }, () => undefined, other)).toMatch(/not known/);
});
