import { EventEmitter } from 'node:events';
import { Op, type Transaction } from 'sequelize';
import { problemLine, readEvent, readJobText } from '../core/given';
import { groundOfSite, openSite, type OpenSite, type SiteGround } from '../core/lay';
import { presentJob, type Database } from './database';
import { writerOf } from './writer';

/** What a device sends: an event with an id of its own and no number yet, parsed from JSON. */
export type SentEvent = Readonly<Record<string, unknown>> & { readonly id: string };

/** What became of an event that was sent: kept under a number, now or when it came before; or refused, and why. */
export type Taken = { readonly id: string; readonly n: number } | { readonly id: string; readonly refused: string };

export type EventStore = {
  /**
   * Appends events to a job's log, in order, each once whatever is sent twice; what makes no sense where it would stand is refused by itself.
   *
   * @returns what became of each; null where there is no such job
   */
  append(jobId: string, events: readonly SentEvent[]): Promise<readonly Taken[] | null>;
  /** Gives a new job the lines of a log that was read before, ids and all. */
  copy(jobId: string, log: readonly Readonly<Record<string, unknown>>[], transaction: Transaction): Promise<void>;
  /** The lines of a log as JSON, those after a number; null where there is no such job. */
  after(jobId: string, n: number): Promise<readonly string[] | null>;
  /** Tells of every line that is appended from now on; gives back how to stop that. */
  listen(jobId: string, listener: (line: string) => void): () => void;
};

/** A log as it was folded up to its last line. */
type Folded = { readonly site: OpenSite; last: number; lastId: string };

/** So many logs are held folded, those that were written to last. */
const MOST_SITES = 20;

/** The happenings of a database. Every batch is one transaction; batches wait for each other. */
export function eventStore({ sequelize, jobs, revisions, events }: Database): EventStore {
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
    const document = readJobText(head.document);
    if (!document.ok) throw new Error(`the log of job ${jobId} cannot be read: ${problemLine(document.problems[0]!)}`);
    return groundOfSite(document.value);
  }

  /** The site of a job as its log says, folded anew where somebody else wrote to it. */
  async function siteFor(jobId: string, transaction: Transaction): Promise<Folded> {
    const row = await events.findOne({ where: { jobId }, attributes: ['n', 'eventId'], order: [['n', 'DESC']], transaction });
    const [last, lastId] = [row?.n ?? 0, row?.eventId ?? ''];
    const known = sites.get(jobId);
    sites.delete(jobId);
    if (known?.last === last && known.lastId === lastId) {
      sites.set(jobId, known);
      return known;
    }
    const site = openSite(await groundOf(jobId, transaction));
    for (const line of await linesAfter(jobId, 0, transaction)) {
      const event = readEvent(JSON.parse(line));
      if (!event.ok) throw new Error(`the log of job ${jobId} cannot be read: ${event.problems[0]!.text}`);
      site.heard(event.value);
    }
    const opened = { site, last, lastId };
    sites.set(jobId, opened);
    const [oldest] = sites.keys();
    if (sites.size > MOST_SITES && oldest !== undefined) sites.delete(oldest);
    return opened;
  }

  const take = async (jobId: string, sent: readonly SentEvent[], transaction: Transaction): Promise<{ taken: Taken[]; lines: string[] }> => {
    const known = await events.findAll({ where: { jobId, eventId: sent.map((e) => e.id) }, attributes: ['n', 'eventId'], transaction });
    const numbers = new Map(known.map((r) => [r.eventId, r.n]));
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
      const raw = { ...one, n };
      const event = readEvent(raw);
      const problem = event.ok ? null : event.problems[0]!;
      const refused = event.ok ? opened.site.put(event.value) : `${problem!.path} ${problem!.text}`.trim();
      if (refused !== null) {
        taken.push({ id: one.id, refused });
        continue;
      }
      const body = JSON.stringify(raw);
      await events.create({ jobId, n, eventId: one.id, body }, { transaction });
      opened.last = n;
      opened.lastId = one.id;
      numbers.set(one.id, n);
      lines.push(body);
      taken.push({ id: one.id, n });
    }
    return { taken, lines };
  };

  return {
    async append(jobId, sent) {
      try {
        const done = await change(async (transaction) => {
          const job = await jobs.findOne({ where: presentJob(jobId), attributes: ['id'], transaction });
          return job && take(jobId, sent, transaction);
        });
        // told once it is kept
        for (const line of done?.lines ?? []) news.emit(jobId, line);
        return done?.taken ?? null;
      } catch (error) {
        // what was folded ahead of a failed transaction is not so
        sites.delete(jobId);
        throw error;
      }
    },
    async copy(jobId, log, transaction) {
      // a line that was written by hand has no id of a device
      const rows = log.map((line, i) => ({ jobId, n: i + 1, eventId: typeof line.id === 'string' ? line.id : `line ${i + 1}`, body: JSON.stringify(line) }));
      for (let i = 0; i < rows.length; i += 500) await events.bulkCreate(rows.slice(i, i + 500), { transaction });
    },
    async after(jobId, n) {
      const job = await jobs.findOne({ where: presentJob(jobId), attributes: ['id'] });
      return job && linesAfter(jobId, n);
    },
    listen(jobId, listener) {
      news.on(jobId, listener);
      return () => void news.off(jobId, listener);
    },
  };
}

