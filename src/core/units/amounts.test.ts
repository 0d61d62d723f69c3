import { celsius, fahrenheit, formatRoughArea, formatRun, formatTemperature, formatVolume, formatWeight, formatLength } from '.';

test.each([
  [formatRun(12_340, 'metric'), '12.3 m'],
  [formatRun(12_340, 'imperial'), `40' 6"`],
  [formatVolume(0.082, 'metric'), '82 ml'],
  [formatVolume(3.14, 'metric'), '3.1 l'],
  [formatVolume(0.52, 'imperial'), '0.5 qt'],
  [formatVolume(0.02, 'imperial'), '0.02 qt'],
  [formatVolume(7.57, 'imperial'), '2 gal'],
  [formatWeight(20, 'metric'), '20 kg'],
  [formatWeight(20, 'imperial'), '44 lb'],
  [formatTemperature(20, 'metric'), '20 °C'],
  [formatTemperature(20, 'imperial'), '68 °F'],
  [formatTemperature(-5.5, 'imperial'), '22.1 °F'],
  [formatRoughArea(15.32e6, 'metric'), '15.3 m²'],
  [formatRoughArea(15.32e6, 'imperial'), '165 sq ft'],
  // 5.5 mm is nearer to 7/32 than to 3/16
  [formatLength(5.5, 'imperial', { decimals: 1 }), '7/32"'],
  [formatLength(5.5, 'imperial'), '3/16"'],
])('%s', (written, wanted) => expect(written).toBe(wanted));

test('degrees go to and fro', () => {
  for (const t of [-40, 0, 18.5, 37]) expect(celsius(fahrenheit(t))).toBeCloseTo(t, 3);
});
