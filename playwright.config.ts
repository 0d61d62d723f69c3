import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from '@playwright/test';
import { CHROMIUM_ARGS } from './scripts/lib.mjs';

const port = 4391;

/** Drives the built application, seeded afresh, in Debian's Chromium. */
export default defineConfig({
  testDir: 'e2e',
  timeout: 120_000,
  expect: { timeout: 30_000 },
  workers: 2,
  fullyParallel: true,
  reporter: 'list',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: CHROMIUM_ARGS,
    },
  },
  projects: [
    { name: 'own machine' },
    {
      // a name that leads here and is no secure context for the browser: what a phone has without a certificate
      name: 'plain http',
      testMatch: 'lay.spec.ts',
      use: {
        baseURL: `http://floors.test:${port}`,
        launchOptions: {
          executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
          args: [...CHROMIUM_ARGS, '--host-resolver-rules=MAP floors.test 127.0.0.1'],
        },
      },
    },
  ],
  webServer: {
    command: 'node scripts/serve.mjs --demo --fresh',
    url: `http://127.0.0.1:${port}/api/health`,
    env: { PORT: String(port), PITSAW_HOSTS: 'floors.test', PITSAW_DB: join(tmpdir(), `pitsaw-e2e-${process.pid}.sqlite`) },
    reuseExistingServer: false,
    timeout: 120_000,
  },
});
