import { readClimate } from './climate';
import { readHeights } from './heights';

describe('a table of heights', () => {
  test.each([
    ['500\t600\t-3.5\n1000\t600\t0', 'metric'],
    ['x;y;height\n500;600;−3.5\n1000;600;0', 'metric'],
    ['x, y, z\n 50 cm, 0.6 m, -3.5\n1 m, 600, 0\n\n', 'metric'],
  ] as const)('%j', (text, display) => {
    expect(readHeights(text, display)).toEqual({ ok: true, value: [{ at: [500, 600], height: -3.5 }, { at: [1000, 600], height: 0 }] }); // prettier-ignore
  });

  test('inches with fractions', () => {
    expect(readHeights("10\t1' 8\t-1/8", 'imperial')).toEqual({ ok: true, value: [{ at: [254, 508], height: -3.175 }] });
  });

  test.each([
    ['', /no height/],
    ['500;600', /Line 1 has 2 numbers/],
    ['500;600;1\n500;deep;1', /^Line 2: /],
  ])('%j is refused with its line', (text, says) => {
    const read = readHeights(text, 'metric');
    expect(!read.ok && read.problems[0]!.text).toMatch(says);
  });
});

describe('a logger’s table', () => {
  const two = { ok: true, value: [{ time: '2026-03-02T08:00', temperature: 19.5, humidity: 52 }, { time: '2026-03-02T09:30', temperature: 20, humidity: 51.5 }] }; // prettier-ignore
  test.each([
    ['2026-03-02 08:00;19,5;52\n2026-03-02 09:30;20;51,5'],
    ['time,temperature,humidity\n2026-03-02T09:30:10,20,51.5\n2026-03-02T08:00,19.5,52'],
    ['RH %\tDate\tTemp °F\n52\t2026/3/2 8:00\t67.1\n51.5\t2026/3/2 9:30\t68'.replace('8:00', '08:00')],
  ])('%j', (text) => {
    expect(readClimate(text)).toEqual(two);
  });

  test.each([
    ['', /no reading/],
    ['yesterday;20;50', /^Line 1: no time/],
    ['2026-02-30 08:00;20;50', /^Line 1: no time/],
    ['2026-03-02 08:00;warm;50', /^Line 1: a temperature/],
    ['temperature;place\n20;hall', /^Line 1 names no time/],
  ])('%j is refused with its line', (text, says) => {
    const read = readClimate(text);
    expect(!read.ok && read.problems[0]!.text).toMatch(says);
  });
});
