import { miniatureOf, roomsArea, type Miniature } from '../core/floors';
import type { Job } from '../core/given';

/** What is written beside a job, so that a list of ten thousand reads no document. */
export type Summary = {
  readonly name: string;
  /** the name as it is looked for: small letters, without accents */
  readonly sought: string;
  /** all spaces together, mm² */
  readonly area: number;
  readonly display: Job['display'];
  readonly product: string;
  /** a {@link Miniature} as JSON */
  readonly miniature: string;
};

/** Letters as they are looked for: small, without accents. */
export const soughtAs = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

export const summaryOf = (job: Job): Summary => ({
  name: job.name,
  sought: soughtAs(job.name),
  area: roomsArea(job),
  display: job.display,
  product: job.product.name,
  miniature: JSON.stringify(miniatureOf(job) satisfies Miniature),
});
