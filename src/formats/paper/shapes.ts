import type { Point, Ring } from '../../core/geometry';

/*
 * A drawing as plain data, in millimetres of what it shows, y upwards: for a reading, for paper and for a document alike.
 */

/** What a shape is made of; paper and screen give each its own look, told apart in black and white too. */
export type Stuff =
  | 'base'
  | 'pad'
  | 'film'
  | 'board'
  | 'stone'
  | 'metal'
  | 'shim'
  | 'cover'
  | 'leaf'
  | 'roll'
  | 'cut'
  /** a room by its walls, a doorway, something that stands there, a piece of a floor, what is left of a plank, a place that is not flat */
  | 'room'
  | 'doorway'
  | 'thing'
  | 'piece'
  | 'rest'
  | 'place';

export type Shape = {
  readonly stuff: Stuff;
  readonly rings: readonly Ring[];
};
/** Words at a place; `turn` in degrees, anticlockwise. */
export type Label = {
  readonly at: Point;
  readonly text: string;
  readonly strong?: true;
  readonly anchor?: 'start' | 'end';
  readonly turn?: number;
  /** what it may take of the drawing, mm: smaller where it has to be, and left out where it could not be read */
  readonly room?: readonly [number, number];
  /** on what it lies over, so that it can be read */
  readonly backed?: true;
  /** left out where another label stands already */
  readonly yields?: true;
};
/** A measure between two points, drawn beside them. */
export type Measure = { readonly from: Point; readonly to: Point; readonly text: string };

export type Drawing = {
  /** what it is of, for those who do not see it */
  readonly title: string;
  readonly box: { readonly minX: number; readonly minY: number; readonly maxX: number; readonly maxY: number };
  readonly shapes: readonly Shape[];
  readonly labels: readonly Label[];
  readonly measures: readonly Measure[];
};

/** Largest and smallest that a label with a room of its own is written, in the unit of what it is drawn on; smaller ones are left out. */
export const LABEL_SIZES = { most: 8, least: 7 };

/** How large a label is written; null where it cannot be. */
export function labelSize({ room, text, strong }: Label, scale: number, size: number): number | null {
  const plain = strong ? size * 1.1 : size;
  if (!room) return plain;
  const fits = Math.min(LABEL_SIZES.most, room[1] * scale * 0.86, (room[0] * scale) / (text.length * 0.62));
  return fits < LABEL_SIZES.least ? null : fits;
}
