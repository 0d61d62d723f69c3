import type { Point } from './point';

/**
 * Things by where they are, told apart by a distance: finds what lies within it of a point.
 *
 * @param apart the distance, mm
 */
export function placesOf<T>(apart: number): { near(p: Point): T | null; add(p: Point, item: T): void } {
  const cells = new Map<string, { readonly at: Point; readonly item: T }[]>();
  const cell = (v: number) => Math.floor(v / apart);
  return {
    near([x, y]) {
      for (let i = -1; i <= 1; i++) {
        for (let j = -1; j <= 1; j++) {
          const found = cells.get(`${cell(x) + i} ${cell(y) + j}`)?.find(({ at }) => Math.hypot(at[0] - x, at[1] - y) <= apart);
          if (found) return found.item;
        }
      }
      return null;
    },
    add(at, item) {
      const key = `${cell(at[0])} ${cell(at[1])}`;
      const there = cells.get(key);
      if (there) there.push({ at, item });
      else cells.set(key, [{ at, item }]);
    },
  };
}
