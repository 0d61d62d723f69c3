import { newJob, type Air, type Job } from '../given';
import { floorsOf } from '../floors';
import { groundOf } from '../setout';
import { movementOf, movedPerMetre, perMetre, restOf, seasonsOf } from '.';

/* How a floor moves and its boxes rest, against figures that were worked out by hand. */

const room = newJob('Toll house', 'metric', 6016, 3016);
const product: Job['product'] = {
  ...room.product,
  limits: { ...room.product.limits, gap: 8 },
  movement: { perDegree: [0.01, 0.02], perHumidity: [0.03, 0.05] },
};
const seasons = {
  laid: { temperature: 20, humidity: 50 },
  least: { temperature: 15, humidity: 30 },
  greatest: { temperature: 25, humidity: 60 },
};
const job: Job = { ...room, product, seasons, layout: { ...room.layout, direction: 0 } };
const moved = (of: Job) => {
  const floors = floorsOf(of);
  if (!floors.ok) throw new Error(floors.problems[0]!.text);
  return movementOf(floors.value.map((f) => groundOf(f)), of)[0]!; // prettier-ignore
};

test('a metre grows along and across by rates of its own, by warmth and by moisture', () => {
  const { grows, shrinks } = perMetre(product.movement!, seasons);
  expect([grows[0], grows[1]].map((n) => n.toFixed(6))).toEqual(['0.350000', '0.600000']);
  expect([shrinks[0], shrinks[1]].map((n) => n.toFixed(6))).toEqual(['0.650000', '1.100000']);
  const now = movedPerMetre(product.movement!, seasons.laid, { temperature: 18, humidity: 60 });
  expect(now.map((n) => n.toFixed(6))).toEqual(['0.280000', '0.460000']);
});

test('a floor of 6 by 3 m grows that often along and across; the gap that is left lacks half of the greater', () => {
  const { grows, shrinks, leastGap } = moved(job);
  expect(grows[0]).toBeCloseTo(6 * 0.35, 9);
  expect(grows[1]).toBeCloseTo(3 * 0.6, 9);
  expect(shrinks[0]).toBeCloseTo(6 * 0.65, 9);
  expect(shrinks[1]).toBeCloseTo(3 * 1.1, 9);
  expect(leastGap).toBeCloseTo(8 - (6 * 0.35) / 2, 9);
  // the other way round it is the width that moves more
  const turned = moved({ ...job, layout: { ...job.layout, direction: 90 } });
  expect(turned.grows[0]).toBeCloseTo(3 * 0.35, 9);
  expect(turned.grows[1]).toBeCloseTo(6 * 0.6, 9);
  expect(turned.leastGap).toBeCloseTo(8 - (6 * 0.6) / 2, 9);
});

test('between two places that hold it, it opens as far as they are apart; what is outside holds nothing', () => {
  const at = (...places: [number, number][]) => moved({ ...job, fixings: places.map((p) => ({ at: p })) }).fixings;
  expect(at([100, 100])).toEqual({ count: 1, opens: 0 });
  expect(at([100, 100], [9000, 100])).toEqual({ count: 1, opens: 0 });
  expect(at([1000, 500], [4000, 500]).opens).toBeCloseTo(3 * 0.65, 9);
  expect(at([1000, 500], [1000, 2500]).opens).toBeCloseTo(2 * 1.1, 9);
  expect(at([1000, 500], [2000, 500], [4000, 2500])).toMatchObject({ count: 3, opens: Math.hypot(3 * 0.65, 2 * 1.1) });
});

test('it is of the product only where rates, the air of laying and both ends of the year are said', () => {
  expect(moved(job).from).toBe('product');
  expect(moved({ ...job, product: room.product }).from).toBe('preset');
  for (const one of ['laid', 'least', 'greatest'] as const)
    expect(moved({ ...job, seasons: { ...seasons, [one]: undefined } }).from).toBe('preset');
  const logged = [{ time: '2026-03-01T08:00', temperature: 21, humidity: 40 }];
  expect(moved({ ...job, seasons: { ...seasons, laid: undefined }, climate: logged }).from).toBe('product');
});

test('the air of laying is the latest that was logged, unless somebody says it', () => {
  const air = (time: string, temperature: number): Air => ({ time, temperature, humidity: 50 });
  const climate = [air('2026-03-02T08:00', 21), air('2026-03-03T08:00', 19), air('2026-03-01T08:00', 25)];
  expect(seasonsOf({ climate }).laid.temperature).toBe(19);
  expect(seasonsOf({ climate, seasons: { laid: seasons.laid } }).laid).toBe(seasons.laid);
});

describe('the rest of the boxes', () => {
  const boxes = { ...product, rest: 48, air: { temperature: [18, 26] as [number, number], humidity: [40, 60] as [number, number] } };
  const at = (day: number, hour: number, temperature = 20, humidity = 50): Air => ({
    time: `2026-03-0${day}T${String(hour).padStart(2, '0')}:00`,
    temperature,
    humidity,
  });
  const rest = (...log: Air[]) => restOf(log, boxes, '2026-03-02T08:00', 'metric');

  test('goes on over a hole of six hours and begins anew after a longer one', () => {
    expect(rest(at(2, 8), at(2, 14), at(2, 20))).toMatchObject({ rested: 12, left: 36, brokenBy: null });
    expect(rest(at(2, 8), at(2, 15), at(2, 20))).toMatchObject({ since: '2026-03-02T15:00', rested: 5, left: 43 });
    const broken = rest(at(2, 8), at(2, 20), at(3, 2));
    expect(broken!.brokenBy).toEqual({ time: '2026-03-02T08:00', why: 'nothing was logged for 12 hours' });
    expect(broken).toMatchObject({ since: '2026-03-02T20:00', rested: 6 });
  });

  test.each([
    [17.9, 50, /colder than 18 °C/],
    [26.1, 50, /warmer than 26 °C/],
    [20, 39, /39 % humidity, drier than 40/],
    [20, 61, /61 % humidity, damper than 60/],
  ])('begins anew at %s °C and %s %%', (temperature, humidity, why) => {
    const after = rest(at(2, 8), at(2, 12, temperature, humidity), at(2, 16));
    expect(after).toMatchObject({ since: '2026-03-02T12:00', rested: 4 });
    expect(after!.brokenBy!.why).toMatch(why);
  });

  test('keeps to the ends of the ranges, takes no heed of what was before the boxes came, and is over after its hours', () => {
    expect(rest(at(1, 8, 5), at(2, 8, 18, 40), at(2, 12, 26, 60))).toMatchObject({ rested: 4, brokenBy: null });
    const long = [2, 3, 4].flatMap((day) => [8, 14, 20].map((hour) => at(day, hour))).concat(at(3, 2), at(4, 2));
    expect(rest(...long)).toMatchObject({ rested: 48, left: 0 });
    expect(restOf([at(2, 8)], { ...boxes, rest: 0 }, '2026-03-02T08:00', 'metric')).toBeNull();
    expect(restOf([at(2, 8)], boxes, undefined, 'metric')).toBeNull();
  });
});
