'use client';
import { useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { boxOf, turned, type Point } from '@/core/geometry';
import { setOutOf, type SetOut, type Strip } from '@/core/setout';
import { formatLength, lengthStep, type Display } from '@/core/units';
import { chooseFloor, edgeNear, useFloors, useJob, wallMark } from '@/ui/desk';
import { across, scaleOf, toPlan, toScreen, type View } from '@/ui/sheet/view';
import { dragLine, narrowestOf, placeLine, useLine, type Line } from './line';

/** The strip at every wall, the chalk line that moves them, and the lines of the other floors. */
export function Overlay({ view, size }: { view: View; size: Size }) {
  const line = useLine();
  const { display } = useJob();
  return (
    <>
      <OtherLines view={view} but={line?.floor.id ?? null} />
      {line && <Chalk {...line} display={display} view={view} size={size} />}
    </>
  );
}

type Size = { readonly width: number; readonly height: number };
type Props = Line & { readonly display: Display; readonly view: View; readonly size: Size };

function Chalk({ display, view, size, setOut, ground, w: lineW }: Props) {
  const { frame } = setOut;
  const least = narrowestOf(setOut.strips);
  const start = useRef<{ pointer: number; w: number; origin: number; moved: number } | null>(null);

  const middleU = ground.floor.laid.flatMap((p) => p[0]!.map((q) => turned(frame, q)[0])).reduce((a, b, _, all) => a + b / all.length, 0);
  const on = toScreen(view, turned(frame, [middleU, lineW]));
  const ahead = toScreen(view, turned(frame, [middleU + 1, lineW]));
  const length = Math.hypot(ahead[0] - on[0], ahead[1] - on[1]);
  const direction: Point = [(ahead[0] - on[0]) / length, (ahead[1] - on[1]) / length];
  const ends = across(on, direction, size.width, size.height, 0);
  const grip = across(on, direction, size.width, size.height, 38)?.[1];

  const wOf = (event: PointerEvent): number => {
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    return turned(frame, toPlan(view, [event.clientX - box.left, event.clientY - box.top]))[1];
  };
  const down = (event: PointerEvent<SVGGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    start.current = { pointer: wOf(event), w: lineW, origin: setOut.grid.origin, moved: 0 };
  };
  const move = (event: PointerEvent) => {
    const from = start.current;
    if (!from) return;
    // whole steps of the tape, from where the line was
    const step = lengthStep(display);
    from.moved = Math.round((wOf(event) - from.pointer) / step) * step;
    dragLine({ origin: from.origin + from.moved, w: from.w + from.moved });
  };
  const up = () => {
    const from = start.current;
    start.current = null;
    if (from && from.moved !== 0) placeLine(from.w + from.moved);
    else dragLine(null);
  };
  const cancel = () => {
    start.current = null;
    dragLine(null);
  };
  const key = (event: KeyboardEvent) => {
    if (event.key === 'Escape') return cancel();
    // the way that an arrow points on the screen, as the drawing lies
    const [dx, dy] = { ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[event.key] ?? [0, 0];
    if (dx === 0 && dy === 0) return;
    event.preventDefault();
    const away = toScreen(view, turned(frame, [middleU, lineW + 1]));
    const dot = (away[0] - on[0]) * dx! + (away[1] - on[1]) * dy!;
    if (Math.abs(dot) < 0.3 * scaleOf(view)) return;
    placeLine(lineW + Math.sign(dot) * lengthStep(display, event.shiftKey));
  };

  const shown = placedPills(setOut.strips, view, display, frame);
  return (
    <g>
      {ends && (
        <>
          <line className="chalk-glow" x1={ends[0][0]} y1={ends[0][1]} x2={ends[1][0]} y2={ends[1][1]} />
          <line className="chalk" x1={ends[0][0]} y1={ends[0][1]} x2={ends[1][0]} y2={ends[1][1]} />
        </>
      )}
      {shown.map(({ strip, x, y, wide, text, mark }, i) => {
        const broken = strip.least < ground.floor.product.limits.rip - 0.01;
        return (
          <g
            key={i}
            className={`pill${least !== null && strip.least - least < 0.01 ? ' governs' : ''}${broken ? ' broken' : ''}`}
            transform={`translate(${x} ${y})`}
          >
            <rect x={-wide / 2} y={-15} width={wide} height={30} rx={6} />
            <text>
              {mark !== '' && <tspan className="mark">{mark} </tspan>}
              {text}
            </text>
          </g>
        );
      })}
      {grip && (
        <g
          className="handle"
          data-drag
          role="slider"
          tabIndex={0}
          aria-label="The line: where the rows’ edges fall"
          aria-orientation="vertical"
          aria-valuenow={Math.round(lineW)}
          aria-valuemin={Math.round(ground.reach[0])}
          aria-valuemax={Math.round(ground.reach[1])}
          aria-valuetext={
            least === null ? 'no wall runs with the planks' : `narrowest strip ${formatLength(least, display, { down: true })}`
          }
          transform={`translate(${grip[0]} ${grip[1]})`}
          onPointerDown={down}
          onPointerMove={move}
          onPointerUp={up}
          onPointerCancel={cancel}
          onKeyDown={key}
          onClick={(e) => e.preventDefault()}
        >
          <rect x="-27" y="-22" width="54" height="44" rx="22" />
          <path d="M-8-6 0-13 8-6M-8 6 0 13 8 6" transform={`rotate(${(Math.atan2(direction[1], direction[0]) * 180) / Math.PI})`} />
        </g>
      )}
    </g>
  );
}

/** What a strip reads: one width, or both ends where its wall does not quite run with the planks. */
export function stripText({ at, crossed, greatest }: Strip, display: Display): string {
  const length = (mm: number) => formatLength(mm, display, { bare: true, down: true });
  if (crossed > 0) return `0 – ${length(greatest)}`;
  return length(at[0]) === length(at[1]) ? length(at[0]) : `${length(at[0])} – ${length(at[1])}`;
}

type Pill = {
  readonly strip: Strip;
  readonly x: number;
  readonly y: number;
  readonly wide: number;
  readonly text: string;
  readonly mark: string;
};

/** Strips written beside their walls, the narrowest first; one that would cover another is left to the list. */
function placedPills(strips: readonly Strip[], view: View, display: Display, frame: SetOut['frame']): Pill[] {
  const pills: Pill[] = [];
  for (const strip of [...strips].sort((a, b) => a.least - b.least || b.wall.u[1] - b.wall.u[0] - (a.wall.u[1] - a.wall.u[0]))) {
    const { wall } = strip;
    const inward = wall.side === 'start' ? 1 : -1;
    const text = stripText(strip, display);
    const mark = wall.bound.kind === 'wall' ? wallMark(wall) : '';
    const wide = 22 + text.length * 8.6 + (mark === '' ? 0 : 17);
    for (const share of [0.32, 0.62, 0.12]) {
      const u = wall.u[0] + (wall.u[1] - wall.u[0]) * share;
      const w = wall.w[0] + (wall.w[1] - wall.w[0]) * share;
      const [x, y] = toScreen(view, turned(frame, [u, w + inward * (20 / scaleOf(view))]));
      if (pills.some((p) => Math.abs(p.x - x) < (p.wide + wide) / 2 + 2 && Math.abs(p.y - y) < 32)) continue;
      pills.push({ strip, x, y, wide, text, mark });
      break;
    }
  }
  return pills;
}

/** The lines of the other floors, each over its own floor: a row edge near its middle. */
function OtherLines({ view, but }: { view: View; but: string | null }) {
  const floors = useFloors();
  const lines = useMemo(
    () =>
      floors
        .filter((f) => f.id !== but)
        .map((floor) => {
          const { frame, grid } = setOutOf(floor);
          const box = boxOf(floor.laid.flatMap((p) => p[0]!.map((q) => turned(frame, q))));
          const w = edgeNear(grid.origin, grid.widths, (box.minY + box.maxY) / 2);
          return { floor, ends: [turned(frame, [box.minX, w]), turned(frame, [box.maxX, w])] as const };
        }),
    [floors, but],
  );
  return lines.map(({ floor, ends }) => {
    const [p, q] = ends.map((e) => toScreen(view, e)) as [Point, Point];
    const choose = () => chooseFloor(floor.id);
    return (
      <g
        key={floor.id}
        data-drag
        role="button"
        tabIndex={0}
        aria-label={`The line of ${floor.spaces.map((s) => s.name).join(' + ')}`}
        style={{ cursor: 'pointer' }}
        onClick={choose}
        onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), choose())}
      >
        <line x1={p[0]} y1={p[1]} x2={q[0]} y2={q[1]} stroke="transparent" strokeWidth={30} />
        <line className="otherline" x1={p[0]} y1={p[1]} x2={q[0]} y2={q[1]} />
      </g>
    );
  });
}
