import type { InstrumentEvent } from '../core/survey';

/**
 * A distance meter as Pitsaw sees it. The driver of a real instrument implements this; what it is paired with, and how, is its own
 * affair.
 */
export interface Instrument {
  /** What it is called on screen. */
  readonly name: string;
  /**
   * Everything that it says from now on, beginning with `ready`. Ends when the signal is aborted or the instrument is lost.
   * @throws Error where the instrument cannot be reached
   */
  events(signal: AbortSignal): AsyncIterable<InstrumentEvent>;
  /** Takes one reading; it comes as an event. */
  shoot(): void;
  /** Readings one after the other until turned off. */
  continuous(on: boolean): void;
}
