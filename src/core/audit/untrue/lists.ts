import { boxOf, insidePolygon, turned, type Box, type Point } from '../../geometry';
import { isPlaced, type Placed, type Plan } from '../../given';
import type { AuditedFloor } from '../rule';
import { ripStretches } from '../rip';
import type { Say } from './shapes';

/** A finding lies within this (mm) of what it is about. */
const NEAR = 400;

/** The rules that every plan is judged by; a product has others of its own. */
const LIMITS = ['stagger', 'endPiece', 'rip', 'runAlong', 'runAcross', 'butt'] as const;

/** What breaks a limit, and how far (mm) a place is from it. */
type Break = { readonly rule: string; readonly at: Point; away(p: Point): number; readonly text: string };

/** Limits that are broken are listed where they are broken, and nothing is listed that is not so. */
export function listsTruly(plan: Plan, floor: AuditedFloor, broken: readonly Placed[], say: Say): void {
  const breaks = [...broken.filter((f) => f.rule !== 'rip').map((f) => breakOf(floor, f)), ...ripBreaks(floor)];
  const listed = plan.findings.filter(isPlaced).filter((f) => f.floor === floor.id && (LIMITS as readonly string[]).includes(f.rule));
  for (const one of breaks) {
    if (!listed.some((f) => f.rule === one.rule && one.away(f.at) <= NEAR)) say(floor.id, one.at, `Not listed: ${one.text}`);
  }
  for (const f of listed) {
    if (!breaks.some((one) => one.rule === f.rule && one.away(f.at) <= NEAR)) say(floor.id, f.at, `Listed and not so: ${f.text}`);
  }
}

const toBox = ([u, w]: Point, { minX, maxX, minY, maxY }: Box): number =>
  Math.hypot(Math.max(0, minX - u, u - maxX), Math.max(0, minY - w, w - maxY));

function breakOf(floor: AuditedFloor, f: Placed): Break {
  const { frame } = floor;
  const one = { rule: f.rule, at: f.at, text: f.text };
  if (f.rule === 'runAlong' || f.rule === 'runAcross') {
    // anywhere on the part of the floor that is too long
    const part = floor.plan.laid.find((p) => p[0]!.some((q) => Math.hypot(q[0] - f.at[0], q[1] - f.at[1]) < 1));
    return { ...one, away: (p) => (part && insidePolygon(p, part) ? 0 : Math.hypot(p[0] - f.at[0], p[1] - f.at[1])) };
  }
  if (f.rule === 'endPiece') {
    const own = floor.rows.flatMap((r) => r.pieces).find(({ box }) => toBox(turned(frame, f.at), box) === 0);
    if (own) return { ...one, away: (p) => toBox(turned(frame, p), own.box) };
  }
  return { ...one, away: (p) => Math.hypot(p[0] - f.at[0], p[1] - f.at[1]) };
}

function ripBreaks(floor: AuditedFloor): Break[] {
  return ripStretches(floor).map(({ finding, reach }) => ({
    rule: 'rip',
    at: finding.at,
    text: finding.text,
    away: (p) => toBox(turned(floor.frame, p), boxOf(reach)),
  }));
}

/** The findings of a plan that name a floor which it does not have, or none where they need one. */
export function strayFindings(plan: Plan, floors: ReadonlySet<string>, say: Say): void {
  for (const f of plan.findings) {
    if (!(LIMITS as readonly string[]).includes(f.rule)) continue;
    if (f.floor === null || f.at === null) say(null, null, `A finding of ${f.rule} says no place.`);
    else if (!floors.has(f.floor)) say(null, null, `A finding of ${f.rule} names floor ${f.floor}, which the plan does not have.`);
  }
}
