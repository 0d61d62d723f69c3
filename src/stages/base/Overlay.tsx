'use client';
import { useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import {
  contourOf,
  counting,
  flatnessOf,
  movedPerMetre,
  ratesOf,
  roomOf,
  seasonsOf,
  type Flat,
  type Season,
  type Seasons,
} from '@/core/base';
import { roundPoint, turned, type Point } from '@/core/geometry';
import { formatHeight, formatLength, type Display } from '@/core/units';
import type { OutNamed } from '@/workers';
import { edit, say, useAnswer, useAnswers, useFloors, useJob, useSpace } from '@/ui/desk';
import { matrixOf, scaleOf, toPlan, toScreen, type View } from '@/ui/sheet/view';
import styles from './base.module.css';
import { baseOf, editBase, spotsOf } from './edits';
import { look, useLooking } from './looking';
import { endsOf } from './straightedge';

type Props = { readonly view: View };

/** The map of gaps or of the fill, the points that are read, the straightedge, and what has been marked. */
export function Overlay({ view }: Props) {
  const space = useSpace();
  const job = useJob();
  const { value } = useAnswer('flatness');
  const { shows, placing, season } = useLooking();
  const flat = value?.find((s) => s.space === space.id)?.flat ?? null;
  return (
    <g className={styles.map}>
      <Hatches />
      {flat && season === null && <GapMap display={job.display} flat={flat} shows={shows} view={view} />}
      {shows === 'before' && <Humps view={view} space={space.id} display={job.display} />}
      {season !== null && <Moved view={view} season={season} />}
      <Marks view={view} />
      <Spots view={view} />
      {baseOf(job, space.id) && <Straightedge flat={flat} view={view} />}
      {flat && season === null && shows === 'before' && <Worsts flat={flat} view={view} display={job.display} />}
      {placing && <Place view={view} />}
    </g>
  );
}

const Hatches = () => (
  <defs>
    <pattern id="base-hatch" width="10" height="10" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <line x1="0" y1="0" x2="0" y2="10" stroke="var(--must)" strokeWidth="2.4" />
    </pattern>
    <pattern id="base-pour" width="9" height="9" patternUnits="userSpaceOnUse">
      <circle cx="3" cy="3" r="1.5" fill="var(--good)" />
    </pattern>
  </defs>
);

const pathOf = (ring: readonly Point[], view: View): string =>
  `M${ring
    .map((p) =>
      toScreen(view, p)
        .map((n) => n.toFixed(1))
        .join(' '),
    )
    .join('L')}Z`;

/** No more contours than can be told apart. */
const MOST_LINES = 6;
/** Numbers on contours stand at least this far apart, px. */
const APART = 22;

/** Contours are drawn at whole steps of this, mm: a millimetre, or an eighth of an inch. */
const STEP: Readonly<Record<Display, number>> = { metric: 1, imperial: 25.4 / 8 };

/** Contours, each with its number; places over the limit, or the pour that mends them. */
function GapMap({ flat, shows, view, display }: { flat: Flat; shows: 'before' | 'least' | 'flush'; view: View; display: Display }) {
  const { mesh, gap } = flat.map;
  const value = shows === 'before' ? gap : flat.map[shows];
  const contours = useMemo(() => {
    const most = Math.floor(value.reduce((a, b) => Math.max(a, b), 0) / STEP[display] - 1e-9);
    const every = Math.max(1, Math.ceil(most / MOST_LINES));
    return Array.from({ length: Math.floor(most / every) }, (_, i) => {
      const level = (i + 1) * every * STEP[display];
      return { level, lines: contourOf(mesh, value, level) };
    });
  }, [mesh, value, display]);
  const labels: { readonly at: Point; readonly text: string }[] = [];
  for (const { level, lines } of [...contours].reverse()) {
    for (const [p] of [...lines].sort((a, b) => b[0][0] + b[0][1] - a[0][0] - a[0][1])) {
      const at = toScreen(view, p);
      if (labels.some((l) => Math.hypot(l.at[0] - at[0], l.at[1] - at[1]) < APART)) continue;
      labels.push({ at, text: `${shows === 'before' ? '' : '+'}${formatLength(level, display, { bare: true })}` });
      break;
    }
  }
  return (
    <>
      {contours.map(({ level, lines }) => (
        <path
          key={level}
          className="contour"
          transform={matrixOf(view)}
          d={lines.map(([p, q]) => `M${p[0].toFixed(0)} ${p[1].toFixed(0)}L${q[0].toFixed(0)} ${q[1].toFixed(0)}`).join('')}
        />
      ))}
      {flat.places.map((p, i) => (
        <path key={i} className={shows === 'before' ? 'place' : 'pour'} d={pathOf(p.outline, view)} />
      ))}
      {labels.map(({ at: [x, y], text }, i) => (
        <text key={i} x={x} y={y}>
          {text}
        </text>
      ))}
    </>
  );
}

/** How far (px) a place's worst gap is written from where it is, beside the straightedge. */
const BESIDE = 30;

/** The worst gap of every place, or of the floor where there is none. */
function Worsts({ flat, view, display }: { flat: Flat; view: View; display: Display }) {
  const list = flat.places.length > 0 ? flat.places : flat.found.worst > 0.05 ? [flat.found] : [];
  return list.map((p, i) => {
    const [x, y] = toScreen(view, p.at);
    const [a, b] = [toScreen(view, p.ends[0]), toScreen(view, p.ends[1])];
    const length = Math.max(1, Math.hypot(b[0] - a[0], b[1] - a[1]));
    const side = (b[0] - a[0] > 0 ? -1 : 1) * BESIDE;
    return (
      <text key={i} className={styles.worst} x={x - ((b[1] - a[1]) / length) * side} y={y + ((b[0] - a[0]) / length) * side}>
        {flat.places.length > 0 ? '−' : ''}
        {formatLength(p.worst, display, { bare: true, decimals: 1, finest: 32 })}
      </text>
    );
  });
}

/** Humps that might be ground instead, once somebody has asked: a dashed outline with how far each stands up. */
function Humps({ view, space, display }: { view: View; space: string; display: Display }) {
  const known = useAnswers((s) => s.known.grinding)?.value as OutNamed<'grinding'> | undefined;
  return known
    ?.find((s) => s.space === space)
    ?.grinding?.humps.map((h, i) => {
      const [x, y] = toScreen(view, h.at);
      return (
        <g key={i}>
          <path className="hump" d={pathOf(h.outline, view)} />
          <text x={x} y={y}>
            +{formatLength(h.worst, display, { bare: true, decimals: 1, finest: 32 })}
          </text>
        </g>
      );
    });
}

/** The points where heights are wanted and read; the next one has a ring. */
function Spots({ view }: Props) {
  const job = useJob();
  const space = useSpace();
  const next = useLooking((s) => s.next);
  const spots = useMemo(() => (baseOf(job, space.id) ? spotsOf(job, space) : []), [job, space]);
  // on a small screen the points must not hide what lies between them
  const dot = scaleOf(view) > 0.055 ? 4 : 2.2;
  return spots.map((spot, i) => {
    const [x, y] = toScreen(view, spot.at);
    const says = `Point ${i + 1}, ${spot.height === null ? 'not read' : formatHeight(spot.height, job.display)}`;
    return (
      <g
        key={i}
        className={`handle ${styles.spot}`}
        data-read={spot.height !== null}
        transform={`translate(${x} ${y})`}
        onClick={() => look({ next: i })}
      >
        <title>{says}</title>
        <circle r="13" style={{ fill: 'transparent' }} />
        {i === next && <circle r="11" className={styles.next} style={{ fill: 'none' }} />}
        <circle
          r={spot.height === null ? dot * 0.7 : dot}
          style={spot.height === null ? { fill: 'none', stroke: 'var(--pencil)' } : undefined}
        />
      </g>
    );
  });
}

/** The straightedge: its ends are dragged, or moved by the arrow keys; no longer than it is, and inside the room. */
function Straightedge({ flat, view }: { flat: Flat | null; view: View }) {
  const space = useSpace();
  const { straightedge } = flatnessOf(useJob());
  const laid = useLooking((s) => s.laid);
  const room = useMemo(() => roomOf(space.outline), [space.outline]);
  const ends = endsOf(space, laid, flat, straightedge);
  const held = useRef<0 | 1 | null>(null);
  const put = (end: 0 | 1, to: Point) => {
    const other = ends[1 - end]!;
    const [dx, dy] = [to[0] - other[0], to[1] - other[1]];
    const length = Math.hypot(dx, dy);
    if (length < 50) return;
    const reach = Math.min(length, straightedge, room.reach(other[0], other[1], dx / length, dy / length, straightedge));
    const at: Point = [other[0] + (dx / length) * reach, other[1] + (dy / length) * reach];
    look({ laid: { space: space.id, ends: end === 0 ? [at, other] : [other, at] } });
  };
  const pointOf = (event: PointerEvent): Point => {
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    return toPlan(view, [event.clientX - box.left, event.clientY - box.top]);
  };
  const key = (event: KeyboardEvent, end: 0 | 1) => {
    const step = event.shiftKey ? 200 : 20;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key];
    if (!by) return;
    event.preventDefault();
    put(end, [ends[end][0] + by[0]!, ends[end][1] + by[1]!]);
  };
  const [a, b] = [toScreen(view, ends[0]), toScreen(view, ends[1])];
  return (
    <g className={styles.edge}>
      <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
      {([a, b] as const).map(([x, y], i) => (
        <g
          key={i}
          className="handle"
          data-drag
          role="button"
          tabIndex={0}
          aria-label={`Straightedge, ${i === 0 ? 'first' : 'second'} end: drag, or arrow keys`}
          transform={`translate(${x} ${y})`}
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            held.current = i as 0 | 1;
          }}
          onPointerMove={(e) => held.current === i && put(i as 0 | 1, pointOf(e))}
          onPointerUp={() => (held.current = null)}
          onPointerCancel={() => (held.current = null)}
          onKeyDown={(e) => key(e, i as 0 | 1)}
        >
          <circle r="22" style={{ fill: 'transparent', stroke: 'none' }} />
          <circle r="11" />
        </g>
      ))}
    </g>
  );
}

