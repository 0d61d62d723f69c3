'use client';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { boxOf, signedArea, type Point, type Ring } from '@/core/geometry';
import type { Job, Space } from '@/core/given';
import {
  cornersOf,
  movedSpace,
  snapped as snappedRoom,
  wallLetter,
  withCorner,
  withNewCorner,
  withoutCorner,
  type Snap,
} from '@/core/survey';
import { formatLength, lengthStep, type Display } from '@/core/units';
import { draft, edit, firstText, say, startOf, useDeskState, useJob, useSpace, withSpace } from '@/ui/desk';
import { SizeOverlay } from '@/ui/sheet/SizeOverlay';
import { toPlan, toScreen, type View } from '@/ui/sheet/view';
import { useTyped } from './walking';

type Props = {
  readonly job: Job;
  /** the room at hand, as it would be while it is dragged */
  readonly space: Space;
  readonly display: Display;
  readonly view: View;
};

/** Sizes where they can be read, and the room at hand with what can be dragged. */
export function Overlay({ view }: { view: View }) {
  const job = useJob();
  const shown = useDeskState((s) => s.draft) ?? job;
  const { id } = useSpace();
  const space = shown.spaces.find((s) => s.id === id) ?? shown.spaces[0]!;
  return (
    <>
      {!shown.spaces.some((s) => s.walk) && <SizeOverlay job={shown} view={view} inside={shown.spaces.length > 1 ? space.id : null} />}
      <ShapeOverlay job={job} space={space} display={job.display} view={view} />
    </>
  );
}

/** Shows an outline while one of its corners is dragged; null when it is let go without a change. */
const onShape = (space: string, outline: [number, number][] | null): void =>
  draft(outline && ((job) => withSpace(job, space, (s) => ({ ...s, outline }))));

/** Takes an outline over; what cannot be goes back, with the reason. */
function onDone(space: string, outline: [number, number][]): void {
  draft(null);
  const wrong = firstText(edit('an outline', (job) => withSpace(job, space, (s) => ({ ...s, outline }))));
  say('refusal', wrong === undefined ? null : `It went back: ${wrong}.`);
}

/** Shows a room while it is dragged, and what it snaps to. */
function onMove(space: string, snap: Snap | null): void {
  if (!snap) {
    draft(null);
    return say('drag', null);
  }
  const moved = (job: Job) => movedSpace(job, space, snap.by);
  draft((job) => {
    const made = moved(job);
    say('drag', 'problem' in made ? made.problem : snap.text === '' ? null : `Snaps: ${snap.text}`);
    return 'job' in made ? made.job : job;
  });
}

function onMoved(space: string, by: Point): void {
  draft(null);
  let refused: string | undefined;
  const problems = edit('a room moved', (job) => {
    const made = movedSpace(job, space, by);
    refused = 'problem' in made ? made.problem : undefined;
    return 'job' in made ? made.job : job;
  });
  const wrong = refused ?? firstText(problems);
  say('refusal', wrong === undefined ? null : `It went back: ${wrong}.`);
}

/** Corners to drag, walls to break by a new corner, wall letters, and the walk as it grows. */
function ShapeOverlay({ job, space, display, view }: Props) {
  // lines round the outside would cross other rooms
  const lengths = job.spaces.length > 1;
  if (space.walk) return <WalkDrawing job={job} space={space} view={view} display={display} />;
  return (
    <g>
      {space.outline.map((a, i) => {
        const b = space.outline[(i + 1) % space.outline.length]!;
        const [x, y] = toScreen(view, [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]);
        // beside a wall that is near to the one opposite, letters stand apart along it
        const aside = crowded(space.outline, view) ? 14 : 0;
        const inward = inwardOf(space.outline, a, b, view);
        const breakWall = () => onDone(space.id, withNewCorner(space.outline, i));
        return (
          <g key={i}>
            <text
              className="letter"
              x={x + inward[0] * 20 - inward[1] * aside}
              y={y + inward[1] * (aside > 0 ? 15 : 22)}
              style={{ textAnchor: anchorOf(inward[0]) }}
            >
              {wallLetter(i)}
              {lengths &&
                lengthFits(space.outline, a, b, view) &&
                ` ${formatLength(Math.hypot(b[0] - a[0], b[1] - a[1]), display, { bare: true, decimals: 1 })}`}
            </text>
            <g
              className="breaker"
              role="button"
              tabIndex={0}
              aria-label={`New corner in wall ${wallLetter(i)}`}
              transform={`translate(${x} ${y})`}
              onClick={breakWall}
              onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), breakWall())}
            >
              <circle r="22" fill="transparent" />
              <circle r="9" className="dot" />
              <path d="M-4.5 0H4.5M0-4.5V4.5" />
            </g>
          </g>
        );
      })}
      {job.spaces.length > 1 && <Mover job={job} space={space} view={view} display={display} />}
      {space.outline.map((_, i) => (
        <Corner key={i} space={space} corner={i} view={view} display={display} />
      ))}
    </g>
  );
}

