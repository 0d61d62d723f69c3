import type { QueryInterface, Transaction } from 'sequelize';
import * as first from './001-jobs';
import * as second from './002-events';
import * as third from './003-years';
import * as fourth from './004-devices';
import * as fifth from './005-chains';

/** A step from one shape of the database to the next, within the transaction that all steps share. */
export type Migration = {
  up(db: QueryInterface, transaction: Transaction): Promise<void>;
  down(db: QueryInterface, transaction: Transaction): Promise<void>;
};

/** Every step there ever was, in order. */
export const MIGRATIONS: readonly (readonly [string, Migration])[] = [
  ['001-jobs', first],
  ['002-events', second],
  ['003-years', third],
  ['004-devices', fourth],
  ['005-chains', fifth],
];
