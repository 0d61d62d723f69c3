// Runs a TypeScript file of the project: node scripts/run.mjs FILE [arguments]
import { spawnSync } from 'node:child_process';
import { ensureInstalled, root } from './lib.mjs';

ensureInstalled();
const result = spawnSync(process.execPath, ['--import', 'tsx', ...process.argv.slice(2)], { cwd: root, stdio: 'inherit' });
process.exit(result.status ?? 1);
