import type { InstrumentEvent } from '../core/survey';
import type { Instrument } from './instrument';

/** Time from one reading to the next in continuous mode, ms. */
const PACE = 350;
/** How long it is gone when it is carried out of range, ms. */
const AWAY = 3000;

/** What simulated instruments have in common: who listens, readings that run, and being carried out of range. */
export abstract class Simulated implements Instrument {
  abstract readonly name: string;
  private readings = 0;
  private timer: ReturnType<typeof setInterval> | undefined;
  private awayUntil = 0;
  private readonly listeners = new Set<(event: InstrumentEvent | null) => void>();

  constructor(
    protected readonly random: () => number,
    private readonly now: () => number = Date.now,
  ) {}

  /** What it says when it is reached. */
  protected abstract ready(): InstrumentEvent;
  /** One reading, the n-th. */
  protected abstract reading(n: number): InstrumentEvent;

  async *events(signal: AbortSignal): AsyncGenerator<InstrumentEvent> {
    if (this.now() < this.awayUntil) throw new Error('out of range');
    const queue: (InstrumentEvent | null)[] = [this.ready()];
    let wake = () => {};
    const listen = (event: InstrumentEvent | null) => {
      queue.push(event);
      wake();
    };
    this.listeners.add(listen);
    signal.addEventListener('abort', () => listen(null));
    try {
      for (;;) {
        if (queue.length === 0) await new Promise<void>((resolve) => (wake = resolve));
        const event = queue.shift();
        if (event === null) return;
        if (event) yield event;
      }
    } finally {
      this.listeners.delete(listen);
      if (this.listeners.size === 0) this.continuous(false);
    }
  }

  shoot(): void {
    if (this.now() < this.awayUntil) return;
    this.say(this.reading(++this.readings));
  }

  continuous(on: boolean): void {
    clearInterval(this.timer);
    this.timer = on ? setInterval(() => this.shoot(), PACE) : undefined;
  }

  /** Carries it out of range for a while: everybody who listens is cut off. */
  outOfRange(): void {
    this.awayUntil = this.now() + AWAY;
    this.continuous(false);
    this.say(null);
  }

  private say(event: InstrumentEvent | null): void {
    for (const listen of [...this.listeners]) listen(event);
  }

  /** Chance about 0 with a spread of 1: Box and Muller's two uniform numbers to one normal one. */
  protected normal(): number {
    return Math.sqrt(-2 * Math.log(1 - this.random())) * Math.cos(2 * Math.PI * this.random());
  }
}
