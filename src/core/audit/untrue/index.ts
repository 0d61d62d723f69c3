/**
 * What makes a plan untrue, whoever made it: wood that lies nowhere or twice, pieces that do not lock, findings that are left out or invented,
 * sums that do not add up. Takes a plan file and the floors that the job asks for; one truth a file.
 */
export { covers } from './covers';
export { meets } from './meets';
export { sawnTruly } from './sawn';
export { listsTruly, strayFindings } from './lists';
export { sumsUp } from './sums';
export { shapesOf, type Shape, type Say } from './shapes';
