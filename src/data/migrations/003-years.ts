import { DataTypes, QueryTypes, type QueryInterface, type Transaction } from 'sequelize';
import { problemLine, readStoredText } from '../../core/given';
import { summaryOf } from '../summary';

/*
 * What the list of jobs shows stands beside each job, so that no document is read for it; what a revision changed, in words and as a small
 * drawing, stands beside each revision, before its document: SQLite reads past a long text only by reading it.
 */

const REVISIONS = `CREATE TABLE revisions_new (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  jobId VARCHAR(255) NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  parent INTEGER,
  kept VARCHAR(255) NOT NULL,
  saveId VARCHAR(255),
  words VARCHAR(255) NOT NULL DEFAULT '',
  miniature TEXT,
  createdAt DATETIME NOT NULL,
  document TEXT NOT NULL
)`;

export async function up(db: QueryInterface, transaction: Transaction): Promise<void> {
  const run = (sql: string, replacements: unknown[] = []) => db.sequelize.query(sql, { transaction, replacements });
  const text = { type: DataTypes.TEXT };
  for (const [name, column] of Object.entries({
    sought: { type: DataTypes.STRING, allowNull: false, defaultValue: '' },
    area: { type: DataTypes.DOUBLE, allowNull: false, defaultValue: 0 },
    display: { type: DataTypes.STRING, allowNull: false, defaultValue: 'metric' },
    product: { type: DataTypes.STRING, allowNull: false, defaultValue: '' },
    miniature: text,
    problem: text,
  })) {
    await db.addColumn('jobs', name, column, { transaction });
  }
  await run(REVISIONS);
  await run(`INSERT INTO revisions_new (id, jobId, parent, kept, createdAt, document)
    SELECT id, jobId, parent, kept, createdAt, document FROM revisions`);
  await run('DROP TABLE revisions');
  await run('ALTER TABLE revisions_new RENAME TO revisions');
  await run('CREATE INDEX revisions_job_parent ON revisions (jobId, parent)');
  await run('CREATE INDEX jobs_changed ON jobs (deletedAt, updatedAt)');
  await run('CREATE INDEX jobs_named ON jobs (deletedAt, sought)');
  await summarize(db, transaction);
}

/** Fills the new columns of every job from the document that it stands at; what cannot be read is said there. */
async function summarize(db: QueryInterface, transaction: Transaction): Promise<void> {
  const jobs = await db.sequelize.query<{ id: string; head: number; name: string }>('SELECT id, head, name FROM jobs WHERE head NOT NULL', {
    type: QueryTypes.SELECT,
    transaction,
  });
  for (const { id, head, name } of jobs) {
    const [row] = await db.sequelize.query<{ document: string }>('SELECT document FROM revisions WHERE id = ?', {
      type: QueryTypes.SELECT,
      transaction,
      replacements: [head],
    });
    const job = readStoredText(row?.document ?? '');
    const known = job.ok ? { ...summaryOf(job.value), problem: null } : { sought: name.toLowerCase(), problem: problemLine(job.problems[0]!) };
    const columns = Object.keys(known);
    await db.sequelize.query(`UPDATE jobs SET ${columns.map((c) => `${c} = ?`).join(', ')} WHERE id = ?`, {
      transaction,
      replacements: [...Object.values(known), id],
    });
    if (job.ok) {
      await db.sequelize.query('UPDATE revisions SET miniature = ? WHERE id = ?', {
        transaction,
        replacements: [summaryOf(job.value).miniature, head],
      });
    }
  }
}

export async function down(db: QueryInterface, transaction: Transaction): Promise<void> {
  for (const index of ['jobs_changed', 'jobs_named']) await db.sequelize.query(`DROP INDEX ${index}`, { transaction });
  for (const column of ['sought', 'area', 'display', 'product', 'miniature', 'problem']) {
    await db.sequelize.query(`ALTER TABLE jobs DROP COLUMN ${column}`, { transaction });
  }
  for (const column of ['saveId', 'words', 'miniature']) {
    await db.sequelize.query(`ALTER TABLE revisions DROP COLUMN ${column}`, { transaction });
  }
}
