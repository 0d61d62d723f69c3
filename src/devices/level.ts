import type { InstrumentEvent } from '../core/survey';
import { cottageGround } from './ground';
import { Standing } from './standing';

/** A height is off by about this, mm: what such instruments promise over a room. */
const NOISE = 0.25;
/** One shot in so many is of a staff that was held askew, or stood on a crumb. */
const BAD_ONE_IN = 28;
/** One shot in so many brings nothing. */
const FAILED_ONE_IN = 24;

/** A levelling instrument that stands in the cottage: heights of its bare base wherever the staff is put up. */
export class SimulatedLevel extends Standing {
  readonly name = 'Simulated level in Weir Cottage';

  protected reading(n: number): InstrumentEvent {
    const chance = this.random();
    if (chance < 1 / FAILED_ONE_IN) return { kind: 'failed', n, text: 'The beam did not meet the staff; hold it upright.' };
    const bad = chance < 1 / FAILED_ONE_IN + 1 / BAD_ONE_IN ? 4 + this.random() * 10 : 0;
    return { kind: 'reading', n, mm: Math.round((cottageGround(...this.foot) + NOISE * this.normal() + bad) * 10) / 10 };
  }
}
