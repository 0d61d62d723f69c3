import sqlite3 from 'sqlite3';

/**
 * What every connection is set to, those that transactions open included: each opens its own, and a setting that only the first one has
 * protects nothing. `synchronous = FULL` so that what was acknowledged outlives a power cut; the rest waits instead of failing.
 */
const SETTINGS = `
  PRAGMA busy_timeout = 5000;
  PRAGMA journal_mode = WAL;
  PRAGMA synchronous = FULL;
  PRAGMA foreign_keys = ON;
`;

type Done = (error: Error | null) => void;

/** Opens a database and is done only once its settings are made. */
function Database(file: string, mode: number, done: Done): sqlite3.Database {
  const opened = new sqlite3.Database(file, mode, (error) => (error ? done(error) : opened.exec(SETTINGS, done)));
  return opened;
}

/** The driver as Sequelize takes it, every connection of it set. */
export const settledSqlite: object = { ...sqlite3, Database, verbose: () => settledSqlite };
