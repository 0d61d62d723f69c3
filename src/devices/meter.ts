import type { Point } from '../core/geometry';
import type { InstrumentEvent } from '../core/survey';
import { cottageMoisture } from './moisture';
import { Simulated } from './simulated';

/** A reading is off by about this part of it. */
const NOISE = 0.04;
const FAILED_ONE_IN = 20;

/** A moisture meter in the cottage: % of mass in concrete, % in wood, wherever it is put. */
export class SimulatedMeter extends Simulated {
  readonly name = 'Simulated moisture meter in Weir Cottage';
  private foot: Point = [0, 0];

  protected ready(): InstrumentEvent {
    return { kind: 'ready', name: this.name };
  }

  /** Puts it to another place. */
  stand(at: Point): void {
    this.foot = at;
  }

  protected reading(n: number): InstrumentEvent {
    if (this.random() < 1 / FAILED_ONE_IN) return { kind: 'failed', n, text: 'The pins did not reach; press it down.' };
    return { kind: 'reading', n, mm: Math.round(cottageMoisture(...this.foot) * (1 + NOISE * this.normal()) * 10) / 10 };
  }
}
