import type { InstrumentEvent } from '../core/survey';
import { Simulated } from './simulated';

/** The air of the cottage swings about this through a day, °C and % humidity. */
const AIR = { temperature: 19.5, swing: 1.4, humidity: 54, dampSwing: 4 } as const;
const FAILED_ONE_IN = 30;

/** A logger of the air in the cottage: each shot is a temperature with its humidity. */
export class SimulatedLogger extends Simulated {
  readonly name = 'Simulated logger in Weir Cottage';

  protected ready(): InstrumentEvent {
    return { kind: 'ready', name: this.name };
  }

  protected reading(n: number): InstrumentEvent {
    if (this.random() < 1 / FAILED_ONE_IN) return { kind: 'failed', n, text: 'The logger is still settling; wait a moment.' };
    const day = Math.sin(this.random() * 2 * Math.PI);
    const tenths = (v: number) => Math.round(v * 10) / 10;
    return { kind: 'reading', n, mm: tenths(AIR.temperature + AIR.swing * day), humidity: tenths(AIR.humidity - AIR.dampSwing * day) };
  }
}
