import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { SVGPathData, SVGPathDataTransformer as Change, type SVGCommand } from 'svg-pathdata';
import type { Point } from '../../core/geometry';
import { arcPoints, gathering, MOST_PATHS, tallyOf, type ReadDrawing } from './raw';

/** A transform as SVG writes it: x′ = a·x + c·y + e, y′ = b·x + d·y + f. */
type Matrix = readonly [number, number, number, number, number, number];
const SAME: Matrix = [1, 0, 0, 1, 0, 0];

const times = ([a, b, c, d, e, f]: Matrix, [g, h, i, j, k, l]: Matrix): Matrix => [
  a * g + c * h,
  b * g + d * h,
  a * i + c * j,
  b * i + d * j,
  a * k + c * l + e,
  b * k + d * l + f,
];

/** Millimetres to the units that SVG knows; a bare number is a pixel, 96 of them to the inch. */
const UNITS: Record<string, number> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6, px: 25.4 / 96, m: 1000 };

/** A transform is no longer, characters. */
const LONGEST_TRANSFORM = 2000;
/** Chords to one Bézier curve. */
const CHORDS = 16;
/** What draws nothing that could be a wall. */
const SILENT = new Set(['svg', 'g', 'title', 'desc', 'metadata', 'style', 'a', 'tspan', 'sodipodi:namedview']);
/** What is defined to be used elsewhere, or only clips and paints. */
const ASIDE = new Set(['defs', 'clipPath', 'mask', 'pattern', 'marker', 'symbol', 'linearGradient', 'radialGradient', 'filter']);

type State = { readonly matrix: Matrix; readonly layer: string; readonly aside: boolean };

/** Reads the outlines of an SVG drawing: paths, polygons, rectangles, circles, in groups with their transforms. */
export function readSvg(text: string): ReadDrawing {
  if (/<!ENTITY/i.test(text)) return { ok: false, text: 'this SVG defines entities of its own; save it as plain SVG' };
  const left = tallyOf();
  const { paths, labels, take, full, note } = gathering(left);
  const states: State[] = [{ matrix: SAME, layer: '', aside: false }];
  let unit: number | null = null;
  let seen = false;
  let label: { at: Point; text: string } | null = null;
  let broken: string | null = null;

  const parser = new SaxesParser();
  parser.on('error', (error) => {
    broken ??= error.message;
  });
  parser.on('opentag', (tag: SaxesTagPlain) => {
    const at = tag.attributes as Record<string, string>;
    const state = states[states.length - 1]!;
    const matrix = at.transform ? times(state.matrix, transformOf(at.transform)) : state.matrix;
    const named = tag.name === 'g' ? (at['inkscape:label'] ?? at.id ?? state.layer) : state.layer;
    const aside = state.aside || ASIDE.has(tag.name) || at.display === 'none';
    if (tag.name === 'svg' && !seen) {
      seen = true;
      unit = unitOf(at);
      // y points down on the page
      states.push({ matrix: times([1, 0, 0, -1, 0, 0], matrix), layer: '', aside });
      return;
    }
    states.push({ matrix, layer: named, aside });
    if (aside || full()) return;
    const n = (key: string) => Number.parseFloat(at[key] ?? '0') || 0;
    const put = ([x, y]: Point): Point => [matrix[0] * x + matrix[2] * y + matrix[4], matrix[1] * x + matrix[3] * y + matrix[5]];
    const path = (points: readonly Point[], closed: boolean) => {
      if (points.length >= 2) take({ points: points.map(put), closed, layer: named, name: at['inkscape:label'] ?? at.id ?? '' });
    };
    switch (tag.name) {
      case 'path': {
        const read = flattened(at.d ?? '');
        if (read) for (const { points, closed } of read) path(points, closed);
        else left.add('a path with a fault in it');
        break;
      }
      case 'rect': {
        const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')];
        path([[x, y], [x + w, y], [x + w, y + h], [x, y + h]], true); // prettier-ignore
        break;
      }
      case 'polygon':
      case 'polyline':
        path(pairs(at.points ?? ''), tag.name === 'polygon');
        break;
      case 'line':
        path([[n('x1'), n('y1')], [n('x2'), n('y2')]], false); // prettier-ignore
        break;
      case 'circle':
      case 'ellipse': {
        const [rx, ry] = tag.name === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')];
        const round = arcPoints([0, 0], 1, 0, 2 * Math.PI).slice(0, -1);
        path(
          round.map(([x, y]): Point => [n('cx') + rx * x, n('cy') + ry * y]),
          true,
        );
        break;
      }
      case 'text':
        label = { at: put([n('x'), n('y')]), text: '' };
        break;
      default:
        if (!SILENT.has(tag.name) && !tag.name.includes(':')) left.add(tag.name);
    }
  });
  parser.on('text', (words) => {
    if (label) label.text += words;
  });
  parser.on('closetag', (tag) => {
    states.pop();
    if (tag.name === 'text' && label) {
      if (label.text.trim() !== '') note(label.at, label.text.trim());
      label = null;
    }
  });
  try {
    parser.write(text).close();
  } catch (error) {
    broken ??= error instanceof Error ? error.message : 'unreadable';
  }
  if (!seen) return { ok: false, text: 'this is not an SVG drawing' };
  if (broken !== null)
    return { ok: false, text: `this SVG cannot be read (${(broken as string).slice(0, 100)}); save it as plain SVG again` };
  if (full()) return { ok: false, text: `more than ${MOST_PATHS} outlines: leave out what is not walls, and save it again` };
  return { ok: true, drawing: { format: 'SVG', unit, paths, labels, left: left.lines() } };
}

