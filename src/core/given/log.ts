import { z } from 'zod';
import { number, plainly, point, quote, ring, size } from './fields';
import type { Known } from './known';
import { planSchema, readPlan, type Plan } from './plan';
import { bad, good, pathText, type Problem, type Result } from './problems';

import { LONGEST_LOG } from './sizes';

/*
 * The log of the site, `*.pitsaw-log.jsonl`, as `formats` states it: one JSON object a line, in the order in which it happened. A line is
 * never changed; a later one may take it back.
 */

const text = z.string({ error: 'a text is missing' }).max(2000, 'more than 2000 letters');
const floor = z.string({ error: 'names no floor' }).max(200);
const row = number('a row').int('must be a whole number');
const plank = number('a plank').int('must be a whole number').min(1, 'planks are numbered from 1');
const count = number('a count').int('must be a whole number').min(1, 'at least one');
const along = number('a place on a plank').min(0, 'cannot be negative');
const plankOrNew = z.union([plank, z.literal('new')], { error: 'is a plank’s number or "new"' });

const line = <Kind extends string, Fields extends z.ZodRawShape>(what: Kind, fields: Fields) =>
  z.looseObject({
    n: number('n').int('must be a whole number').min(1, 'lines are numbered from 1'),
    time: z.string({ error: 'the time is missing' }).max(40, 'is no time'),
    by: z.string({ error: 'whose hand it was is missing' }).max(200, 'more than 200 letters'),
    what: z.literal(what),
    /** made by the device on which it was pressed: what comes twice is one event */
    id: z.string().max(100).optional(),
    ...fields,
  });

const kinds = [
  line('begun', { format: z.literal('pitsaw/log', { error: 'is not a log of Pitsaw’s' }), version: z.literal(1, { error: 'is not known; this Pitsaw reads version 1' }), plan: planSchema }), // prettier-ignore
  line('laid', { floor, row, piece: z.string().max(200).optional() }),
  line('laid-as', {
    floor,
    row,
    pieces: z
      .array(
        z.looseObject({
          plank: plankOrNew,
          from: along,
          to: along,
          at: number('a place').optional(),
          length: size.optional(),
          width: size.optional(),
        }),
      ) // prettier-ignore
      .min(1, 'lays nothing'),
  }),
  line('cut', { piece: z.string({ error: 'names no piece' }).max(200) }),
  line('cut-at', { plank, along }),
  line('broken', { plank: plankOrNew, count: count.max(10_000, 'more than 10000 planks').optional(), length: size.optional(), width: size.optional(), product: z.string().max(200).optional() }), // prettier-ignore
  line('lost', { plank, from: along, to: along }),
  line('found', {
    length: size,
    width: size,
    edge: z.enum(['near', 'far'], { error: 'is near or far' }).optional(),
    ends: z.enum(['left', 'right', 'none', 'both'], { error: 'is left, right, none or both' }),
  }),
  line('stock', {
    planks: z.union(
      [
        number('a count').int('must be a whole number').min(0, 'cannot be negative'),
        z.array(z.looseObject({ length: size, width: size, product: z.string().optional(), count: number('a count').int('must be a whole number').min(0, 'cannot be negative') })), // prettier-ignore
      ],
      { error: 'is a count, or a list of sizes with their counts' },
    ),
  }),
  line('moved', { floor, shift: point }),
  line('wall', { space: z.string({ error: 'names no space' }).max(200), outline: ring }),
  line('replanned', { plan: planSchema }),
  line('undone', { event: number('a line').int('must be a whole number').min(1, 'lines are numbered from 1') }),
  line('delivered', { text }),
  line('returned', { text }),
  line('checked', { text }),
  line('snag', { text }),
  line('repair-planned', { text }),
  /** with the plank that the new piece was cut from, where one was */
  line('repaired', { text, plank: plankOrNew.optional(), length: size.optional(), width: size.optional(), product: z.string().max(200).optional() }), // prettier-ignore
  line('note', { text, at: point.optional(), photo: z.string().max(200).optional() }),
] as const;

