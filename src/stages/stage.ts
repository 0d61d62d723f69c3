import type { ComponentType } from 'react';
import type { AnswerName } from '@/core/answers';
import type { Floor } from '@/core/floors';
import type { Point } from '@/core/geometry';
import type { Job, Plan } from '@/core/given';
import type { Site } from '@/core/lay';
import type { PrintPart } from '@/formats/paper';
import type { OutNamed } from '@/workers';
import type { View } from '@/ui/sheet/view';

/** Untouched, under way, needs a decision, settled; or not known yet. */
export type Standing = 'untouched' | 'under-way' | 'decide' | 'settled' | 'working';

/** What a stage's standing is judged by, and its print made of. */
export type Ask = {
  readonly job: Job;
  readonly floors: readonly Floor[];
  readonly plan: Plan | null;
  /** what stands on site; null before anything happened, and where nobody listens to the site */
  readonly site?: Site | null;
  /** an answer that the stage `wants`; null until there is one */
  readonly answer: <Name extends AnswerName>(name: Name) => OutNamed<Name> | null;
  /** whether the plan, or an answer that is wanted, is being worked out */
  readonly working: boolean;
};

/** A key, bound and listed from here. */
export type Key = {
  /** as react-hotkeys-hook has it: `h`, `shift+f2` */
  readonly press: string;
  /** as people read it */
  readonly shows: string;
  readonly does: string;
  /** nothing where the key belongs to what has the focus, and is only listed */
  readonly run?: () => void;
  /** for a key that is held */
  readonly release?: () => void;
};

/** What a stage puts on paper: plain data, for a page, the job pack and the command line alike. */
export type Printing = {
  /** answers besides the plan that it is made of */
  readonly wants: readonly AnswerName[];
  readonly parts: (ask: Ask) => readonly PrintPart[];
};

/** A stage of the work: how it stands, what it wants of the sheet, what is read beside it, its keys, what it prints. */
export type Stage = {
  readonly name: string;
  readonly title: string;
  readonly standing: (ask: Ask) => Standing;
  /** answers besides the plan by which it is judged */
  readonly wants?: readonly AnswerName[];
  readonly sheet: {
    /** the plan on the sheet: none of it, its pieces, or pieces with their printed faces */
    readonly plan: 'none' | 'boards' | 'faces';
    /** findings: none, or under or over what the stage draws */
    readonly faults: 'none' | 'under' | 'over';
    /** what a tap on the sheet chooses; a place is taken by the stage itself */
    readonly pick: 'none' | 'space' | 'piece' | 'place';
    /** whether it looks at all floors at once */
    readonly whole?: true;
    /** whether it is used in the hand: on a narrow screen its reading has all the room, and the drawing comes when it is asked for */
    readonly hand?: true;
    /** whether a walk that is not closed yet is drawn in place of its room */
    readonly walks?: true;
  };
  /** beside the sheet; takes what it needs from the desk */
  readonly Reading: ComponentType;
  /** drawn on the sheet, in screen coordinates */
  readonly Overlay?: ComponentType<{ view: View; size: { width: number; height: number } }>;
  /** what a tap on a place of the plan does */
  readonly tapped?: (at: Point) => void;
  readonly keys?: readonly Key[];
  readonly print?: Printing;
};
