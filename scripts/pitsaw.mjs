// The command line: npm run --silent pitsaw -- plan FILE
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureInstalled, root } from './lib.mjs';

ensureInstalled();
const result = spawnSync(process.execPath, ['--import', 'tsx', join(root, 'src/cli/main.ts'), ...process.argv.slice(2)], {
  stdio: 'inherit',
});
process.exit(result.status ?? 1);
