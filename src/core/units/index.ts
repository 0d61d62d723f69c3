/** Lengths as people write and read them: text in, millimetres out, and back again. */
export * from './length';
export * from './height';
export * from './amounts';
