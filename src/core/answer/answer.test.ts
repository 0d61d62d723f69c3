import fc from 'fast-check';
import { newJob } from '../given';
import { answer, createAsker, keyOf, type Given } from '.';

/** Two answers on a job: the floor's area, and what stands on that; each counts how often it was worked out. */
function counted() {
  const times = { area: 0, price: 0 };
  const area = answer({
    name: 'area',
    after: {},
    takes: ({ job }) => job.spaces.map((s) => s.outline),
    work: (outlines) => {
      times.area++;
      const [a, , c] = outlines[0]!;
      return { ok: true as const, value: (c![0] - a![0]) * (c![1] - a![1]) };
    },
  });
  const price = answer({
    name: 'price',
    after: { area },
    takes: (given: Given) => ({ area: area.takes(given), kerf: given.job.kerf }),
    work: ({ kerf }, { area: mm2 }) => {
      times.price++;
      return kerf < 0
        ? { ok: false as const, problems: [{ path: 'kerf', text: 'cannot be negative' }] }
        : { ok: true as const, value: mm2 * kerf };
    },
  });
  return { area, price, times };
}
const given = (length: number, kerf = 3, name = 'Weir Cottage'): Given => ({
  job: { ...newJob(name, 'metric', length, 1000), kerf },
  log: [],
});

test('what is asked twice is worked out once, however it is asked for and by what it is needed', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.constantFrom('area', 'price'), fc.integer({ min: 1000, max: 1004 }), fc.integer({ min: 1, max: 3 }), fc.string()), { maxLength: 60 }), (asked) => {
      const { area, price, times } = counted();
      const asker = createAsker();
      for (const [which, length, kerf, name] of asked) {
        const result = which === 'area' ? asker.ask(area, given(length, kerf, name)) : asker.ask(price, given(length, kerf, name));
        expect(result).toEqual({ ok: true, value: length * 1000 * (which === 'area' ? 1 : kerf) });
      }
      const priced = asked.filter(([which]) => which === 'price');
      expect(times.area).toBe(new Set(asked.map(([, length]) => length)).size);
      expect(times.price).toBe(new Set(priced.map(([, length, kerf]) => `${length} ${kerf}`)).size);
    }), // prettier-ignore
  );
});

test('what was learnt is not worked out; neither is what it stands on', () => {
  const { price, times } = counted();
  const asker = createAsker();
  const key = keyOf(price, given(2000));
  expect(asker.knows(key)).toBe(false);
  asker.learn(key, { ok: true, value: 42 });
  expect(asker.knows(key)).toBe(true);
  expect(asker.ask(price, given(2000))).toEqual({ ok: true, value: 42 });
  expect(times).toEqual({ area: 0, price: 0 });
});

test('a refusal is remembered, and goes through to what stands on it', () => {
  const { price, times } = counted();
  const asker = createAsker();
  const twice = answer({
    name: 'twice',
    after: { price },
    takes: (g: Given) => price.takes(g),
    work: (_, { price: one }) => ({ ok: true as const, value: one * 2 }),
  });
  for (let i = 0; i < 3; i++)
    expect(asker.ask(twice, given(2000, -1))).toMatchObject({ ok: false, problems: [{ path: 'kerf', text: 'cannot be negative' }] });
  expect(times.price).toBe(1);
  expect(asker.ask(twice, given(2000, 2))).toEqual({ ok: true, value: 8_000_000 });
});

test('what was used long ago is forgotten, and what is used stays', () => {
  const { area, times } = counted();
  const asker = createAsker();
  for (let length = 1000; length < 1500; length++) {
    asker.ask(area, given(length));
    // the job in hand is asked about again and again
    asker.ask(area, given(1000));
  }
  expect(times.area).toBe(500);
  expect(asker.knows(keyOf(area, given(1000)))).toBe(true);
  expect(asker.knows(keyOf(area, given(1001)))).toBe(false);
});
