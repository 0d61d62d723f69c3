/**
 * The log of a job on a device: what it keeps while no server answers (`store`), how it speaks with the server (`transport`), and what it makes of
 * what it hears (`log`).
 */
export { openLog, type Aside, type LiveLog, type LogOptions, type LogState } from './log';
export { presenceOf, type Presence } from './presence';
export { openLogStore, type Entry, type LogStore, type Recorded } from './store';
export { httpTransport, type Heard, type LogHead, type Taken, type Transport } from './transport';
