import type { Display } from '../../core/units';
import { LARGEST_DRAWING, type ReadDrawing } from './raw';
import { readCsv } from './readCsv';
import { readDxf } from './readDxf';
import { readSvg } from './readSvg';

/** Whether a text begins as an SVG does, behind what may stand before it. */
function looksLikeSvg(text: string): boolean {
  const begins = text.slice(0, 5000).replace(/<!--[\s\S]*?-->/g, '');
  return /^\s*(<\?xml[^>]*>)?\s*(<!DOCTYPE[^>]*>)?\s*<svg/.test(begins);
}

/** Reads a drawing by what its file is called, or by what it holds. */
export function readDrawing(fileName: string, text: string, display: Display): ReadDrawing {
  if (text.length > LARGEST_DRAWING)
    return { ok: false, text: `larger than ${LARGEST_DRAWING / 1e6} MB: leave out what is not walls, and save it again` };
  if (text.trim() === '') return { ok: false, text: 'the file is empty' };
  const ending = /\.(\w+)$/.exec(fileName.toLowerCase())?.[1];
  if (text.startsWith('AutoCAD Binary DXF')) return { ok: false, text: 'a binary DXF; save it as DXF (ASCII)' };
  if (ending === 'svg' || looksLikeSvg(text)) return readSvg(text);
  if (ending === 'csv' || ending === 'tsv' || ending === 'txt') return readCsv(text, display);
  if (ending === 'dxf' || /^\s*(0|999)\s*\r?\n/.test(text)) return readDxf(text);
  return { ok: false, text: 'a DXF, an SVG, a table (CSV) or a job file is wanted' };
}
