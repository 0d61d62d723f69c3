import { expose } from 'comlink';
import type { Display } from '../core/units';
import { likelyUnit, offersOf, readDrawing, type Offer, type RawDrawing } from '../formats/drawing';

/** A drawing as the preview shows it. */
export type Preview = {
  readonly format: RawDrawing['format'];
  /** whether the file itself says its unit */
  readonly unitKnown: boolean;
  /** millimetres to one unit, as the offers are */
  readonly unit: number;
  readonly offers: readonly Offer[];
  readonly left: readonly string[];
};

let drawing: RawDrawing | null = null;

function preview(raw: RawDrawing, unit: number): Preview {
  const { offers, left } = offersOf(raw, unit);
  return { format: raw.format, unitKnown: raw.unit !== null, unit, offers, left: [...raw.left, ...left] };
}

const api = {
  /** Reads a file; the drawing stays here, to be looked at in another unit. */
  read(fileName: string, text: string, display: Display): Preview | { readonly problem: string } {
    const read = readDrawing(fileName, text, display);
    if (!read.ok) return { problem: read.text };
    drawing = read.drawing;
    return preview(drawing, likelyUnit(drawing));
  },
  inUnit(unit: number): Preview | null {
    return drawing && preview(drawing, unit);
  },
};

export type DrawingApi = typeof api;

expose(api);
