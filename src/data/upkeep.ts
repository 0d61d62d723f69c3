import { Op } from 'sequelize';
import type { Database } from './database';
import { marksOf, spare, thin } from './thin';
import { writerOf } from './writer';

/** Days for which a deleted job can be brought back. */
export const KEEP_DELETED_DAYS = 30;
/** So many rows go in one transaction, so that nobody's save waits long. */
const SLICE = 200;
/** So many free pages are given back in one go. */
const PAGES = 500;

/**
 * Takes away what nobody can bring back any more, thins out the revisions of jobs that were not touched for long, and gives the disk back what is
 * free, in slices between other people's saves.
 */
export async function upkeep({ sequelize, jobs, revisions, events }: Database, now = new Date()): Promise<void> {
  const change = writerOf(sequelize);
  const over = { [Op.lt]: new Date(now.getTime() - KEEP_DELETED_DAYS * 86_400_000) };
  for (const { id } of await jobs.findAll({ where: { deletedAt: over }, attributes: ['id'] })) {
    const slice = async () =>
      change(async (transaction) => {
        const where = { jobId: id };
        const rows = await revisions.findAll({ where, attributes: ['id'], limit: SLICE, transaction });
        const lines = await events.findAll({ where, attributes: ['n'], limit: SLICE, transaction });
        await revisions.destroy({ where: { id: rows.map((r) => r.id) }, transaction });
        await events.destroy({ where: { ...where, n: lines.map((l) => l.n) }, transaction });
        if (rows.length + lines.length > 0) return true;
        await jobs.destroy({ where: { id, deletedAt: over }, transaction });
        return false;
      });
    while (await slice());
  }
  for (const { id } of await jobs.findAll({ where: { deletedAt: null }, attributes: ['id'] })) {
    const row = await jobs.findByPk(id);
    // looked at first: a transaction for each of thousands of jobs would hold up everybody
    if (!row?.head || spare(await marksOf(revisions, id), row.head, now).length === 0) continue;
    const more = () =>
      change(async (transaction) => {
        const row = await jobs.findByPk(id, { transaction });
        return row?.head ? thin(revisions, row, now, transaction) : 0;
      });
    while ((await more()) > 0);
  }
  await giveBack({ sequelize });
}

/** Gives free pages back to the disk. */
export async function giveBack({ sequelize }: Pick<Database, 'sequelize'>): Promise<void> {
  const change = writerOf(sequelize);
  const free = async () => {
    const [rows] = await sequelize.query('PRAGMA freelist_count');
    return (rows as { freelist_count: number }[])[0]?.freelist_count ?? 0;
  };
  for (let left = await free(), before = Infinity; left > 0 && left < before; before = left, left = await free()) {
    await change((transaction) => sequelize.query(`PRAGMA incremental_vacuum(${PAGES})`, { transaction }));
  }
}
