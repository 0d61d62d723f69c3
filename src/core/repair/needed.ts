/** The piece that a damaged one is replaced by. */
import { boxOf, frameOf, round3, turned } from '../geometry';
import type { Job, Piece, PlanFloor, Plank, Plan } from '../given';
import { rackOnSite, type Site } from '../lay';

/** How a new piece is cut, and from what. */
export type Needed = {
  readonly piece: string;
  readonly length: number;
  readonly width: number;
  /** on a plank of this size, as the damaged piece was cut from its own */
  readonly plank: { readonly length: number; readonly width: number; readonly product: string };
  readonly cut: Piece['cut'];
  /** whether more than two crosscuts and a rip are needed: the old piece is the pattern */
  readonly shaped: boolean;
  /** what is left of this plank holds it; else a spare, else a new plank */
  readonly from: { readonly remainder: number } | 'spare' | 'new';
};

/** What other damaged pieces take already: planks whose rest they are cut from, and how many spares. */
export type Taken = { readonly remainders: ReadonlySet<number>; readonly spares: number };

/** As far as a rounded corner may be off, mm. */
const SAME = 0.05;

export function neededFor(job: Job, site: Site, floor: PlanFloor, piece: Piece, product: string, taken: Taken): Needed {
  const plan = site.plan!;
  const size = site.begun.get(piece.plank) ?? plan.planks.find((p: Plank) => p.n === piece.plank)!;
  const { cut } = piece;
  const reach = boxOf(piece.outline[0]!.map((p) => turned(frameOf(floor.direction), p)));
  return {
    piece: `${floor.id}/${piece.id}`,
    length: round3(reach.maxX - reach.minX),
    width: round3(reach.maxY - reach.minY),
    plank: { length: size.length, width: size.width, product },
    cut,
    shaped: piece.outline.length > 1 || piece.outline[0]!.length > 4,
    from:
      remainderFor(job, site, plan, piece, size, product, taken.remainders) ?? ((job.spares?.planks ?? 0) > taken.spares ? 'spare' : 'new'),
  };
}

/** What is left of a plank that has the ends which the piece needs and is long and wide enough, the shortest that does. */
function remainderFor(
  { kerf }: Job,
  site: Site,
  plan: Plan,
  { cut }: Piece,
  size: { readonly length: number; readonly width: number },
  product: string,
  taken: ReadonlySet<number>,
): { readonly remainder: number } | null {
  const [left, right] = [cut.from < SAME, cut.to > size.length - SAME];
  const fits = rackOnSite(site, plan, kerf).filter(
    (r) =>
      r.whole &&
      r.becomes.length === 0 &&
      !taken.has(r.plank) &&
      Math.abs(r.width - size.width) < SAME &&
      (site.begun.get(r.plank)!.product ?? product) === product &&
      r.to - r.from >= cut.to - cut.from + kerf &&
      (!left || r.hand === 'left' || r.hand === 'both') &&
      (!right || r.hand === 'right' || r.hand === 'both'),
  );
  const best = fits.sort((a, b) => a.to - a.from - (b.to - b.from))[0];
  return best ? { remainder: best.plank } : null;
}
