'use client';
import { IconButton } from '../kit';
import { select } from 'd3-selection';
import { zoom as d3zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom';
import { Maximize, Minus, Plus, RotateCw } from 'lucide-react';
import { memo, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import type { Floor } from '@/core/floors';
import { boxOf, type MultiPolygon, type Point } from '@/core/geometry';
import type { Job, Piece, Plan, PlanFloor } from '@/core/given';
import { cornersOf } from '@/core/survey';
import { startOf, type Sliding } from '../desk';
import { Faces } from './Faces';
import styles from './sheet.module.css';
import { multiPath, pieceAt, ringPath, rowPaths } from './paths';
import { fitted, matrixOf, NO_ZOOM, toPlan, zoomed, type View, type Zoom } from './view';

/** What a stage draws on top, given where things are on screen. */
export type Overlay = (view: View, size: { width: number; height: number }) => ReactNode;

type Props = {
  job: Job;
  floors: readonly Floor[];
  plan: Plan | null;
  /** whether a walk that is not closed yet is drawn in place of its room's outline */
  walking?: boolean;
  /** fitted to this job where it is not the one drawn: the view holds still while a corner is dragged */
  fitTo?: Job;
  /** whether the printed faces are drawn on the pieces */
  faces?: boolean;
  /** while the line of a floor is dragged: its pieces as they lie, moved with the line, and its row edges as a path, both in plan */
  sliding?: Sliding | null;
  /** the chosen piece */
  chosen?: Piece | null;
  /** what was tapped; null beside every piece */
  onChoose?: (floor: string | null, piece: string | null) => void;
  /** where the drawing was tapped, in plan */
  onPoint?: (p: Point) => void;
  /** what to say of a piece under the pointer */
  describe?: (floor: string, piece: string) => string | null;
  overlay?: Overlay;
  /** whether a drawing that is wide is turned by a quarter where the sheet is tall, and the other way round */
  turnsToFit?: boolean;
  label: string;
  children?: ReactNode;
};

/** Wall thickness as drawn, mm; the drawing's habit, not a measurement. */
const WALL = 110;

/** The floor drawing: always there, the largest thing on screen. Pan, zoom, fit, turn. */
export function Sheet({
  job,
  fitTo = job,
  floors,
  plan,
  walking = false,
  faces = false,
  sliding = null,
  chosen = null,
  onChoose,
  onPoint,
  describe,
  overlay,
  turnsToFit = false,
  label,
  children,
}: Props) {
  const host = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [zoom, setZoom] = useState<Zoom>(NO_ZOOM);
  const [quarters, setQuarters] = useState(0);

  useLayoutEffect(() => {
    const element = host.current!;
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  useEffect(() => {
    const made = d3zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.4, 60])
      .filter((event: Event) => !(event.target as Element).closest('[data-drag]') && !(event as MouseEvent).button)
      .on('zoom', (event: { transform: Zoom }) => setZoom({ k: event.transform.k, x: event.transform.x, y: event.transform.y }));
    behaviour.current = made;
    const selected = select(svg.current!);
    selected.call(made).on('dblclick.zoom', null);
    return () => void selected.on('.zoom', null);
  }, []);

  const outlines = useMemo(() => job.spaces.filter((s) => !(walking && s.walk)).map((s) => s.outline), [job.spaces, walking]);
  const reach = useMemo(
    () =>
      fitTo.spaces.flatMap((s) =>
        walking && s.walk ? cornersOf([...s.walk, { length: 1500, turn: 0 }], startOf(fitTo, s, s.walk)) : s.outline,
      ),
    [fitTo, walking],
  );
  const view = useMemo(() => {
    const small = size.width < 500;
    const { minX, maxX, minY, maxY } = boxOf(reach);
    const isAcross = turnsToFit && maxX - minX > maxY - minY !== size.width > size.height;
    const base = fitted(
      reach,
      size.width,
      size.height,
      quarters + (isAcross ? 1 : 0),
      small ? { x: 46, top: 40, bottom: 58 } : { x: 96, top: 56, bottom: 76 },
    );
    return zoomed(base, zoom);
  }, [reach, size, quarters, turnsToFit, zoom]);

  const fit = useCallback(() => select(svg.current!).call(behaviour.current!.transform, zoomIdentity), []);
  const scale = (by: number) => select(svg.current!).call(behaviour.current!.scaleBy, by);

  const [hover, setHover] = useState<{ floor: string; piece: string; x: number; y: number } | null>(null);
  const point = (event: React.PointerEvent) => {
    if (!describe || !plan || event.pointerType !== 'mouse' || event.buttons !== 0) return setHover(null);
    const box = svg.current!.getBoundingClientRect();
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    const found = pieceAt(plan.floors, toPlan(view, [x, y]));
    setHover(found && { floor: found.floor.id, piece: found.piece.id, x, y });
  };
  const told = hover && describe?.(hover.floor, hover.piece);

  const click = (event: React.MouseEvent) => {
    if (event.defaultPrevented) return;
    const box = svg.current!.getBoundingClientRect();
    const p = toPlan(view, [event.clientX - box.left, event.clientY - box.top]);
    onPoint?.(p);
    if (!onChoose || !plan) return;
    const found = pieceAt(plan.floors, p);
    onChoose(found?.floor.id ?? null, found?.piece.id ?? null);
  };

  const ready = size.width > 0;
  return (
    <main className={styles.sheet} data-testid="sheet" ref={host} aria-label="Floor drawing">
      <svg ref={svg} role="group" aria-label={label} onClick={click} onPointerMove={point} onPointerLeave={() => setHover(null)}>
        {ready && (
          <g className="draw">
            <g transform={matrixOf(view)}>
              <Ground outlines={outlines} openings={job.openings} floors={outlines.length < job.spaces.length ? [] : floors} />
              {plan && <Laid plan={plan} faces={faces} but={sliding?.floor ?? null} />}
              {sliding && <Moving plan={plan} laid={floors.find((f) => f.id === sliding.floor)?.laid} faces={faces} sliding={sliding} />}
              {(job.obstacles ?? []).map((o) => (
                <path key={o.id} className="obstacle" d={ringPath(o.outline)} />
              ))}
              {plan && chosen && <Chosen plan={plan} piece={chosen} />}
            </g>
            {overlay?.(view, size)}
          </g>
        )}
      </svg>
      {told && (
        <div className={styles.told} role="tooltip" style={{ left: Math.min(hover.x + 14, size.width - 260), top: hover.y + 18 }}>
          {told}
        </div>
      )}
      {children}
      <div className={styles.tools}>
        <Tool label="Fit the floor" onClick={fit} icon={<Maximize size={18} />} />
        <Tool label="Zoom in" onClick={() => scale(1.5)} icon={<Plus size={18} />} />
        <Tool label="Zoom out" onClick={() => scale(1 / 1.5)} icon={<Minus size={18} />} />
        <Tool label="Turn the drawing" onClick={() => (setQuarters((q) => q + 1), fit())} icon={<RotateCw size={18} />} />
      </div>
    </main>
  );
}

const Tool = ({ label, onClick, icon }: { label: string; onClick: () => void; icon: ReactNode }) => (
  <IconButton aria-label={label} title={label} onClick={onClick} bg="bg">
    {icon}
  </IconButton>
);

type GroundProps = { outlines: readonly (readonly Point[])[]; openings: Job['openings']; floors: readonly Floor[] };

/** Walls, the doorways through them, and what will be laid. */
const Ground = memo(function Ground({ outlines, openings = [], floors }: GroundProps) {
  const walls = outlines.map(ringPath).join('');
  const doorways = openings.filter((o) => o.finish !== 'stop');
  const stroke = { fill: 'none', strokeLinejoin: 'miter', style: { vectorEffect: 'none' } } as const;
  return (
    <>
      <path d={walls} {...stroke} stroke="var(--wall)" strokeWidth={WALL * 2 + 26} />
      <path d={walls} {...stroke} stroke="var(--wall-fill)" strokeWidth={WALL * 2} />
      <path className="gap" d={walls} />
      <path className="outline" d={walls} />
      {doorways.map((o) => (
        <path key={o.id} className="gap" d={ringPath(o.outline)} />
      ))}
      {floors.map((floor) => (
        <path key={floor.id} className="floor" d={multiPath(floor.laid)} fillRule="evenodd" />
      ))}
    </>
  );
});

/** The pieces of all floors, or of all but the one whose line is dragged. */
const Laid = memo(function Laid({ plan, faces, but }: { plan: Plan; faces: boolean; but: string | null }) {
  const floors = useMemo(() => plan.floors.filter((f) => f.id !== but), [plan, but]);
  return <Pieces plan={plan} floors={floors} faces={faces} />;
});

type MovingProps = { plan: Plan | null; laid?: MultiPolygon; faces: boolean; sliding: Sliding };

/** A floor that moves with its line: its joints and faces as they lay, within the walls, until the line is let go. */
function Moving({ plan, laid = [], faces, sliding: { floor: id, by, rowEdges } }: MovingProps) {
  const floors = useMemo(() => plan?.floors.filter((f) => f.id === id) ?? [], [plan, id]);
  const within = useMemo(() => multiPath(laid), [laid]);
  return (
    <g clipPath="url(#laid-floor)" className="moving">
      <clipPath id="laid-floor">
        <path d={within} clipRule="evenodd" />
      </clipPath>
      {plan && (
        <g style={{ transform: `translate(${by[0]}px, ${by[1]}px)`, willChange: 'transform' }}>
          <Pieces plan={plan} floors={floors} faces={faces} />
        </g>
      )}
      <path className="row-edge" d={rowEdges} />
    </g>
  );
}

const Pieces = memo(function Pieces({ plan, floors, faces }: { plan: Plan; floors: readonly PlanFloor[]; faces: boolean }) {
  const drawn = useMemo(() => floors.map((floor) => ({ id: floor.id, rows: rowPaths(floor) })), [floors]);
  return (
    <>
      {drawn.map(({ id, rows }) => (
        <g key={id}>
          {rows.map(({ row, tones }) => (
            <g key={row}>
              {tones.map(
                (d, tone) => d !== '' && <path key={tone} className="piece" d={d} fill={`var(--board-${tone})`} fillRule="evenodd" />,
              )}
            </g>
          ))}
        </g>
      ))}
      {faces && <Faces plan={plan} floors={floors} />}
    </>
  );
});

/** The chosen piece, and dashed the other pieces of its plank. */
function Chosen({ plan, piece }: { plan: Plan; piece: Piece }) {
  return plan.floors.flatMap((floor) =>
    floor.pieces
      .filter((p) => p.plank === piece.plank)
      .map((p) => <path key={`${floor.id}/${p.id}`} className={p === piece ? 'chosen' : 'mate'} d={multiPath([p.outline])} />),
  );
}
