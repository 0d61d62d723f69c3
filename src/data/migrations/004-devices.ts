import type { QueryInterface, Transaction } from 'sequelize';

/** Devices that were paired to a server that is shared, and the key by which their cookies are signed. */
export async function up(db: QueryInterface, transaction: Transaction): Promise<void> {
  const run = (sql: string) => db.sequelize.query(sql, { transaction });
  await run(`CREATE TABLE devices (
    id VARCHAR(255) PRIMARY KEY,
    name VARCHAR(255) NOT NULL,
    pairedAt DATETIME NOT NULL,
    seenAt DATETIME NOT NULL,
    sentAwayAt DATETIME
  )`);
  await run('CREATE TABLE settings (name VARCHAR(255) PRIMARY KEY, value TEXT NOT NULL)');
}

export async function down(db: QueryInterface, transaction: Transaction): Promise<void> {
  for (const table of ['devices', 'settings']) await db.sequelize.query(`DROP TABLE ${table}`, { transaction });
}
