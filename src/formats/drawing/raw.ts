import type { Point } from '../../core/geometry';

/** A path of a drawing in the drawing's own units: closed, or a chain of lines. */
export type RawPath = { readonly points: readonly Point[]; readonly closed: boolean; readonly layer: string; readonly name: string };

/** What a file holds, as far as it was understood, before any unit is applied. */
export type RawDrawing = {
  readonly format: 'DXF' | 'SVG' | 'CSV';
  /** millimetres to one unit of the drawing; null where the file does not say */
  readonly unit: number | null;
  readonly paths: readonly RawPath[];
  readonly labels: readonly { readonly at: Point; readonly text: string }[];
  /** what was left out and why, a line each */
  readonly left: readonly string[];
};

/** Either a drawing, or the sentence that says why there is none. */
export type ReadDrawing = { readonly ok: true; readonly drawing: RawDrawing } | { readonly ok: false; readonly text: string };

/** A drawing file is no larger than this, characters. */
export const LARGEST_DRAWING = 20_000_000;
/** More paths than this are not a floor plan. */
export const MOST_PATHS = 40_000;
/** More points than this, of all paths together, neither; nor more words. */
const MOST_POINTS = 400_000;
const MOST_LABELS = 4000;
/** Further out than this, in units of the drawing, nothing is drawn: maps lie some thousand kilometres out, in millimetres. */
const FARTHEST = 1e10;
/** Curves become chords that leave them by no more than this share of their radius. */
const CHORD = 0.002;

/** How many chords an arc of so many radians needs. */
export const chordsFor = (radians: number): number => Math.max(2, Math.ceil(Math.abs(radians) / (2 * Math.acos(1 - CHORD))));

/** Points along an arc, both ends among them; angles in radians. */
export function arcPoints([x, y]: Point, radius: number, from: number, sweep: number): Point[] {
  const count = chordsFor(sweep);
  return Array.from({ length: count + 1 }, (_, k) => {
    const angle = from + (sweep * k) / count;
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  });
}

/** Counts what was left out, so that a thousand of one kind are one line. */
export function tallyOf(): { add(what: string): void; lines(): string[] } {
  const counts = new Map<string, number>();
  return {
    add: (what) => void counts.set(what, (counts.get(what) ?? 0) + 1),
    lines: () => [...counts].map(([what, count]) => (count === 1 ? what : `${what} (${count} times)`)),
  };
}

/** Gathers what a file draws: no more than a floor plan has, nothing beyond any place on earth; what is left out is tallied. */
export function gathering(left: ReturnType<typeof tallyOf>) {
  const paths: RawPath[] = [];
  const labels: { at: Point; text: string }[] = [];
  let points = 0;
  const near = ([x, y]: Point): boolean => Math.abs(x) <= FARTHEST && Math.abs(y) <= FARTHEST;
  return {
    paths,
    labels,
    take(path: RawPath): void {
      points += path.points.length;
      if (!path.points.every(near)) left.add('a line that leads beyond any place');
      else if (points > MOST_POINTS) left.add(`lines beyond the first ${MOST_POINTS} points`);
      else paths.push(path);
    },
    full: (): boolean => paths.length > MOST_PATHS,
    note(at: Point, text: string): void {
      if (near(at) && labels.length < MOST_LABELS) labels.push({ at, text: text.slice(0, 200) });
    },
  };
}