/** Kinds that are told of the site and count as notes for what lies; they may stand before laying has begun. */
export const NOTED_KINDS = ['delivered', 'returned', 'checked', 'snag', 'repair-planned'] as const;
export type NotedKind = (typeof NOTED_KINDS)[number];
/** Whether a kind of line may stand before laying has begun. */
export const isNoted = (what: string): what is NotedKind => (NOTED_KINDS as readonly string[]).includes(what);

const eventSchema = z.discriminatedUnion('what', kinds, {
  error: (issue) => {
    const input: unknown = issue.input;
    const what = typeof input === 'object' && input !== null && 'what' in input ? input.what : undefined;
    return `what is ${quote(what)}, which is none of ${KINDS_OF_EVENT.join(', ')}`;
  },
});
export const KINDS_OF_EVENT: readonly string[] = kinds.map((k) => k.shape.what.value);

type Line = Known<z.infer<typeof eventSchema>>;
type WithPlan<One> = One extends { what: 'begun' | 'replanned' } ? Omit<One, 'plan'> & { readonly plan: Plan } : One;
/** Something that happened on site, as a line of the log. */
export type Event = WithPlan<Line>;
/** What is told of a happening; number, time and hand are put to it where it is kept. */
export type NewEvent = Unkept<Event>;
type Unkept<One> = One extends unknown ? Omit<One, 'n' | 'time' | 'by' | 'id'> : never;

/** Reads one event that has been parsed from JSON. */
export function readEvent(raw: unknown): Result<Event> {
  const parsed = eventSchema.safeParse(raw, { error: plainly });
  if (!parsed.success) return bad(...parsed.error.issues.map((issue) => ({ path: pathText(issue.path), text: issue.message })));
  const { data } = parsed;
  if (data.what !== 'begun' && data.what !== 'replanned') return good(data as Event);
  const plan = readPlan(data.plan);
  return plan.ok ? good({ ...data, plan: plan.value } as Event) : plan;
}

/**
 * Reads a log's text.
 *
 * @returns its events in order; or the first problem, which names its line: a half line, an unknown kind, numbers out of order, a second
 * beginning. Whether the lines make sense together is asked of `lay`.
 */
export function readLogText(text: string): Result<readonly Event[]> {
  if (text === '') return bad({ path: '', text: 'the log is empty; its first line is "begun"' });
  const at = (n: number, problem: Problem) =>
    bad({ path: `line ${n}`, text: problem.path === '' ? problem.text : `${problem.path} ${problem.text}` });
  const lines = text.replace(/^\uFEFF/, '').split('\n');
  if (lines.pop() !== '') return at(lines.length + 1, { path: '', text: 'is half a line: it does not end in a newline' });
  if (lines.length > LONGEST_LOG) return at(LONGEST_LOG + 1, { path: '', text: `a log has at most ${LONGEST_LOG} lines` });
  const events: Event[] = [];
  let begun = false;
  for (const [i, one] of lines.entries()) {
    let raw: unknown;
    try {
      raw = JSON.parse(one);
    } catch {
      return at(i + 1, { path: '', text: 'is not JSON' });
    }
    const read = readEvent(raw);
    if (!read.ok) return at(i + 1, read.problems[0]!);
    if (read.value.n !== i + 1) return at(i + 1, { path: 'n', text: `is ${read.value.n} and should be ${i + 1}` });
    const { what } = read.value;
    if (what === 'begun' && begun) return at(i + 1, { path: 'what', text: 'is "begun", and the log has begun already' });
    if (!begun && what !== 'begun' && !isNoted(what)) return at(i + 1, { path: 'what', text: 'should be "begun", by which a log begins' });
    begun ||= what === 'begun';
    events.push(read.value);
  }
  return good(events);
}
