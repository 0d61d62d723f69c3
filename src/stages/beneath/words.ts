import { BOARD_BOND, type Layer } from '@/core/beneath';
import type { Job } from '@/core/given';
import { formatLength, formatRun } from '@/core/units';
import { directionWords } from '@/ui/desk';

/** Layers that are laid alike, of one material and one direction. */
export type LaidAlike = Pick<Layer, 'material' | 'direction' | 'seams' | 'spaces'>;

export function laidAlike(layers: readonly Layer[]): readonly LaidAlike[] {
  const alike = new Map<string, LaidAlike>();
  for (const { material, direction, seams, spaces } of layers) {
    const key = `${material.id} ${directionWords(direction)}`;
    const other = alike.get(key);
    alike.set(key, { material, direction, seams: seams + (other?.seams ?? 0), spaces: [...(other?.spaces ?? []), ...spaces] });
  }
  return [...alike.values()];
}

/** How layers are laid, line by line, for screen and paper. */
export function layingWords({ material, direction, seams }: LaidAlike, { display }: Pick<Job, 'display'>): readonly string[] {
  const mm = (n: number) => formatLength(n, display);
  const runs = `It runs ${directionWords(direction)} on the drawing.`;
  const tape = material.tape ? `Tape every seam: ${formatRun(seams * 1000, display)}.` : 'Its seams are not taped.';
  switch (material.kind) {
    case 'film':
      return [
        `${runs} Strips lie ${mm(material.lap ?? 0)} over each other. ${tape}`,
        `It goes ${mm(material.turnUp ?? 0)} up every wall; trim it once the skirting is on. Through doorways it goes on under the next strip.`,
      ];
    case 'foam':
      return [`${runs} Edges are butted, never lapped: a lap is a ridge. ${tape}`];
    case 'board':
      return [`${runs} In bond, end joints at least ${mm(BOARD_BOND)} apart; what a row leaves begins the next. ${tape}`];
  }
}
