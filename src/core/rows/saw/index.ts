/** The saw: the pieces of all runs as they lie on their planks, once their joints are known, and moved so that no plank is opened that need not be. */
export { planksSawn, sawnOf, type Sawn } from './sawn';
export { piecesOf, type Laid } from './pieces';
export { reuse, type Blank, type Place } from './reuse';
export { crowded } from './crowded';
