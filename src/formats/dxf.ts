import { Colors, DxfWriter, LWPolylineFlags, point3d, Units } from '@tarikjabiri/dxf';
import { boxOf, frameOf, turned, turnedPolygon, type Point, type Ring } from '../core/geometry';
import { type Job, type Plan } from '../core/given';
import { obstacleLayer, openingLayer } from './layers';
import { oneLine } from './plain';
import { nameAt } from './svg';

/** Height of the rooms' names in the drawing, mm. */
const LETTERS = 120;

/** A name as a drawing's text: in one line, and no pair of per cent signs, which begin a code. */
const lettersOf = (name: string): string => oneLine(name).replaceAll('%%', '% %');

/**
 * The job, and its plan where there is one, as a DXF drawing in millimetres at true scale. Layers: WALLS, OPENINGS with what becomes of the
 * floor there, OBSTACLES by kind, NAMES; and of the plan LAID, ROWS and JOINTS.
 */
export function planDxf(job: Job, plan: Plan | null): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  dxf.setVariable('$MEASUREMENT', { 70: 1 });
  const box = boxOf(job.spaces.flatMap((s) => s.outline));
  dxf.setVariable('$EXTMIN', { 10: box.minX, 20: box.minY, 30: 0 });
  dxf.setVariable('$EXTMAX', { 10: box.maxX, 20: box.maxY, 30: 0 });
  const layers = new Set<string>();
  const on = (layer: string, colour: number) => {
    if (!layers.has(layer)) dxf.addLayer(layer, colour, 'Continuous');
    layers.add(layer);
    dxf.setCurrentLayerName(layer);
  };
  const outline = (ring: Ring) =>
    dxf.addLWPolyline(
      ring.map(([x, y]) => ({ point: { x, y } })),
      { flags: LWPolylineFlags.Closed },
    );
  const line = (a: Point, b: Point) => dxf.addLine(point3d(a[0], a[1]), point3d(b[0], b[1]));

  on('WALLS', Colors.White);
  for (const space of job.spaces) outline(space.outline);
  for (const o of job.openings ?? []) {
    on(openingLayer(o), Colors.Cyan);
    outline(o.outline);
  }
  for (const o of job.obstacles ?? []) {
    on(obstacleLayer(o), Colors.Magenta);
    outline(o.outline);
  }
  on('NAMES', Colors.Green);
  for (const space of job.spaces) {
    const name = lettersOf(space.name);
    if (name === '') continue;
    const [x, y] = nameAt(space.outline);
    dxf.addText(point3d(x, y), LETTERS, name);
  }
  for (const floor of plan?.floors ?? []) {
    on('LAID', Colors.Blue);
    for (const polygon of floor.laid) polygon.forEach(outline);
    const frame = frameOf(floor.direction);
    on('ROWS', Colors.Yellow);
    for (const piece of floor.pieces) piece.outline.forEach(outline);
    on('JOINTS', Colors.Red);
    // the right end of every piece that another one of its row meets
    const laid = floor.pieces.map((piece) => {
      const ring = turnedPolygon(frame, piece.outline)[0]!;
      return { row: piece.row, ring, box: boxOf(ring) };
    });
    const begins = new Set(laid.map(({ row, box: { minX } }) => `${row} ${minX.toFixed(1)}`));
    for (const {
      row,
      ring,
      box: { maxX },
    } of laid) {
      const end = ring.filter(([u]) => Math.abs(u - maxX) < 0.01).map(([, w]) => w);
      if (end.length < 2 || !begins.has(`${row} ${maxX.toFixed(1)}`)) continue;
      line(turned(frame, [maxX, Math.min(...end)]), turned(frame, [maxX, Math.max(...end)]));
    }
  }
  return dxf.stringify();
}
