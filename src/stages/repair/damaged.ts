import { create } from 'zustand';
import { frameOf, insideRing, turned, type Point } from '@/core/geometry';
import { useSite } from '@/ui/desk';

/** What is damaged, as floor and piece, and whose way is looked at. */
type Damaged = { readonly pieces: readonly string[]; readonly way: number };

export const useDamaged = create<Damaged>(() => ({ pieces: [], way: 0 }));

/** A piece is damaged, or is not after all; another floor's are forgotten, for floors are repaired apart. */
export function toggleDamaged(key: string): void {
  const { pieces } = useDamaged.getState();
  const floor = key.slice(0, key.indexOf('/') + 1);
  const own = pieces.filter((p) => p.startsWith(floor));
  useDamaged.setState({ pieces: own.includes(key) ? own.filter((p) => p !== key) : [...own, key], way: 0 });
}

/** These are damaged: those of them that lie. */
export function damagedAre(pieces: readonly string[]): void {
  const { site } = useSite.getState();
  useDamaged.setState({ pieces: pieces.filter((p) => site?.lying.has(p)), way: 0 });
}

export const noneDamaged = (): void => useDamaged.setState({ pieces: [], way: 0 });
export const lookAtWay = (way: number): void => useDamaged.setState({ way });

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
  const { pieces } = useDamaged.getState();
  if (!site || pieces.length === 0) return;
  const own = pieces.flatMap((key) => site.lying.get(key) ?? []);
  const floor = own[0]!.floor;
  const frame = frameOf(site.plan!.floors.find((f) => f.id === floor)?.direction ?? 0);
  const boxOf = (ring: readonly Point[]) => {
    const points = ring.map((p) => turned(frame, p));
    const [us, ws] = [points.map((p) => p[0]), points.map((p) => p[1])];
    return { minX: Math.min(...us), maxX: Math.max(...us), minY: Math.min(...ws), maxY: Math.max(...ws) };
  };
  const wet = own.map((l) => boxOf(l.piece.outline[0]!));
  const near = [...site.lying]
    .filter(([, l]) => l.floor === floor)
    .filter(([, l]) => {
      const b = boxOf(l.piece.outline[0]!);
      return wet.some((w) => b.minX < w.maxX + by && b.maxX > w.minX - by && b.minY < w.maxY + by && b.maxY > w.minY - by);
    });
  useDamaged.setState({ pieces: near.map(([key]) => key), way: 0 });
}
