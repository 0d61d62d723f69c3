import { PROFILE_WORDS, type EdgeReport, type Fit, type Miss, type TrimEnd } from '@/core/edges';
import { roomName, kitsOf, type Job } from '@/core/given';
import { formatLength } from '@/core/units';

export const FIXING_WORDS = {
  screw: 'Screw or nail the track into the wood. Look for pipes and cables first.',
  glue: 'Glue the track to the base: no screw into concrete, tile or a heated base.',
} as const;

export const END_WORDS: Readonly<Record<TrimEnd, string>> = { in: 'inside mitre', out: 'outside mitre', square: 'square' };

/** An edge as people call it: by the rooms that meet there, or by the thing. */
export function edgeName(job: Job, { id, of, spaces: [near, far] }: EdgeReport): string {
  if (of === 'obstacle') return `${job.obstacles?.find((o) => o.id === id)?.kind ?? 'end cap'} in ${roomName(job, near)}`;
  return far === null ? `${roomName(job, near)}, way out` : `${roomName(job, near)} to ${roomName(job, far)}`;
}

export const mmIn =
  (job: Pick<Job, 'display'>) =>
  (n: number): string =>
    formatLength(n, job.display, { decimals: 1, finest: 32 });

/** By how much a cover is cut short, lest it jam between the jambs. */
export const shortBy = ({ display }: Pick<Job, 'display'>): string => (display === 'metric' ? '1 to 2 mm' : '1/16"');

type Named = Pick<Fit | Miss, 'kit' | 'profile' | 'shims' | 'turned'>;

/** A profile on its stack, in words. */
export function stackWords(job: Job, { kit, profile, shims, turned }: Named): string {
  const own = kitsOf(job).find((k) => k.id === kit)!;
  return `${own.name}, ${PROFILE_WORDS[own.profiles[profile]!.kind].toLowerCase()} ${mmIn(job)(own.profiles[profile]!.cover)} wide, ${shims.length === 0 ? 'no shims' : `shims ${shims.join(' + ')}`}${turned ? ', turned round' : ''}`;
}

/** What something lacks, by the rooms and not by the profile's sides. */
export function missWords(job: Job, { spaces, id }: EdgeReport, miss: Miss): string {
  const mm = mmIn(job);
  const second = miss.what.startsWith('far') !== miss.turned;
  const space = spaces[second ? 1 : 0];
  const where = space === null ? (job.openings?.find((o) => o.id === id)?.beyond?.floor ?? 'what lies beyond') : roomName(job, space);
  const lacks = miss.what.endsWith('lap')
    ? `its cover is ${mm(miss.by)} too narrow towards ${where}`
    : `${where} stands ${mm(miss.by)} too ${miss.over ? 'high' : 'low'} for it`;
  return `${stackWords(job, miss)}: ${lacks}`;
}

/** How far the floor keeps off the line or the thing, as the sum that is done by hand. */
export function stopWords(job: Job, { of, stops }: EdgeReport): readonly string[] {
  const mm = mmIn(job);
  return stops.map(({ space, foot, gap, at }) =>
    of === 'obstacle'
      ? `The planks stop ${mm(at)} before it: foot ${mm(foot)} and gap ${mm(gap)}. Last rip or crosscut = space to it, less foot, less gap.`
      : `${roomName(job, space)}: the planks stop ${mm(at)} before the line: half the foot ${mm(foot / 2)} and gap ${mm(gap)}.`,
  );
}

/** A minority practice: short ends against an existing floor without a profile; null where it is none. */
export function buttingWords(job: Job, edge: EdgeReport, endsMeet: boolean): string | null {
  const [near, far] = edge.sides;
  const level = near.height !== null && far?.height !== undefined && far?.height !== null && Math.abs(near.height - far.height) < 0.5;
  if (edge.of === 'obstacle' || edge.spaces[1] !== null || !level || !endsMeet || !job.product.kind.endsWith('vinyl')) return null;
  return 'Some close short ends of vinyl against an existing floor of the same height without a profile, for ends move little. It is a minority’s practice: the product’s makers seldom allow it, and a gap opens when it is cold.';
}
