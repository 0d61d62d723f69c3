import { randomBytes, randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { Database } from './database';
import { writerOf } from './writer';

/** A device that was paired, when it was, and when it was last seen. */
export type PairedDevice = { readonly id: string; readonly name: string; readonly pairedAt: string; readonly seenAt: string };

export type DeviceStore = {
  /** Remembers a device. */
  pair(name: string): Promise<PairedDevice>;
  /** Those that may come in, the one last seen first. */
  list(): Promise<readonly PairedDevice[]>;
  /** Whether a device may come in. */
  knows(id: string): Promise<boolean>;
  /** Notes that a device was seen. */
  seen(id: string): Promise<void>;
  /** Sends a device away: it has to be paired again. False where there is none. */
  sendAway(id: string): Promise<boolean>;
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
  return {
    async pair(name) {
      const device = { id: randomUUID(), name, pairedAt: now(), seenAt: now() };
      await run('INSERT INTO devices (id, name, pairedAt, seenAt) VALUES (?, ?, ?, ?)', [device.id, device.name, device.pairedAt, device.seenAt]);
      return device;
    },
    list: () => select<PairedDevice>('SELECT id, name, pairedAt, seenAt FROM devices WHERE sentAwayAt IS NULL ORDER BY seenAt DESC'),
    knows: async (id) => (await select('SELECT id FROM devices WHERE id = ? AND sentAwayAt IS NULL', [id])).length > 0,
    seen: async (id) => void (await run('UPDATE devices SET seenAt = ? WHERE id = ?', [now(), id])),
    async sendAway(id) {
      if (!(await this.knows(id))) return false;
      await run('UPDATE devices SET sentAwayAt = ? WHERE id = ?', [now(), id]);
      return true;
    },
    async key() {
      const read = async () => (await select<{ value: string }>("SELECT value FROM settings WHERE name = 'share-key'"))[0]?.value;
      const known = await read();
      if (known !== undefined) return Buffer.from(known, 'hex');
      await run("INSERT OR IGNORE INTO settings (name, value) VALUES ('share-key', ?)", [randomBytes(32).toString('hex')]);
      return Buffer.from((await read())!, 'hex');
    },
  };
}
