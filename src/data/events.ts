import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import { Op, type Transaction } from 'sequelize';
import { problemLine, readEvent, readStoredText } from '../core/given';
import {
  groundOfSite,
  isByPlan,
  linkAfter,
  linksOf,
  NO_LINK,
  openSite,
  planHash,
  resolved,
  type OpenSite,
  type RawLine,
  type SiteGround,
} from '../core/lay';
import { presentJob, type Database } from './database';
import { writerOf } from './writer';

/** What a device sends: an event with an id of its own and no number yet, parsed from JSON. */
export type SentEvent = Readonly<Record<string, unknown>> & { readonly id: string };

/** What became of an event that was sent: kept under a number, now or when it came before; or refused, and why. */
export type Taken = { readonly id: string; readonly n: number } | { readonly id: string; readonly refused: string };

/**
 * What a log is known by: its epoch, another one after every restore, and its last line's number and link; with them the link at a line that was
 * asked for, null where there is no such line.
 */
export type LogHead = { readonly epoch: string; readonly last: number; readonly link: string; readonly at: string | null };

export type EventStore = {
  /**
   * Appends events to a job's log, in order, each once whatever is sent twice; what makes no sense where it would stand is refused by itself.
   *
   * @param epoch of the log that they are meant for; none means whichever there is
   * @returns what became of each; null where there is no such job, 'other-log' where its log is another one
   */
  append(jobId: string, events: readonly SentEvent[], epoch?: string): Promise<readonly Taken[] | 'other-log' | null>;
  /** What a log is known by, with its link at line `n`; null where there is no such job. */
  head(jobId: string, n: number): Promise<LogHead | null>;
  /** Gives a new job the lines of a log that was read before, ids and all. */
  copy(jobId: string, log: readonly Readonly<Record<string, unknown>>[], transaction: Transaction): Promise<void>;
  /** The lines of a log as JSON, those after a number; null where there is no such job. */
  after(jobId: string, n: number): Promise<readonly string[] | null>;
  /** Tells of every line that is appended from now on; gives back how to stop that. */
  listen(jobId: string, listener: (line: string) => void): () => void;
  /**
   * Says what a log is known by, and then passes every line after `n`, those that there are and those that come, each once and in order.
   *
   * @param known is given the log's head, and says whether to go on
   * @returns how to stop that; null where there is no such job
   */
  follow(jobId: string, n: number, known: (head: LogHead) => boolean | Promise<boolean>, pass: (line: string) => void): Promise<(() => void) | null>;
};

/** A log as it was folded up to its last line. */
type Folded = { readonly site: OpenSite; last: number; lastId: string; link: string };

/** Why a line that was recorded under another plan is not taken. */
const OTHER_PLAN = 'was recorded under another plan than the one in force';

/** So many logs are held folded, those that were written to last. */
const MOST_SITES = 20;