/** Whether a wall's length can be read beside it: the wall is long enough, and the one opposite far enough away. */
function lengthFits(ring: Ring, a: Point, b: Point, view: View): boolean {
  const scale = Math.hypot(view.a, view.b);
  const box = boxOf(ring);
  const alongX = Math.abs(b[0] - a[0]) > Math.abs(b[1] - a[1]);
  const across = (alongX ? box.maxY - box.minY : box.maxX - box.minX) * scale;
  return Math.hypot(b[0] - a[0], b[1] - a[1]) * scale > (alongX ? 84 : 30) && across > (alongX ? 84 : 150);
}

/** Whether the walls of a room stand so near to each other on the screen that what is written beside them would meet. */
const crowded = (ring: Ring, view: View): boolean => {
  const box = boxOf(ring);
  return Math.min(box.maxX - box.minX, box.maxY - box.minY) * Math.hypot(view.a, view.b) < 66;
};

/** Beside an upright wall the words run away from it, elsewhere they stand in its middle. */
const anchorOf = (inwardX: number) => (inwardX > 0.5 ? 'start' : inwardX < -0.5 ? 'end' : 'middle');

/** The way from a wall into its room, as a unit step on the screen. */
function inwardOf(ring: Ring, a: Point, b: Point, view: View): Point {
  const sense = signedArea(ring) > 0 ? 1 : -1;
  const [p, q] = [toScreen(view, a), toScreen(view, b)];
  const length = Math.hypot(q[0] - p[0], q[1] - p[1]) || 1;
  // the screen mirrors the plan: left on the plan is right on the screen
  return [((q[1] - p[1]) / length) * sense, (-(q[0] - p[0]) / length) * sense];
}

const SNAP = 9;

/** A place that keeps to whole steps of the tape and to the lines of other corners that are near on the screen. */
function snapped(p: Point, ring: Ring, corner: number, view: View, display: Display): Point {
  const step = lengthStep(display, true);
  const near = (value: number, axis: 0 | 1): number => {
    const perMm = Math.hypot(view.a, view.b);
    const hit = ring.find((q, i) => i !== corner && Math.abs(q[axis] - value) * perMm < SNAP);
    return hit ? hit[axis] : Math.round(value / step) * step;
  };
  return [near(p[0], 0), near(p[1], 1)];
}

function Corner({ space, corner, view, display }: Omit<Props, 'job'> & { corner: number }) {
  const dragging = useRef(false);
  const start = useRef<Ring>(space.outline);
  const place = space.outline[corner]!;
  const [x, y] = toScreen(view, place);
  const at = (event: PointerEvent): Point => {
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    return snapped(toPlan(view, [event.clientX - box.left, event.clientY - box.top]), start.current, corner, view, display);
  };
  const key = (event: KeyboardEvent) => {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      return onDone(space.id, withoutCorner(space.outline, corner));
    }
    const [dx, dy] = { ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[event.key] ?? [0, 0];
    if (dx === 0 && dy === 0) return;
    event.preventDefault();
    const from = toPlan(view, [0, 0]);
    const to = toPlan(view, [dx!, dy!]);
    const step = lengthStep(display, event.shiftKey) / Math.hypot(to[0] - from[0], to[1] - from[1]);
    onDone(space.id, withCorner(space.outline, corner, [place[0] + (to[0] - from[0]) * step, place[1] + (to[1] - from[1]) * step]));
  };
  return (
    <g
      className="corner"
      data-drag
      role="button"
      tabIndex={0}
      aria-label={`Corner ${corner + 1} at ${formatLength(place[0], display)}, ${formatLength(place[1], display)}; arrow keys move it, Delete takes it away`}
      transform={`translate(${x} ${y})`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        dragging.current = true;
        start.current = space.outline;
      }}
      onPointerMove={(e) => dragging.current && onShape(space.id, withCorner(start.current, corner, at(e)))}
      onPointerUp={(e) => {
        if (!dragging.current) return;
        dragging.current = false;
        const [nx, ny] = at(e);
        const [ox, oy] = start.current[corner]!;
        // a tap that does not move the finger moves no corner
        const [sx, sy] = toScreen(view, [ox, oy]);
        const [tx, ty] = toScreen(view, [nx, ny]);
        if (Math.hypot(tx - sx, ty - sy) < 4) onShape(space.id, null);
        else onDone(space.id, withCorner(start.current, corner, [nx, ny]));
      }}
      onPointerCancel={() => {
        dragging.current = false;
        onShape(space.id, null);
      }}
      onKeyDown={key}
    >
      <circle r="22" fill="transparent" />
      <rect x="-8" y="-8" width="16" height="16" />
    </g>
  );
}

