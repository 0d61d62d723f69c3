import { Op } from 'sequelize';
import type { Miniature } from '../core/floors';
import { bad, problemLine, readStoredText, type Job, type Result } from '../core/given';
import { presentJob, type Database } from './database';

/** A state of a job that is kept: when, what was changed, and what it looked like. */
export type Past = {
  readonly id: number;
  readonly at: string;
  readonly words: string;
  readonly miniature: Miniature | null;
  /** whether it is how the job stands now, on the way to it or beside it, or a save that was put aside because somebody else saved first */
  readonly is: 'now' | 'line' | 'refused';
};

export type HistoryStore = {
  /** The states of a job, the latest first, those before a state, and whether there are more; null where there is no such job. */
  past(jobId: string, before?: number): Promise<{ readonly past: readonly Past[]; readonly more: boolean } | null>;
  /** The document of one of them; null where there is none. */
  document(jobId: string, revision: number): Promise<Result<Job> | null>;
};

/** So many are given at once. */
export const PAST_AT_ONCE = 60;

/** The states that a database keeps of its jobs. */
export function historyStore({ jobs, revisions }: Database): HistoryStore {
  return {
    async past(jobId, before) {
      const job = await jobs.findOne({ where: presentJob(jobId), attributes: ['head'] });
      if (!job) return null;
      const rows = await revisions.findAll({
        where: { jobId, ...(before === undefined ? {} : { id: { [Op.lt]: before } }) },
        attributes: ['id', 'kept', 'words', 'miniature', 'createdAt'],
        order: [['id', 'DESC']],
        limit: PAST_AT_ONCE + 1,
      });
      const past = rows.slice(0, PAST_AT_ONCE).map((row): Past => ({
        id: row.id,
        at: row.createdAt.toISOString(),
        words: row.words,
        miniature: row.miniature === null ? null : (JSON.parse(row.miniature) as Miniature),
        is: row.id === job.head ? 'now' : row.kept,
      }));
      return { past, more: rows.length > PAST_AT_ONCE };
    },
    async document(jobId, id) {
      const job = await jobs.findOne({ where: presentJob(jobId), attributes: ['id'] });
      const row = job && (await revisions.findOne({ where: { jobId, id }, attributes: ['document'] }));
      if (!row) return null;
      const read = readStoredText(row.document);
      return read.ok ? read : bad({ path: '', text: problemLine(read.problems[0]!) });
    },
  };
}
