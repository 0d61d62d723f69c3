import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob, planSchema } from '../core/given';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'pitsaw-cli-'))));
afterAll(() => rmSync(folder, { recursive: true }));

const pitsaw = (...args: string[]) => spawnSync(process.execPath, ['--import', 'tsx', 'src/cli/main.ts', ...args], { encoding: 'utf8' });
const file = (text: string): string => {
  const path = join(folder, 'job.pitsaw.json');
  writeFileSync(path, text);
  return path;
};

test('plan prints the plan file, the same bytes each time', () => {
  const path = file(JSON.stringify(newJob('Lock office', 'metric', 4200, 3100)));
  const [one, two] = [pitsaw('plan', path), pitsaw('plan', path)];
  expect(one.status).toBe(0);
  expect(one.stderr).toBe('');
  expect(one.stdout).toBe(two.stdout);
  expect(planSchema.parse(JSON.parse(one.stdout)).job).toBe('Lock office');
});

test.each<[string, () => string[], RegExp]>([
  ['no such file', () => ['plan', join(folder, 'none')], /there is no such file/],
  ['a folder', () => ['plan', folder], /is a folder/],
  ['no JSON', () => ['plan', file('{')], /^not JSON/],
  [
    'a crossing outline',
    () => [
      'plan',
      file(
        JSON.stringify({
          ...newJob('x', 'metric', 1, 1),
          spaces: [
            {
              id: 'a',
              name: 'A',
              outline: [
                [0, 0],
                [2000, 2000],
                [2000, 0],
                [0, 2000],
              ],
            },
          ],
        }),
      ),
    ],
    /^spaces\[0\]\.outline: edges 1 and 3 cross$/,
  ],
  [
    'a room smaller than its gaps',
    () => ['plan', file(JSON.stringify(newJob('x', 'metric', 4000, 15)))],
    /^spaces\[0\]\.outline: nothing is left to lay/,
  ],
  ['no command', () => [], /^usage: /],
])('%s: status 2, one line, nothing on standard output', (_, args, want) => {
  const result = pitsaw(...args());
  expect(result.status).toBe(2);
  expect(result.stdout).toBe('');
  expect(result.stderr.trim().split('\n')).toHaveLength(1);
  expect(result.stderr.trim()).toMatch(want);
});
