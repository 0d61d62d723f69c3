import type { Role } from '../data/devices';

/*
 * What a device may do, by its role: *look* sees everything, *lay* also records what happens on site, *all* also changes jobs. What is not in the
 * table asks for *all*; what only the machine that serves may do, the application refuses whoever comes through the gate.
 */

const RANK: Readonly<Record<Role, number>> = { look: 0, lay: 1, all: 2 };

/** Requests and the least role that they take; `*` stands for one part of a path. */
export const ALLOWED: readonly (readonly [methods: readonly string[], path: string, least: Role])[] = [
  [['GET', 'HEAD'], '/api/devices/*', 'lay'],
  [['GET', 'HEAD'], '/**', 'look'],
  // computes and gives back; nothing is changed by it
  [['POST'], '/api/jobs/*/pack', 'look'],
  [['POST'], '/api/jobs/*/log', 'lay'],
  [['POST'], '/api/photos', 'lay'],
  [['POST'], '/api/devices/*', 'lay'],
];

/** The least role that a request takes. */
export function roleFor(method: string, url: string): Role {
  const path = url.split('?')[0]!;
  const matches = (pattern: string) =>
    new RegExp(`^${pattern.replaceAll('**', '\u0000').replaceAll('*', '[^/]+').replaceAll('\u0000', '.*')}$`).test(path);
  return ALLOWED.find(([methods, pattern]) => methods.includes(method) && matches(pattern))?.[2] ?? 'all';
}

export const mayDo = (role: Role, method: string, url: string): boolean => RANK[role] >= RANK[roleFor(method, url)];
