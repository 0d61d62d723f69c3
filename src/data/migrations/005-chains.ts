import { randomUUID } from 'node:crypto';
import { QueryTypes, type QueryInterface, type Transaction } from 'sequelize';
import { linkAfter, NO_LINK, type RawLine } from '../../core/lay';

/** Logs get an identity: an epoch of each, and a link of every line. Devices get roles, and what matters for safety is written down. */
export async function up(db: QueryInterface, transaction: Transaction): Promise<void> {
  const run = (sql: string, replacements: unknown[] = []) => db.sequelize.query(sql, { transaction, replacements });
  await run(`CREATE TABLE logs (
    jobId VARCHAR(255) PRIMARY KEY REFERENCES jobs (id) ON DELETE CASCADE,
    epoch VARCHAR(255) NOT NULL
  )`);
  await run("ALTER TABLE events ADD COLUMN link VARCHAR(64) NOT NULL DEFAULT ''");
  await run("ALTER TABLE devices ADD COLUMN role VARCHAR(20) NOT NULL DEFAULT 'all'");
  await run(`CREATE TABLE records (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    at DATETIME NOT NULL,
    what VARCHAR(40) NOT NULL,
    about VARCHAR(255) NOT NULL
  )`);
  const select = <Row extends object>(sql: string, replacements: unknown[] = []) =>
    db.sequelize.query<Row>(sql, { type: QueryTypes.SELECT, transaction, replacements });
  for (const { jobId } of await select<{ jobId: string }>('SELECT DISTINCT jobId FROM events')) {
    await run('INSERT INTO logs (jobId, epoch) VALUES (?, ?)', [jobId, randomUUID()]);
    let link = NO_LINK;
    for (const { n, body } of await select<{ n: number; body: string }>('SELECT n, body FROM events WHERE jobId = ? ORDER BY n', [jobId])) {
      link = linkAfter(link, JSON.parse(body) as RawLine);
      await run('UPDATE events SET link = ? WHERE jobId = ? AND n = ?', [link, jobId, n]);
    }
  }
}

export async function down(db: QueryInterface, transaction: Transaction): Promise<void> {
  const run = (sql: string) => db.sequelize.query(sql, { transaction });
  for (const table of ['logs', 'records']) await run(`DROP TABLE ${table}`);
  await run('ALTER TABLE events DROP COLUMN link');
  await run('ALTER TABLE devices DROP COLUMN role');
}
