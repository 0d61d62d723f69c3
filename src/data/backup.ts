import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, readFileSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import sqlite3 from 'sqlite3';
import { MIGRATIONS } from './migrations';

/** What a copy is called in its folder; photos lie beside it, as they do beside the database. */
const COPY = 'pitsaw.sqlite';
const PHOTOS = 'photos';

/** What was copied. */
export type Copied = { readonly jobs: number; readonly photos: number };

/**
 * Copies a database and its photos into a folder, while it is being worked on: every save is in the copy whole or not at all. The copy is checked
 * before it takes the place of an older one.
 *
 * @throws Error with a sentence where that cannot be done
 */
export async function backUp(file: string, folder: string): Promise<Copied> {
  if (!existsSync(file)) throw new Error(`there is no database at ${file}`);
  mkdirSync(folder, { recursive: true });
  const part = join(folder, `${COPY}.part`);
  rmSync(part, { force: true });
  await using(file, (db) => copied(db, part, true));
  const jobs = await checked(part);
  renameSync(part, join(folder, COPY));
  return { jobs, photos: copyPhotos(dirname(file), folder) };
}

/**
 * Puts a copy in the place of a database, while a server may have that open. What stood there is kept in the folder `before`.
 *
 * @throws Error with a sentence where the copy is none, or damaged; nothing is changed then
 */
export async function restore(folder: string, file: string, before: string): Promise<Copied> {
  const copy = join(folder, COPY);
  if (!existsSync(copy)) throw new Error(`there is no copy in ${folder}: ${COPY} is missing`);
  const jobs = await checked(copy);
  for (const photo of photosIn(folder)) checkPhoto(join(folder, PHOTOS), photo);
  if (existsSync(file)) await backUp(file, before);
  mkdirSync(dirname(file), { recursive: true });
  const renewed = `${file}.restoring`;
  copyFileSync(copy, renewed);
  try {
    await using(renewed, renew);
    await using(file, (db) => copied(db, renewed, false));
  } finally {
    for (const end of ['', '-wal', '-shm']) rmSync(`${renewed}${end}`, { force: true });
  }
  await checked(file);
  return { jobs, photos: copyPhotos(folder, dirname(file)) };
}

/** Gives every log of a copy another epoch, so that devices find out that it may lack what they have; and writes down that it was restored. */
async function renew(db: sqlite3.Database): Promise<void> {
  const run = (sql: string) => new Promise<void>((done, fail) => db.exec(sql, (error) => (error ? fail(error) : done())));
  const tables = await new Promise<string[]>((done, fail) =>
    db.all('SELECT name FROM sqlite_master', (error, rows: { name: string }[]) => (error ? fail(error) : done(rows.map((r) => r.name)))),
  );
  if (tables.includes('logs')) await run('UPDATE logs SET epoch = lower(hex(randomblob(16)))');
  if (tables.includes('records')) await run(`INSERT INTO records (at, what, about) VALUES ('${new Date().toISOString()}', 'restored', '')`);
  // all of it stands in the one file then
  await run('PRAGMA wal_checkpoint(TRUNCATE)');
}

/** Those that are there whole: one that is being written has a dot before its name. */
const photosIn = (folder: string): readonly string[] =>
  existsSync(join(folder, PHOTOS)) ? readdirSync(join(folder, PHOTOS)).filter((name) => !name.startsWith('.')) : [];

/** Photos are called by the hash of their bytes: one that is there is there. */
function copyPhotos(from: string, to: string): number {
  const photos = photosIn(from);
  if (photos.length > 0) mkdirSync(join(to, PHOTOS), { recursive: true });
  for (const photo of photos) {
    const target = join(to, PHOTOS, photo);
    if (!existsSync(target)) {
      copyFileSync(join(from, PHOTOS, photo), `${target}.part`);
      renameSync(`${target}.part`, target);
    }
    checkPhoto(join(to, PHOTOS), photo);
  }
  return photos.length;
}

function checkPhoto(folder: string, photo: string): void {
  const hash = createHash('sha256').update(readFileSync(join(folder, photo))).digest('hex');
  if (!photo.startsWith(hash)) throw new Error(`the photo ${photo} is damaged`);
}

/** Whether a file is a whole database of Pitsaw's that this version reads; gives the number of its jobs. */
async function checked(file: string): Promise<number> {
  return using(file, async (db) => {
    const all = <Row>(sql: string) => new Promise<Row[]>((done, fail) => db.all(sql, (error, rows) => (error ? fail(error) : done(rows as Row[]))));
    const unreadable = (error: Error) => {
      throw new Error(`${file} is no database of Pitsaw’s (${error.message})`);
    };
    const [whole] = await all<{ integrity_check: string }>('PRAGMA integrity_check').catch(unreadable);
    if (whole?.integrity_check !== 'ok') throw new Error(`${file} is damaged (${whole?.integrity_check})`);
    if ((await all('PRAGMA foreign_key_check')).length > 0) throw new Error(`${file} is damaged: revisions without their job`);
    const steps = await all<{ name: string }>('SELECT name FROM SequelizeMeta').catch(unreadable);
    const newer = steps.find(({ name }) => !MIGRATIONS.some(([known]) => known === name));
    if (newer) throw new Error(`${file} was written by a newer Pitsaw (${newer.name})`);
    const [jobs] = await all<{ count: number }>('SELECT COUNT(*) AS count FROM jobs WHERE deletedAt IS NULL');
    return jobs?.count ?? 0;
  });
}

/** Opens a file as it is, and closes it whatever comes. */
async function using<T>(file: string, work: (db: sqlite3.Database) => Promise<T>): Promise<T> {
  const db = await new Promise<sqlite3.Database>((done, fail) => {
    const opened = new sqlite3.Database(file, (error) => (error ? fail(new Error(`${file} cannot be opened (${error.message})`)) : done(opened)));
  });
  db.configure('busyTimeout', 10_000);
  try {
    return await work(db);
  } finally {
    await new Promise<void>((done) => db.close(() => done()));
  }
}

type Backup = { step(pages: number, done: (error: Error | null, finished: boolean) => void): void; finish(done: () => void): void };

/** Copies all pages in one go: in parts a busy database would begin the copy anew again and again. */
function copied(db: sqlite3.Database, other: string, outwards: boolean): Promise<void> {
  return new Promise((done, fail) => {
    // the types of the driver do not know it
    const from = db as unknown as { backup(file: string, to: string, from: string, outwards: boolean, opened: (error: Error | null) => void): Backup };
    const backup = from.backup(other, 'main', 'main', outwards, (error) => {
      if (error) return fail(error);
      const step = (tries: number) =>
        backup.step(-1, (failed, finished) => {
          if (finished && !failed) return backup.finish(done);
          if (tries === 0) return backup.finish(() => fail(failed ?? new Error('the database is busy; try again')));
          setTimeout(() => step(tries - 1), 100);
        });
      step(100);
    });
  });
}
