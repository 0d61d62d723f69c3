import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import {
  DataTypes,
  QueryTypes,
  Sequelize,
  Transaction,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Model,
  type ModelStatic,
} from 'sequelize';
import { Umzug, type UmzugStorage } from 'umzug';
import { settledSqlite } from './connections';
import { MIGRATIONS } from './migrations';

/** A job's row: `head` is the revision that it stands at, `version` counts every change, undoing included. */
export interface JobRow extends Model<InferAttributes<JobRow>, InferCreationAttributes<JobRow>> {
  id: string;
  name: string;
  head: number | null;
  version: number;
  deletedAt: Date | null;
  /** what a list shows of it, see `summary.ts` */
  sought: string;
  area: number;
  display: string;
  product: string;
  miniature: string | null;
  /** why its document cannot be read, where that was found */
  problem: string | null;
  createdAt: CreationOptional<Date>;
  updatedAt: CreationOptional<Date>;
}

/** One state of a job's document. `kept` is `line` on the line of undo, `refused` for a stale save that was put aside. */
export interface RevisionRow extends Model<InferAttributes<RevisionRow>, InferCreationAttributes<RevisionRow>> {
  id: CreationOptional<number>;
  jobId: string;
  parent: number | null;
  kept: 'line' | 'refused';
  /** the page's own id of the save that brought it: one that is sent twice is kept once */
  saveId: string | null;
  /** what was changed, in words */
  words: string;
  miniature: string | null;
  createdAt: CreationOptional<Date>;
  document: string;
}

/** Something that happened on a job's site, as a line of its log; never changed. */
export interface EventRow extends Model<InferAttributes<EventRow>, InferCreationAttributes<EventRow>> {
  jobId: string;
  /** the server's number, from 1 */
  n: number;
  /** the device's own */
  eventId: string;
  /** the line, as JSON */
  body: string;
  /** its link of the chain */
  link: string;
  createdAt: CreationOptional<Date>;
}

/** Where a job that is not deleted is looked for; what cannot be an id finds none. */
export const presentJob = (id: string) => ({ id: /^[\w-]{1,100}$/.test(id) ? id : '', deletedAt: null });

/** A log's epoch: another one after every restore. */
export interface LogRow extends Model<InferAttributes<LogRow>, InferCreationAttributes<LogRow>> {
  jobId: string;
  epoch: string;
}

export type Database = {
  readonly sequelize: Sequelize;
  readonly logs: ModelStatic<LogRow>;
  readonly jobs: ModelStatic<JobRow>;
  readonly revisions: ModelStatic<RevisionRow>;
  readonly events: ModelStatic<EventRow>;
};

/** Opens (and where needed creates) the database in a file and brings it up to date: all steps of that or none, one server at a time. */
export async function openDatabase(file: string): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true });
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: file,
    dialectModule: settledSqlite,
    logging: false,
    retry: { match: [/SQLITE_BUSY/], max: 8, backoffBase: 50 },
  });
  try {
    await sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, (transaction) => migrate(sequelize, transaction));
    await giveBackAfterwards(sequelize);
  } catch (error) {
    await sequelize.close();
    throw error;
  }
  return { sequelize, ...tablesOf(sequelize) };
}

async function migrate(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const run = (sql: string, replacements: string[] = []) => sequelize.query(sql, { transaction, replacements });
  await run('CREATE TABLE IF NOT EXISTS SequelizeMeta (name VARCHAR(255) NOT NULL UNIQUE PRIMARY KEY)');
  const storage: UmzugStorage = {
    async executed() {
      const rows = await sequelize.query<{ name: string }>('SELECT name FROM SequelizeMeta', { type: QueryTypes.SELECT, transaction });
      return rows.map((row) => row.name);
    },
    logMigration: async ({ name }) => void (await run('INSERT INTO SequelizeMeta (name) VALUES (?)', [name])),
    unlogMigration: async ({ name }) => void (await run('DELETE FROM SequelizeMeta WHERE name = ?', [name])),
  };
  const tables = sequelize.getQueryInterface();
  const migrations = MIGRATIONS.map(([name, { up, down }]) => ({
    name,
    up: () => up(tables, transaction),
    down: () => down(tables, transaction),
  }));
  await new Umzug({ migrations, storage, logger: undefined }).up();
}

/** A file that was made before pages could be given back is written anew once, so that they can be. */
async function giveBackAfterwards(sequelize: Sequelize): Promise<void> {
  const [mode] = await sequelize.query<{ auto_vacuum: number }>('PRAGMA auto_vacuum', { type: QueryTypes.SELECT });
  if (mode?.auto_vacuum === 2) return;
  // where another server works on the file it is done at another start
  await sequelize.query('VACUUM').catch(() => undefined);
}

function tablesOf(sequelize: Sequelize): Omit<Database, 'sequelize'> {
  const jobs = sequelize.define<JobRow>(
    'jobs',
    {
      id: { type: DataTypes.STRING, primaryKey: true },
      name: { type: DataTypes.STRING, allowNull: false },
      head: DataTypes.INTEGER,
      version: { type: DataTypes.INTEGER, allowNull: false },
      deletedAt: DataTypes.DATE,
      sought: { type: DataTypes.STRING, allowNull: false },
      area: { type: DataTypes.DOUBLE, allowNull: false },
      display: { type: DataTypes.STRING, allowNull: false },
      product: { type: DataTypes.STRING, allowNull: false },
      miniature: DataTypes.TEXT,
      problem: DataTypes.TEXT,
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { tableName: 'jobs' },
  );
  const revisions = sequelize.define<RevisionRow>(
    'revisions',
    {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      jobId: { type: DataTypes.STRING, allowNull: false },
      parent: DataTypes.INTEGER,
      kept: { type: DataTypes.STRING, allowNull: false },
      saveId: DataTypes.STRING,
      words: { type: DataTypes.STRING, allowNull: false },
      miniature: DataTypes.TEXT,
      createdAt: DataTypes.DATE,
      document: { type: DataTypes.TEXT, allowNull: false },
    },
    { tableName: 'revisions', updatedAt: false },
  );
  const events = sequelize.define<EventRow>(
    'events',
    {
      jobId: { type: DataTypes.STRING, primaryKey: true },
      n: { type: DataTypes.INTEGER, primaryKey: true },
      eventId: { type: DataTypes.STRING, allowNull: false },
      body: { type: DataTypes.TEXT, allowNull: false },
      link: { type: DataTypes.STRING, allowNull: false },
      createdAt: DataTypes.DATE,
    },
    { tableName: 'events', updatedAt: false },
  );
  const logs = sequelize.define<LogRow>(
    'logs',
    { jobId: { type: DataTypes.STRING, primaryKey: true }, epoch: { type: DataTypes.STRING, allowNull: false } },
    { tableName: 'logs', timestamps: false },
  );
  return { jobs, revisions, events, logs };
}
