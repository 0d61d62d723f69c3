import type { Drawing } from './shapes';

/** A label to be cut out and stuck on: what it is for, largest; then words below. */
export type Sticker = { readonly key: string; readonly large: string; readonly words: readonly string[] };

/** A part of what goes on paper: plain data, for a page and for a document alike. */
export type PrintPart =
  /** a heading within a stage’s own part */
  | { readonly kind: 'heading'; readonly text: string }
  | { readonly kind: 'words'; readonly text: string; readonly tone?: 'must' }
  /** the few numbers that matter, large */
  | { readonly kind: 'figures'; readonly figures: readonly { readonly name: string; readonly value: string }[] }
  /** shapes to scale, such as a floor, a section or a roll; as wide as the paper where no width (px of 96 an inch) is said */
  | {
      readonly kind: 'drawing';
      readonly drawing: Drawing;
      readonly caption?: string;
      readonly width?: number;
      /** at one of the usual scales, with a bar to measure by */
      readonly true?: true;
    }
  | {
      readonly kind: 'table';
      readonly caption: string;
      readonly columns: readonly { readonly title: string; readonly width?: string }[];
      readonly rows: readonly {
        readonly key: string;
        readonly cells: readonly string[];
        /** beside its words, in the column that is called so */
        readonly picture?: { readonly in: string; readonly drawing: Drawing };
      }[];
    }
  /** lines to write on by hand */
  | { readonly kind: 'blanks'; readonly names: readonly string[]; readonly lines?: number }
  | { readonly kind: 'stickers'; readonly caption: string; readonly stickers: readonly Sticker[] };
