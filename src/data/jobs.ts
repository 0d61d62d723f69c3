import { randomUUID } from 'node:crypto';
import { and, col, fn, Op, where as contains, type Order, type Transaction, type WhereOptions } from 'sequelize';
import type { Miniature } from '../core/floors';
import { problemLine, readStoredText, type Job } from '../core/given';
import { presentJob, type Database, type JobRow, type RevisionRow } from './database';
import { soughtAs, summaryOf } from './summary';
import { thin } from './thin';
import { writerOf } from './writer';

/** How a job stands: what a save is answered with. */
export type Standing = {
  readonly id: string;
  readonly version: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly updatedAt: string;
};
/** A job as it is kept. */
export type StoredJob = Standing & { readonly document: Job };

export type Saved =
  | { readonly kind: 'saved'; readonly job: Standing }
  /** The save began from an older version: it was put aside, and this is how the job stands. */
  | { readonly kind: 'stale'; readonly job: StoredJob; readonly putAside: number }
  | { readonly kind: 'missing' };

/** How a page saves, besides the document. */
export type Saving = {
  /** its own id of this save: one that comes twice is kept once */
  readonly saveId?: string;
  /** its saves before this one that it has heard nothing of: where the job stands at one of them, nobody else has changed it */
  readonly unheard?: readonly string[];
  /** what was changed, in words */
  readonly words?: string;
};

/** A job that is kept and cannot be read: nobody can work on it, but its file can be taken out and looked at. */
export type UnreadableJob = { readonly id: string; readonly name: string; readonly updatedAt: string; readonly problem: string };
export const isReadable = (job: StoredJob | UnreadableJob): job is StoredJob => 'document' in job;

/** A job in the list. */
export type ListedJob = {
  readonly id: string;
  readonly name: string;
  readonly updatedAt: string;
  /** all spaces together, mm² */
  readonly area: number;
  readonly display: Job['display'];
  readonly product: string;
  readonly miniature: Miniature | null;
  /** why it cannot be read, where that is so */
  readonly problem: string | null;
};

export const SORTS = ['changed', 'name', 'area'] as const;
/** Which jobs are listed: those whose name holds some letters, in an order, so many from one on; those that were deleted where wanted. */
export type Listing = {
  readonly search?: string;
  readonly sort?: (typeof SORTS)[number];
  readonly from?: number;
  readonly count?: number;
  readonly deleted?: boolean;
};
export type Listed = { readonly jobs: readonly ListedJob[]; readonly total: number };

/** So many jobs are listed at once, and no more however many are asked for. */
export const LISTED_AT_ONCE = 30;
const MOST_LISTED = 500;

const ORDER: Record<(typeof SORTS)[number], Order> = {
  changed: [['updatedAt', 'DESC'], ['id', 'ASC']],
  name: [['sought', 'ASC'], ['id', 'ASC']],
  area: [['area', 'DESC'], ['id', 'ASC']],
}; // prettier-ignore

export type JobStore = {
  list(listing?: Listing): Promise<Listed>;
  /** Keeps a new job, and with it in the same breath what comes along; under an id that was kept before it is made no second time. */
  create(document: Job, along?: (id: string, transaction: Transaction) => Promise<void>, id?: string): Promise<Standing>;
  read(id: string): Promise<StoredJob | UnreadableJob | null>;
  /** A job's document as it is kept, whether it can be read or not. */
  file(id: string): Promise<{ readonly name: string; readonly text: string } | null>;
  /** Saves a document that was changed from version `base`. */
  save(id: string, base: number, document: Job, saving?: Saving): Promise<Saved>;
  /** @throws what `isUnreadable` knows, where the state to go to cannot be read any more; the job stays as it is */
  undo(id: string): Promise<StoredJob | null>;
  redo(id: string): Promise<StoredJob | null>;
  remove(id: string): Promise<boolean>;
  restore(id: string): Promise<boolean>;
};

/** A document that is kept and cannot be read any more. */
class Unreadable extends Error {
  override readonly name = 'Unreadable';
}
/** Told by its name: the store may have been opened by another route, which has a class of its own. */
export const isUnreadable = (error: unknown): error is Error => error instanceof Error && error.name === 'Unreadable';

/** Revisions of a job are thinned out once in so many saves of it. */
const THINNED_EVERY = 64;

const withoutDocument = { exclude: ['document', 'miniature'] };

