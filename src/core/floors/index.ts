/**
 * From what is there to what is one sheet: spaces, openings and obstacles become floors with their laid areas.
 * Gives each edge of a laid area the wall, line or obstacle that it keeps away from.
 */
export * from './floors';
export { beyond, lineOf, wayOf, type Way } from './openings';
export * from './walls';
export * from './parts';
export { miniatureOf, type Miniature } from './miniature';
export { floors } from './answer';
