/**
 * Survey: outlines from walls as they are walked with a tape, the closing error and its likely wall, outlines changed by wall or by
 * corner, and things placed by two distances.
 */
export * from './walk';
export * from './reshape';
export * from './attach';