/** The jobs of a database. Every change is one transaction; changes wait for each other. */
export function jobStore({ sequelize, jobs, revisions }: Database): JobStore {
  const change = writerOf(sequelize);

  async function standing(row: JobRow, transaction?: Transaction): Promise<Standing> {
    const head = await revisions.findByPk(row.head!, { attributes: ['id', 'parent'], transaction, rejectOnEmpty: true });
    const child = await revisions.findOne({ where: { jobId: row.id, parent: head.id, kept: 'line' }, attributes: ['id'], transaction });
    return {
      id: row.id,
      version: row.version,
      canUndo: head.parent !== null,
      canRedo: child !== null,
      updatedAt: row.updatedAt.toISOString(),
    };
  }

  async function stored(row: JobRow, transaction?: Transaction): Promise<StoredJob> {
    const head = await revisions.findByPk(row.head!, { attributes: ['document'], transaction, rejectOnEmpty: true });
    const document = readStoredText(head.document);
    if (!document.ok) throw new Unreadable(problemLine(document.problems[0]!));
    return { ...(await standing(row, transaction)), document: document.value };
  }

  const present = (id: string, transaction?: Transaction) => jobs.findOne({ where: presentJob(id), transaction });

  /** Makes a revision the head. */
  const stand = (row: JobRow, head: number, document: Job, transaction: Transaction) =>
    row.update({ ...summaryOf(document), problem: null, head, version: row.version + 1 }, { transaction });

  const revise = (
    job: { id: string; head: number | null },
    document: Job,
    text: string,
    kept: RevisionRow['kept'],
    { saveId = null, words = '' }: { saveId?: string | null; words?: string },
    transaction: Transaction,
  ) =>
    revisions.create(
      { jobId: job.id, parent: job.head, kept, saveId, words, miniature: summaryOf(document).miniature, document: text },
      { transaction },
    );

  const step = (id: string, target: (head: number, transaction: Transaction) => Promise<number | null>) =>
    change(async (transaction) => {
      const row = await present(id, transaction);
      if (!row) return null;
      const to = await target(row.head!, transaction);
      if (to === null) return stored(row, transaction);
      const { document } = await revisions.findByPk(to, { attributes: ['document'], transaction, rejectOnEmpty: true });
      const job = readStoredText(document);
      if (!job.ok) throw new Unreadable(problemLine(job.problems[0]!));
      return stored(await stand(row, to, job.value, transaction), transaction);
    });

  return {
    async list({ search = '', sort = 'changed', from = 0, count = LISTED_AT_ONCE, deleted = false } = {}) {
      const sought = soughtAs(search.trim());
      const state: WhereOptions<JobRow> = { deletedAt: deleted ? { [Op.not]: null } : null };
      const where = sought === '' ? state : and(state, contains(fn('instr', col('sought'), sought), Op.gt, 0));
      const attributes = ['id', 'name', 'updatedAt', 'area', 'display', 'product', 'miniature', 'problem'];
      const rows = await jobs.findAll({ where, attributes, order: ORDER[sort], offset: from, limit: Math.min(count, MOST_LISTED) });
      return { jobs: rows.map(listedOf), total: await jobs.count({ where }) };
    },
    create: (document, along, id = randomUUID()) =>
      change(async (transaction) => {
        // sent twice, it is made once
        const known = await jobs.findByPk(id, { transaction });
        if (known) return standing(known, transaction);
        const summary = summaryOf(document);
        const row = await jobs.create(
          { id, ...summary, problem: null, head: null, version: 0, deletedAt: null },
          { transaction },
        );
        const revision = await revise(row, document, JSON.stringify(document), 'line', { words: 'begun' }, transaction);
        await row.update({ head: revision.id, version: 1 }, { transaction });
        await along?.(row.id, transaction);
        return standing(row, transaction);
      }),
    async read(id) {
      const row = await present(id);
      if (!row) return null;
      try {
        return await stored(row);
      } catch (error) {
        if (!isUnreadable(error)) throw error;
        const problem = error.message;
        // from now on the list says so too
        if (row.problem !== problem) await change((transaction) => row.update({ problem }, { transaction, silent: true }));
        return { id: row.id, name: row.name, updatedAt: row.updatedAt.toISOString(), problem };
      }
    },
    async file(id) {
      const row = await present(id);
      const head = row && (await revisions.findByPk(row.head!));
      return row && head && { name: row.name, text: head.document };
    },
    save: (id, base, document, { saveId, unheard = [], words } = {}) =>
      change(async (transaction): Promise<Saved> => {
        const row = await present(id, transaction);
        if (!row) return { kind: 'missing' };
        const head = await revisions.findByPk(row.head!, { transaction, rejectOnEmpty: true });
        const text = JSON.stringify(document);
        // it came before, or changes nothing: whatever version it names, the job stands as the page wants it
        if ((saveId !== undefined && head.saveId === saveId) || head.document === text)
          return { kind: 'saved', job: await standing(row, transaction) };
        const stale = row.version !== base && !(head.saveId !== null && unheard.includes(head.saveId));
        if (stale) {
          const before = saveId === undefined ? null : await revisions.findOne({ where: { jobId: id, saveId }, attributes: ['id'], transaction });
          const { id: putAside } = before ?? (await revise(row, document, text, 'refused', { saveId, words }, transaction));
          return { kind: 'stale', job: await stored(row, transaction), putAside };
        }
        const revision = await revise(row, document, text, 'line', { saveId, words }, transaction);
        await stand(row, revision.id, document, transaction);
        if (row.version % THINNED_EVERY === 0) await thin(revisions, row, new Date(), transaction);
        return { kind: 'saved', job: await standing(row, transaction) };
      }),
    undo: (id) =>
      step(id, async (head, transaction) => {
        const { parent } = await revisions.findByPk(head, { attributes: withoutDocument, transaction, rejectOnEmpty: true });
        return parent;
      }),
    redo: (id) =>
      step(id, async (head, transaction) => {
        const where = { jobId: id, parent: head, kept: 'line' };
        const child = await revisions.findOne({ where, attributes: withoutDocument, order: [['id', 'DESC']], transaction });
        return child?.id ?? null;
      }),
    async remove(id) {
      const [count] = await change((transaction) => jobs.update({ deletedAt: new Date() }, { where: presentJob(id), transaction }));
      return count > 0;
    },
    async restore(id) {
      const [count] = await change((transaction) => jobs.update({ deletedAt: null }, { where: { id: presentJob(id).id }, transaction }));
      return count > 0;
    },
  };
}

const listedOf = (row: JobRow): ListedJob => ({
  id: row.id,
  name: row.name,
  updatedAt: row.updatedAt.toISOString(),
  area: row.area,
  display: row.display === 'imperial' ? 'imperial' : 'metric',
  product: row.product,
  miniature: row.miniature === null ? null : (JSON.parse(row.miniature) as Miniature),
  problem: row.problem,
});
