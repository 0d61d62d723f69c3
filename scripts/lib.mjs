// What every script needs before the packages are there: plain Node, nothing imported but its own modules.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const note = join(root, '.cache');

/** Quiet tools and no network look-ups at run time. */
export const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' };

const hashOf = (text) => createHash('sha256').update(text).digest('hex');

/** Runs a command to its end; its output goes to standard error where standard output belongs to somebody else. */
export function run(command, args, { quiet = false, toStderr = false, extraEnv = {} } = {}) {
  const result = spawnSync(command, args, {
    cwd: root,
    env: { ...env, ...extraEnv },
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', toStderr ? 2 : 'inherit', 'inherit'],
  });
  if (quiet && result.status !== 0) process.stderr.write(`${result.stdout}${result.stderr}`);
  return result.status ?? 1;
}

/** Runs a command beside others: what it says is kept until it ends. */
export const runBeside = (command, args, extraEnv = {}) =>
  new Promise((done) => {
    const child = spawn(command, args, { cwd: root, env: { ...env, ...extraEnv }, stdio: ['ignore', 'pipe', 'pipe'] });
    let output = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (output += text));
    child.on('error', (error) => done({ status: 1, output: `${error.message}\n` }));
    child.on('close', (status) => done({ status: status ?? 1, output }));
  });

export function must(what, status) {
  if (status === 0) return;
  console.error(`\n${what} failed.`);
  process.exit(status);
}

const isThere = (command) => spawnSync(command, ['--version'], { stdio: 'ignore' }).error === undefined;
/** What compiling the database driver takes, by what Debian calls it. */
const BUILDERS = { python3: ['python3'], make: ['make'], 'g++': ['g++', 'clang++', 'c++'] };

/** Why packages cannot be installed here, in one line that says what to do; null where they can. */
export function whyNotInstall({ node = process.versions.node, path = root, found = isThere } = {}) {
  const [major, minor] = node.split('.').map(Number);
  if (!(major === 20 && minor >= 19) && !(major === 22 && minor >= 13) && major < 23)
    return `Pitsaw runs on Node 20.19 or newer, 22.13 or newer, and 24; this is ${node}. Install one of those.`;
  if (/\s/.test(path))
    return `Pitsaw cannot be installed in ${path}: the database driver does not compile where a path has spaces. Move it.`;
  const missing = Object.keys(BUILDERS).filter((name) => !BUILDERS[name].some(found));
  return missing.length === 0
    ? null
    : `Installing compiles the database driver and needs ${missing.join(', ')}: sudo apt-get update && sudo apt-get install -y ${missing.join(' ')}`;
}

/** Whether something can be written into a folder, or where it would be made: tried, for rights alone do not say it. */
function isWritable(folder) {
  if (!existsSync(folder)) return dirname(folder) !== folder && isWritable(dirname(folder));
  const trial = join(folder, `.pitsaw-${process.pid}`);
  try {
    writeFileSync(trial, '');
    rmSync(trial);
    return true;
  } catch {
    return false;
  }
}

/** Where npm and the compiler keep what they fetch, where they cannot write into the home folder. */
export const cachesFor = (home = homedir()) =>
  isWritable(join(home, '.npm')) && isWritable(join(home, '.cache'))
    ? {}
    : { npm_config_cache: join(note, 'npm'), npm_config_devdir: join(note, 'node-gyp'), XDG_CACHE_HOME: join(note, 'xdg') };

const mayInstall = () => process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');

/** Installs Debian's packages, where the user may. */
function install(...packages) {
  run('apt-get', ['update', '-qq'], { quiet: true });
  run('apt-get', ['install', '-y', '-qq', ...packages], { quiet: true });
}

/**
 * Fetches the packages where they are missing or older than the lock file, or an installation was interrupted.
 *
 * @returns what is left to do then: a command that compiles what is to be compiled, and what to call after it; null where nothing is
 */
