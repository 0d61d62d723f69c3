import type { Point, Ring } from '@/core/geometry';

/*
 * A drawing as plain data, in millimetres of what it shows, y upwards: for a reading, for paper and for a document alike.
 */

/** What a shape is made of; paper and screen give each its own look, told apart in black and white too. */
export type Stuff = 'base' | 'pad' | 'film' | 'board' | 'stone' | 'metal' | 'shim' | 'cover' | 'leaf' | 'roll' | 'cut';

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
