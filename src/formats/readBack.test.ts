/** Pieces sawn by nothing but the words that a person reads on the phone and on paper. */
import { demoJobs } from '../../demo/jobs';
import { planned } from '../../test/sites';
import { cutList, type PieceCuts } from '../core/cuts';
import { boxOf, distanceToSegment, type Point, type Ring } from '../core/geometry';
import { cutSentences } from '.';

/** What of a convex ring lies left of the way from one point to another. */
function leftOf(ring: Ring, a: Point, b: Point): Point[] {
  const off = ([x, y]: Point) => (b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0]);
  return ring.flatMap((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    const [dp, dq] = [off(p), off(q)];
    const own: Point[] = dp >= 0 ? [p] : [];
    if (dp > 0 !== dq > 0 && dp !== 0 && dq !== 0)
      own.push([p[0] + ((q[0] - p[0]) * dp) / (dp - dq), p[1] + ((q[1] - p[1]) * dp) / (dp - dq)]);
    return own;
  });
}

const EDGES: Readonly<Record<string, 'near' | 'far'>> = { 'starting-wall': 'near', far: 'far' };

/** The corner of wood at one end of an edge. */
function cornerAt(ring: Ring, end: string, edge: 'near' | 'far'): Point {
  const { minY, maxY } = boxOf(ring);
  const on = ring.filter((p) => Math.abs(p[1] - (edge === 'near' ? minY : maxY)) < 0.6);
  return on.reduce((best, p) => ((end === 'left' ? p[0] < best[0] : p[0] > best[0]) ? p : best));
}

/** A place on an edge so far from an end, or at an end so far from an edge. */
function placeOf(ring: Ring, words: string): Point {
  const along = /^(\d+) mm from the (left|right) end on the (starting-wall|far) edge$/.exec(words);
  if (along) {
    const corner = cornerAt(ring, along[2]!, EDGES[along[3]!]!);
    return [corner[0] + (along[2] === 'left' ? 1 : -1) * Number(along[1]), corner[1]];
  }
  const across = /^(\d+) mm from the (starting-wall|far) edge at the (left|right) end$/.exec(words)!;
  const edge = EDGES[across[2]!]!;
  const corner = cornerAt(ring, across[3]!, edge);
  return [corner[0], corner[1] + (edge === 'near' ? 1 : -1) * Number(across[1])];
}

/** Saws as one sentence says. */
function sawn(ring: Ring, sentence: string): Ring {
  const keep = /keep the (left|right|starting-wall|far)/.exec(sentence)![1]!;
  const square = /^Crosscut (\d+ mm) from the (left|right) end,/.exec(sentence);
  const rip = /^Rip to (\d+ mm) wide,/.exec(sentence);
  const both = /mark to mark: (\d+ mm) on the starting-wall edge, (\d+ mm) on the far edge, both from the (left|right) end,/.exec(sentence);
  const two = /mark to mark: ([^;]+); ([^;]+);/.exec(sentence);
  const [p, q] = square
    ? (['starting-wall', 'far'].map((edge) => placeOf(ring, `${square[1]} from the ${square[2]} end on the ${edge} edge`)) as [
        Point,
        Point,
      ])
    : rip
      ? (['left', 'right'].map((end) => placeOf(ring, `${rip[1]} from the ${keep} edge at the ${end} end`)) as [Point, Point])
      : both
        ? ([1, 2].map((k) => placeOf(ring, `${both[k]} from the ${both[3]} end on the ${k === 1 ? 'starting-wall' : 'far'} edge`)) as [
            Point,
            Point,
          ])
        : (two!.slice(1).map((words) => placeOf(ring, words)) as unknown as [Point, Point]);
  const { minX, maxX, minY, maxY } = boxOf(ring);
  const wanted: Point = keep === 'left' ? [minX, (p[1] + q[1]) / 2] : keep === 'right' ? [maxX, (p[1] + q[1]) / 2] : [(p[0] + q[0]) / 2, keep === 'far' ? maxY : minY]; // prettier-ignore
  const isLeft = (q[0] - p[0]) * (wanted[1] - p[1]) - (q[1] - p[1]) * (wanted[0] - p[0]) > 0;
  return isLeft ? leftOf(ring, p, q) : leftOf(ring, q, p);
}

/** A notch at a corner, as words say it. */
function notched(ring: Ring, sentence: string): Ring {
  const [, along, end, across, edge] = /up to A: (\d+) mm from the (left|right) end, (\d+) mm in from the (starting-wall|far) edge/.exec(
    sentence,
  )!;
  const corner = cornerAt(ring, end!, EDGES[edge!]!);
  const x = corner[0] + (end === 'left' ? 1 : -1) * Number(along);
  const y = corner[1] + (edge === 'far' ? -1 : 1) * Number(across);
  const at = ring.indexOf(corner);
  const before = ring[(at + ring.length - 1) % ring.length]!;
  const alongFirst = Math.abs(before[1] - corner[1]) < 0.6;
  const step: Point[] = alongFirst ? [[x, corner[1]], [x, y], [corner[0], y]] : [[corner[0], y], [x, y], [x, corner[1]]]; // prettier-ignore
  return [...ring.slice(0, at), ...step, ...ring.slice(at + 1)];
}

/** How far the corners of one ring lie off another. */
const offBy = (a: Ring, b: Ring): number =>
  Math.max(...a.map((p) => Math.min(...b.map((q, i) => distanceToSegment(p, q, b[(i + 1) % b.length]!)))));

test('every piece of the first and last row of the reading room, read and sawn by its words alone, is within a millimetre of the plan', () => {
  const job = demoJobs.find((j) => j.name === 'Weir Cottage')!;
  const { pieces } = cutList(job, planned(job));
  const inRoom = pieces.filter((p) => p.rooms[0] === 'Reading room');
  const rows = inRoom.map((p) => p.row);
  const [first, last] = [Math.min(...rows), Math.max(...rows)];
  const asked = inRoom.filter((p) => p.row === first || p.row === last);
  expect(asked.length).toBeGreaterThan(5);
  for (const piece of asked) {
    const made = cutSentences(piece as PieceCuts).reduce<Ring>((wood, s) => (s.startsWith('Cut a notch') ? notched(wood, s) : sawn(wood, s)), piece.wood); // prettier-ignore
    expect([piece.piece, Math.max(offBy(made, piece.outline[0]!), offBy(piece.outline[0]!, made)) <= 1]).toEqual([piece.piece, true]);
  }
});
