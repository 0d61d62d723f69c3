/** Largest job file that is read, in characters. A survey of a whole storey takes a few thousand. */
export const LARGEST_FILE = 4_000_000;

/** Most lines of one log. */
export const LONGEST_LOG = 50_000;
