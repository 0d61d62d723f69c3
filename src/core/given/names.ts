import type { Job } from './schema';

/** A room by its name, or by its id where it has none. */
export const roomName = ({ spaces }: Pick<Job, 'spaces'>, id: string): string => spaces.find((s) => s.id === id)?.name || id;
