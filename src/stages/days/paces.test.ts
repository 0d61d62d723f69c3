import { PACES } from '@/core/given';
import { paceFrom, paceIn, paceOf } from './paces';

test('paces are read and written in feet where the job is, and come back as they were', () => {
  expect(paceOf('lay', 'metric')).toBe('m² laid, after the first three rows');
  expect(paceOf('lay', 'imperial')).toBe('sq ft laid, after the first three rows');
  expect([paceOf('trim', 'imperial'), paceOf('pour', 'imperial'), paceOf('boxes', 'imperial')]).toEqual([
    'ft of trim fixed',
    'gal poured',
    'boxes carried in',
  ]);
  expect(paceIn(3, 'lay', 'imperial')).toBeCloseTo(32.292, 3);
  for (const pace of PACES)
    for (const display of ['metric', 'imperial'] as const) expect(paceFrom(paceIn(3, pace, display), pace, display)).toBeCloseTo(3, 2);
});
