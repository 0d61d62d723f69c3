import { PRESET_KITS, trimOf, type Job, type Kit, type LowThing, type Obstacle, type Opening, type Trim } from '@/core/given';
import { edit, firstText } from '@/ui/desk';

export const putOpening = (words: string, id: string, change: Partial<Opening>): string | undefined =>
  firstText(edit(words, (job) => ({ ...job, openings: job.openings?.map((o) => (o.id === id ? { ...o, ...change } : o)) })));

export const putObstacle = (words: string, id: string, change: Partial<Obstacle>): string | undefined =>
  firstText(edit(words, (job) => ({ ...job, obstacles: job.obstacles?.map((o) => (o.id === id ? { ...o, ...change } : o)) })));

export const putTrim = (change: Partial<Trim>): string | undefined =>
  firstText(edit('the trim', (job) => ({ ...job, trim: { ...trimOf(job), ...change } })));

/** The kits of the job; those that are shipped are taken over where one of them is changed. */
const withKits = (job: Job, change: (kits: readonly Kit[]) => readonly Kit[]): Job => ({
  ...job,
  kits: [...change(job.kits ?? PRESET_KITS)],
});

export const putKit = (id: string, change: (kit: Kit) => Kit): string | undefined =>
  firstText(edit('a kit', (job) => withKits(job, (kits) => kits.map((k) => (k.id === id ? change(k) : k)))));

/** A kit as it is measured at the shop: one profile to begin with. */
export const addKit = (): unknown =>
  edit('a new kit', (job) =>
    withKits(job, (kits) => {
      let n = 1;
      while (kits.some((k) => k.id === `kit${n}`)) n++;
      return [
        ...kits,
        {
          id: `kit${n}`,
          name: `Kit ${n}`,
          track: { height: 4, width: 12 },
          stacks: [{ shims: [], height: 0 }],
          profiles: [{ kind: 'reducer', near: [2, 6], far: [-4, 2], foot: 12, cover: 44, lengths: [900] }],
        },
      ];
    }),
  );

export const removeKit = (id: string): string | undefined =>
  firstText(
    edit('a kit taken away', (job) => ({
      ...withKits(job, (kits) => kits.filter((k) => k.id !== id)),
      openings: job.openings?.map(({ kit, ...o }) => (kit === undefined || kit === id ? o : { ...o, kit })),
      obstacles: job.obstacles?.map(({ edge, ...o }) => (edge === undefined || edge.kit === id ? o : { ...o, edge })),
    })),
  );

export const putLow = (things: readonly LowThing[]): string | undefined =>
  firstText(edit('what hangs low', (job) => ({ ...job, lowThings: [...things] })));

/** `900, 2700` as lengths; null where it is none. */
export function lengthsIn(text: string): number[] | null {
  const lengths = text
    .split(/[,;\s]+/)
    .filter((t) => t !== '')
    .map(Number);
  return lengths.length > 0 && lengths.every((l) => Number.isFinite(l) && l > 0) ? lengths : null;
}
