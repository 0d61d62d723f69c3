#!/usr/bin/env node
// The command line: npm run --silent pitsaw -- VERB FILE, or pitsaw VERB FILE where it is installed. Runs from one bundled file.
import { createRequire } from 'node:module';
import { ensureBundled, ensureInstalled } from './lib.mjs';

ensureInstalled();
createRequire(import.meta.url)(ensureBundled());
