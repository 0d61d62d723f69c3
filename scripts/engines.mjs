// Every package must run on the Node versions that we promise: what asks for another makes installing warn, or fail later.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import semver from 'semver';
import { root } from './lib.mjs';

const read = (file) => JSON.parse(readFileSync(join(root, file), 'utf8'));
const promised = ['20.19.0', '22.13.0', '24.0.0'];
const { engines } = read('package.json');
const wrong = promised
  .filter((version) => !semver.satisfies(version, engines.node))
  .map((version) => `package.json itself leaves out Node ${version}`);
for (const [path, pack] of Object.entries(read('package-lock.json').packages)) {
  const range = pack.engines?.node;
  if (path === '' || range === undefined || pack.optional) continue;
  for (const version of promised) {
    if (!semver.satisfies(version, range))
      wrong.push(`${path.replace('node_modules/', '')}@${pack.version} asks for Node ${range}, and not for ${version}`);
  }
}
for (const line of wrong) console.error(line);
process.exit(wrong.length === 0 ? 0 : 1);
