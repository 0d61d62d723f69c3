import { randomUUID } from 'node:crypto';
import { DataTypes, QueryTypes, type QueryInterface, type Transaction } from 'sequelize';
import { planFile, readStoredText, type Piece, type Plan } from '../../core/given';
import { planJob } from '../../core/plan';

/** Happenings, and the ticks of today as happenings: a ticked piece was sawn. */
export async function up(db: QueryInterface, transaction: Transaction): Promise<void> {
  await db.createTable('events', {
    jobId: { type: DataTypes.STRING, allowNull: false, primaryKey: true, references: { model: 'jobs', key: 'id' }, onDelete: 'CASCADE' },
    n: { type: DataTypes.INTEGER, allowNull: false, primaryKey: true },
    eventId: { type: DataTypes.STRING, allowNull: false },
    body: { type: DataTypes.TEXT, allowNull: false },
    createdAt: { type: DataTypes.DATE, allowNull: false },
  }, { transaction });
  await db.addIndex('events', ['jobId', 'eventId'], { unique: true, transaction });
  const ticked = await db.sequelize.query<{ id: string; document: string; updatedAt: string }>(
    `SELECT jobs.id, revisions.document, jobs.updatedAt FROM jobs JOIN revisions ON revisions.id = jobs.head WHERE revisions.document LIKE '%"ticks":[%'`,
    { type: QueryTypes.SELECT, transaction },
  );
  for (const { id, document, updatedAt } of ticked) {
    const lines = sawnByTicks(document, updatedAt);
    for (const [i, line] of lines.entries()) {
      await db.bulkInsert('events', [
        { jobId: id, n: i + 1, eventId: line.id, body: JSON.stringify({ n: i + 1, ...line }), createdAt: new Date(updatedAt) },
      ], { transaction });
    }
    await withoutTicks(db, id, transaction);
  }
}

/** What a tick was for: a piece of just this cut. */
const tickOf = (floor: string, { id, plank, cut }: Piece): string => `${floor}/${id}:${plank}:${cut.from}-${cut.to}:${cut.low}-${cut.high}`;

/** The lines by which a job's ticks are told: laying begins by its plan, and each piece of it that is ticked is sawn. */
function sawnByTicks(document: string, time: string): { id: string; what: string }[] {
  const job = readStoredText(document);
  if (!job.ok) return [];
  const plan = planJob(job.value);
  if (!plan.ok) return [];
  const ticks = new Set((JSON.parse(document) as { ticks: unknown[] }).ticks);
  const line = (what: string, fields: object) => ({ id: randomUUID(), time, by: '', what, ...fields });
  const cut = (plan.value as Plan).floors.flatMap((floor) =>
    floor.pieces.filter((p) => ticks.has(tickOf(floor.id, p))).map((p) => line('cut', { piece: `${floor.id}/${p.id}` })),
  );
  if (cut.length === 0) return [];
  return [line('begun', { format: 'pitsaw/log', version: 1, plan: planFile(plan.value, job.value.name) }), ...cut];
}

/** Ticks no longer stand in a job's documents: undoing one would un-saw wood. */
async function withoutTicks(db: QueryInterface, jobId: string, transaction: Transaction): Promise<void> {
  const revisions = await db.sequelize.query<{ id: number; document: string }>('SELECT id, document FROM revisions WHERE jobId = ?', {
    type: QueryTypes.SELECT,
    transaction,
    replacements: [jobId],
  });
  for (const { id, document } of revisions) {
    const rest = JSON.parse(document) as Record<string, unknown>;
    delete rest.ticks;
    await db.sequelize.query('UPDATE revisions SET document = ? WHERE id = ?', { transaction, replacements: [JSON.stringify(rest), id] });
  }
}

export async function down(db: QueryInterface, transaction: Transaction): Promise<void> {
  await db.dropTable('events', { transaction });
}