/** What has been marked: moisture readings, holes, what holds the floor. */
function Marks({ view }: Props) {
  const job = useJob();
  const space = useSpace();
  const base = baseOf(job, space.id);
  const mark = (at: Point, text: string, key: string) => {
    const [x, y] = toScreen(view, at);
    return (
      <g key={key} transform={`translate(${x} ${y})`}>
        <circle r="7" className={styles.mark} />
        <text y="18">{text}</text>
      </g>
    );
  };
  return (
    <>
      {counting(base?.moisture ?? []).map((m, i) => mark(m.at, `${m.value} %`, `m${i}`))}
      {base?.feelers?.map((f, i) => {
        const [a, b] = [toScreen(view, f.from), toScreen(view, f.to)];
        const over = f.gap > flatnessOf(job).limit;
        return (
          <g key={`g${i}`}>
            <line
              x1={a[0]}
              y1={a[1]}
              x2={b[0]}
              y2={b[1]}
              stroke={over ? 'var(--must)' : 'var(--pencil)'}
              strokeWidth={over ? 3 : 1.5}
              strokeDasharray="7 4"
            />
            {mark(
              f.at,
              `${over ? '−' : ''}${formatLength(f.gap, job.display, { bare: true, decimals: 1, finest: 32 })}${over ? ' over' : ''}`,
              `g${i} mark`,
            )}
          </g>
        );
      })}
      {base?.leaks?.map((l, i) => mark(l.at, l.what, `l${i}`))}
      {job.fixings?.map((f, i) => mark(f.at, f.why ?? 'fixed', `f${i}`))}
    </>
  );
}

