/* npm run backup -- TO, npm run restore -- FROM: copies the database and its photos, and puts a copy in its place, while Pitsaw runs or not. */
import { join, resolve } from 'node:path';
import { backUp, restore } from '../src/data/backup';

const [verb, folder, ...more] = process.argv.slice(2);
const file = resolve(process.env.PITSAW_DB ?? join('data', 'pitsaw.sqlite'));
const words = ({ jobs, photos }: { jobs: number; photos: number }) =>
  `${jobs} ${jobs === 1 ? 'job' : 'jobs'} and ${photos} ${photos === 1 ? 'photo' : 'photos'}`;

try {
  if ((verb !== 'backup' && verb !== 'restore') || folder === undefined || more.length > 0) {
    throw new Error(
      'use: npm run backup -- FOLDER, or npm run restore -- FOLDER; PITSAW_DB names another database than data/pitsaw.sqlite',
    );
  }
  if (verb === 'backup') console.log(`${words(await backUp(file, resolve(folder)))} of ${file} are in ${resolve(folder)}, checked.`);
  else {
    const before = `${file}.before-${new Date().toISOString().slice(0, 19).replaceAll(':', '')}`;
    console.log(
      `${words(await restore(resolve(folder), file, before))} are in ${file} again, checked. What stood there before is in ${before}.`,
    );
  }
} catch (error) {
  console.error(`Not done: ${error instanceof Error ? error.message : String(error)}.`);
  process.exitCode = 1;
}
