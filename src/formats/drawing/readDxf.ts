import DxfParser, { type IEntity, type IPoint } from 'dxf-parser';
import type { Point } from '../../core/geometry';
import { mendedDxf } from './dxfText';
import { arcPoints, gathering, MOST_PATHS, tallyOf, type ReadDrawing } from './raw';

/** `$INSUNITS`: millimetres to one unit, by the header's number. */
const UNITS: Record<number, number> = {
  1: 25.4,
  2: 304.8,
  4: 1,
  5: 10,
  6: 1000,
  8: 0.0000254,
  9: 0.0254,
  10: 914.4,
  13: 0.001,
  14: 100,
  15: 10_000,
  16: 100_000,
};

/** More things than this are not looked at, those of inserted blocks counted each time. */
const MOST_VISITS = 200_000;
/** Blocks within blocks deeper than this are left out. */
const DEEPEST = 8;

type Placing = (p: Point) => Point;
type Fields = IEntity & Record<string, unknown>;
type Vertex = IPoint & { readonly bulge?: number };

const xy = (p: IPoint | undefined): Point => [p?.x ?? 0, p?.y ?? 0];

/** Reads the closed polylines, lines, arcs and inserted blocks of a DXF drawing. */
export function readDxf(text: string): ReadDrawing {
  let parsed;
  let foreign: readonly string[];
  try {
    const mended = mendedDxf(text);
    foreign = mended.foreign;
    const parser = new DxfParser();
    parser.registerEntityHandler(Hatch);
    parsed = parser.parseSync(mended.text);
  } catch (error) {
    const why = error instanceof Error ? error.message : '';
    return { ok: false, text: `this DXF cannot be read${why ? ` (${why.slice(0, 100)})` : ''}; save it as DXF (ASCII) again` };
  }
  if (!parsed || !Array.isArray(parsed.entities))
    return { ok: false, text: 'there is no drawing in this DXF; save it as DXF (ASCII) again' };
  const left = tallyOf();
  for (const what of foreign) left.add(what);
  const { paths, labels, take, full, note } = gathering(left);
  let visits = 0;

  const visit = (entities: readonly IEntity[], place: Placing, depth: number, layerOf: (own: string) => string) => {
    for (const entity of entities) {
      if (full()) return;
      // a block that inserts itself again and again
      if (++visits > MOST_VISITS) {
        if (visits === MOST_VISITS + 1) left.add('blocks within blocks, without an end');
        return;
      }
      const e = entity as Fields;
      const layer = layerOf(entity.layer ?? '0');
      // drawn from below: what points left in the file points right in plan
      const mirrored = e.extrusionDirectionZ === -1 || (e.extrusionDirection as IPoint | undefined)?.z === -1;
      const put = ([x, y]: Point): Point => place(mirrored ? [-x, y] : [x, y]);
      const path = (points: readonly Point[], closed: boolean) => take({ points: points.map(put), closed, layer, name: '' });
      switch (entity.type) {
        case 'LINE':
          path(((e.vertices as IPoint[] | undefined) ?? []).map(xy), false);
          break;
        case 'LWPOLYLINE':
        case 'POLYLINE': {
          if (e.is3dPolygonMesh || e.isPolyfaceMesh) left.add('a mesh');
          else path(bulged(e.vertices as Vertex[], e.shape === true), e.shape === true);
          break;
        }
        case 'ARC': {
          const [from, to] = [e.startAngle as number, e.endAngle as number];
          const sweep = (((to - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI) || 2 * Math.PI;
          path(arcPoints(xy(e.center as IPoint), e.radius as number, from, sweep), false);
          break;
        }
        case 'CIRCLE':
          path(arcPoints(xy(e.center as IPoint), e.radius as number, 0, 2 * Math.PI).slice(0, -1), true);
          break;
        case 'ELLIPSE':
          path(...ellipse(e));
          break;
        case 'SOLID':
        case '3DFACE': {
          const corners = (e.points ?? e.vertices) as IPoint[] | undefined;
          if (corners && corners.length >= 3) path([...corners].map(xy), true);
          break;
        }
        case 'HATCH':
          for (const boundary of e.boundaries as Vertex[][]) if (boundary.length >= 3) path(bulged(boundary, true), true);
          if ((e.boundaries as unknown[]).length === 0) left.add(`a hatch with curved edges on layer ${layer}`);
          break;
        case 'INSERT': {
          const block = parsed.blocks?.[e.name as string];
          if (!block?.entities || depth >= DEEPEST) {
            left.add(depth >= DEEPEST ? 'a block within many others' : `a block that is not in the file`);
            break;
          }
          const [sx, sy] = [(e.xScale as number) || 1, (e.yScale as number) || 1];
          const turn = (((e.rotation as number) || 0) * Math.PI) / 180;
          const [px, py] = xy(e.position as IPoint);
          const [bx, by] = xy(block.position);
          if (((e.columnCount as number) || 1) > 1 || ((e.rowCount as number) || 1) > 1)
            left.add('further copies of a block in columns and rows');
          visit(
            block.entities,
            ([x, y]) => {
              const [u, v] = [(x - bx) * sx, (y - by) * sy];
              return put([px + u * Math.cos(turn) - v * Math.sin(turn), py + u * Math.sin(turn) + v * Math.cos(turn)]);
            },
            depth + 1,
            (own) => (own === '0' ? layer : own),
          );
          break;
        }
        case 'TEXT':
          note(put(xy(e.startPoint as IPoint)), String(e.text ?? ''));
          break;
        case 'MTEXT':
          note(
            put(xy(e.position as IPoint)),
            String(e.text ?? '')
              .slice(0, 2000)
              .replace(/\\[A-Za-z][^;\\]*;|[{}]/g, ''),
          );
          break;
        default:
          left.add(`${entity.type.toLowerCase()} on layer ${layer}`);
      }
    }
  };
  visit(
    parsed.entities,
    (p) => p,
    0,
    (own) => own,
  );
  if (full()) return { ok: false, text: `more than ${MOST_PATHS} lines: leave out what is not walls, and save it again` };
  const unit = UNITS[Number(parsed.header?.$INSUNITS ?? 0)] ?? null;
  return { ok: true, drawing: { format: 'DXF', unit, paths, labels, left: left.lines() } };
}

type Handler = InstanceType<Parameters<DxfParser['registerEntityHandler']>[0]>;
type Scanner = Parameters<Handler['parseEntity']>[0];
type Group = Parameters<Handler['parseEntity']>[1];

/** A filled area: its boundary, where that is a polyline or straight edges. */
class Hatch {
  ForEntityName = 'HATCH' as Handler['ForEntityName'];
  parseEntity(scanner: Scanner, curr: Group) {
    const boundaries: Vertex[][] = [];
    const entity = { type: 'HATCH', layer: '0', boundaries };
    let boundary: Vertex[] | null = null;
    let edges = 0;
    let straight = true;
    for (curr = scanner.next(); !scanner.isEOF() && curr.code !== 0; curr = scanner.next()) {
      const value = Number(curr.value);
      const last = boundary?.[boundary.length - 1];
      if (curr.code === 8) entity.layer = String(curr.value);
      else if (curr.code === 92) {
        boundary = [];
        straight = true;
        edges = (value & 2) === 0 ? 1 : 0;
        boundaries.push(boundary);
      } else if (curr.code === 75) boundary = null;
      else if (!boundary) continue;
      else if (curr.code === 72 && edges > 0 && value !== 1) {
        // an arc or a spline among the edges: this boundary is not understood
        straight = false;
        boundaries.splice(boundaries.indexOf(boundary), 1);
        boundary = null;
      } else if (curr.code === 10 && straight) boundary.push({ x: value, y: 0, z: 0 });
      else if (curr.code === 20 && last) last.y = value;
      else if (curr.code === 42 && edges === 0 && last) (last as { bulge?: number }).bulge = value;
    }
    return entity as unknown as IEntity;
  }
}

/** A polyline with its bulges as chords: a bulge is the tangent of a quarter of the arc's angle. */
function bulged(vertices: readonly Vertex[], closed: boolean): Point[] {
  const points: Point[] = [];
  vertices.forEach((v, i) => {
    const next = vertices[(i + 1) % vertices.length]!;
    points.push(xy(v));
    if (!v.bulge || (!closed && i === vertices.length - 1)) return;
    const [a, b] = [xy(v), xy(next)];
    const sweep = 4 * Math.atan(v.bulge);
    const chord = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (chord === 0) return;
    const radius = chord / (2 * Math.sin(Math.abs(sweep) / 2));
    // the centre lies left of the chord where the arc turns left by less than half round
    const off = radius * Math.cos(sweep / 2) * Math.sign(sweep);
    const centre: Point = [(a[0] + b[0]) / 2 - ((b[1] - a[1]) / chord) * off, (a[1] + b[1]) / 2 + ((b[0] - a[0]) / chord) * off];
    points.push(...arcPoints(centre, radius, Math.atan2(a[1] - centre[1], a[0] - centre[0]), sweep).slice(1, -1));
  });
  return points;
}

function ellipse(e: Fields): [Point[], boolean] {
  const [cx, cy] = xy(e.center as IPoint);
  const [mx, my] = xy(e.majorAxisEndPoint as IPoint);
  const ratio = e.axisRatio as number;
  const [from, to] = [e.startAngle as number, e.endAngle as number];
  const sweep = (((to - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI) || 2 * Math.PI;
  const points = arcPoints([0, 0], 1, from, sweep).map(([c, s]): Point => [cx + mx * c - my * ratio * s, cy + my * c + mx * ratio * s]);
  const whole = sweep > 2 * Math.PI - 1e-6;
  return [whole ? points.slice(0, -1) : points, whole];
}