/** Catches the tap that sets a place. */
function Place({ view }: Props) {
  const space = useSpace();
  const placing = useLooking((s) => s.placing);
  const tap = (event: PointerEvent<SVGRectElement>) => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    const at = roundPoint(toPlan(view, [event.clientX - box.left, event.clientY - box.top]));
    if (placing === 'moisture') look({ placed: at });
    if (placing === 'leak') editBase('a hole marked', space.id, (b) => ({ ...b, leaks: [...(b.leaks ?? []), { at, what: 'hole' }] }));
    if (placing === 'fixing')
      edit('something that holds the floor', (job) => ({ ...job, fixings: [...(job.fixings ?? []), { at, why: 'held' }] }));
    say('drag', null);
    look({ placing: null });
  };
  return (
    <rect
      data-drag
      className="handle"
      x="0"
      y="0"
      width="100%"
      height="100%"
      fill="transparent"
      style={{ cursor: 'crosshair' }}
      onPointerUp={tap}
    />
  );
}

/** So many times larger the floor's movement is drawn. */
const DRAWN_LARGER = 20;

/** The air of the year between its least and its greatest. */
export function airAt(season: number, { laid, least, greatest }: Seasons): Season {
  const [from, to, part] = season <= 1 ? [least, laid, season] : [laid, greatest, season - 1];
  return {
    temperature: from.temperature + (to.temperature - from.temperature) * part,
    humidity: from.humidity + (to.humidity - from.humidity) * part,
  };
}

/** The floors as the air moves them, drawn larger than true. */
function Moved({ view, season }: { view: View; season: number }) {
  const job = useJob();
  const floors = useFloors();
  const { value } = useAnswer('setOut');
  const seasons = seasonsOf(job);
  return floors.flatMap((floor) => {
    const frame = value?.find((s) => s.ground.floor.id === floor.id)?.ground.frame;
    if (!frame) return [];
    const moved = movedPerMetre(ratesOf(floor.product), seasons.laid, airAt(season, seasons));
    return floor.laid.map(([outer], i) => {
      const local = outer!.map((p) => turned(frame, p));
      const middle = [0, 1].map((k) => (Math.min(...local.map((p) => p[k]!)) + Math.max(...local.map((p) => p[k]!))) / 2) as [
        number,
        number,
      ];
      const ring = local.map((p): Point =>
        turned(frame, [
          p[0] + ((p[0] - middle[0]) / 1000) * moved[0] * DRAWN_LARGER,
          p[1] + ((p[1] - middle[1]) / 1000) * moved[1] * DRAWN_LARGER,
        ]),
      );
      return (
        <path
          key={`${floor.id} ${i}`}
          d={pathOf(ring, view)}
          style={{ fill: 'var(--board-1)', opacity: 0.7, stroke: 'var(--line)', strokeWidth: 2 }}
        />
      );
    });
  });
}
