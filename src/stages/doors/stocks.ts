import { PROFILE_WORDS, splitOf, type StockList } from '@/core/edges';
import { calledOf, kitsOf, trimOf, type Job } from '@/core/given';
import { formatLength } from '@/core/units';

/** What a list of stock lengths is of, in words. */
export function stockName(job: Job, of: string): string {
  if (of === 'trim') return trimOf(job).name;
  const [id, place] = splitOf(of, kitsOf(job));
  const kit = kitsOf(job).find((k) => k.id === id)!;
  return `${calledOf(kit)}, ${PROFILE_WORDS[kit.profiles[place]!.kind].toLowerCase()}`;
}

/** How many of which length are bought, and whether fewer is impossible. */
export function buyWords(job: Job, { stock, proven }: StockList): string {
  const lengths = [...new Set(stock.map((s) => s.length))].sort((a, b) => b - a);
  const bought = lengths.map((l) => `${stock.filter((s) => s.length === l).length} of ${formatLength(l, job.display)}`).join(' and ');
  return `${bought}; ${proven ? 'fewer, or as many and shorter, is not possible' : 'fewer may be possible, but was not found'}.`;
}

/** What is left of a stock length, mm. */
export function restOf(job: Job, { of }: StockList, s: StockList['stock'][number]): number {
  const kerf = of === 'trim' ? trimOf(job).kerf : job.kerf;
  return Math.max(0, s.length - s.pieces.reduce((sum, p) => sum + p.length, 0) - kerf * (s.pieces.length - 1));
}
