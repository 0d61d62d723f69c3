/**
 * Beneath: what lies between base and planks. Takes floors, bases and materials; gives what goes beneath each room and why, every piece where
 * it lies and where on its roll it is cut, tape, and the height by which it lifts the floor.
 */
export { chosenFor, refusalOf, type Chosen } from './choose';
export type { BeneathPiece, Layer, Roll } from './layers';
export { BOARD_BOND } from './boards';
export { beneath, wrongBeneath, type BeneathFinding, type BeneathReport, type MaterialTotal } from './answer';
