/**
 * Replanning: what to do from here. Takes the job and what stands on site; gives plans for what is still to be laid, from the wood that is
 * there, with what each changes of the plan in force.
 */
export { cutsFromHere, giveWay, replan } from './answer';
export { replan as planFromHere, marked, type ReplanHow } from './replan';
export type { Changes, Replanned } from './assemble';
export { giveWay as givingWay, type GivingWay } from './giveWay';
