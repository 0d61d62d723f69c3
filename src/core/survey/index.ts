/**
 * Survey: outlines from walls as they are walked with a tape, the closing error and its likely wall, outlines changed by wall, corner,
 * angle, several widths or a diagonal, bays and curved walls, things placed by two distances, rooms hung on others and moved.
 */
export * from './walk';
export * from './reshape';
export * from './flare';
export * from './shapes';
export * from './attach';
export * from './move';
export * from './reading';
export * from './tags';
