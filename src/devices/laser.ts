import { doorwayIn, wallLetter, walkOf, type InstrumentEvent } from '../core/survey';
import { cottageHouse } from './house';
import { Simulated } from './simulated';

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
/**
 * A simulated laser measure whose truth is the demo house. Readings are noisy; now and then one is far off or fails, as with a real one.
 *
 * @param random numbers in [0, 1); given so that a test can repeat them
 * @param now the time in ms
 */
export class SimulatedLaser extends Simulated {
  readonly name = 'Simulated laser in Weir Cottage';
  readonly targets: readonly Target[] = targetsOf(cottageHouse);
  private aimed = 0;

  protected ready(): InstrumentEvent {
    return { kind: 'ready', name: this.name, targets: this.targets.map((t) => t.name), aim: this.aimed };
  }

  /** Holds it against another thing of the house. */
  aim(target: number): void {
    this.aimed = Math.min(target, this.targets.length - 1);
  }

  protected reading(n: number): InstrumentEvent {
    const chance = this.random();
    if (chance < 1 / FAILED_ONE_IN) return { kind: 'failed', n, text: 'Too little light came back; hold it against something brighter.' };
    const { mm } = this.targets[this.aimed]!;
    if (chance < 1 / FAILED_ONE_IN + 1 / BAD_ONE_IN)
      return { kind: 'reading', n, mm: Math.max(30, Math.round(mm * (0.45 + this.random()))) };
    return { kind: 'reading', n, mm: Math.max(1, Math.round((mm + NOISE * this.normal()) * 10) / 10) };
  }
}
