import fc from 'fast-check';
import { boxOf } from '../geometry';
import { groundOf } from '../setout';
import { chanceFrom } from './chance';
import { CHOICES, choiceFor, exerciseFor, factsOf, FAULT_WORDS, FAULTS, faultsAtOnce, FIRST, foundBy, IN_ROWS, needOf, nextTopic, planksOf, planted, PUZZLES, puzzleFor, rightPlaces, RULE_OF, said, standingOf, SUMS, sumFor, TOPICS, type Done, type Fault } from '.'; // prettier-ignore

const done = (topic: Done['topic'], right: boolean): Done => ({ topic, right, alarms: 0, on: '2026-11-27' });

test.each(FAULTS)(
  '%s: what is planted is what is said of the floor, and nothing else; a tap on it finds it, one far off does not',
  (fault) => {
    for (let seed = 1; seed <= 2; seed++) {
      const floor = planted(seed, [fault]);
      const [found] = floor.faults;
      expect(said(floor)).toEqual(found!.findings);
      expect(new Set(found!.findings.map((f) => f.rule))).toEqual(new Set([RULE_OF[fault]]));
      for (const { at } of found!.findings) expect(foundBy(floor, at!)?.fault).toBe(fault);
      expect(foundBy(floor, [-2000, -2000])).toBeNull();
      if (seed === 1) expect(planted(seed, [fault])).toEqual(floor);
    }
  },
);

test.each(IN_ROWS.filter((f) => f !== 'register'))('%s: pieces fill the room as they did, each cut from a plank of its own', (fault) => {
  const floor = planted(4, [fault]);
  const { maxX, maxY } = boxOf(floor.job.spaces[0]!.outline);
  const sizes = floor.plan.pieces.map((p) => boxOf(p.outline[0]!));
  const area = sizes.reduce((sum, b) => sum + (b.maxX - b.minX) * (b.maxY - b.minY), 0);
  expect(area).toBeCloseTo((maxX - 16) * (maxY - 16), -3);
  floor.plan.pieces.forEach(({ cut }, i) => {
    expect(cut.to - cut.from).toBeCloseTo(sizes[i]!.maxX - sizes[i]!.minX, 2);
    expect(cut.from).toBeGreaterThanOrEqual(0);
    expect(cut.to).toBeLessThanOrEqual(floor.job.product.planks[0]!.length + 0.01);
  });
  const planks = planksOf(floor);
  expect(new Set(planks.map((p) => p.n)).size).toBe(floor.plan.pieces.length);
});

test('what only a tape or a meter finds stands written where it was measured, in the person’s units; the floor stays the same', () => {
  const written: readonly [Fault, RegExp, RegExp][] = [
    ['jamb', /row edge .* mm (inside|past) the wall/, /row edge .*" (inside|past) the wall/],
    ['no-gap', /^[012] mm|^8 mm/, /^\d+\/\d+"|^0"/],
    ['pinned', /mm free/, /" free/],
    ['end-cap', /foot \d+ mm.*floor ends \d+ mm off/, /foot .*".*floor ends .*" off/],
    ['second-pad', /Boards|Concrete/, /Boards|Concrete/],
    ['film', /Concrete/, /Concrete/],
  ];
  for (const [fault, metric, imperial] of written) {
    const [here, there] = [planted(3, [fault]), planted(3, [fault], 'imperial')];
    const lines = (f: typeof here) => f.notes.map((n) => n.lines.join(' '));
    expect(lines(here).length).toBeGreaterThan(1);
    expect(lines(here).filter((l) => metric.test(l)).length).toBeGreaterThan(0);
    expect(lines(there).filter((l) => imperial.test(l)).length).toBeGreaterThan(0);
    expect(there.plan).toEqual(here.plan);
    expect(there.faults.map((f) => f.findings.map((g) => g.at))).toEqual(here.faults.map((f) => f.findings.map((g) => g.at)));
    expect(factsOf(there.job)).toContain('"');
  }
});

test('a fault that is written is where it is written otherwise: the gap that is wrong is the only one under what is wanted', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 200 }), (seed) => {
      const floor = planted(seed, ['no-gap']);
      const gaps = floor.notes.map((n) => Number.parseFloat(n.lines[0]!));
      const { gap } = floor.job.product.limits;
      expect(gaps.filter((g) => g < gap)).toHaveLength(1);
      const wrong = floor.notes[gaps.findIndex((g) => g < gap)]!;
      expect(foundBy(floor, wrong.at)?.fault).toBe('no-gap');
      for (const n of floor.notes) if (n !== wrong) expect(foundBy(floor, n.at)).toBeNull();
    }),
    { numRuns: 6 },
  );
});

test.each(PUZZLES)(
  '%s: it does not stand right, it can be made right, the place that is shown is, and what is right is what is asked',
  (kind) => {
    for (let seed = 1; seed <= 8; seed++) {
      const puzzle = puzzleFor(kind, chanceFrom(seed), seed % 2 === 0 ? 'imperial' : 'metric');
      const ground = groundOf(puzzle.floor);
      expect(standingOf(puzzle, ground, puzzle.origin).wrong).not.toEqual([]);
      const right = standingOf(puzzle, ground, puzzle.answer);
      expect(right.wrong).toEqual([]);
      for (const s of right.setOut.strips) expect(s.least).toBeGreaterThanOrEqual(puzzle.least - 0.01);
      const places = rightPlaces(puzzle, ground);
      expect(places).toContain(puzzle.answer);
      // a whole turn of the circle is the same place
      expect(standingOf(puzzle, ground, puzzle.answer + ground.widths[0]!).wrong).toEqual([]);
      if (kind === 'strips-with-one-move') continue;
      const [one, other] = right.setOut.strips.filter((s) => s.wall.bound.kind === 'wall' && s.wall.bound.space === 'corridor');
      expect(Math.abs(one!.least - other!.least)).toBeLessThanOrEqual(3);
      expect(standingOf(puzzle, ground, puzzle.answer + 20).wrong.join()).toContain('corridor');
    }
  },
);

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

test('sums in feet and inches come out on the marks of a tape, and say no millimetre', () => {
  fc.assert(
    fc.property(fc.constantFrom(...SUMS), fc.nat(1e6), (kind, seed) => {
      const { text, why, answer, asked, within } = sumFor(kind, seed, 'imperial');
      expect(`${text} ${why}`).not.toMatch(/\bmm\b/);
      if (asked !== 'length') return;
      const sixteenths = (answer / 25.4) * 16;
      expect(Math.abs(sixteenths - Math.round(sixteenths)) * (25.4 / 16)).toBeLessThanOrEqual(within);
      expect(answer).toBeGreaterThan(0);
    }),
  );
});

test('of several answers one is right, wherever it stands, and none is there twice', () => {
  for (const kind of CHOICES) {
    for (const display of ['metric', 'imperial'] as const) {
      const asked = Array.from({ length: 30 }, (_, seed) => choiceFor(kind, seed, display));
      expect(new Set(asked.map((c) => c.options[c.right]!.replace(/^[^:]*: /, ''))).size).toBe(1);
      expect(new Set(asked.map((c) => c.right)).size).toBeGreaterThan(1);
      for (const { options } of asked) expect(new Set(options.map((o) => o.split(':')[0])).size).toBe(options.length);
    }
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
