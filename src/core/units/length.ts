/** What a person reads and writes lengths in; everything is computed in millimetres. */
export type Display = 'metric' | 'imperial';

export const MM_PER_INCH = 25.4;
const MM_PER_FOOT = 304.8;
/** Longest length that any field takes: one kilometre. */
export const LONGEST = 1_000_000;

export type ParsedLength = { readonly ok: true; readonly mm: number } | { readonly ok: false; readonly text: string };

const problem = (text: string): ParsedLength => ({ ok: false, text });

const NUMBER = String.raw`\d+(?:\.\d+)?|\.\d+`;
const FRACTION = String.raw`\d+\s*\/\s*\d+`;
/** Inches: whole and fraction, fraction alone, or a decimal number. */
const INCHES = String.raw`(?:(\d+)[\s-]+(${FRACTION})|(${FRACTION})|(${NUMBER}))`;

const METRIC = new RegExp(String.raw`^(${NUMBER})\s*(mm|cm|m)?$`);
const METRES_AND_REST = new RegExp(String.raw`^(\d+)\s*m\s*(${NUMBER})\s*(mm|cm)?$`);
const FEET_AND_INCHES = new RegExp(String.raw`^(${NUMBER})\s*(?:'|ft|feet|foot)\s*-?\s*(?:${INCHES}\s*(?:"|in|inch|inches)?)?$`);
const INCHES_ONLY = new RegExp(String.raw`^${INCHES}\s*("|in|inch|inches)?$`);
const DASHED = /^(\d+)-(\d+)(?:-(\d+\s*\/\s*\d+))?$/;

const metricUnit = (unit: string | undefined): number => (unit === 'm' ? 1000 : unit === 'cm' ? 10 : 1);

/** A fraction such as `5/8`; NaN where its lower number is 0. */
function fraction(text: string): number {
  const [top = '0', bottom = '0'] = text.split('/');
  return Number(bottom) === 0 ? NaN : Number(top) / Number(bottom);
}

function inchesOf(whole?: string, part?: string, alone?: string, decimal?: string): number {
  if (whole !== undefined && part !== undefined) return Number(whole) + fraction(part);
  if (alone !== undefined) return fraction(alone);
  return decimal === undefined ? 0 : Number(decimal);
}

/**
 * Reads a length as people write it: `2430`, `2.43 m`, `243cm`, `2 m 43 cm`, `7' 11 5/8"`, `95 5/8`, `7-11-5/8`.
 * A number without a unit is millimetres where `display` is metric and inches where it is imperial.
 *
 * @param text what was typed
 * @param display the system that a bare number is read in
 * @returns the length in millimetres, not negative, or a sentence that says what to write instead
 * @example parseLength(`7' 11 5/8"`, 'metric') // { ok: true, mm: 2428.875 }
 */
export function parseLength(text: string, display: Display): ParsedLength {
  let s = text
    .trim()
    .toLowerCase()
    .replace(/[’′]/g, "'")
    .replace(/[”″]|''/g, '"')
    .replace(/\s+/g, ' ');
  if (s === '') return problem('Write a length.');
  if (s.startsWith('-')) return problem('A length cannot be negative.');
  if (/\d,\d{3}(?!\d)/.test(s) && !/m|cm/.test(s.replace(/mm/g, ''))) {
    return problem('A comma could mean thousands or a decimal: leave it out, or add m or cm.');
  }
  s = s.replace(/(\d),(\d)/g, '$1.$2');

  let mm = NaN;
  let m: RegExpExecArray | null;
  if ((m = METRIC.exec(s)) && (m[2] !== undefined || display === 'metric')) {
    mm = Number(m[1]) * metricUnit(m[2]);
  } else if ((m = METRES_AND_REST.exec(s))) {
    // "2 m 43" is two metres forty-three, as it is spoken; "2 m 430" can only mean millimetres.
    const rest = Number(m[2]) * (m[3] ? metricUnit(m[3]) : Number(m[2]) < 100 ? 10 : 1);
    mm = Number(m[1]) * 1000 + rest;
  } else if ((m = DASHED.exec(s))) {
    mm = Number(m[1]) * MM_PER_FOOT + (Number(m[2]) + (m[3] ? fraction(m[3]) : 0)) * MM_PER_INCH;
  } else if ((m = FEET_AND_INCHES.exec(s))) {
    mm = Number(m[1]) * MM_PER_FOOT + inchesOf(m[2], m[3], m[4], m[5]) * MM_PER_INCH;
  } else if ((m = INCHES_ONLY.exec(s))) {
    mm = inchesOf(m[1], m[2], m[3], m[4]) * MM_PER_INCH;
  }
  if (!Number.isFinite(mm)) {
    return problem(
      display === 'metric'
        ? 'Not understood. Write it like 2430, 2.43 m or 243 cm.'
        : `Not understood. Write it like 7' 11 5/8", 95 5/8 or 7-11-5/8.`,
    );
  }
  if (mm > LONGEST) return problem('Longer than a kilometre: check the unit.');
  return { ok: true, mm };
}

