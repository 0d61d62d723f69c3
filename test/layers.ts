/**
 * What makes what lies beneath true, measured afresh from what is printed, by points and by lines, and in another way than the layers are
 * made: a sentence for everything that is not so.
 */
import { boxOf, distanceToSegment, frameOf, insidePolygon, insideRing, turned, type Point, type Ring } from '@/core/geometry';
import type { Floor } from '@/core/floors';
import type { Job } from '@/core/given';

type Cut = { from: number; to: number; low: number; high: number };
type PrintedPiece = { id: string; outline: Point[] | Point[][]; roll: number; cut: Cut };
type PrintedLayer = {
  floor: string;
  kind: 'film' | 'pad';
  material: string;
  spaces: string[];
  direction: number;
  pieces: PrintedPiece[];
  tape: number;
};
/** What `pitsaw beneath` prints, as far as it is judged here. */
export type PrintedBeneath = {
  layers: PrintedLayer[];
  rolls: { n: number; material: string; length: number; width: number }[];
  totals: { material: string; rolls: number; packs: number; wastePercent: number }[];
  tape: number;
};

const NEAR = 0.01;
const STEP = 83;

const ringsOf = ({ outline }: PrintedPiece): Point[][] =>
  typeof outline[0]![0] === 'number' ? [outline as Point[]] : (outline as Point[][]);
const inPiece = (p: Point, piece: PrintedPiece): boolean => insidePolygon(p, ringsOf(piece));

export function layerUntruths(job: Job, floors: readonly Floor[], printed: PrintedBeneath): string[] {
  const said: string[] = [];
  const say = (text: string) => said.push(text);
  for (const layer of printed.layers) {
    const floor = floors.find((f) => f.id === layer.floor)!;
    if (layer.kind === 'pad') padCovers(job, floor, layer, say);
    else filmCovers(job, floor, layer, say);
    const material = job.beneath!.materials!.find((m) => m.id === layer.material)!;
    if (material.kind === 'board') inBond(layer, say);
    cutAsTheyLie(layer, say);
  }
  rollsCut(printed, say);
  return said;
}

type Say = (text: string) => void;

/** Points over a ring, a little askew, so that none lies on an edge that is square. */
function pointsOver(ring: Ring): Point[] {
  const { minX, minY, maxX, maxY } = boxOf(ring);
  const points: Point[] = [];
  for (let i = 0; minX + i * STEP < maxX; i++) {
    for (let j = 0; minY + j * STEP < maxY; j++) {
      const p: Point = [minX + i * STEP + 3.137 + (j % 7) * 0.371, minY + j * STEP + 2.713 + (i % 5) * 0.293];
      if (insideRing(p, ring)) points.push(p);
    }
  }
  return points;
}

const nearAnEdge = (p: Point, pieces: readonly PrintedPiece[]): boolean =>
  pieces.some((piece) => ringsOf(piece).some((ring) => ring.some((a, i) => distanceToSegment(p, a, ring[(i + 1) % ring.length]!) < 0.05)));

function padCovers(job: Job, floor: Floor, layer: PrintedLayer, say: Say): void {
  for (const id of layer.spaces) {
    const space = job.spaces.find((s) => s.id === id)!;
    for (const p of pointsOver(space.outline)) {
      const laid = floor.laid.some((polygon) => insidePolygon(p, polygon));
      const over = layer.pieces.filter((piece) => inPiece(p, piece)).length;
      if (over > 1 || (laid && over === 0)) {
        if (!nearAnEdge(p, layer.pieces)) say(`${layer.floor} ${layer.material}: ${over} pieces over ${p.join(', ')} in ${id}`);
      }
    }
  }
  // nothing beyond rooms and doorways
  const outlines = [...job.spaces, ...(job.openings ?? [])].map((s) => s.outline);
  for (const piece of layer.pieces) {
    for (const p of ringsOf(piece).flat()) {
      if (
        !outlines.some((ring) => insideRing(p, ring) || ring.some((a, i) => distanceToSegment(p, a, ring[(i + 1) % ring.length]!) < 0.05))
      )
        say(`${piece.id} reaches out of the floor at ${p.join(', ')}`);
    }
  }
}

