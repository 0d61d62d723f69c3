/**
 * Repair: what to do when a plank of a floor that lies is damaged. Takes what stands after the log and which pieces are damaged; gives the
 * ways to replace them, with what each lifts and what it asks for.
 */
export { repair } from './answer';
export { LOCK_REACH, repairOf, type RepairReport, type Route, type Way } from './routes';
export type { Needed } from './needed';
export type { Side } from './runs';
