import type { Point } from '../core/geometry';
import type { InstrumentEvent } from '../core/survey';
import { Simulated } from './simulated';

/** An instrument that is put up at one place after the other. */
export abstract class Standing extends Simulated {
  protected foot: Point = [0, 0];

  protected ready(): InstrumentEvent {
    return { kind: 'ready', name: this.name };
  }

  /** Puts it up at another place. */
  stand(at: Point): void {
    this.foot = at;
  }
}