export function ensureFetched() {
  const lock = hashOf(readFileSync(join(root, 'package-lock.json')));
  const mark = join(root, 'node_modules', '.pitsaw-lock');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return null;
  if (whyNotInstall()?.startsWith('Installing compiles') && mayInstall()) install(...Object.keys(BUILDERS));
  const why = whyNotInstall();
  if (why !== null) {
    console.error(why);
    process.exit(1);
  }
  console.error('Installing packages (about 3 minutes the first time; one of them is compiled) …');
  const caches = cachesFor();
  must('npm ci', run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund'], { toStderr: true, extraEnv: caches }));
  const { allowScripts } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
  return {
    command: 'npm',
    args: ['rebuild', ...Object.keys(allowScripts)],
    // SQLite at -O1 compiles in half the time, and is quick enough for a job in a file
    extraEnv: { ...caches, CFLAGS: '-O1', CXXFLAGS: '-O1' },
    compiled: () => writeFileSync(mark, lock),
  };
}

/** The same, compiled too. */
export function ensureInstalled() {
  const rest = ensureFetched();
  if (!rest) return;
  must('npm rebuild', run(rest.command, rest.args, { toStderr: true, extraEnv: rest.extraEnv }));
  rest.compiled();
}

function filesBelow(folder) {
  return readdirSync(join(root, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesBelow(path) : [path];
  });
}

/** What is bundled into one file, from where: the command line, and what makes documents beside the server. */
const BUNDLES = { 'pitsaw.cjs': 'src/cli/main.ts', 'pack.worker.cjs': 'src/pack/worker.ts' };
/** What they are made of. */
const BUNDLED = ['src/core', 'src/formats', 'src/stages', 'src/pack', 'src/cli'];

/** Bundled anew where its sources are newer; gives its path. */
export function ensureBundled(name = 'pitsaw.cjs') {
  const bundle = join(root, 'dist', name);
  const made = existsSync(bundle) ? statSync(bundle).mtimeMs : 0;
  const newest = Math.max(...['package.json', ...BUNDLED.flatMap(filesBelow)].map((f) => statSync(join(root, f)).mtimeMs));
  if (made > newest) return bundle;
  const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
  must(
    `Bundling ${name}`,
    run(
      join(root, 'node_modules', '.bin', 'esbuild'),
      [
        BUNDLES[name],
        '--bundle',
        '--minify',
        '--platform=node',
        '--target=node20',
        '--format=cjs',
        '--loader:.woff=binary',
        `--outfile=${bundle}`,
        `--define:PITSAW_VERSION=${JSON.stringify(version)}`,
        // what asks where its own file is, is told where the bundle is
        '--define:import.meta.url=bundleUrl',
        "--banner:js=const bundleUrl = require('node:url').pathToFileURL(__filename).href;",
      ],
      { quiet: true },
    ),
  );
  return bundle;
}

/** Builds the application where its sources are newer than the last build. */
export function ensureBuilt() {
  const sources = ['package-lock.json', 'next.config.ts', 'tsconfig.json', ...filesBelow('src')].filter((f) => !/\.test\.tsx?$/.test(f));
  const state = hashOf(
    sources
      .sort()
      .map((f) => `${f} ${hashOf(readFileSync(join(root, f)))}`)
      .join('\n'),
  );
  const mark = join(note, 'built');
  ensureBundled('pack.worker.cjs');
  if (existsSync(join(root, '.next', 'BUILD_ID')) && existsSync(mark) && readFileSync(mark, 'utf8') === state) return;
  console.error('Building (about half a minute) …');
  // one that is interrupted must not pass for the one before
  rmSync(mark, { force: true });
  must('The build', run(process.execPath, ['node_modules/next/dist/bin/next', 'build'], { quiet: true }));
  mkdirSync(note, { recursive: true });
  writeFileSync(mark, state);
}

const free = (port) =>
  new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });

/** The wanted port, or the next free one, which is said. */
export async function freePort(wanted) {
  for (let port = wanted; port < wanted + 100; port++) {
    if (await free(port)) {
      if (port !== wanted) console.log(`Port ${wanted} is busy; using ${port}.`);
      return port;
    }
  }
  console.error(`No free port between ${wanted} and ${wanted + 99}.`);
  process.exit(1);
}

/** Starts the built application; the promise is kept once it answers. Where its database cannot be used, says so and ends. */
export async function startServer(port, database, { stdio = 'ignore' } = {}) {
  const child = spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '--hostname', '127.0.0.1', '--port', String(port)], {
    cwd: root,
    env: { ...env, PITSAW_DB: database },
    stdio: ['ignore', stdio, 'inherit'],
  });
  const url = `http://127.0.0.1:${port}`;
  let why = 'The server did not start.';
  for (let tries = 0; tries < 150 && child.exitCode === null; tries++) {
    const answer = await fetch(`${url}/api/health`).catch(() => null);
    if (answer?.ok) return { child, url };
    if (answer) {
      why = (await answer.json().catch(() => null))?.problems?.[0]?.text ?? why;
      break;
    }
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  child.kill();
  console.error(why);
  process.exit(1);
}

/** How Chromium is started for tests, pictures and measures: no sandbox, and nothing looked up in the background. */
export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

const BROWSERS = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** Path of a Chromium; installs Debian's where there is none and the user may. */
export function ensureChromium() {
  const found = [process.env.CHROMIUM, ...BROWSERS].find((path) => path && existsSync(path) && statSync(path).isFile());
  if (found) return found;
  if (mayInstall()) {
    console.log('Installing Chromium …');
    install('chromium');
    if (existsSync(BROWSERS[0])) return BROWSERS[0];
  }
  console.error('The browser tests need Chromium. Install it with:\n  sudo apt-get update && sudo apt-get install -y chromium');
  process.exit(1);
}
