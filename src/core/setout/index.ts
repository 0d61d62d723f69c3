/**
 * Set-out: which way the planks run and where the rows fall. Takes a floor; gives the rows' bands and the strip at every wall that
 * runs with them, for the mode that was chosen or for any place of the dragged line.
 */
export * from './circle';
export * from './best';
export * from './thrift';
export * from './direction';
export * from './setout';
export * from './curve';
export { runningDoorways, wrappedDoorways, wrappedEdge, type RunningDoorway } from './jambs';
export { setOut } from './answer';