/** Millimetres to one unit of the drawing: its size on paper over its view box. A drawing in pixels says nothing of the floor's scale. */
function unitOf(at: Record<string, string>): number | null {
  const width = /^\s*([\d.eE+-]+)\s*([a-z]*)/.exec(at.width ?? '');
  const box = (at.viewBox ?? '').split(/[\s,]+/).map(Number);
  if (!width || width[2] === '' || width[2] === 'px' || UNITS[width[2]!] === undefined) return null;
  const size = Number(width[1]) * UNITS[width[2]!]!;
  return box.length === 4 && box[2]! > 0 ? size / box[2]! : UNITS.px!;
}

function transformOf(text: string): Matrix {
  let matrix: Matrix = SAME;
  // looked through letter by letter again and again where it is no transform
  for (const [, name, inside] of text.slice(0, LONGEST_TRANSFORM).matchAll(/([a-zA-Z]+)\s*\(([^)]*)\)/g)) {
    const v = (inside ?? '')
      .split(/[\s,]+/)
      .filter(Boolean)
      .map(Number);
    if (v.some((x) => !Number.isFinite(x))) continue;
    const [p = 0, q = 0] = v;
    const angle = (p * Math.PI) / 180;
    const turn: Matrix = [Math.cos(angle), Math.sin(angle), -Math.sin(angle), Math.cos(angle), 0, 0];
    const next: Matrix =
      name === 'translate' ? [1, 0, 0, 1, p, q]
      : name === 'scale' ? [p, 0, 0, v.length > 1 ? q : p, 0, 0]
      : name === 'rotate' ? times(times([1, 0, 0, 1, v[1] ?? 0, v[2] ?? 0], turn), [1, 0, 0, 1, -(v[1] ?? 0), -(v[2] ?? 0)])
      : name === 'matrix' && v.length === 6 ? (v as unknown as Matrix)
      : name === 'skewX' ? [1, 0, Math.tan(angle), 1, 0, 0]
      : name === 'skewY' ? [1, Math.tan(angle), 0, 1, 0, 0]
      : SAME; // prettier-ignore
    matrix = times(matrix, next);
  }
  return matrix;
}

function pairs(text: string): Point[] {
  const numbers = (text.match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?/g) ?? []).map(Number);
  return Array.from({ length: Math.floor(numbers.length / 2) }, (_, i) => [numbers[2 * i]!, numbers[2 * i + 1]!]);
}

/** A path's parts with curves as chords; null where it cannot be read. */
function flattened(d: string): { points: Point[]; closed: boolean }[] | null {
  let commands: readonly SVGCommand[];
  try {
    // absolute, no shorthand, arcs and quadratic curves as cubic ones
    commands = new SVGPathData(d)
      .toAbs()
      .transform(Change.NORMALIZE_HVZ())
      .transform(Change.NORMALIZE_ST())
      .transform(Change.QT_TO_C())
      .transform(Change.A_TO_C()).commands;
  } catch {
    return null;
  }
  const parts: { points: Point[]; closed: boolean }[] = [];
  let part: { points: Point[]; closed: boolean } | null = null;
  let start: Point = [0, 0];
  let now: Point = [0, 0];
  const open = () => {
    if (!part) {
      part = { points: [now], closed: false };
      parts.push(part);
    }
    return part;
  };
  for (const c of commands) {
    if (c.type === SVGPathData.MOVE_TO) {
      now = start = [c.x, c.y];
      part = null;
    } else if (c.type === SVGPathData.LINE_TO) {
      open().points.push([c.x, c.y]);
      now = [c.x, c.y];
    } else if (c.type === SVGPathData.CURVE_TO) {
      const { points } = open();
      for (let k = 1; k <= CHORDS; k++) {
        const t = k / CHORDS;
        const s = 1 - t;
        const mix = (p: number, q: number, r: number, u: number) => s ** 3 * p + 3 * s * s * t * q + 3 * s * t * t * r + t ** 3 * u;
        points.push([mix(now[0], c.x1, c.x2, c.x), mix(now[1], c.y1, c.y2, c.y)]);
      }
      now = [c.x, c.y];
    } else if (c.type === SVGPathData.CLOSE_PATH && part) {
      (part as { closed: boolean }).closed = true;
      now = start;
      part = null;
    }
  }
  for (const p of parts) {
    const [first, last] = [p.points[0]!, p.points[p.points.length - 1]!];
    if (p.points.length > 3 && Math.hypot(first[0] - last[0], first[1] - last[1]) < 1e-6) {
      p.points.pop();
      p.closed = true;
    }
  }
  return parts;
}