function filmCovers(job: Job, floor: Floor, layer: PrintedLayer, say: Say): void {
  const film = job.beneath!.materials!.find((m) => m.id === layer.material)!;
  const [lap, turnUp] = [film.lap ?? 0, film.turnUp ?? 0];
  const openings = (job.openings ?? []).filter((o) => o.finish !== 'stop');
  const covered = (p: Point, but?: PrintedPiece) => layer.pieces.some((piece) => piece !== but && inPiece(p, piece));
  for (const id of layer.spaces) {
    const { outline } = job.spaces.find((s) => s.id === id)!;
    for (const p of pointsOver(outline))
      if (floor.laid.some((l) => insidePolygon(p, l)) && !covered(p)) say(`no film at ${p.join(', ')} in ${id}`);
    // up the walls, where no corner and no doorway is near
    outline.forEach((a, i) => {
      const b = outline[(i + 1) % outline.length]!;
      const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
      const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
      for (let at = turnUp + 5; at < length - turnUp - 5; at += STEP) {
        const foot: Point = [a[0] + dx * at, a[1] + dy * at];
        if (openings.some((o) => o.outline.some((c, k) => distanceToSegment(foot, c, o.outline[(k + 1) % 4]!) < turnUp + 5))) continue;
        const inward = insideRing([foot[0] - dy, foot[1] + dx], outline) ? 1 : -1;
        const up: Point = [foot[0] + dy * inward * (turnUp - 1), foot[1] - dx * inward * (turnUp - 1)];
        if (turnUp > 1 && !covered(up)) say(`no film up wall ${i} of ${id} at ${at}`);
      }
    });
  }
  const corners = [...job.spaces, ...openings].flatMap((o) => o.outline);
  // inside an edge that lies on the floor, a lap is covered by others
  for (const piece of layer.pieces) {
    for (const ring of ringsOf(piece)) {
      ring.forEach((a, i) => {
        const b = ring[(i + 1) % ring.length]!;
        const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
        const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
        for (let at = 7; at < length - 7; at += 61) {
          const onEdge: Point = [a[0] + dx * at, a[1] + dy * at];
          const [left, right]: [Point, Point] = [[onEdge[0] - dy, onEdge[1] + dx], [onEdge[0] + dy, onEdge[1] - dx]]; // prettier-ignore
          if (![left, right].every((p) => floor.laid.some((l) => insidePolygon(p, l)))) continue;
          // where a room without film begins, it ends at the doorway's line
          if (openings.some((o) => onLine(onEdge, o.outline))) continue;
          // near a corner nothing is asked, and a jamb askew reaches a little further
          if (corners.some((c) => Math.hypot(c[0] - onEdge[0], c[1] - onEdge[1]) <= turnUp * 1.5)) continue;
          const side = inPiece(left, piece) ? 1 : -1;
          for (const into of [1, lap / 2, lap - 1]) {
            const p: Point = [onEdge[0] - dy * side * into, onEdge[1] + dx * side * into];
            if (lap > 2 && inPiece(p, piece) && !covered(p, piece)) say(`${piece.id}: no lap at ${p.join(', ')}`);
          }
        }
      });
    }
  }
}

/** Whether a point lies on the middle line of an opening's strip, either way through it. */
function onLine(p: Point, [a, b, c, d]: readonly Point[]): boolean {
  const middle = (q: Point, r: Point): Point => [(q[0] + r[0]) / 2, (q[1] + r[1]) / 2];
  return distanceToSegment(p, middle(a!, d!), middle(b!, c!)) < 0.05 || distanceToSegment(p, middle(a!, b!), middle(c!, d!)) < 0.05;
}

/** Each piece is as large as its cut, and stands to it as its box. */
function cutAsTheyLie({ direction, pieces }: PrintedLayer, say: Say): void {
  const frame = frameOf(direction);
  for (const piece of pieces) {
    const box = boxOf(ringsOf(piece)[0]!.map((p) => turned(frame, p)));
    const { from, to, low, high } = piece.cut;
    if (Math.abs(box.maxX - box.minX - (to - from)) > NEAR || Math.abs(box.maxY - box.minY - (high - low)) > NEAR)
      say(`${piece.id} is not as large as its cut`);
  }
}

function rollsCut({ layers, rolls, totals }: PrintedBeneath, say: Say): void {
  const pieces = layers.flatMap((l) => l.pieces.map((p) => ({ ...p, material: l.material })));
  for (const roll of rolls) {
    const own = pieces.filter((p) => p.roll === roll.n);
    if (own.length === 0) say(`roll ${roll.n} is opened and not used`);
    for (const { id, cut, material } of own) {
      if (material !== roll.material) say(`${id} is cut from a roll of ${roll.material}`);
      if (cut.from < -NEAR || cut.low < -NEAR || cut.to > roll.length + NEAR || cut.high > roll.width + NEAR)
        say(`${id} reaches out of roll ${roll.n}`);
    }
    if (!apart(own.map((p) => p.cut))) say(`roll ${roll.n}: pieces do not come apart by straight cuts`);
  }
  if (pieces.some((p) => !rolls.some((r) => r.n === p.roll))) say('a piece names a roll that is not listed');
  for (const t of totals) if (t.rolls !== rolls.filter((r) => r.material === t.material).length) say(`${t.material}: rolls miscounted`);
}

/** Straight cuts right through part the boxes, one from all others. */
function apart(cuts: readonly Cut[]): boolean {
  if (cuts.length < 2) return true;
  for (const [low, high] of [
    ['from', 'to'],
    ['low', 'high'],
  ] as const) {
    // prettier-ignore
    for (const { [high]: at } of cuts) {
      const before = cuts.filter((c) => c[high] <= at + NEAR);
      const after = cuts.filter((c) => c[low] >= at - NEAR);
      if (before.length > 0 && after.length > 0 && before.length + after.length === cuts.length) return apart(before) && apart(after);
    }
  }
  return false;
}

/** End joints of rows that touch stand 200 apart. */
function inBond({ direction, pieces }: PrintedLayer, say: Say): void {
  const frame = frameOf(direction);
  const boxes = pieces.map((piece) => ({ id: piece.id, ...boxOf(ringsOf(piece)[0]!.map((p) => turned(frame, p))) }));
  const joints = boxes.flatMap((a) =>
    boxes.flatMap((b) => (Math.abs(a.maxX - b.minX) < NEAR && Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY) > 1 ? [{ u: b.minX, low: Math.max(a.minY, b.minY), high: Math.min(a.maxY, b.maxY) }] : [])),
  ); // prettier-ignore
  for (const a of joints) {
    for (const b of joints) {
      if (Math.abs(a.high - b.low) < 1 && Math.abs(a.u - b.u) < 200 - NEAR)
        say(`joints at ${a.u} and ${b.u} of neighbouring rows of boards`);
    }
  }
}
