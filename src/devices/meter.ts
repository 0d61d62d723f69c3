import type { InstrumentEvent } from '../core/survey';
import { cottageMoisture } from './moisture';
import { Standing } from './standing';

/** A reading is off by about this part of it. */
const NOISE = 0.04;
const FAILED_ONE_IN = 20;

/** A moisture meter in the cottage: % of mass in concrete, % in wood, wherever it is put. */
export class SimulatedMeter extends Standing {
  readonly name = 'Simulated moisture meter in Weir Cottage';

  protected reading(n: number): InstrumentEvent {
    if (this.random() < 1 / FAILED_ONE_IN) return { kind: 'failed', n, text: 'The pins did not reach; press it down.' };
    return { kind: 'reading', n, mm: Math.round(cottageMoisture(...this.foot) * (1 + NOISE * this.normal()) * 10) / 10 };
  }
}
