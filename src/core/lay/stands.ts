import type { Yard } from '../cuts';
import { floorsOf, type Floor, type Surveyed } from '../floors';
import type { MultiPolygon, Point, Ring } from '../geometry';
import { productsOf, type Event, type Job, type NotedKind, type Piece, type Plan, type Product, type Result } from '../given';
import { withWalls } from './walls';
import type { Begun, OnPlank, PlankOf } from './wood';

/*
 * What stands on a site, and what of the job its log is read with.
 */

/** A piece by its floor and its id: `f1/12.3`. */
export type PieceKey = string;
export const pieceKey = (floor: string, piece: Pick<Piece, 'id'>): PieceKey => `${floor}/${piece.id}`;

/** A piece that lies, where it lies by now. */
export type Lying = {
  readonly floor: string;
  readonly piece: Piece;
  /** the line that says so */
  readonly line: number;
  /** how its floor was pushed since its outline was written down */
  readonly pushed: Point;
};

/** A piece that is sawn and does not lie, of whatever plan it is. */
export type SawnPart = OnPlank & {
  /** by which it is told apart, and the piece that it was sawn for */
  readonly key: PieceKey;
  readonly of: PieceKey;
  readonly line: number;
};

/** Planks that are not begun: so many, or so many of each size. */
export type Unbegun = number | readonly (PlankOf & { readonly count: number })[];

/** A line that says something and changes nothing of what lies. */
export type Noted = Extract<Event, { what: 'note' | NotedKind | 'repaired' }>;

/** What stands on site after the lines of a log so far. */
export type Site = {
  /** the plan in force; null before laying begins */
  readonly plan: Plan | null;
  /** pieces of the plan in force that are sawn and do not lie, each with the line that says so */
  readonly sawn: ReadonlyMap<PieceKey, number>;
  /** pieces that lie, likewise */
  readonly laid: ReadonlyMap<PieceKey, number>;
  /** the same, where they lie */
  readonly lying: ReadonlyMap<PieceKey, Lying>;
  /** rows that lie otherwise than the plan in force says: floor and row */
  readonly otherRows: ReadonlySet<string>;
  readonly parts: readonly SawnPart[];
  readonly begun: ReadonlyMap<number, Begun>;
  /** what is in hand of those planks, part by part: what a cut parted stays parted */
  readonly yard: Yard;
  /** the highest number that a plank has had */
  readonly highest: number;
  /** what is left of the stock; null where nobody counted it */
  readonly stock: Unbegun | null;
  /** by how much floors were pushed under the plan in force */
  readonly shifts: ReadonlyMap<string, Point>;
  /** outlines of spaces as they were found */
  readonly walls: ReadonlyMap<string, Ring>;
  /** whether anything but sawing and laying as planned has happened under the plan in force */
  readonly otherwise: boolean;
  /** what was noted, and what came, went, was checked or is to be mended besides */
  readonly notes: readonly Noted[];
  /** the number of the last line; 0 for an empty log */
  readonly last: number;
};

/** What of a job a log is read with: what a saw cut takes, which planks there are, where its walls were. */
export type SiteGround = Pick<Job, 'kerf' | 'spaces'> & {
  readonly sizes: readonly PlankOf[];
  /** the floors with their walls as they were found, or why there are none */
  floorsWith(walls: ReadonlyMap<string, Ring>): Result<readonly Floor[]>;
  /** where a floor is to lie with its walls as they were found; undefined where that cannot be said */
  laidWith(walls: ReadonlyMap<string, Ring>, floor: string): MultiPolygon | undefined;
};

export function groundOfSite(job: Surveyed & Pick<Job, 'kerf'>): SiteGround {
  const { kerf, spaces } = job;
  const products = productsOf(job);
  const sizes = (p: Product) =>
    p.planks.map(({ length, width }) => ({ length, width, ...(products.length > 1 ? { product: p.name } : {}) }));
  const floorsWith = (walls: ReadonlyMap<string, Ring>) => floorsOf(withWalls(job, walls));
  return {
    kerf,
    spaces,
    sizes: products.flatMap(sizes),
    floorsWith,
    laidWith(walls, floor) {
      const floors = floorsWith(walls);
      return floors.ok ? floors.value.find((f) => f.id === floor)?.laid : undefined;
    },
  };
}

export const rowKey = (floor: string, row: number): string => `${floor} ${row}`;
