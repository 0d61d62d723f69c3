// npm run demo, npm start: installs, builds, seeds where asked, serves on loopback.
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, freePort, must, root, run, startServer } from './lib.mjs';

const demo = process.argv.includes('--demo');
const fresh = process.argv.includes('--fresh');
const database = process.env.PITSAW_DB ?? join(root, 'data', demo ? 'demo.sqlite' : 'pitsaw.sqlite');

ensureInstalled();
ensureBuilt();
if (demo)
  must(
    'Seeding the demo',
    run(process.execPath, ['--import', 'tsx', 'demo/seed.ts', ...(fresh ? ['--fresh'] : [])], { extraEnv: { PITSAW_DB: database } }),
  );

const port = await freePort(Number(process.env.PORT ?? 4170));
const { child, url } = await startServer(port, database);
console.log(`\nPitsaw is at ${url}\nYour floors are kept in ${database}\nStop it with Ctrl+C.`);
const stop = () => child.kill('SIGTERM');
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
child.on('exit', (code) => process.exit(code ?? 0));