/** The grip by which a whole room is moved; it snaps to the wall thickness and to the lines of other walls. */
function Mover({ job, space, view, display }: Props) {
  const from = useRef<Point | null>(null);
  const box = boxOf(space.outline);
  // a third along, clear of the room's name and its walls' letters
  const [x, y] = toScreen(view, [box.minX + (box.maxX - box.minX) / 3, (box.minY + box.maxY) / 2]);
  const at = (event: PointerEvent): Point => {
    const area = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    return toPlan(view, [event.clientX - area.left, event.clientY - area.top]);
  };
  const dragged = (event: PointerEvent): Snap => {
    const step = lengthStep(display, true);
    const [px, py] = at(event);
    const by: Point = [Math.round((px - from.current![0]) / step) * step, Math.round((py - from.current![1]) / step) * step];
    return snappedRoom(job, space.id, by, SNAP / Math.hypot(view.a, view.b));
  };
  const key = (event: KeyboardEvent) => {
    const [dx, dy] = { ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[event.key] ?? [0, 0];
    if (dx === 0 && dy === 0) return;
    event.preventDefault();
    const [a, b] = [toPlan(view, [0, 0]), toPlan(view, [dx!, dy!])];
    const step = lengthStep(display, event.shiftKey) / Math.hypot(b[0] - a[0], b[1] - a[1]);
    onMoved(space.id, [(b[0] - a[0]) * step, (b[1] - a[1]) * step]);
  };
  return (
    <g
      className="mover"
      data-drag
      role="button"
      tabIndex={0}
      aria-label={`Move ${space.name || space.id}; arrow keys move it, with Shift by larger steps`}
      transform={`translate(${x} ${y})`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        from.current = at(e);
      }}
      onPointerMove={(e) => from.current && onMove(space.id, dragged(e))}
      onPointerUp={(e) => {
        if (!from.current) return;
        const { by } = dragged(e);
        from.current = null;
        if (by[0] === 0 && by[1] === 0) onMove(space.id, null);
        else onMoved(space.id, by);
      }}
      onPointerCancel={() => {
        from.current = null;
        onMove(space.id, null);
      }}
      onKeyDown={key}
    >
      <circle r="22" />
      <path d="M-11 0H11M0-11V11M-7-4-11 0-7 4M7-4 11 0 7 4M-4-7 0-11 4-7M-4 7 0 11 4 7" />
    </g>
  );
}

/** The walk so far: its walls with their letters and lengths, where it began, and the line that is missing. */
function WalkDrawing({ job, space, view, display }: Props) {
  const typed = useTyped((s) => s.mm);
  const done = space.walk ?? [];
  const walk = typed > 0 ? [...done, { length: typed, turn: 90 }] : done;
  const corners = cornersOf(walk, startOf(job, space, walk)).map((p) => toScreen(view, p));
  const [begin, end] = [corners[0]!, corners[corners.length - 1]!];
  return (
    <g className="walk">
      <path d={`M${corners.map((p) => p.join(' ')).join('L')}`} />
      {walk.length > 1 && <path className="missing" d={`M${end.join(' ')}L${begin.join(' ')}`} />}
      <circle cx={begin[0]} cy={begin[1]} r="7" />
      {walk.map((wall, i) => {
        const [p, q] = [corners[i]!, corners[i + 1]!];
        return (
          <text key={i} className="dim" x={(p[0] + q[0]) / 2} y={(p[1] + q[1]) / 2}>
            {wallLetter(i)} {formatLength(wall.length, display, { bare: true, decimals: 1 })}
          </text>
        );
      })}
    </g>
  );
}
