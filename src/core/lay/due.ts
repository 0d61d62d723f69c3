/** What comes due at a step of the work. */
import { boxOf, frameOf, turned, type Frame, type Ring } from '../geometry';
import type { Job, Plan, PlanFloor } from '../given';
import type { Step } from './course';
import { roomOf, TOUCHES, type Part } from './parts';

/** Something that comes due at a row. */
export type Due =
  | { readonly what: 'push' }
  /** boxes that are opened in a room, carried there before its first row */
  | { readonly what: 'carry'; readonly room: string; readonly boxes: readonly number[] }
  | { readonly what: 'register'; readonly obstacle: string }
  | { readonly what: 'undercut'; readonly opening: string }
  /** strips of pad that the row comes to lie on, by their letters and numbers */
  | { readonly what: 'pad'; readonly strips: readonly string[] }
  | { readonly what: 'meets' };

/** A strip of what lies beneath, in plan. */
export type PadStrip = { readonly floor: string; readonly id: string; readonly outline: Ring };

/** Puts to each step the strips of pad that it is the first to lie on. */
export function withPads(steps: readonly Step[], floor: PlanFloor, pads: readonly PadStrip[]): readonly Step[] {
  if (pads.length === 0) return steps;
  const frame = frameOf(floor.direction);
  const reach = (ring: Ring) => boxOf(ring.map((p) => turned(frame, p)));
  const pieces = new Map(floor.pieces.map((p) => [p.id, reach(p.outline[0]!)]));
  let left = pads.map((p) => ({ id: p.id, box: reach(p.outline) }));
  return steps.map((step) => {
    const own = step.pieces.map((id) => pieces.get(id)!);
    const over = left.filter(({ box: a }) => own.some((b) => Math.min(a.maxX, b.maxX) - Math.max(a.minX, b.minX) > TOUCHES && Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY) > TOUCHES)); // prettier-ignore
    if (over.length === 0) return step;
    left = left.filter((l) => !over.includes(l));
    return { ...step, due: [{ what: 'pad' as const, strips: over.map((o) => o.id) }, ...step.due] };
  });
}

export const merged = (a: readonly Due[], b: readonly Due[]): readonly Due[] => {
  const all = new Map([...a, ...b].map((d) => [JSON.stringify(d), d]));
  return [...all.values()];
};

/** What a part of a row crosses: registers to be cut out, casings to be undercut. */
export function crossed(
  part: Part,
  floor: PlanFloor,
  frame: Frame,
  { obstacles = [], openings = [] }: Pick<Job, 'obstacles' | 'openings'>,
): Due[] {
  const row = floor.rows.find((r) => r.n === part.row)!;
  const over = (ring: Ring, margin: number) => {
    const box = boxOf(ring.map((p) => turned(frame, p)));
    return box.minX < part.u1 + margin && box.maxX > part.u0 - margin && box.minY < row.to + margin && box.maxY > row.from - margin;
  };
  const first = (ring: Ring) => {
    const box = boxOf(ring.map((p) => turned(frame, p)));
    return box.minY >= row.from - TOUCHES || part.row === floor.rows[0]!.n;
  };
  return [
    ...obstacles
      .filter((o) => o.kind === 'register' && over(o.outline, 0) && first(o.outline))
      .map((o): Due => ({ what: 'register', obstacle: o.id })),
    ...openings
      .filter((o) => (o.casing ?? 0) > 0 && over(o.outline, 10) && first(o.outline))
      .map((o): Due => ({ what: 'undercut', opening: o.id })),
  ];
}

/** Puts to the first step of each room the boxes whose first plank is opened there. */
export function withBoxes(steps: readonly Step[], { floors, planks }: Plan, spaces: Job['spaces']): readonly Step[] {
  const boxes = new Map(planks.flatMap((p) => (p.box === undefined ? [] : [[p.n, p.box] as const])));
  if (boxes.size === 0 || spaces.length < 2) return steps;
  const room = roomOf(spaces);
  const pieces = new Map(floors.map((f) => [f.id, new Map(f.pieces.map((p) => [p.id, p]))]));
  const opened = new Set<number>();
  const carried = new Map<string, { readonly step: number; readonly boxes: number[] }>();
  steps.forEach((step, at) => {
    for (const id of step.pieces) {
      const piece = pieces.get(step.floor)!.get(id)!;
      const [to, box] = [room(piece), boxes.get(piece.plank)];
      if (to === null || box === undefined || opened.has(box)) continue;
      opened.add(box);
      const known = carried.get(to) ?? { step: at, boxes: [] };
      known.boxes.push(box);
      carried.set(to, known);
    }
  });
  const at = new Map([...carried].map(([to, { step, boxes: own }]) => [step, { room: to, boxes: own.sort((a, b) => a - b) }]));
  return steps.map((step, i) => (at.has(i) ? { ...step, due: [{ what: 'carry' as const, ...at.get(i)! }, ...step.due] } : step));
}
