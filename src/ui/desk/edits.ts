import { boxOf } from '@/core/geometry';
import { rectangle, type Job, type LimitName, type Problem, type Product, type Space } from '@/core/given';
import { walkStart, type WalkedWall, type WalkStart } from '@/core/survey';

/** A space that is a rectangle along the axes. */
export type Rectangle = { readonly x: number; readonly y: number; readonly length: number; readonly width: number };

export function rectangleOf(space: Space): Rectangle | null {
  const { outline } = space;
  if (outline.length !== 4) return null;
  const box = boxOf(outline);
  const corners = outline.every(([x, y]) => (x === box.minX || x === box.maxX) && (y === box.minY || y === box.maxY));
  return corners ? { x: box.minX, y: box.minY, length: box.maxX - box.minX, width: box.maxY - box.minY } : null;
}

export function withSpace(job: Job, id: string, change: (space: Space) => Space): Job {
  return { ...job, spaces: job.spaces.map((s) => (s.id === id ? change(s) : s)) };
}

/** A job without one of its rooms, its doorways and everything that was settled of it. */
export function withoutSpace(job: Job, id: string): Job {
  const others = <Of extends { readonly space: string }>(list: readonly Of[] | undefined): Of[] | undefined =>
    list?.filter((x) => x.space !== id);
  const { space: centre, ...setOut } = job.layout.setOut;
  const { light, ...layout } = job.layout;
  const crew = { ...job.crew };
  if (crew.first === id) delete crew.first;
  return {
    ...job,
    spaces: job.spaces.filter((s) => s.id !== id),
    openings: job.openings?.filter((o) => !o.between.includes(id)),
    layout: {
      ...layout,
      ...(light && light.space !== id ? { light } : {}),
      setOut: centre === id ? { mode: 'auto' } : { ...setOut, ...(centre ? { space: centre } : {}) },
    },
    layouts: others(job.layouts)?.map((l) => (l.setOut?.space === id ? { ...l, setOut: undefined } : l)),
    bases: others(job.bases),
    ...(job.beneath ? { beneath: { ...job.beneath, choices: others(job.beneath.choices) } } : {}),
    lowThings: others(job.lowThings),
    ...(job.round ? { round: { ...job.round, gaps: others(job.round.gaps), seen: others(job.round.seen) } } : {}),
    snags: others(job.snags),
    ...(job.crew ? { crew } : {}),
    ...(job.laying?.order ? { laying: { ...job.laying, order: job.laying.order.filter((s) => s !== id) } } : {}),
  };
}

/** Where the walk of a room begins: at the doorway that it hangs on, or where a walk begins by habit. */
export function startOf(job: Job, space: Space, walk: readonly WalkedWall[]): WalkStart | undefined {
  const from = space.walkFrom;
  const opening = from && job.openings?.find((o) => o.id === from.opening);
  const other = opening && job.spaces.find((s) => s.id !== space.id && opening.between.includes(s.id));
  return (from && opening && other && walkStart(other.outline, opening.outline, from.along, walk)) ?? undefined;
}

export const resized = (job: Job, id: string, r: Rectangle): Job =>
  withSpace(job, id, (s) => ({ ...s, outline: rectangle(r.length, r.width).map(([x, y]): [number, number] => [x + r.x, y + r.y]) }));

export const withProduct = (job: Job, product: Partial<Product>): Job => ({ ...job, product: { ...job.product, ...product } });

/** A limit that the user sets is the user's. */
export const withLimit = (job: Job, limit: LimitName, mm: number): Job =>
  withProduct(job, { limits: { ...job.product.limits, [limit]: mm }, limitSources: { ...job.product.limitSources, [limit]: 'yours' } });

/** The text of the first problem, to stand beside a field. */
export const firstText = (problems: readonly Problem[]): string | undefined => problems[0]?.text;

/** An id that nothing in the job has yet. */
export function freeId(job: Job, stem: string): string {
  const taken = new Set([...job.spaces, ...(job.openings ?? []), ...(job.obstacles ?? [])].map((x) => x.id));
  for (let n = 1; ; n++) if (!taken.has(`${stem}-${n}`)) return `${stem}-${n}`;
}
