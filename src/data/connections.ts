import sqlite3 from 'sqlite3';

/**
 * What every connection is set to, those that transactions open included: each opens its own, and a setting that only the first one has
 * protects nothing. `synchronous = FULL` so that what was acknowledged outlives a power cut; the rest waits instead of failing. A new file
 * is made so that pages which become free can be given back.
 */
const SETTINGS = `
  PRAGMA busy_timeout = 5000;
  PRAGMA auto_vacuum = INCREMENTAL;
  PRAGMA journal_mode = WAL;
  PRAGMA synchronous = FULL;
  PRAGMA foreign_keys = ON;
`;

/** Another server that is just starting on the same file holds it; SQLite does not wait for that by itself. */
const TRIES = 100;
const PAUSE = 100;

type Done = (error: Error | null) => void;

function settle(opened: sqlite3.Database, done: Done, tries = TRIES): void {
  opened.exec(SETTINGS, (error) => {
    if (error?.message.includes('SQLITE_BUSY') && tries > 0) setTimeout(() => settle(opened, done, tries - 1), PAUSE);
    else done(error);
  });
}

/** Opens a database and is done only once its settings are made. */
function Database(file: string, mode: number, done: Done): sqlite3.Database {
  const opened = new sqlite3.Database(file, mode, (error) => (error ? done(error) : settle(opened, done)));
  return opened;
}

/** The driver as Sequelize takes it, every connection of it set. */
export const settledSqlite: object = { ...sqlite3, Database, verbose: () => settledSqlite };
