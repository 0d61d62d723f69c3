import { doorwayIn, wallLetter, walkOf, type InstrumentEvent } from '../core/survey';
import type { Instrument } from './instrument';
import { cottageHouse } from './house';

/** One distance of the house that the instrument can be held against. */
export type Target = { readonly name: string; readonly mm: number };

/** Everything worth measuring in a house: its walls room by room, then its doorways. */
export function targetsOf({ spaces, openings }: typeof cottageHouse): readonly Target[] {
  const walls = spaces.flatMap((s) => walkOf(s.outline).map(({ length }, i) => ({ name: `${s.name}, wall ${wallLetter(i)}`, mm: length })));
  const doors = openings.flatMap((o) => {
    const space = spaces.find((s) => s.id === o.between[0])!;
    const place = doorwayIn(space.outline, o.outline)!;
    const name = `${space.name} to ${spaces.find((s) => s.id === o.between[1])?.name ?? 'the porch'}`;
    return [
      { name: `${name}: along wall ${wallLetter(place.wall)}`, mm: place.along },
      { name: `${name}: doorway width`, mm: place.width },
      { name: `${name}: wall thickness`, mm: place.thickness },
    ];
  });
  return [...walls, ...doors].filter((t) => t.mm > 0);
}

/** A reading is off by about this, mm: what such instruments promise. */
const NOISE = 0.7;
/** One shot in so many meets a chair, or goes through an open door. */
const BAD_ONE_IN = 16;
/** One shot in so many brings nothing: too little light came back. */
const FAILED_ONE_IN = 24;
/** Time from one reading to the next in continuous mode, ms. */
const PACE = 350;
/** How long it is gone when it is carried out of range, ms. */
const AWAY = 3000;

/**
 * A simulated laser measure whose truth is the demo house. Readings are noisy; now and then one is far off or fails, as with a real one.
 *
 * @param random numbers in [0, 1); given so that a test can repeat them
 * @param now the time in ms
 */
export class SimulatedLaser implements Instrument {
  readonly name = 'Simulated laser in Weir Cottage';
  readonly targets: readonly Target[] = targetsOf(cottageHouse);
  private aimed = 0;
  private readings = 0;
  private timer: ReturnType<typeof setInterval> | undefined;
  private awayUntil = 0;
  private readonly listeners = new Set<(event: InstrumentEvent | null) => void>();

  constructor(
    private readonly random: () => number,
    private readonly now: () => number = Date.now,
  ) {}

  async *events(signal: AbortSignal): AsyncGenerator<InstrumentEvent> {
    if (this.now() < this.awayUntil) throw new Error('out of range');
    const queue: (InstrumentEvent | null)[] = [
      { kind: 'ready', name: this.name, targets: this.targets.map((t) => t.name), aim: this.aimed },
    ];
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
    this.say(this.reading());
  }

  continuous(on: boolean): void {
    clearInterval(this.timer);
    this.timer = on ? setInterval(() => this.shoot(), PACE) : undefined;
  }

  /** Holds it against another thing of the house. */
  aim(target: number): void {
    this.aimed = Math.min(target, this.targets.length - 1);
  }

  /** Carries it out of range for a while: everybody who listens is cut off. */
  outOfRange(): void {
    this.awayUntil = this.now() + AWAY;
    this.continuous(false);
    for (const listen of [...this.listeners]) listen(null);
  }

  private say(event: InstrumentEvent): void {
    for (const listen of [...this.listeners]) listen(event);
  }

  private reading(): InstrumentEvent {
    const n = ++this.readings;
    const chance = this.random();
    if (chance < 1 / FAILED_ONE_IN) return { kind: 'failed', n, text: 'Too little light came back; hold it against something brighter.' };
    const { mm } = this.targets[this.aimed]!;
    if (chance < 1 / FAILED_ONE_IN + 1 / BAD_ONE_IN)
      return { kind: 'reading', n, mm: Math.max(30, Math.round(mm * (0.45 + this.random()))) };
    // Box and Muller's two uniform numbers to one normal one
    const normal = Math.sqrt(-2 * Math.log(1 - this.random())) * Math.cos(2 * Math.PI * this.random());
    return { kind: 'reading', n, mm: Math.max(1, Math.round((mm + NOISE * normal) * 10) / 10) };
  }
}
