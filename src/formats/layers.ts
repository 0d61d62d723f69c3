import type { Obstacle, Opening } from '../core/given';

/*
 * What the layers of a drawing are called: they carry what lines cannot, so that a drawing read back says the same.
 */

/** `OPENINGS_THROUGH_BUSY` */
export const openingLayer = ({ finish, busy }: Opening): string => `OPENINGS_${finish.toUpperCase()}${busy ? '_BUSY' : ''}`;

/** `OBSTACLES_REGISTER_GAP_3` */
export const obstacleLayer = ({ kind, gap }: Obstacle): string =>
  `OBSTACLES_${kind.toUpperCase()}${gap === undefined ? '' : `_GAP_${gap}`}`;
