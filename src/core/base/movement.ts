import { boxOf, insideRing, turned, type MultiPolygon, type Point } from '../geometry';
import type { Air, Job, LimitSource, Product } from '../given';
import type { SetOutGround } from '../setout';

/** The air of a season: °C and % relative humidity. */
export type Season = Pick<Air, 'temperature' | 'humidity'>;
export type Seasons = { readonly laid: Season; readonly least: Season; readonly greatest: Season };
/** mm per metre and °C, mm per metre and % of humidity: [along, across]. */
export type Rates = { readonly perDegree: readonly [number, number]; readonly perHumidity: readonly [number, number] };

/** How planks of each kind usually move: what plastic does by its warmth, wood fibre by its moisture. Presets; the product's sheet decides. */
export const PRESET_MOVEMENT: Readonly<Record<Product['kind'], Rates>> = {
  laminate: { perDegree: [0, 0], perHumidity: [0.02, 0.025] },
  'rigid-vinyl': { perDegree: [0.05, 0.05], perHumidity: [0, 0] },
  'flexible-vinyl': { perDegree: [0.09, 0.09], perHumidity: [0, 0] },
  engineered: { perDegree: [0, 0], perHumidity: [0.01, 0.05] },
};

/** A heated house through the year; presets: log the air of the house itself. */
export const PRESET_SEASONS: Seasons = {
  laid: { temperature: 20, humidity: 50 },
  least: { temperature: 16, humidity: 30 },
  greatest: { temperature: 27, humidity: 65 },
};

/** Hours that boxes rest in the room, by kind; presets: some products need none, and say so. */
export const PRESET_REST: Readonly<Record<Product['kind'], number>> = {
  laminate: 48,
  'rigid-vinyl': 24,
  'flexible-vinyl': 48,
  engineered: 72,
};

export const ratesOf = (product: Product): Rates => product.movement ?? PRESET_MOVEMENT[product.kind];
export const restOfBoxes = (product: Product): number => product.rest ?? PRESET_REST[product.kind];

/** The seasons of a job: the air on the day of laying is the latest that was logged, where nobody says another. */
export function seasonsOf({ seasons, climate }: Pick<Job, 'seasons' | 'climate'>): Seasons {
  const latest = climate?.reduce<Air | undefined>((last, a) => (last && last.time >= a.time ? last : a), undefined);
  return {
    laid: seasons?.laid ?? latest ?? PRESET_SEASONS.laid,
    least: seasons?.least ?? PRESET_SEASONS.least,
    greatest: seasons?.greatest ?? PRESET_SEASONS.greatest,
  };
}

/** How much a metre grows from one air to another, mm: warmth's part and moisture's each only where they make it grow. */
const growthPerMetre = (rates: Rates, from: Season, to: Season): readonly [number, number] => {
  const [degrees, humidity] = [to.temperature - from.temperature, to.humidity - from.humidity];
  const along = (k: 0 | 1) => Math.max(0, rates.perDegree[k] * degrees) + Math.max(0, rates.perHumidity[k] * humidity);
  return [along(0), along(1)];
};

/** How much a metre of the product grows until the most, and shrinks until the least, of the year: mm, [along, across]. */
export const perMetre = (rates: Rates, { laid, least, greatest }: Seasons) => ({
  grows: growthPerMetre(rates, laid, greatest),
  shrinks: growthPerMetre(rates, least, laid),
});

/** How a metre stands in some air against the day of laying, mm, [along, across]: over 0 it has grown. */
export const movedPerMetre = ({ perDegree, perHumidity }: Rates, laid: Season, now: Season): readonly [number, number] => [
  perDegree[0] * (now.temperature - laid.temperature) + perHumidity[0] * (now.humidity - laid.humidity),
  perDegree[1] * (now.temperature - laid.temperature) + perHumidity[1] * (now.humidity - laid.humidity),
];

export type Movement = {
  readonly floor: string;
  readonly grows: readonly [number, number];
  readonly shrinks: readonly [number, number];
  /** the gap at the most of the year */
  readonly leastGap: number;
  /** the places where something holds the floor to the base, and what opens between two of them */
  readonly fixings: { readonly count: number; readonly opens: number };
  readonly from: LimitSource;
};

/** How far each floor moves over the year, from the day of laying. */
export function movementOf(grounds: readonly SetOutGround[], job: Pick<Job, 'seasons' | 'climate' | 'fixings'>): readonly Movement[] {
  const seasons = seasonsOf(job);
  const said = (job.seasons?.laid ?? job.climate?.[0]) && job.seasons?.least && job.seasons.greatest;
  return grounds.map((ground): Movement => {
    const { floor, frame } = ground;
    const { grows, shrinks } = perMetre(ratesOf(floor.product), seasons);
    const turnedRing = (p: Point) => turned(frame, p);
    const metres = extentOf(ground).map((mm) => mm / 1000) as [number, number];
    const growth: [number, number] = [grows[0] * metres[0], grows[1] * metres[1]];
    return {
      floor: floor.id,
      grows: growth,
      shrinks: [shrinks[0] * metres[0], shrinks[1] * metres[1]],
      leastGap: floor.product.limits.gap - Math.max(...growth) / 2,
      fixings: heldBy(
        (job.fixings ?? []).map((f) => f.at),
        floor.laid,
        turnedRing,
        shrinks,
      ),
      from: !said || !floor.product.movement ? 'preset' : 'product',
    };
  });
}

/** The greatest extent of one polygon of a floor along and across, mm. */
export function extentOf({ floor, frame }: Pick<SetOutGround, 'floor' | 'frame'>): readonly [number, number] {
  const boxes = floor.laid.map((polygon) => boxOf(polygon[0]!.map((p) => turned(frame, p))));
  return [Math.max(...boxes.map((b) => b.maxX - b.minX)), Math.max(...boxes.map((b) => b.maxY - b.minY))];
}

function heldBy(at: readonly Point[], laid: MultiPolygon, frame: (p: Point) => Point, shrinks: readonly [number, number]) {
  let count = 0;
  let opens = 0;
  for (const [outer] of laid) {
    const held = at.filter((p) => insideRing(p, outer!)).map(frame);
    count += held.length;
    held.forEach((a, i) => {
      for (const b of held.slice(i + 1)) {
        const [along, across] = [((a[0] - b[0]) / 1000) * shrinks[0], ((a[1] - b[1]) / 1000) * shrinks[1]];
        opens = Math.max(opens, Math.hypot(along, across));
      }
    });
  }
  return { count, opens };
}
