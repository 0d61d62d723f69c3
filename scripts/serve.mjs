// npm run demo, npm start: installs, builds, seeds where asked, serves on loopback; with --share to the house's own network too, through a gate.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, freePort, must, root, run, startServer } from './lib.mjs';

const demo = process.argv.includes('--demo');
const fresh = process.argv.includes('--fresh');
/** What stands after a word of the command line. */
const valueOf = (word) => process.argv[process.argv.indexOf(`--${word}`) + 1 || process.argv.length];
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
/** Starts the gate: what other devices see, once they are paired. */
function share() {
  const certificate = { PITSAW_CERT: valueOf('cert'), PITSAW_KEY: valueOf('key') };
  const given = Object.values(certificate).filter(Boolean);
  const missing = given.find((file) => !existsSync(file));
  if (given.length === 1 || missing) {
    console.error(missing ? `${missing}: there is no such file` : 'A certificate is two files: --cert FILE --key FILE');
    child.kill('SIGTERM');
    process.exit(1);
  }
  const gate = spawn(process.execPath, ['--import', 'tsx', 'src/gate/main.ts'], {
    cwd: root,
    env: {
      ...process.env,
      ...Object.fromEntries(Object.entries(certificate).filter(([, v]) => v)),
      PITSAW_DB: database,
      PITSAW_APP_PORT: String(port),
    },
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  child.on('exit', () => gate.kill('SIGTERM'));
}
if (process.argv.includes('--share')) share();
/** Ended by force where it has not ended by itself within this time, ms; what is stored is whole all the same. */
const PATIENCE = 5000;
const stop = () => {
  child.kill('SIGTERM');
  setTimeout(() => child.kill('SIGKILL'), PATIENCE).unref();
};
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
child.on('exit', (code) => process.exit(code ?? 0));
