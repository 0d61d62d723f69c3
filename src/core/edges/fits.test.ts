import fc from 'fast-check';
import { everyFit } from '@test/fits';
import { PROFILE_KINDS, type Kit } from '../given';
import { fitsOf } from './fits';

const half = (min: number, max: number) => fc.integer({ min: min * 2, max: max * 2 }).map((n) => n / 2);
const range = fc.tuple(half(-6, 3), half(0, 8)).map(([low, more]): [number, number] => [low, low + more]);
const kind = fc.constantFrom(...PROFILE_KINDS.slice(0, 2));
const profile = fc
  .record({ kind, near: range, far: range, alike: fc.boolean(), foot: half(0, 16), cover: half(24, 60), share: fc.option(half(0, 24)) })
  .map(({ alike, share, ...p }) => ({
    ...p,
    far: alike ? p.near : p.far,
    lengths: [900],
    ...(share === null ? {} : { nearCover: share }),
  }));
const kits = fc
  .array(
    fc.record({
      track: fc.record({ height: half(2, 8), width: fc.constant(20) }),
      stacks: fc.array(half(0, 8), { minLength: 1, maxLength: 4 }),
      profiles: fc.array(profile, { minLength: 1, maxLength: 4 }),
    }),
    { minLength: 1, maxLength: 3 },
  )
  .map((list) => list.map(({ stacks, ...k }, i): Kit => ({ ...k, id: `k${i}`, name: '', stacks: stacks.map((height, s) => ({ shims: [`s${s}`], height })) }))); // prettier-ignore
const side = fc.record({ height: half(3, 18), gap: half(0, 10), shrinks: fc.constantFrom(0, 0.25, 1.3) });

test('every fit and every miss, as plain enumeration finds them', () => {
  fc.assert(
    fc.property(kits, kind, side, fc.option(side), fc.option(half(0, 16)), (list, k, near, far, foot) => {
      const wanted = { kind: k, near, far, ...(foot === null ? {} : { foot }) };
      const [ours, plain] = [fitsOf(list, wanted), everyFit(list, wanted)];
      expect(ours.fits.map((f) => `${f.kit} ${f.profile} ${f.shims.join()} ${f.turned}`)).toEqual(plain.fits);
      if (plain.fits.length === 0)
        expect(ours.misses[0]?.by ?? null).toEqual(plain.missing === null ? null : expect.closeTo(plain.missing, 6));
    }),
    { numRuns: 600 },
  );
});

const kit: Kit = {
  id: 'k',
  name: 'K',
  track: { height: 4, width: 20 },
  stacks: [
    { shims: [], height: 0 },
    { shims: ['low'], height: 2 },
  ],
  profiles: [{ kind: 'reducer', near: [2, 6], far: [-4, 1], foot: 12, cover: 46, nearCover: 24, lengths: [900] }],
};
const at = (height: number) => ({ height, gap: 8, shrinks: 0.5 });

test('the stack with the greatest least margin comes first; turned where the second side is the higher', () => {
  const { fits } = fitsOf([kit], { kind: 'reducer', near: at(10), far: at(6) });
  expect(fits[0]).toMatchObject({ shims: ['low'], turned: false, nearMargin: 2, farMargin: 1 });
  expect(fits[0]!.laps.map((l) => l.toFixed(1))).toEqual(['9.5', '7.5']);
  expect(fitsOf([kit], { kind: 'reducer', near: at(6), far: at(10) }).fits[0]).toMatchObject({ turned: true, nearMargin: 2 });
});

test('a lap of just nothing does not fit, and lacks nothing in millimetres', () => {
  const { fits, misses } = fitsOf([kit], { kind: 'reducer', near: { height: 10, gap: 18, shrinks: 0 }, far: at(6) });
  expect(fits).toEqual([]);
  expect(misses[0]).toMatchObject({ by: 0, what: 'near-lap' });
});

test('where nobody said how high the floor beyond stands, nothing is tried', () => {
  expect(fitsOf([kit], { kind: 'reducer', near: at(10), far: { height: null, gap: 0, shrinks: 0 } })).toEqual({ fits: [], misses: [] });
});
