import fc from 'fast-check';
import { boxOf } from '../geometry';
import { CHOICES, choiceFor, exerciseFor, FAULT_WORDS, FAULTS, faultsAtOnce, FIRST, foundBy, needOf, nextTopic, planted, RULE_OF, said, SUMS, sumFor, TOPICS, type Done } from '.'; // prettier-ignore

const done = (topic: Done['topic'], right: boolean): Done => ({ topic, right, alarms: 0, on: '2026-11-27' });

test.each(FAULTS)('%s: what is planted is what the audit says, and nothing else; a tap on it finds it, one far off does not', (fault) => {
  for (let seed = 1; seed <= 3; seed++) {
    const floor = planted(seed, [fault]);
    const [found] = floor.faults;
    expect(said(floor)).toEqual(found!.findings);
    expect(new Set(found!.findings.map((f) => f.rule))).toEqual(new Set([RULE_OF[fault]]));
    for (const { at } of found!.findings) expect(foundBy(floor, at!)?.fault).toBe(fault);
    const { minX, minY, maxX, maxY } = boxOf(floor.job.spaces[0]!.outline);
    expect(foundBy(floor, [minX - 2000, minY - 2000])).toBeNull();
    // pieces fill the room as they did: nothing was taken away
    const area = floor.plan.pieces.reduce((sum, p) => sum + (boxOf(p.outline[0]!).maxX - boxOf(p.outline[0]!).minX) * (boxOf(p.outline[0]!).maxY - boxOf(p.outline[0]!).minY), 0); // prettier-ignore
    expect(area).toBeCloseTo((maxX - minX - 16) * (maxY - minY - 16), -3);
    expect(planted(seed, [fault])).toEqual(floor);
  }
});

test('several faults in one floor are all found, each as its own', () => {
  for (let seed = 1; seed <= 2; seed++) {
    const floor = planted(seed, ['short', 'letter-h', 'near']);
    expect(floor.faults.map((f) => f.fault)).toEqual(['short', 'letter-h', 'near']);
    expect(said(floor)).toHaveLength(floor.faults.reduce((sum, f) => sum + f.findings.length, 0));
  }
});

test('sums come out as they are done by hand', () => {
  fc.assert(
    fc.property(fc.constantFrom(...SUMS), fc.nat(1e6), (kind, seed) => {
      const { text, answer, why } = sumFor(kind, seed);
      const given = [...text.matchAll(/\d+(?:\.\d+)?/g)].map((m) => Number(m[0]));
      const [a, b, c] = given as [number, number, number];
      // worked out again from the numbers that stand in the text
      const again = {
        'last-strip': () => (a - 2 * c) - Math.floor((a - 2 * c) / b) * b || b, // prettier-ignore
        balanced: () => ((a - 2 * c) % b) / 2 + b / 2,
        closer: () => (a - b) - Math.floor((a - b) / c) * c || c, // prettier-ignore
        boxes: () => Math.ceil((a + b) / c),
        movement: () => (a * b * c) / 2,
        undercut: () => a + b + 1,
        rest: () => b - a - c,
      }[kind]();
      expect(answer).toBeCloseTo(again, 2);
      expect(why).toContain(`${answer}`);
    }),
  );
});

test('of several answers one is right, wherever it stands', () => {
  for (const kind of CHOICES) {
    const asked = Array.from({ length: 30 }, (_, seed) => choiceFor(kind, seed));
    expect(new Set(asked.map((c) => c.options[c.right])).size).toBe(1);
    expect(new Set(asked.map((c) => c.right)).size).toBeGreaterThan(1);
  }
});

test('the first five are as they are; then what went wrong comes more often than what went right, never twice in a row', () => {
  const first: Done[] = [];
  for (const topic of FIRST) {
    expect(nextTopic(first, 7)).toBe(topic);
    first.push(done(topic, true));
  }
  const history = [...TOPICS.map((t) => done(t, t !== 'closer')), done('boxes', true)];
  expect(needOf('closer', history)).toBeGreaterThan(needOf('corners', history));
  const drawn = Array.from({ length: 400 }, (_, seed) => nextTopic(history, seed));
  expect(drawn).not.toContain('boxes');
  const share = (topic: string) => drawn.filter((t) => t === topic).length;
  expect(share('closer')).toBeGreaterThan(3 * share('corners'));
  // nothing is never asked
  expect(new Set(Array.from({ length: 3000 }, (_, seed) => nextTopic(history, seed))).size).toBe(TOPICS.length - 1);
});

test('who finds faults one after the other is given more at once, and fewer again after a miss', () => {
  const right = Array.from({ length: 9 }, () => done('corners', true));
  expect([faultsAtOnce([]), faultsAtOnce(right.slice(0, 4)), faultsAtOnce(right)]).toEqual([1, 2, 3]);
  expect(faultsAtOnce([...right, done('near', false)])).toBe(1);
  expect(faultsAtOnce([...right, done('boxes', false)])).toBe(3);
  const many = exerciseFor('short', right, 3);
  expect(many.kind === 'find' && many.planted.faults.length).toBe(3);
});

test('every fault has its words', () => {
  for (const fault of FAULTS) expect(Object.values(FAULT_WORDS[fault]).every((text) => text.length > 3)).toBe(true);
});
