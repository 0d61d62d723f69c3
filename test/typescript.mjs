import { register } from 'tsx/esm/api';

/** Where tests share a worker's modules, Node itself loads the TypeScript. */
register();
