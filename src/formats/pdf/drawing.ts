import { labelSize, type Drawing, type Label, type Measure, type Stuff } from '../paper';
import { GREY, INK, writeLine, type Page } from './page';

/** Points in a millimetre of paper. */
const POINT = 72 / 25.4;
/** Scales that people have a rule for. */
const SCALES = [1, 2, 5, 10, 20, 25, 50, 75, 100, 150, 200, 250, 500, 1000, 2000, 5000, 10000];
/** Letters on a drawing, points; those with a room of their own are smaller where they have to be. */
const SIZE = 8;

type Look = { readonly fill?: string; readonly line?: string; readonly wide?: number; readonly dash?: number };
/** Told apart without colour: by tone, by how strong a line is, by dashes. */
const LOOKS: Readonly<Record<Stuff, Look>> = {
  base: { fill: '#d8d8d8', line: '#777777' },
  pad: { fill: '#efefef', line: INK },
  film: { fill: '#ffffff', line: INK, dash: 3 },
  board: { fill: '#f4f4f4', line: INK },
  stone: { fill: '#c4c4c4', line: INK },
  metal: { fill: '#8a8a8a', line: INK },
  shim: { fill: '#dddddd', line: INK },
  cover: { fill: '#4a4a4a', line: INK },
  leaf: { line: INK, dash: 3 },
  roll: { line: INK, dash: 3 },
  cut: { fill: '#ececec', line: INK, wide: 0.9 },
  room: { line: INK, wide: 1.6 },
  doorway: { line: '#777777', wide: 0.6 },
  thing: { fill: '#cfcfcf', line: INK, wide: 0.8 },
  piece: { fill: '#ffffff', line: '#666666', wide: 0.35 },
  rest: { line: '#777777', dash: 2 },
  place: { fill: '#d9d9d9', line: INK, wide: 0.8, dash: 2 },
};

/** The largest usual scale at which a drawing fits; null where none does. */
export const usualScale = ({ box }: Drawing, width: number, height: number): number | null =>
  SCALES.find((s) => ((box.maxX - box.minX) * POINT) / s <= width && ((box.maxY - box.minY) * POINT) / s <= height) ?? null;

/** Height that a drawing takes, in points, as wide as it may be. */
export function drawnHeight(
  drawing: Drawing,
  width: number,
  height: number,
): { readonly scale: number; readonly high: number; readonly wide: number } {
  const { box } = drawing;
  const scale = Math.min(width / (box.maxX - box.minX), height / (box.maxY - box.minY));
  return { scale, high: (box.maxY - box.minY) * scale, wide: (box.maxX - box.minX) * scale };
}

/** Left, top, right and bottom of what words take of a page, points. */
type Rect = readonly [number, number, number, number];
const meet = (a: Rect, b: Rect): boolean => a[0] < b[2] + 1 && b[0] < a[2] + 1 && a[1] < b[3] && b[1] < a[3];

/** Draws shapes, measures and words with their upper left corner at a place; `scale` in points a millimetre of what is shown. */
export function draw(
  { doc, type }: Page,
  { box, shapes, labels, measures }: Drawing,
  x: number,
  y: number,
  scale: number,
  size = SIZE,
): void {
  const put = ([px, py]: readonly [number, number]): [number, number] => [x + (px - box.minX) * scale, y + (box.maxY - py) * scale];
  doc.save();
  // a part of a larger drawing ends at its box
  doc.rect(x - 1, y - 1, (box.maxX - box.minX) * scale + 2, (box.maxY - box.minY) * scale + 2).clip();
  for (const { stuff, rings } of shapes) {
    const { fill, line, wide = 0.7, dash } = LOOKS[stuff];
    for (const ring of rings) {
      ring.forEach((p, i) => (i === 0 ? doc.moveTo(...put(p)) : doc.lineTo(...put(p))));
      doc.closePath();
    }
    doc.lineWidth(wide);
    if (dash === undefined) doc.undash();
    else doc.dash(dash, {});
    if (fill !== undefined && line !== undefined) doc.fillAndStroke(fill, line, 'even-odd');
    else if (line !== undefined) doc.stroke(line);
  }
  doc.undash();
  doc.restore();
  for (const m of measures) measure(m);
  const taken: Rect[] = [];
  for (const l of labels) label(l);

  function label(l: Label): void {
    const own = labelSize(l, scale, size);
    if (own === null) return;
    const [line] = type.lines(l.text, l.strong ? 'strong' : 'plain', own, Infinity);
    const [px, py] = put(l.at);
    const left = l.anchor === 'start' ? 0 : l.anchor === 'end' ? -line!.width : -line!.width / 2;
    // what is named on a floor stands on its point, what is written beside a section stands over it
    const down = l.backed || l.room || l.yields ? own * 0.34 : 0;
    const rect: Rect = [px + left, py + down - own * 0.8, px + left + line!.width, py + down + own * 0.2];
    if (l.yields && taken.some((t) => meet(t, rect))) return;
    taken.push(rect);
    doc.save();
    if (l.turn) doc.rotate(-l.turn, { origin: [px, py] });
    if (l.backed) doc.rect(px + left - 1, py + down - own * 0.8, line!.width + 2, own).fill('#ffffff');
    writeLine(doc, line!.runs, px + left, py + down, own, INK);
    doc.restore();
  }
  function measure({ from, to, text }: Measure): void {
    const [[x1, y1], [x2, y2]] = [put(from), put(to)];
    const level = Math.abs(y1 - y2) < 0.5;
    doc.lineWidth(0.8).moveTo(x1, y1).lineTo(x2, y2);
    for (const [tx, ty] of [[x1, y1], [x2, y2]] as const) doc.moveTo(tx - (level ? 0 : 3), ty - (level ? 3 : 0)).lineTo(tx + (level ? 0 : 3), ty + (level ? 3 : 0)); // prettier-ignore
    doc.stroke(INK);
    if (text === '') return;
    const [line] = type.lines(text, 'strong', size, Infinity);
    writeLine(doc, line!.runs, level ? (x1 + x2 - line!.width) / 2 : x1 + 6, level ? y1 + size + 2 : (y1 + y2) / 2 + size / 3, size, INK);
  }
}

/** Lengths that a bar shows, mm of what is drawn. */
const BARS = [10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000];
/** As long a bar as this is wanted, points. */
const BAR = 110;

/** A bar to measure by, and the scale in words. */
export function scaleBar(page: Page, ratio: number, x: number, y: number, imperial: boolean): void {
  const { doc } = page;
  const perMm = POINT / ratio;
  // feet where people measure in feet
  const unit = imperial ? 304.8 : 1;
  const bars = imperial ? [1 / 12, 1 / 4, 1 / 2, 1, 2, 5, 10, 20, 50] : BARS;
  const long = [...bars].reverse().find((b) => b * unit * perMm <= BAR) ?? bars[0]!;
  const wide = long * unit * perMm;
  doc.save().lineWidth(0.8);
  doc.rect(x, y, wide / 2, 4).fillAndStroke(INK, INK);
  doc.rect(x + wide / 2, y, wide / 2, 4).stroke(INK);
  doc.restore();
  const words = imperial ? (long < 1 ? `${Math.round(long * 12)} in` : `${long} ft`) : long < 1000 ? `${long} mm` : `${long / 1000} m`;
  page.line(`${words}; scale 1 : ${ratio} on paper printed at 100 %`, x + wide + 8, y - 3.5, 8.5, 'plain', GREY);
}
