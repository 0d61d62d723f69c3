import fc from 'fast-check';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob } from '../core/given';
import { jobStore, openDatabase, upkeep, type StoredJob } from '.';
import { spare } from './thin';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const now = new Date('2026-06-15T12:00:00Z');

const ages = fc.array(fc.record({ age: fc.integer({ min: 0, max: 400 * 24 * 60 }), refused: fc.boolean() }), { minLength: 1, maxLength: 120 });

test('all of the last day stay, then the last of each hour, then of each day; where the job stands stays always', () => {
  fc.assert(
    fc.property(ages, fc.nat(), (list, pick) => {
      const marks = [...list]
        .sort((a, b) => b.age - a.age)
        .map(({ age, refused }, i) => ({
          id: i + 1,
          parent: i || null,
          kept: refused ? ('refused' as const) : ('line' as const),
          createdAt: new Date(now.getTime() - age * 60_000),
        }));
      const head = (pick % marks.length) + 1;
      const gone = new Set(spare(marks, head, now));
      expect(gone.has(head)).toBe(false);
      for (const mark of marks) {
        const age = now.getTime() - mark.createdAt.getTime();
        if (age < DAY) expect(gone.has(mark.id)).toBe(false);
        if (!gone.has(mark.id)) continue;
        // one of its hour, or of its day, is there still, and it is a later one
        const each = age < 30 * DAY ? HOUR : DAY;
        const slot = Math.floor(mark.createdAt.getTime() / each);
        expect(marks.some((m) => m.id > mark.id && m.kept === mark.kept && !gone.has(m.id) && Math.floor(m.createdAt.getTime() / each) === slot)).toBe(true);
      }
      // what is left once is left for good
      const left = marks.filter((m) => !gone.has(m.id));
      expect(spare(left, head, now)).toEqual([]);
    }),
  );
});

describe('in a database', () => {
  let folder: string;
  beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'pitsaw-'))));
  afterEach(() => rmSync(folder, { recursive: true }));
  const job = newJob('Toll house', 'metric', 4000, 3000);
  const named = (name: string) => ({ ...job, name });
  const open = async () => {
    const database = await openDatabase(join(folder, 'jobs.sqlite'));
    return { database, store: jobStore(database) };
  };

  test('undo goes on over what was thinned out, and the disk gets its pages back', async () => {
    const { database, store } = await open();
    const { id, version: first } = await store.create(named('0'));
    let version = first;
    for (let n = 1; n <= 40; n++) {
      const saved = await store.save(id, version, { ...named(`${n}`), ...{ note: 'x'.repeat(20_000) } });
      if (saved.kind === 'saved') version = saved.job.version;
    }
    const pages = async () => Object.values((await database.sequelize.query('PRAGMA page_count', { plain: true }))!)[0] as number;
    const before = await pages();
    // a year ago, an hour apart: of each day one stays
    const rows = await database.revisions.findAll({ order: [['id', 'ASC']], attributes: ['id'] });
    for (const [i, row] of rows.entries()) {
      await database.sequelize.query('UPDATE revisions SET createdAt = ? WHERE id = ?', { replacements: [new Date(now.getTime() - 365 * DAY + i * HOUR), row.id] });
    }
    await upkeep(database, now);
    const left = await database.revisions.count();
    expect(left).toBeLessThan(5);
    expect(await pages()).toBeLessThan(before / 3);
    const names = [((await store.read(id)) as StoredJob).document.name];
    while (((await store.read(id)) as StoredJob).canUndo) names.push((await store.undo(id))!.document.name);
    expect(names).toHaveLength(left);
    expect(names[0]).toBe('40');
    expect(names.map(Number)).toEqual([...names.map(Number)].sort((a, b) => b - a));
    await database.sequelize.close();
  });

  test('what was deleted more than 30 days ago is taken away with all that belongs to it, nothing else', async () => {
    const { database, store } = await open();
    const [old, recent, kept] = [await store.create(named('old')), await store.create(named('recent')), await store.create(named('kept'))];
    await store.remove(old.id);
    await store.remove(recent.id);
    await database.jobs.update({ deletedAt: new Date(now.getTime() - 31 * DAY) }, { where: { id: old.id } });
    await database.jobs.update({ deletedAt: new Date(now.getTime() - 29 * DAY) }, { where: { id: recent.id } });
    await upkeep(database, now);
    expect(await database.revisions.count({ where: { jobId: old.id } })).toBe(0);
    expect(await store.restore(old.id)).toBe(false);
    expect(await store.restore(recent.id)).toBe(true);
    expect((await store.list({ sort: 'name' })).jobs.map((j) => j.name)).toEqual(['kept', 'recent']);
    expect(await store.read(kept.id)).toMatchObject({ document: { name: 'kept' } });
    await database.sequelize.close();
  });
});
