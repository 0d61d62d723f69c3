import { newJob, type Job } from '../src/core/given';
import { randomFrom } from '../src/core/rows';

/** Seeded rectangular rooms, 2–8 m by 2–8 m: 1285 × 192 planks, gap 8, stagger 300, end piece 300, kerf 3. */
export function rooms(count: number, seed: number): Job[] {
  const random = randomFrom(seed);
  const side = () => 2000 + Math.round(random() * 6000);
  return Array.from({ length: count }, (_, i) => ({ ...newJob(`Room ${i + 1}`, 'metric', side(), side()), kerf: 3 }));
}
