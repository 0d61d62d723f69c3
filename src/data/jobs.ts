import { randomUUID } from 'node:crypto';
import { Op, Transaction } from 'sequelize';
import { problemLine, readJobText, type Job } from '../core/given';
import type { Database, JobRow } from './database';

/** A job as it is kept. */
export type StoredJob = {
  readonly id: string;
  readonly version: number;
  readonly document: Job;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly updatedAt: string;
};

export type Saved =
  | { readonly kind: 'saved'; readonly job: StoredJob }
  /** The save began from an older version: it was put aside, and this is how the job stands. */
  | { readonly kind: 'stale'; readonly job: StoredJob; readonly putAside: number }
  | { readonly kind: 'missing' };

/** A job that is kept and cannot be read: nobody can work on it, but its file can be taken out and looked at. */
export type UnreadableJob = { readonly id: string; readonly name: string; readonly updatedAt: string; readonly problem: string };
export type ListedJob = StoredJob | UnreadableJob;
export const isReadable = (job: ListedJob): job is StoredJob => 'document' in job;

/** Days for which a deleted job can be brought back. */
const KEEP_DELETED_DAYS = 30;

export type JobStore = {
  list(): Promise<readonly ListedJob[]>;
  create(document: Job): Promise<StoredJob>;
  read(id: string): Promise<ListedJob | null>;
  /** A job's document as it is kept, whether it can be read or not. */
  file(id: string): Promise<{ readonly name: string; readonly text: string } | null>;
  /** Saves a document that was changed from version `base`. */
  save(id: string, base: number, document: Job): Promise<Saved>;
  undo(id: string): Promise<StoredJob | null>;
  redo(id: string): Promise<StoredJob | null>;
  remove(id: string): Promise<boolean>;
  restore(id: string): Promise<boolean>;
};

/** A document that is kept and cannot be read any more. */
class Unreadable extends Error {}

/** The jobs of a database. Every change is one transaction; changes wait for each other. */
export function jobStore({ sequelize, jobs, revisions }: Database): JobStore {
  let last: Promise<unknown> = Promise.resolve();
  const change = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> => {
    const next = last.then(() => sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, work));
    last = next.catch(() => undefined);
    return next;
  };

  /** A job, or what keeps it from being read: one that cannot be read takes no other with it. */
  const listed = (row: JobRow): Promise<ListedJob> =>
    stored(row).catch((error: unknown) => {
      if (!(error instanceof Unreadable)) throw error;
      return { id: row.id, name: row.name, updatedAt: row.updatedAt.toISOString(), problem: error.message };
    });

  async function stored(row: JobRow, transaction?: Transaction): Promise<StoredJob> {
    const head = await revisions.findByPk(row.head!, { transaction, rejectOnEmpty: true });
    const child = await revisions.findOne({ where: { jobId: row.id, parent: head.id, kept: 'line' }, transaction });
    const document = readJobText(head.document);
    if (!document.ok) throw new Unreadable(problemLine(document.problems[0]!));
    return {
      id: row.id,
      version: row.version,
      document: document.value,
      canUndo: head.parent !== null,
      canRedo: child !== null,
      updatedAt: row.updatedAt.toISOString(),
    };
  }

  const present = (id: string, transaction?: Transaction) => jobs.findOne({ where: { id, deletedAt: null }, transaction });

  /** Makes a revision the head. */
  async function stand(row: JobRow, head: number, name: string, transaction: Transaction): Promise<StoredJob> {
    await row.update({ head, name, version: row.version + 1 }, { transaction });
    return stored(row, transaction);
  }

  const step = (id: string, target: (head: number, transaction: Transaction) => Promise<number | null>) =>
    change(async (transaction) => {
      const row = await present(id, transaction);
      if (!row) return null;
      const to = await target(row.head!, transaction);
      if (to === null) return stored(row, transaction);
      const revision = await revisions.findByPk(to, { transaction, rejectOnEmpty: true });
      return stand(row, to, (JSON.parse(revision.document) as Job).name, transaction);
    });

  return {
    async list() {
      await jobs.destroy({ where: { deletedAt: { [Op.lt]: new Date(Date.now() - KEEP_DELETED_DAYS * 86_400_000) } } });
      const rows = await jobs.findAll({ where: { deletedAt: null }, order: [['updatedAt', 'DESC']] });
      return Promise.all(rows.map(listed));
    },
    create: (document) =>
      change(async (transaction) => {
        const row = await jobs.create({ id: randomUUID(), name: document.name, head: null, version: 0, deletedAt: null }, { transaction });
        const revision = await revisions.create({ jobId: row.id, parent: null, kept: 'line', document: JSON.stringify(document) }, { transaction });
        return stand(row, revision.id, document.name, transaction);
      }),
    async read(id) {
      const row = await present(id);
      return row && listed(row);
    },
    async file(id) {
      const row = await present(id);
      const head = row && (await revisions.findByPk(row.head!));
      return row && head && { name: row.name, text: head.document };
    },
    save: (id, base, document) =>
      change(async (transaction): Promise<Saved> => {
        const row = await present(id, transaction);
        if (!row) return { kind: 'missing' };
        const stale = row.version !== base;
        const revision = await revisions.create(
          { jobId: id, parent: row.head, kept: stale ? 'refused' : 'line', document: JSON.stringify(document) },
          { transaction },
        );
        if (stale) return { kind: 'stale', job: await stored(row, transaction), putAside: revision.id };
        return { kind: 'saved', job: await stand(row, revision.id, document.name, transaction) };
      }),
    undo: (id) => step(id, async (head, transaction) => (await revisions.findByPk(head, { transaction, rejectOnEmpty: true })).parent),
    redo: (id) =>
      step(id, async (head, transaction) => {
        const child = await revisions.findOne({ where: { jobId: id, parent: head, kept: 'line' }, order: [['id', 'DESC']], transaction });
        return child?.id ?? null;
      }),
    async remove(id) {
      const [count] = await change((transaction) => jobs.update({ deletedAt: new Date() }, { where: { id, deletedAt: null }, transaction }));
      return count > 0;
    },
    async restore(id) {
      const [count] = await change((transaction) => jobs.update({ deletedAt: null }, { where: { id }, transaction }));
      return count > 0;
    },
  };
}
