/** Largest job file that is read, in characters. A survey of a whole storey takes a few thousand. */
export const LARGEST_FILE = 4_000_000;

/** Largest file of a job together with its log, in characters: a job, and a line for every piece of the largest floor with its plans. */
export const LARGEST_FLOOR_FILE = 32_000_000;

/** Most points of all outlines of a job together. A survey of a whole storey takes some hundreds. */
export const MOST_POINTS = 20_000;
/** Most values, names and lists that a job file holds, whatever they are: what takes a moment to read is no job. */
export const MOST_VALUES = 300_000;

/** Most lines of one log. */
export const LONGEST_LOG = 50_000;
