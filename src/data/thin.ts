import type { ModelStatic, Transaction } from 'sequelize';
import type { JobRow, RevisionRow } from './database';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** So long one an hour is kept, ms; of what is older one a day. */
const BY_THE_HOUR = 30 * DAY;
/** Of the last day all are kept, up to so many: a person doesn't change a floor more often, what does it by itself must not fill the disk. */
const MOST_OF_A_DAY = 2000;
/** So many are taken away in one go, so that no save waits long. */
const MOST_AT_ONCE = 400;

type Mark = Pick<RevisionRow, 'id' | 'parent' | 'kept' | 'createdAt'>;

/**
 * Which revisions of a job can go: of those older than a day all but the last of each hour, of those older than a month all but the last of each
 * day, saves that were put aside counted by themselves.
 *
 * @param marks in the order in which they were made
 * @param head the revision that the job stands at; it always stays
 */
export function spare(marks: readonly Mark[], head: number, now: Date): number[] {
  const kept = new Set<string>();
  const gone: number[] = [];
  let today = 0;
  for (const { id, kept: how, createdAt } of [...marks].reverse()) {
    const age = now.getTime() - createdAt.getTime();
    const each = age < BY_THE_HOUR ? HOUR : DAY;
    const place = age < DAY && today++ < MOST_OF_A_DAY ? `${id}` : `${how} ${each} ${Math.floor(createdAt.getTime() / each)}`;
    if (id !== head && kept.has(place)) gone.push(id);
    kept.add(place);
  }
  return gone.reverse();
}

/** A job's revisions without their documents, in the order in which they were made. */
export const marksOf = (revisions: ModelStatic<RevisionRow>, jobId: string, transaction?: Transaction): Promise<readonly Mark[]> =>
  revisions.findAll({ where: { jobId }, attributes: ['id', 'parent', 'kept', 'createdAt'], order: [['id', 'ASC']], transaction });

/** Thins out a job's revisions; what hung on one that goes hangs on the one before it, so that undo goes on. */
export async function thin(revisions: ModelStatic<RevisionRow>, { id: jobId, head }: JobRow, now: Date, transaction: Transaction): Promise<number> {
  const marks = await marksOf(revisions, jobId, transaction);
  const parents = new Map(marks.map((m) => [m.id, m.parent]));
  const gone = new Set(spare(marks, head!, now).slice(0, MOST_AT_ONCE));
  const standing = (id: number | null): number | null => {
    while (id !== null && gone.has(id)) id = parents.get(id) ?? null;
    return id;
  };
  for (const { id, parent } of marks) {
    if (!gone.has(id) && parent !== null && gone.has(parent)) await revisions.update({ parent: standing(parent) }, { where: { id }, transaction });
  }
  await revisions.destroy({ where: { id: [...gone] }, transaction });
  return gone.size;
}
