import { readdirSync, readFileSync } from 'node:fs';
import { readFloorText } from '@/core/given';
import { inspectionOf } from '@/core/inspect';
import { groundOfSite, siteOf } from '@/core/lay';
import { repairOf } from '@/core/repair';

/*
 * Floor files as they were handed over, one of every time that their form grew. They are never written again: who opens one years later has to
 * be told which plank to lift.
 */
const files = readdirSync(__dirname).filter((f) => f.endsWith('.floor.pitsaw.json'));

test.each(files)('%s opens, stands as it was left, and says how a plank of it is replaced', (file) => {
  const floor = readFloorText(readFileSync(`${__dirname}/${file}`, 'utf8'));
  if (!floor.ok) throw new Error(`${floor.problems[0]!.path}: ${floor.problems[0]!.text}`);
  const { job, events } = floor.value;
  const site = siteOf(events, groundOfSite(job));
  if (!site.ok) throw new Error(site.problems[0]!.text);
  expect(site.value.lying.size).toBe(site.value.plan!.floors.reduce((sum, f) => sum + f.pieces.length, 0));
  expect(inspectionOf(job, site.value)).toMatchObject({ ok: true, value: { isDone: true } });
  for (const { pieces } of job.repairs ?? [])
    expect(repairOf(job, site.value, pieces)).toMatchObject({ ok: true, value: { damaged: pieces } });
});
