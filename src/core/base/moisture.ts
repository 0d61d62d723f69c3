import type { Base, Job, LimitSource, Moisture, MoistureMethod, Substrate } from '../given';

/** What the wettest reading that counts allows: laying at once, over a film that keeps vapour back, or not at all. */
export type Verdict = 'fine' | 'film' | 'stop' | 'unknown';
export type MoistureVerdict = { readonly verdict: Verdict; readonly reasons: readonly string[]; readonly from: LimitSource };

type Limits = { readonly fine: number; readonly film: number };

/**
 * Usual limits; presets: the product's own instructions and the meter's decide. Each method has a scale of its own, and none is read by
 * another's. Mass: % of mass, dried in an oven; air: % humidity in a hole or under a hood; wood: % by a pin meter; carbide: CM-%; meter: the
 * digits of an electric meter.
 */
export const PRESET_MOISTURE: Readonly<Record<MoistureMethod, Limits>> = {
  mass: { fine: 2, film: 4 },
  air: { fine: 75, film: 85 },
  wood: { fine: 12, film: 12 },
  carbide: { fine: 2, film: 3 },
  meter: { fine: 50, film: 80 },
};
/** Carbide tests are read by what the base is: over heating a screed has to be drier, and gypsum is spoilt by the water that a film keeps in. */
const CARBIDE = {
  heated: { fine: 1.8, film: 1.8 },
  gypsum: { fine: 0.5, film: 0.5 },
  heatedGypsum: { fine: 0.3, film: 0.3 },
} as const;

/** What a base is, in words. */
export const SUBSTRATE_WORDS: Readonly<Record<Substrate, string>> = {
  concrete: 'Concrete',
  screed: 'Cement screed',
  gypsum: 'Gypsum screed',
  boards: 'Boards on joists',
  sheet: 'Sheets of wood',
  tile: 'Tiles',
  'old-floor': 'An old floor that stays',
};

export const METHOD_WORDS: Readonly<Record<MoistureMethod, string>> = {
  mass: '% of mass, dried in an oven',
  air: '% humidity, in a hole or under a hood',
  wood: '% in wood, pin meter',
  carbide: 'CM-%, carbide test',
  meter: 'digits of an electric meter',
};

/** What a method's readings are judged by on a base. */
export function limitsFor(given: Job['moistureLimits'], method: MoistureMethod, base?: Pick<Base, 'substrate' | 'heated'>): Limits {
  const own = given?.[method];
  if (own) return own;
  if (method !== 'carbide' || !base) return PRESET_MOISTURE[method];
  if (base.substrate === 'gypsum') return base.heated ? CARBIDE.heatedGypsum : CARBIDE.gypsum;
  return base.heated ? CARBIDE.heated : PRESET_MOISTURE.carbide;
}

/** Readings by one method nearer to each other than this (mm) are of one place: the latest counts. */
const ONE_PLACE = 300;

/** The readings that count: of those by one method at one place the latest. */
export const counting = (readings: readonly Moisture[]): readonly Moisture[] =>
  readings.filter(
    (a) => !readings.some((b) => b.method === a.method && b.on > a.on && Math.hypot(b.at[0] - a.at[0], b.at[1] - a.at[1]) <= ONE_PLACE),
  );

export const verdictOf = ({ value }: Pick<Moisture, 'value'>, { fine, film }: Limits): Exclude<Verdict, 'unknown'> =>
  value <= fine ? 'fine' : value <= film ? 'film' : 'stop';

const RANK = { fine: 0, film: 1, stop: 2 } as const;

/** Whether a base always asks for a film, whatever was read. */
const vapour = (base: Base): string | null =>
  base.substrate === 'concrete' || base.substrate === 'screed' || base.substrate === 'gypsum'
    ? `${base.substrate === 'concrete' ? 'Concrete' : 'A screed'} gives off vapour for years: a film, however dry it reads.`
    : base.belowGround
      ? 'Below ground vapour comes in from outside: a film, however dry it reads.'
      : null;

/** What may lie on a slab on the ground: without a reading nobody knows how wet it is. */
const HIDES_A_SLAB: ReadonlySet<Substrate> = new Set(['tile', 'old-floor']);

/** What the moisture of a space's base allows, and why. */
export function moistureOf(base: Base | undefined, given: Job['moistureLimits']): MoistureVerdict {
  const from = (methods: readonly MoistureMethod[]): LimitSource =>
    given && (methods.length > 0 ? methods.every((m) => given[m]) : Object.keys(given).length > 0) ? 'yours' : 'preset';
  if (!base) return { verdict: 'unknown', reasons: ['Nobody has said yet what the base is.'], from: from([]) };
  const readings = counting(base.moisture ?? []);
  const always = vapour(base);
  if (readings.length === 0) {
    if (always === null && !HIDES_A_SLAB.has(base.substrate)) return { verdict: 'fine', reasons: [], from: from([]) };
    return {
      verdict: 'unknown',
      reasons: ['No moisture has been read, and this base may be wet: read it before anything is laid.'],
      from: from([]),
    };
  }
  const judged = readings.map((r) => ({ ...r, verdict: verdictOf(r, limitsFor(given, r.method, base)) }));
  const worst = Math.max(...judged.map((r) => RANK[r.verdict]));
  const decisive = judged.filter((r) => RANK[r.verdict] === worst);
  const reasons = worst === 0 ? [] : worstOfEach(decisive).map((r) => sentence(r, limitsFor(given, r.method, base)));
  if (always !== null && worst < RANK.stop) reasons.push(always);
  const verdict = worst === RANK.stop ? 'stop' : worst === RANK.film || always !== null ? 'film' : 'fine';
  return { verdict, reasons, from: from([...new Set(judged.map((r) => r.method))]) };
}

/** Of the readings by each method the highest. */
const worstOfEach = (readings: readonly Moisture[]): Moisture[] =>
  Object.values(
    readings.reduce<Partial<Record<MoistureMethod, Moisture>>>((most, r) => {
      const other = most[r.method];
      return other && other.value >= r.value ? most : { ...most, [r.method]: r };
    }, {}),
  );

const sentence = ({ value, method, on }: Moisture, { fine, film }: Limits): string => {
  const read = `${value} ${METHOD_WORDS[method]}, read on ${on.slice(0, 10)}`;
  return value > film
    ? `${read}: more than the ${film} that may be laid on. Find where it comes from, let it dry, read again.`
    : `${read}: more than the ${fine} that may be laid on without a film.`;
};
