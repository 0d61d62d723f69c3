/**
 * The days: who works when. Takes what all other answers ask for, the crew and its log; gives tasks in a calendar with the waits that cannot
 * be shortened, the earliest finish, what decides it, and where there is slack.
 */
export { calendarOf, clockOf, clockText, crewOf, type Calendar, type WholeCrew } from './calendar';
export { PACE_UNITS, paceOfLog, pacesOf, type PaceFrom, type WholePace } from './pace';
export { rowTimes, spreadOf, type LaidRowTime, type Spread } from './spread';
export { TASK_KINDS, type Task, type TaskKind } from './tasks';
export { criticalOf, scheduled, slackOf, type Duty } from './schedule';
export { days, plannedIn, taskWords, type DaysReport, type Planned, type Wait } from './answer';
