import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { NextConfig } from 'next';

const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string };

/** What the core is: answers that a device keeps are those of this one. While it is worked on it is another one at every start. */
function core(): string {
  const hash = createHash('sha256').update(process.env.NODE_ENV === 'production' ? '' : `${Date.now()}`);
  const files = readdirSync('src/core', { recursive: true, withFileTypes: true }).filter((f) => f.isFile() && !f.name.includes('.test.'));
  for (const path of files.map((f) => join(f.parentPath, f.name)).sort()) hash.update(path).update(readFileSync(path));
  return hash.digest('hex').slice(0, 16);
}

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'sqlite3', 'umzug', 'sharp', 'piscina'],
  poweredByHeader: false,
  devIndicators: false,
  reactStrictMode: true,
  env: { PITSAW_CORE: core(), PITSAW_VERSION: version },
};

export default config;
