/* npm run guide: writes docs/guide from the pages that the application shows. */
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { guideFiles } from '../src/screens/guide/markdown';

rmSync('docs/guide', { recursive: true, force: true });
mkdirSync('docs/guide', { recursive: true });
for (const [name, text] of guideFiles()) writeFileSync(`docs/guide/${name}`, text);
