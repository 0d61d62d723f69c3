import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { DataTypes, Sequelize, type CreationOptional, type InferAttributes, type InferCreationAttributes, Model, type ModelStatic } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import * as jobs from './migrations/001-jobs';

/** A job's row: `head` is the revision that it stands at, `version` counts every change, undoing included. */
export class JobRow extends Model<InferAttributes<JobRow>, InferCreationAttributes<JobRow>> {
  declare id: string;
  declare name: string;
  declare head: number | null;
  declare version: number;
  declare deletedAt: Date | null;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
}

/** One state of a job's document. `kept` is `line` on the line of undo, `refused` for a stale save that was put aside. */
export class RevisionRow extends Model<InferAttributes<RevisionRow>, InferCreationAttributes<RevisionRow>> {
  declare id: CreationOptional<number>;
  declare jobId: string;
  declare parent: number | null;
  declare kept: 'line' | 'refused';
  declare document: string;
  declare createdAt: CreationOptional<Date>;
}

export type Database = {
  readonly sequelize: Sequelize;
  readonly jobs: ModelStatic<JobRow>;
  readonly revisions: ModelStatic<RevisionRow>;
};

/** Opens (and where needed creates) the database in a file and brings it up to date. */
export async function openDatabase(file: string): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true });
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: file,
    logging: false,
    retry: { match: [/SQLITE_BUSY/], max: 8, backoffBase: 50 },
  });
  await sequelize.query('PRAGMA journal_mode = WAL');
  await sequelize.query('PRAGMA synchronous = NORMAL');
  await sequelize.query('PRAGMA busy_timeout = 5000');
  const umzug = new Umzug({
    migrations: [{ name: '001-jobs', up: ({ context }) => jobs.up(context), down: ({ context }) => jobs.down(context) }],
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await umzug.up();

  JobRow.init(
    {
      id: { type: DataTypes.STRING, primaryKey: true },
      name: { type: DataTypes.STRING, allowNull: false },
      head: DataTypes.INTEGER,
      version: { type: DataTypes.INTEGER, allowNull: false },
      deletedAt: DataTypes.DATE,
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'jobs' },
  );
  RevisionRow.init(
    {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      jobId: { type: DataTypes.STRING, allowNull: false },
      parent: DataTypes.INTEGER,
      kept: { type: DataTypes.STRING, allowNull: false },
      document: { type: DataTypes.TEXT, allowNull: false },
      createdAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'revisions', updatedAt: false },
  );
  return { sequelize, jobs: JobRow, revisions: RevisionRow };
}
