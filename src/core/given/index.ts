/**
 * What is given: the job file, the plan file and the log of the site as files. What they may hold, reading them with problems that name
 * their place, and presets to begin with.
 */
export * from './known';
export { quote, isDate, hoursOf } from './fields';
export { REPAIR_WAYS, ROUND, type Looked } from './after';
export * from './base';
export { MATERIAL_KINDS } from './beneath';
export { minutesOf, PACES, WEEKDAYS, type Pace, type Weekday } from './crew';
export { LOW_THINGS, PROFILE_KINDS, type ProfileKind } from './edges';
export * from './feet';
export { calledOf, roomName } from './names';
export * from './schema';
export { labelled, productsOf } from './products';
export * from './problems';
export * from './read';
export * from './sizes';
export * from './presets';
export * from './plan';
export * from './log';
export * from './floor';
export * from './slices';
