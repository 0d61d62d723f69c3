import { readLogText, type Event } from './log';
import { bad, good, type Result } from './problems';
import { DEEPEST, readJson, readStored } from './read';
import type { Job } from './schema';
import { LARGEST_FLOOR_FILE } from './sizes';

/** A job and the lines of its log, as they are kept: what is told of one floor in one file. */
export type FloorFile = {
  readonly job: Job;
  /** the lines as they came */
  readonly log: readonly Readonly<Record<string, unknown>>[];
  /** and as they were read */
  readonly events: readonly Event[];
};

export const FLOOR_FORMAT = 'pitsaw/floor';

/** The text of a floor file: a job, as it is kept, and the lines of its log. */
export const floorText = (job: unknown, log: readonly string[]): string =>
  `${JSON.stringify({ format: FLOOR_FORMAT, version: 1, job, log: log.map((line) => JSON.parse(line) as unknown) }, null, 2)}\n`;

/** Whether a text is that of a floor file, by how it begins. */
export const isFloorText = (text: string): boolean => /^\uFEFF?\s*\{\s*"format"\s*:\s*"pitsaw\/floor"/.test(text);

/** Reads a floor file's text; a job file is a floor on which nothing has happened yet. Never throws. */
export function readFloorText(text: string): Result<FloorFile> {
  const isFloor = isFloorText(text);
  // a plan lies deeper in a floor file than anything in a job
  const raw = isFloor ? readJson(text, DEEPEST, LARGEST_FLOOR_FILE) : readJson(text);
  if (!raw.ok) return raw;
  if (!isFloor) {
    const job = readStored(raw.value);
    return job.ok ? good({ job: job.value, log: [], events: [] }) : job;
  }
  const { version, job, log } = raw.value as { version?: unknown; job?: unknown; log?: unknown };
  if (version !== 1) return bad({ path: 'version', text: `version ${JSON.stringify(version)} is not known; this Pitsaw reads version 1` });
  if (!Array.isArray(log)) return bad({ path: 'log', text: 'is the list of what happened, empty where nothing did' });
  const read = readStored(job);
  if (!read.ok) return bad(...read.problems.map((p) => ({ ...p, path: `job.${p.path}` })));
  const lines = log.length === 0 ? good([]) : readLogText(log.map((line) => `${JSON.stringify(line)}\n`).join(''));
  if (!lines.ok) return bad(...lines.problems.map((p) => ({ ...p, path: `log ${p.path}` })));
  const seen = new Set<string>();
  const twice = lines.value.flatMap((line) => line.id ?? []).find((id) => seen.has(id) || !seen.add(id));
  if (twice !== undefined) return bad({ path: 'log', text: `two lines have the id "${twice}"; each happened once` });
  return good({ job: read.value, log: log as FloorFile['log'], events: lines.value });
}
