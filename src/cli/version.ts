declare const PITSAW_VERSION: string;

/** The version that was bundled; `source` where the command line runs from its sources. */
export const VERSION = typeof PITSAW_VERSION === 'string' ? PITSAW_VERSION : 'source';
