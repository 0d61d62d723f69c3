import { Transaction, type Sequelize } from 'sequelize';

/** Runs changes one after the other, each in a transaction of its own: all of it is kept, or nothing. */
export type Writer = <T>(work: (transaction: Transaction) => Promise<T>) => Promise<T>;

const writers = new WeakMap<Sequelize, Writer>();

/** The one writer of a database: everything that changes it waits in the same queue. */
export function writerOf(sequelize: Sequelize): Writer {
  let last: Promise<unknown> = Promise.resolve();
  const made: Writer = (work) => {
    const next = last.then(() => sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, work));
    last = next.catch(() => undefined);
    return next;
  };
  const writer = writers.get(sequelize) ?? made;
  writers.set(sequelize, writer);
  return writer;
}
