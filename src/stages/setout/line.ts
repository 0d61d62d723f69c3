'use client';
import { useMemo } from 'react';
import { create } from 'zustand';
import type { Floor } from '@/core/floors';
import { turned, turnedMulti } from '@/core/geometry';
import { placed, type SetOut, type Strip } from '@/core/setout';
import {
  edgeNear,
  edit,
  floorAtHand,
  isWorking,
  lineAt,
  quarterOn,
  slide,
  useAnswer,
  useFloor,
  withFloorLayout,
  type FloorAtHand,
} from '@/ui/desk';

/** Where the line is held, or was let go and has not been worked out yet: the origin of the rows, and the line's own w. */
type Held = { readonly origin: number; readonly w: number; readonly letGo: boolean };

const useHeld = create<{ readonly held: Held | null; readonly last: number | null }>(() => ({ held: null, last: null }));

export type Line = FloorAtHand & {
  /** the set-out with the line where it is held */
  readonly setOut: SetOut;
  readonly w: number;
  readonly dragging: boolean;
};

/** The line of the floor at hand. */
export function useLine(): Line | null {
  const here = useFloor();
  const { working } = useAnswer('setOut');
  const { held, last } = useHeld();
  const now = held && (!held.letGo || working) ? held : null;
  return useMemo(() => here && lineOf(here, now, last), [here, now, last]);
}

function lineOf(here: FloorAtHand, now: Held | null, last: number | null): Line {
  const { ground } = here;
  const setOut = now ? placed(ground, 'row-edge-at', now.origin) : here.setOut;
  const w = now?.w ?? edgeNear(setOut.grid.origin, setOut.grid.widths, last ?? (ground.reach[0] + ground.reach[1]) / 2);
  return { ...here, setOut, w, dragging: now !== null && !now.letGo };
}

/** The line's place now, for what is not drawn; one that was just let go counts, so that quick presses add up. */
function lineNow(): Line | null {
  const here = floorAtHand();
  const { held, last } = useHeld.getState();
  return here && lineOf(here, held && (!held.letGo || isWorking('setOut')) ? held : null, last);
}

/** Drags the line, and the floor with it. */
export function dragLine(drag: { origin: number; w: number } | null): void {
  const here = floorAtHand();
  if (!drag || !here) {
    useHeld.setState({ held: null });
    return slide(null);
  }
  useHeld.setState({ held: { ...drag, letGo: false } });
  const { ground, floor } = here;
  const setOut = placed(ground, 'row-edge-at', drag.origin);
  // the pattern of rows comes again after all its widths: the floor moves by what is left over
  const turn = setOut.grid.widths.reduce((a, b) => a + b, 0);
  const by = drag.origin - here.setOut.grid.origin;
  slide({
    floor: floor.id,
    by: turned(setOut.frame, [0, by - Math.round(by / turn) * turn]),
    rowEdges: rowEdgePath(floor, setOut),
    narrowest: narrowestOf([...here.others.flatMap((o) => o.setOut.strips), ...setOut.strips]),
  });
}

/** The narrowest of strips; null where no wall runs with the planks. */
export const narrowestOf = (strips: readonly Strip[]): number | null =>
  strips.reduce<number | null>((least, s) => (least === null || s.least < least ? s.least : least), null);

/** Lets the line go at w. */
export function placeLine(w: number): void {
  const here = lineNow();
  if (!here) return;
  const { ground, floor, floors } = here;
  const moved = here.setOut.grid.origin + w - here.w;
  useHeld.setState({ held: { origin: moved, w, letGo: true }, last: w });
  slide(null);
  edit('the line moved', (job) => withFloorLayout(job, floor, floors.length, { setOut: lineAt(ground, w) }));
}

export const moveLine = (by: number): void => {
  const now = lineNow();
  if (now) placeLine(now.w + by);
};

/** The line half a plank over: both sides grow by half a plank. */
export const halfOver = (): void => {
  const now = lineNow();
  if (now) placeLine(now.w + now.ground.widths[0]! / 2);
};

/** The planks turned by a quarter. */
export const turnQuarter = (): void => {
  const here = floorAtHand();
  if (here) edit('planks turned', (job) => withFloorLayout(job, here.floor, here.floors.length, { direction: quarterOn(here.floor) }));
};

/** Row edges as one path over the floor's reach along the planks, in plan. */
function rowEdgePath(floor: Floor, { frame, rows }: SetOut): string {
  const us = turnedMulti(frame, floor.laid).flatMap((p) => p[0]!.map((q) => q[0]));
  const [from, to] = [Math.min(...us), Math.max(...us)];
  return rows
    .slice(1)
    .map((row) => {
      const [a, b] = [turned(frame, [from, row.from]), turned(frame, [to, row.from])];
      return `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
    })
    .join('');
}