export type FormatOptions = {
  /** Leave the unit out (metric only; feet and inches always carry their marks). */
  readonly bare?: boolean;
  /** Metric: decimals shown, at most three; trailing zeros are dropped. Default 0. */
  readonly decimals?: number;
  /** Round down, as what is cut is read off a tape: within 0.05 mm of a step it is on it. */
  readonly down?: boolean;
  /** Imperial: the finest fraction, as its lower number. Default 16, and 32 for less than an inch where decimals are asked for. */
  readonly finest?: 8 | 16 | 32 | 64;
};

/** Feet, inches and a reduced fraction, each a whole number. */
export function toFeetAndInches(mm: number, finest = 16): { feet: number; inches: number; top: number; bottom: number } {
  const parts = Math.round((Math.abs(mm) / MM_PER_INCH) * finest);
  let top = parts % finest;
  let bottom = finest;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  const inches = Math.floor(parts / finest);
  return { feet: Math.floor(inches / 12), inches: inches % 12, top, bottom: top === 0 ? 1 : bottom };
}

/**
 * Writes a length for a person to read; rounds from the exact value and is read back by {@link parseLength}.
 *
 * @param exact length in millimetres; may be negative (a difference)
 * @example formatLength(2428.875, 'imperial') // 7' 11 5/8"
 */
export function formatLength(exact: number, display: Display, options: FormatOptions = {}): string {
  const mm = options.down ? readDown(exact, display, options) : exact;
  if (display === 'metric') {
    const rounded = Number(mm.toFixed(options.decimals ?? 0)) || 0;
    return options.bare ? `${rounded}` : `${rounded} mm`;
  }
  const { feet, inches, top, bottom } = toFeetAndInches(mm, options.finest ?? (options.decimals && Math.abs(mm) < MM_PER_INCH ? 32 : 16));
  const part = top > 0 ? `${top}/${bottom}` : '';
  const inch = part === '' ? `${inches}` : inches === 0 ? part : `${inches} ${part}`;
  const zero = feet === 0 && inches === 0 && top === 0;
  return `${mm < 0 && !zero ? '-' : ''}${feet > 0 ? `${feet}' ` : ''}${inch}"`;
}

/** The greatest step of a display that is not over a length, mm. */
function readDown(mm: number, display: Display, { decimals = 0, finest = 16 }: FormatOptions): number {
  const step = display === 'metric' ? 10 ** -decimals : MM_PER_INCH / finest;
  return Math.floor((mm + ON_STEP) / step) * step;
}
/** So near (mm) to a step a length is on it. */
const ON_STEP = 0.05;

/** The step of one arrow key in a length field, in millimetres: 1 mm or 1/16 in; `large` is 10 mm or 1 in. */
export function lengthStep(display: Display, large = false): number {
  if (display === 'metric') return large ? 10 : 1;
  return large ? MM_PER_INCH : MM_PER_INCH / 16;
}

/** Writes an area given in mm² as m² or sq ft, with the unit. */
export function formatArea(mm2: number, display: Display): string {
  if (display === 'metric') return `${(mm2 / 1e6).toFixed(2)} m²`;
  return `${(mm2 / MM_PER_FOOT ** 2).toFixed(1)} sq ft`;
}
