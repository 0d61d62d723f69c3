import { randomBytes, randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { Database } from './database';
import { writerOf } from './writer';

/** What a device may do: see, also record what happens on site, also change jobs. */
export const ROLES = ['look', 'lay', 'all'] as const;
export type Role = (typeof ROLES)[number];

/** A device that was paired, what it may do, when it was paired, and when it was last seen. */
export type PairedDevice = {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly pairedAt: string;
  readonly seenAt: string;
};

/** Something that matters for safety: when, what, and about whom or what. */
export type SafetyRecord = {
  readonly at: string;
  readonly what: 'paired' | 'wrong-code' | 'role' | 'removed' | 'deleted' | 'restored';
  readonly about: string;
};

/** So many records are kept. */
const MOST_RECORDS = 1000;

export type DeviceStore = {
  /** Remembers a device; one that says nothing else may record what happens on site. */
  pair(name: string, role?: Role): Promise<PairedDevice>;
  /** Those that may come in, the one last seen first. */
  list(): Promise<readonly PairedDevice[]>;
  /** What a device may do; null where it may not come in. */
  roleOf(id: string): Promise<Role | null>;
  /** Gives a device another role; false where there is none. */
  setRole(id: string, role: Role): Promise<boolean>;
  /** Notes that a device was seen. */
  seen(id: string): Promise<void>;
  /** Sends a device away: it has to be paired again. False where there is none. */
  sendAway(id: string): Promise<boolean>;
  /** Writes down what matters for safety. */
  note(what: SafetyRecord['what'], about: string): Promise<void>;
  /** What was written down, the latest first. */
  records(): Promise<readonly SafetyRecord[]>;
  /** The pairing code that is valid, for the machine that serves to show; null where there is none. */
  code(): Promise<{ readonly code: string; readonly until: number } | null>;
  saveCode(code: { readonly code: string; readonly until: number } | null): Promise<void>;
  /** The key by which cookies are signed, made once for a database. */
  key(): Promise<Buffer>;
};

/** The paired devices of a database. */
export function deviceStore({ sequelize }: Pick<Database, 'sequelize'>): DeviceStore {
  const change = writerOf(sequelize);
  const select = <Row extends object>(sql: string, replacements: readonly string[] = []) =>
    sequelize.query<Row>(sql, { type: QueryTypes.SELECT, replacements: [...replacements] });
  const run = (sql: string, replacements: readonly string[]) =>
    change((transaction) => sequelize.query(sql, { transaction, replacements: [...replacements] }));
  const now = () => new Date().toISOString();
  const note = (what: SafetyRecord['what'], about: string) =>
    change(async (transaction) => {
      const replacements = [now(), what, about.slice(0, 200)];
      await sequelize.query('INSERT INTO records (at, what, about) VALUES (?, ?, ?)', { transaction, replacements });
      await sequelize.query(`DELETE FROM records WHERE id <= (SELECT MAX(id) FROM records) - ${MOST_RECORDS}`, { transaction });
    });
  const nameOf = async (id: string) =>
    (await select<{ name: string }>('SELECT name FROM devices WHERE id = ? AND sentAwayAt IS NULL', [id]))[0]?.name;
  const CODE = 'pairing-code';
  return {
    async pair(name, role = 'lay') {
      const device = { id: randomUUID(), name, role, pairedAt: now(), seenAt: now() };
      const { id, pairedAt, seenAt } = device;
      await run('INSERT INTO devices (id, name, role, pairedAt, seenAt) VALUES (?, ?, ?, ?, ?)', [id, name, role, pairedAt, seenAt]);
      await note('paired', name);
      return device;
    },
    list: () => select<PairedDevice>('SELECT id, name, role, pairedAt, seenAt FROM devices WHERE sentAwayAt IS NULL ORDER BY seenAt DESC'),
    async roleOf(id) {
      const [row] = await select<{ role: Role }>('SELECT role FROM devices WHERE id = ? AND sentAwayAt IS NULL', [id]);
      return row?.role ?? null;
    },
    async setRole(id, role) {
      const name = await nameOf(id);
      if (name === undefined) return false;
      await run('UPDATE devices SET role = ? WHERE id = ?', [role, id]);
      await note('role', `${name}: ${role}`);
      return true;
    },
    seen: async (id) => void (await run('UPDATE devices SET seenAt = ? WHERE id = ?', [now(), id])),
    async sendAway(id) {
      const name = await nameOf(id);
      if (name === undefined) return false;
      await run('UPDATE devices SET sentAwayAt = ? WHERE id = ?', [now(), id]);
      await note('removed', name);
      return true;
    },
    note,
    records: () => select<SafetyRecord>(`SELECT at, what, about FROM records ORDER BY id DESC LIMIT ${MOST_RECORDS}`),
    async code() {
      const [row] = await select<{ value: string }>('SELECT value FROM settings WHERE name = ?', [CODE]);
      const kept = row && (JSON.parse(row.value) as { code: string; until: number } | null);
      return kept && kept.until > Date.now() ? kept : null;
    },
    saveCode: async (code) => void (await run('INSERT OR REPLACE INTO settings (name, value) VALUES (?, ?)', [CODE, JSON.stringify(code)])),
    async key() {
      const read = async () => (await select<{ value: string }>("SELECT value FROM settings WHERE name = 'share-key'"))[0]?.value;
      const known = await read();
      if (known !== undefined) return Buffer.from(known, 'hex');
      await run("INSERT OR IGNORE INTO settings (name, value) VALUES ('share-key', ?)", [randomBytes(32).toString('hex')]);
      return Buffer.from((await read())!, 'hex');
    },
  };
}
