import type { Point, Ring } from '../geometry';

/*
 * How pieces are sawn, as the contract states it (`pitsaw/cuts`): all points in the plank's own frame, x from its left factory end, y from its edge
 * nearest the starting wall, mm.
 */

/** The sides of a piece of wood: its long edges towards and away from the starting wall, and its two ends. */
export type Side = 'near' | 'far' | 'left' | 'right';
export type LongEdge = 'near' | 'far';
export type End = 'left' | 'right';

/** A figure that a person measures: exact, as it is read off the tape, and as the display says it. */
export type Measure = { readonly mm: number; readonly read: number; readonly text: string };
/** A figure and the side from which it is measured. */
export type From<Of extends Side> = Measure & { readonly from: Of };

/** Where a straight cut meets a side of the wood. */
export type LineMark = From<Side> & { readonly on: Side };

/** A cut right through the wood; its line is the edge of what is kept, the kerf falls on the other side. */
export type StraightCut = {
  readonly line: readonly [Point, Point];
  readonly marks: readonly [LineMark, LineMark];
} & ({ readonly kind: 'cross'; readonly keep: End } | { readonly kind: 'rip'; readonly keep: LongEdge });

/** A corner that is marked on the block: along it and across it. */
export type CornerMark = { readonly corner: Point; readonly along: From<End>; readonly across: From<LongEdge> };

/** A round thing that a notch or hole goes round: the centre to drill from, and how wide. */
export type Round = { readonly centre: Point; readonly along: From<End>; readonly across: From<LongEdge>; readonly diameter: Measure };

/** What is taken out of the block where cuts right through cannot make the piece. */
export type ShapedCut = {
  readonly kind: 'notch' | 'hole';
  readonly out: Ring;
  /** those of its corners that lie inside the block: at them the saw must stop */
  readonly inside: readonly Point[];
  readonly marks: readonly CornerMark[];
  readonly round?: Round;
  /** two cuts from a hole to this side, by which the piece gets round a pipe; what comes out is glued back */
  readonly relief?: { readonly to: Side };
};

export type SawCut = StraightCut | ShapedCut;
export const isStraight = (cut: SawCut): cut is StraightCut => cut.kind === 'cross' || cut.kind === 'rip';
export const isShaped = (cut: SawCut): cut is ShapedCut => !isStraight(cut);

/** What becomes of something that falls off. */
export type Fate = 'kept' | 'spare' | 'waste';

/** What falls off at a straight cut, and the next piece that is cut from it. */
export type Leaf = {
  readonly cut: number;
  readonly outline: Ring;
  readonly label: string | null;
  readonly becomes: string | null;
  readonly fate: Fate;
};

/** What a piece is cut from. */
export type Take =
  | { readonly from: 'new' }
  /** `left`: the piece that left it; null where a line of the log did */
  | { readonly from: 'offcut'; readonly left: string | null; readonly label: string }
  /** `left`: the piece that it was sawn for */
  | { readonly from: 'sawn'; readonly left: string }
  | { readonly from: 'found'; readonly label: string };

/** How one piece is sawn. Pieces are named by floor and id: `f1/1.4`. */
export type PieceCuts = {
  readonly piece: string;
  readonly floor: string;
  readonly row: number;
  readonly rooms: readonly string[];
  readonly plank: { readonly n: number; readonly length: number; readonly width: number; readonly product?: string };
  readonly take: Take;
  readonly cuts: readonly SawCut[];
  readonly leaves: readonly Leaf[];
  /** the piece's rings on its plank, the outer one first */
  readonly outline: readonly Ring[];
  /** the part of the plank that is taken in hand */
  readonly wood: Ring;
};

/** Cuts that one setting of the stop or the fence serves, each as a piece and the number of its cut. */
export type Stop = Measure & { readonly kind: 'cross' | 'rip'; readonly from: Side; readonly cuts: readonly (readonly [string, number])[] };
/** A notch or hole, with the corners at which the saw must stop. */
export type CutShape = {
  readonly piece: string;
  readonly cut: number;
  readonly kind: 'notch' | 'hole';
  readonly corners: readonly Point[];
};

/** An offcut that is there before the first of the pieces is sawn. */
export type InHand = { readonly label: string; readonly plank: number; readonly outline: Ring; readonly becomes: string | null };

/** How every piece of a plan is sawn, in the order of laying. */
export type CutList = {
  readonly kerf: number;
  /** what a person reads on the tape, mm */
  readonly step: number;
  readonly inHand: readonly InHand[];
  readonly pieces: readonly PieceCuts[];
  readonly stops: readonly Omit<Stop, 'mm'>[];
  readonly shapes: readonly CutShape[];
};
