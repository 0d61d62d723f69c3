import { BOARD_BOND, type Layer } from '@/core/beneath';
import type { Job } from '@/core/given';
import { formatLength } from '@/core/units';
import { directionWords } from '@/ui/desk';

/** How a layer is laid, line by line, for screen and paper. */
export function layingWords({ material, direction, seams }: Layer, { display }: Pick<Job, 'display'>): readonly string[] {
  const mm = (n: number) => formatLength(n, display);
  const runs = `It runs ${directionWords(direction)} on the drawing.`;
  const tape = material.tape ? `Tape every seam: ${seams.toFixed(1)} m.` : 'Its seams are not taped.';
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
