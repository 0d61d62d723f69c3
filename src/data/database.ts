import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { DataTypes, Sequelize, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Model, type ModelStatic } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { settledSqlite } from './connections';
import * as first from './migrations/001-jobs';
import * as second from './migrations/002-events';

/** A job's row: `head` is the revision that it stands at, `version` counts every change, undoing included. */
export interface JobRow extends Model<InferAttributes<JobRow>, InferCreationAttributes<JobRow>> {
  id: string;
  name: string;
  head: number | null;
  version: number;
  deletedAt: Date | null;
  createdAt: CreationOptional<Date>;
  updatedAt: CreationOptional<Date>;
}

/** One state of a job's document. `kept` is `line` on the line of undo, `refused` for a stale save that was put aside. */
export interface RevisionRow extends Model<InferAttributes<RevisionRow>, InferCreationAttributes<RevisionRow>> {
  id: CreationOptional<number>;
  jobId: string;
  parent: number | null;
  kept: 'line' | 'refused';
  document: string;
  createdAt: CreationOptional<Date>;
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
  createdAt: CreationOptional<Date>;
}

export type Database = {
  readonly sequelize: Sequelize;
  readonly jobs: ModelStatic<JobRow>;
  readonly revisions: ModelStatic<RevisionRow>;
  readonly events: ModelStatic<EventRow>;
};

const MIGRATIONS = [
  ['001-jobs', first],
  ['002-events', second],
] as const;

/** Opens (and where needed creates) the database in a file and brings it up to date. */
export async function openDatabase(file: string): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true });
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: file,
    dialectModule: settledSqlite,
    logging: false,
    retry: { match: [/SQLITE_BUSY/], max: 8, backoffBase: 50 },
  });
  const tables = sequelize.getQueryInterface();
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(([name, { up, down }]) => ({ name, up: () => up(tables), down: () => down(tables) })),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await umzug.up();

  const jobs = sequelize.define<JobRow>(
    'jobs',
    {
      id: { type: DataTypes.STRING, primaryKey: true },
      name: { type: DataTypes.STRING, allowNull: false },
      head: DataTypes.INTEGER,
      version: { type: DataTypes.INTEGER, allowNull: false },
      deletedAt: DataTypes.DATE,
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
      document: { type: DataTypes.TEXT, allowNull: false },
      createdAt: DataTypes.DATE,
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
      createdAt: DataTypes.DATE,
    },
    { tableName: 'events', updatedAt: false },
  );
  return { sequelize, jobs, revisions, events };
}
