import type { Job } from './schema';

/** A room by its name, or by its id where it has none. */
export const roomName = ({ spaces }: Pick<Job, 'spaces'>, id: string): string => spaces.find((s) => s.id === id)?.name || id;

/** A kit or a material by its name, or by its id where it has none. */
export const calledOf = ({ name, id }: { readonly name?: string | undefined; readonly id: string }): string => name || id;
