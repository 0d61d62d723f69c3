/**
 * What makes a plan for the rest of a floor true, beside what makes any plan true: what lies stays where it lies, wood that is gone is not
 * used, a sawn piece is used as it is or left alone, and numbers stay with their planks. Gives a sentence for everything that is not so.
 */
import { polygonArea } from '@/core/geometry';
import type { Job, Piece, Plan } from '@/core/given';
import type { Site } from '@/core/lay';

type Cut = Piece['cut'];
const TOLERANCE = 0.06;

export function misused(job: Pick<Job, 'kerf'>, site: Site, answer: Plan): string[] {
  const said: string[] = [];
  const say = (text: string) => said.push(text);
  // every way on has passed through the audit's own check before it is given
  for (const f of answer.findings) if (f.rule === 'untrue') say(f.text);
  const pieces = new Map<string, Piece>(answer.floors.flatMap((f) => f.pieces.map((p): [string, Piece] => [`${f.id}/${p.id}`, p])));
  if (pieces.size !== answer.floors.reduce((sum, f) => sum + f.pieces.length, 0)) say('two pieces of a floor have one id');
  for (const [key, { piece }] of site.lying) {
    const own = pieces.get(key);
    if (!own) say(`${key} lies and is not in the plan`);
    else if (JSON.stringify(own.outline) !== JSON.stringify(piece.outline) || own.plank !== piece.plank) say(`${key} lies elsewhere`);
    else if (own.laid !== true) say(`${key} lies and is not marked`);
  }
  for (const [key, piece] of pieces) {
    if (piece.laid === true) {
      if (!site.lying.has(key)) say(`${key} is marked and does not lie`);
      continue;
    }
    const plank = site.begun.get(piece.plank);
    const listed = answer.planks.find((p) => p.n === piece.plank)!;
    if (plank && (plank.length !== listed.length || plank.width !== listed.width)) say(`plank ${plank.n} has another size`);
    for (const [a, b] of plank?.gone ?? [])
      if (piece.cut.from < b - TOLERANCE && piece.cut.to > a + TOLERANCE)
        say(`${key} is cut from ${a} to ${b} of plank ${piece.plank}, which is gone`);
    for (const part of site.parts) {
      if (part.plank !== piece.plank || inside(piece.cut, part.cut) || offBy(piece.cut, part.cut) >= job.kerf - TOLERANCE) continue;
      // a slanted end may reach into the box of another
      if (part.shape[0]!.length === 4 && isSquare(part.shape[0]!)) say(`${key} is cut into ${part.key}, which is sawn`);
    }
  }
  const used = new Set([...pieces.values()].map((p) => p.plank));
  for (const { n } of answer.planks) if (!used.has(n)) say(`plank ${n} is listed and not used`);
  return said;
}

/**
 * Sawn pieces of an answer that nothing is cut from any more: how many there are, how many are thrown away, and how many of these have to be,
 * for no piece that is still to be laid fits in them with the ends by which it locks. Plain boxes only are compared.
 */
export function thrownAway(site: Site, answer: Plan): { readonly sawn: number; readonly thrown: number; readonly forced: number } {
  const sizes = new Map(answer.planks.map((p) => [p.n, p]));
  const coming = answer.floors.flatMap((f) => f.pieces.filter((p) => p.laid !== true));
  const thrown = site.parts.filter((part) => !coming.some((p) => p.plank === part.plank && inside(p.cut, part.cut)));
  const fromSawn = (p: Piece) => site.parts.some((part) => part.plank === p.plank && inside(p.cut, part.cut));
  const fits = (p: Piece, { cut, plank }: Site['parts'][number]): boolean => {
    const [own, other] = [sizes.get(p.plank)!, site.begun.get(plank)!];
    if (own.length !== other.length || own.width !== other.width) return false;
    const held = (from: number, to: number, whole: number, a: number, b: number): boolean =>
      to - from <= b - a + TOLERANCE && (from > TOLERANCE || a < TOLERANCE) && (to < whole - TOLERANCE || b > whole - TOLERANCE);
    return held(p.cut.from, p.cut.to, own.length, cut.from, cut.to) && held(p.cut.low, p.cut.high, own.width, cut.low, cut.high);
  };
  const isPlain = (part: Site['parts'][number]) => part.shape.length === 1 && part.shape[0]!.length === 4 && isSquare(part.shape[0]!);
  const needless = thrown.filter((part) => isPlain(part) && coming.some((p) => !fromSawn(p) && isBox(p) && fits(p, part)));
  return { sawn: site.parts.length, thrown: thrown.length, forced: thrown.length - needless.length };
}

/** Whether a piece fills the box that it is cut from. */
const isBox = ({ outline, cut }: Piece): boolean => Math.abs(polygonArea(outline) - (cut.to - cut.from) * (cut.high - cut.low)) < 1;

const inside = (a: Cut, b: Cut): boolean =>
  a.from >= b.from - TOLERANCE && a.to <= b.to + TOLERANCE && a.low >= b.low - TOLERANCE && a.high <= b.high + TOLERANCE;

/** How far two boxes are apart along or across the plank, whichever is more; below 0 where they overlap. */
const offBy = (a: Cut, b: Cut): number => Math.max(a.from - b.to, b.from - a.to, a.low - b.high, b.low - a.high);

const isSquare = (ring: readonly (readonly [number, number])[]): boolean =>
  ring.every(([u, w], i) => {
    const [v, x] = ring[(i + 1) % ring.length]!;
    return Math.abs(u - v) < TOLERANCE || Math.abs(w - x) < TOLERANCE;
  });