/** The happenings of a database. Every batch is one transaction; batches wait for each other. */
export function eventStore({ sequelize, jobs, revisions, events, logs }: Database): EventStore {
  const news = new EventEmitter().setMaxListeners(0);
  const sites = new Map<string, Folded>();
  const change = writerOf(sequelize);

  const linesAfter = async (jobId: string, n: number, transaction?: Transaction): Promise<string[]> => {
    const rows = await events.findAll({ where: { jobId, n: { [Op.gt]: n } }, order: [['n', 'ASC']], transaction });
    return rows.map((r) => r.body);
  };

  /** What of a job its log is read with, as the job stands. */
  async function groundOf(jobId: string, transaction: Transaction): Promise<SiteGround> {
    const job = await jobs.findByPk(jobId, { attributes: ['head'], transaction, rejectOnEmpty: true });
    const head = await revisions.findByPk(job.head!, { attributes: ['document'], transaction, rejectOnEmpty: true });
    const document = readStoredText(head.document);
    if (!document.ok) throw new Error(`the log of job ${jobId} cannot be read: ${problemLine(document.problems[0]!)}`);
    return groundOfSite(document.value);
  }

  /** The site of a job as its log says, folded anew where somebody else wrote to it. */
  async function siteFor(jobId: string, transaction: Transaction): Promise<Folded> {
    const row = await events.findOne({ where: { jobId }, attributes: ['n', 'eventId', 'link'], order: [['n', 'DESC']], transaction });
    const [last, lastId, link] = [row?.n ?? 0, row?.eventId ?? '', row?.link ?? NO_LINK];
    const known = sites.get(jobId);
    sites.delete(jobId);
    if (known?.last === last && known.lastId === lastId && known.link === link) {
      sites.set(jobId, known);
      return known;
    }
    const site = openSite(await groundOf(jobId, transaction));
    for (const line of await linesAfter(jobId, 0, transaction)) {
      const event = readEvent(JSON.parse(line));
      if (!event.ok) throw new Error(`the log of job ${jobId} cannot be read: ${event.problems[0]!.text}`);
      site.heard(event.value);
    }
    const opened = { site, last, lastId, link };
    sites.set(jobId, opened);
    const [oldest] = sites.keys();
    if (sites.size > MOST_SITES && oldest !== undefined) sites.delete(oldest);
    return opened;
  }

  /** Numbers of lines by their ids: those that were sent, and those that they refer to. */
  async function numbersFor(jobId: string, sent: readonly SentEvent[], transaction: Transaction): Promise<Map<string, number>> {
    const ids = new Set(sent.flatMap((e) => [e.id, ...refersTo(e)]));
    const known = await events.findAll({ where: { jobId, eventId: [...ids] }, attributes: ['n', 'eventId'], transaction });
    return new Map(known.map((r) => [r.eventId, r.n]));
  }

  const epochOf = async (jobId: string, transaction: Transaction): Promise<string> => {
    const [log] = await logs.findOrCreate({ where: { jobId }, defaults: { jobId, epoch: randomUUID() }, transaction });
    return log.epoch;
  };

  const take = async (jobId: string, sent: readonly SentEvent[], transaction: Transaction): Promise<{ taken: Taken[]; lines: string[] }> => {
    const numbers = await numbersFor(jobId, sent, transaction);
    const opened = await siteFor(jobId, transaction);
    const taken: Taken[] = [];
    const lines: string[] = [];
    for (const one of sent) {
      const before = numbers.get(one.id);
      if (before !== undefined) {
        taken.push({ id: one.id, n: before });
        continue;
      }
      const n = opened.last + 1;
      const put = putLine(opened.site, one, n, (id) => numbers.get(id));
      if ('refused' in put) {
        taken.push({ id: one.id, refused: put.refused });
        continue;
      }
      const body = JSON.stringify(put.line);
      const link = linkAfter(opened.link, put.line);
      await events.create({ jobId, n, eventId: one.id, body, link }, { transaction });
      Object.assign(opened, { last: n, lastId: one.id, link });
      numbers.set(one.id, n);
      lines.push(body);
      taken.push({ id: one.id, n });
    }
    return { taken, lines };
  };

  const listen = (jobId: string, listener: (line: string) => void): (() => void) => {
    news.on(jobId, listener);
    return () => void news.off(jobId, listener);
  };

  return {
    async append(jobId, sent, epoch) {
      try {
        const done = await change(async (transaction) => {
          const job = await jobs.findOne({ where: presentJob(jobId), attributes: ['id'], transaction });
          if (!job) return null;
          const own = await epochOf(jobId, transaction);
          return epoch !== undefined && epoch !== own ? ('other-log' as const) : take(jobId, sent, transaction);
        });
        if (done === null || done === 'other-log') return done;
        // told once it is kept
        for (const line of done.lines) news.emit(jobId, line);
        return done.taken;
      } catch (error) {
        // what was folded ahead of a failed transaction is not so
        sites.delete(jobId);
        throw error;
      }
    },
    async head(jobId, n) {
      const job = await jobs.findOne({ where: presentJob(jobId), attributes: ['id'] });
      if (!job) return null;
      const epoch = (await logs.findByPk(jobId))?.epoch ?? (await change((transaction) => epochOf(jobId, transaction)));
      const last = await events.findOne({ where: { jobId }, attributes: ['n', 'link'], order: [['n', 'DESC']] });
      const at = n === 0 ? NO_LINK : (await events.findOne({ where: { jobId, n }, attributes: ['link'] }))?.link;
      return { epoch, last: last?.n ?? 0, link: last?.link ?? NO_LINK, at: at ?? null };
    },
    async copy(jobId, log, transaction) {
      const links = linksOf(log);
      // a line that was written by hand has no id of a device
      const rows = log.map((line, i) => ({ jobId, n: i + 1, eventId: typeof line.id === 'string' ? line.id : `line ${i + 1}`, body: JSON.stringify(line), link: links[i]! }));
      for (let i = 0; i < rows.length; i += 500) await events.bulkCreate(rows.slice(i, i + 500), { transaction });
    },
    async after(jobId, n) {
      const job = await jobs.findOne({ where: presentJob(jobId), attributes: ['id'] });
      return job && linesAfter(jobId, n);
    },
    listen,
    async follow(jobId, n, known, pass) {
      let last = n;
      const early: string[] = [];
      let caughtUp = false;
      const next = (line: string) => {
        const own = (JSON.parse(line) as { n: number }).n;
        if (own <= last) return;
        last = own;
        pass(line);
      };
      // heard before it is looked up, so that none falls between
      const stop = listen(jobId, (line) => void (caughtUp ? next(line) : early.push(line)));
      try {
        const head = await this.head(jobId, n);
        if (head && (await known(head))) {
          for (const line of [...(await linesAfter(jobId, n)), ...early]) next(line);
          caughtUp = true;
          return stop;
        }
        stop();
        return head && (() => undefined);
      } catch (error) {
        stop();
        throw error;
      }
    },
  };
}


/** Ids of lines that a line refers to. */
const refersTo = (line: RawLine): readonly string[] => [
  ...(typeof line.of === 'string' ? [line.of] : []),
  ...(Array.isArray(line.begunBy) ? (line.begunBy as unknown[][]).flatMap((b) => (Array.isArray(b) && typeof b[1] === 'string' ? [b[1]] : [])) : []),
];

/** Puts what was sent to a site as its next line; gives the line as it is kept, or why it is refused. */
function putLine(
  site: OpenSite,
  one: SentEvent,
  n: number,
  numberOf: (id: string) => number | undefined,
): { readonly line: RawLine } | { readonly refused: string } {
  const own = resolved(one, numberOf, site);
  if (typeof own === 'string') return { refused: own };
  const plan = site.plan();
  if (typeof one.under === 'string' && isByPlan(String(one.what)) && plan && one.under !== planHash(plan)) return { refused: OTHER_PLAN };
  const line = { ...own, n };
  const event = readEvent(line);
  if (!event.ok) return { refused: `${event.problems[0]!.path} ${event.problems[0]!.text}`.trim() };
  const refused = site.put(event.value);
  return refused === null ? { line } : { refused };
}
