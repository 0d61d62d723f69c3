import { create } from 'zustand';
import { boxOf, frameOf, insideRing, turned, type Point } from '@/core/geometry';
import { useSaving, useSite } from '@/ui/desk';

/** What is damaged, as floor and piece, of which job, and whose way is looked at. */
type Damaged = { readonly job: string; readonly pieces: readonly string[]; readonly way: number };

const NONE: Damaged = { job: '', pieces: [], way: 0 };
const useKept = create<Damaged>(() => NONE);

/** What is damaged on the floor that is open; another job's is none of its. */
export const damagedNow = (): Damaged => (useKept.getState().job === useSaving.getState().id ? useKept.getState() : NONE);
export function useDamaged(): Damaged {
  const id = useSaving((s) => s.id);
  const kept = useKept();
  return kept.job === id ? kept : NONE;
}
const set = (pieces: readonly string[], way = 0): void => useKept.setState({ job: useSaving.getState().id, pieces, way });

/** A piece is damaged, or is not after all; another floor's are forgotten, for floors are repaired apart. */
export function toggleDamaged(key: string): void {
  const own = damagedNow().pieces.filter((p) => p.startsWith(key.slice(0, key.indexOf('/') + 1)));
  set(own.includes(key) ? own.filter((p) => p !== key) : [...own, key]);
}

/** These are damaged: those of them that lie. */
export const damagedAre = (pieces: readonly string[]): void => set(pieces.filter((p) => useSite.getState().site?.lying.has(p)));
export const noneDamaged = (): void => set([]);
export const lookAtWay = (way: number): void => set(damagedNow().pieces, way);

/** The piece that lies at a place. */
export function pieceAt(at: Point): string | null {
  const { site } = useSite.getState();
  const found = [...(site?.lying ?? [])].find(([, l]) => insideRing(at, l.piece.outline[0]!));
  return found?.[0] ?? null;
}

export function tapped(at: Point): void {
  const key = pieceAt(at);
  if (key !== null) toggleDamaged(key);
}

/** Everything that lies within so far (mm) of what is damaged: water runs along joints. */
export function damagedAround(by: number): void {
  const { site } = useSite.getState();
  const own = damagedNow().pieces.flatMap((key) => site?.lying.get(key) ?? []);
  if (!site?.plan || own.length === 0) return;
  const { floor } = own[0]!;
  const frame = frameOf(site.plan.floors.find((f) => f.id === floor)!.direction);
  const reach = (outline: readonly (readonly Point[])[]) => boxOf(outline[0]!.map((p) => turned(frame, p)));
  const wet = own.map((l) => reach(l.piece.outline));
  const near = [...site.lying].filter(([, l]) => {
    const b = reach(l.piece.outline);
    return l.floor === floor && wet.some((w) => b.minX < w.maxX + by && b.maxX > w.minX - by && b.minY < w.maxY + by && b.maxY > w.minY - by); // prettier-ignore
  });
  set(near.map(([key]) => key));
}
