/**
 * Audit: what is wrong with a floor, where, by how much, whose limit it is and what mends it. Takes pieces as they lie, whatever put
 * them there; one rule a file.
 */
export * from './audit';
export { ruleOf, RULES, type Remedy, type RuleName } from './rules';
export { judge, unlocked, untrueOf } from './judge';
export { judged } from './answer';
export { measureRows, type LaidPiece } from './measure';
export { leastJointDistance } from './stagger';
export { LEAF, leafOff } from './leaf';
