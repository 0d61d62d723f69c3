/**
 * Inspection: the floor as it lies, measured before somebody walks round it. Takes what stands after the log; gives the gap at every wall
 * beside the one that is wanted and what the year takes of it, and what the audit says of the floor as it lies.
 */
export { inspect } from './answer';
export { gapsAt, inspectionOf, type Gaps, type Inspection, type Lying, type ThingLook, type WallLook } from './inspect';
