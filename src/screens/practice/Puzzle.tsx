'use client';
import { useMemo, useRef, useState, type PointerEvent } from 'react';
import { standingOf, type Exercise, type Standing } from '@/core/drill';
import { clipBand, turned, turnedMulti, type MultiPolygon } from '@/core/geometry';
import { groundOf, type SetOutGround } from '@/core/setout';
import { formatLength, lengthStep, type Display } from '@/core/units';
import { Button, Stops, Why } from '@/ui/kit';
import { multiPath } from '@/ui/sheet/paths';
import { Sheet } from '@/ui/sheet/Sheet';
import { matrixOf, toPlan, toScreen, type View } from '@/ui/sheet/view';
import styles from './practice.module.css';

type Props = {
  exercise: Extract<Exercise, { kind: 'puzzle' }>;
  display: Display;
  onAnswer: (right: boolean) => void;
};

/** A floor with a line to move: all strips move with it, and what is asked has to be so everywhere. */
export function Puzzle({ exercise: { puzzle }, display, onAnswer }: Props) {
  const ground = useMemo(() => groundOf(puzzle.floor), [puzzle]);
  const [origin, setOrigin] = useState(puzzle.origin);
  const [told, setTold] = useState<readonly string[] | null>(null);
  const now = useMemo(() => standingOf(puzzle, ground, origin), [puzzle, ground, origin]);
  const by = (mm: number) => setOrigin((at) => at + mm);
  const [small, large] = [lengthStep(display), lengthStep(display, true)];
  const say = (mm: number) => formatLength(mm, display);
  const answer = () => {
    setTold(now.wrong);
    onAnswer(now.wrong.length === 0);
  };
  return (
    <>
      <p className={styles.asked}>{puzzle.asked}</p>
      <div className={`${styles.sheet} ${styles.low}`}>
        <Sheet
          job={puzzle.job}
          floors={[puzzle.floor]}
          plan={null}
          label="A set-out with a line to move"
          overlay={(view) => (
            <Lines view={view} ground={ground} now={now} least={puzzle.least} display={display} onDrag={told ? undefined : by} />
          )}
        />
      </div>
      {told === null ? (
        <>
          <Stops label="Move the line">
            {[-large, -small, small, large].map((mm) => (
              // not up and down: the drawing can be turned
              <Button key={mm} onClick={() => by(mm)} aria-label={`Line ${mm < 0 ? 'back' : 'on'} by ${say(Math.abs(mm))}`}>
                {mm < 0 ? '−' : '+'} {say(Math.abs(mm))}
              </Button>
            ))}
            <Button onClick={() => by(ground.widths[0]! / 2)}>Half a plank over</Button>
          </Stops>
          <Why tone="quiet">Drag the blue line, or press. Strips in red are under {say(puzzle.least)}.</Why>
          <Button variant="solid" colorPalette="blue" w="100%" h="56px" mt="2" onClick={answer}>
            This is the place
          </Button>
        </>
      ) : (
        <div className={styles.told} role="status">
          <b className={told.length === 0 ? 'good' : 'must'}>{told.length === 0 ? 'Right' : 'Not so'}</b>
          {told.map((text) => (
            <Why key={text} tone="must">
              {text}
            </Why>
          ))}
          {told.length > 0 && (
            <Button mt="2" onClick={() => setOrigin(puzzle.answer)}>
              Show me a place that is right
            </Button>
          )}
          <Why>{puzzle.why}</Why>
        </div>
      )}
    </>
  );
}

type LinesProps = {
  view: View;
  ground: SetOutGround;
  now: Standing;
  least: number;
  display: Display;
  onDrag?: (by: number) => void;
};

/** Rows, the line that is moved, and the strip at every wall. */
function Lines({ view, ground, now: { setOut }, least, display, onDrag }: LinesProps) {
  const { frame } = ground;
  const laid = useMemo((): MultiPolygon => turnedMulti(frame, ground.floor.laid), [frame, ground]);
  const odd = useMemo(
    () =>
      turnedMulti(
        frame,
        setOut.rows.filter((r) => r.n % 2 === 1).flatMap((r) => clipBand(laid, 1, r.from, r.to)),
      ),
    [frame, laid, setOut],
  );
  const us = laid.flatMap((p) => p[0]!.map((q) => q[0]));
  const [from, to] = [Math.min(...us), Math.max(...us)];
  const middle = (ground.reach[0] + ground.reach[1]) / 2;
  const line = setOut.rows
    .slice(1)
    .reduce((best, r) => (Math.abs(r.from - middle) < Math.abs(best - middle) ? r.from : best), setOut.rows[0]!.to);
  const [a, b] = [toScreen(view, turned(frame, [from, line])), toScreen(view, turned(frame, [to, line]))];
  const held = useRef<number | null>(null);
  const wAt = (event: PointerEvent<SVGElement>): number => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    return turned(frame, toPlan(view, [event.clientX - box.left, event.clientY - box.top]))[1];
  };
  const step = lengthStep(display);
  return (
    <>
      <g transform={matrixOf(view)} aria-hidden>
        <path className={styles.odd} d={multiPath(odd)} />
      </g>
      <g
        data-drag={onDrag ? true : undefined}
        className={onDrag && styles.held}
        onPointerDown={(e) => {
          if (!onDrag) return;
          e.currentTarget.setPointerCapture(e.pointerId);
          held.current = wAt(e);
        }}
        onPointerMove={(e) => {
          if (held.current === null || !onDrag) return;
          const moved = Math.round((wAt(e) - held.current) / step) * step;
          if (moved === 0) return;
          held.current += moved;
          onDrag(moved);
        }}
        onPointerUp={() => (held.current = null)}
        onPointerCancel={() => (held.current = null)}
      >
        <line className={styles.grip} x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
        <line className="chalk" x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
      </g>
      {setOut.strips.map((strip, i) => {
        const at = (strip.wall.w[0] + strip.wall.w[1]) / 2 + (strip.wall.side === 'start' ? 1 : -1) * (14 / Math.hypot(view.a, view.b));
        const [x, y] = toScreen(view, turned(frame, [(strip.wall.u[0] + strip.wall.u[1]) / 2, at]));
        const text = formatLength(strip.least, display);
        const wide = text.length * 9 + 14;
        return (
          <g key={i} className={`pill${strip.least < least - 0.01 ? ' broken' : ''}`} transform={`translate(${x} ${y})`}>
            <rect x={-wide / 2} y={-14} width={wide} height={28} rx={6} />
            <text>{text}</text>
          </g>
        );
      })}
    </>
  );
}
