import type { Floor } from '@/core/floors';
import type { Job } from '@/core/given';

/** What every stage that looks at a floor is given: the job, its floors, and the one at hand. */
export type StageProps = { readonly job: Job; readonly floors: readonly Floor[]; readonly floor: Floor };
