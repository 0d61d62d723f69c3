'use client';
import { create } from 'zustand';
import type { Floor } from '@/core/floors';
import type { Point } from '@/core/geometry';
import type { Finding, Job, Piece, Placed, Plan, PlanFloor, Problem, Space } from '@/core/given';
import { useMemo } from 'react';
import type { OutNamed } from '@/workers';
import { useAnswer, useAnswers, usePlan } from './answers';
import { useSaving } from './saving';

/** What was chosen on the sheet or in a list; it is forgotten by itself once the plan has it no more. */
export type Choice =
  | { readonly kind: 'piece'; readonly floor: string; readonly piece: string }
  | { readonly kind: 'finding'; readonly rule: string; readonly floor: string; readonly at: readonly [number, number] };

/** A floor's pieces as they lie, moved with their line while it is dragged, and its row edges as a path, both in plan. */
export type Sliding = {
  readonly floor: string;
  readonly by: Point;
  readonly rowEdges: string;
  /** the narrowest strip of all floors with the line there, mm */ readonly narrowest: number | null;
};

/** What is on the desk besides the job itself: what is looked at, what is being dragged. None of it is stored. */
type Desk = {
  /** the job as it would be, while a corner or a room is dragged */
  readonly draft: Job | null;
  readonly sliding: Sliding | null;
  readonly choice: Choice | null;
  /** the stage that covers the whole sheet with a picture of its own */
  readonly cover: string | null;
  /** whether the drawing is looked at where a reading would have all the room */
  readonly looking: boolean;
  readonly floor: string;
  readonly space: string | null;
  /** something to be said on the sheet: what went back and why, what a drag snaps to */
  readonly word: { readonly text: string; readonly of: 'refusal' | 'drag'; readonly job: Job | null } | null;
};

export const useDeskState = create<Desk>(() => ({
  draft: null,
  sliding: null,
  choice: null,
  cover: null,
  looking: false,
  floor: 'f1',
  space: null,
  word: null,
}));

export const choose = (choice: Choice | null): void => useDeskState.setState({ choice });
export const chooseFloor = (floor: string): void => useDeskState.setState({ floor });
export const chooseSpace = (space: string): void => useDeskState.setState({ space });
export const cover = (stage: string | null): void => useDeskState.setState({ cover: stage });
export const look = (looking: boolean): void => useDeskState.setState({ looking });
export const slide = (sliding: Sliding | null): void => useDeskState.setState({ sliding });

/** Shows the job as it would be; null when what was dragged is let go. */
export const draft = (change: ((job: Job) => Job) | null): void => {
  const { job } = useSaving.getState();
  useDeskState.setState({ draft: change && job ? change(job) : null });
};
/** Says something on the sheet, as long as the job is as it is now. */
export const say = (of: 'refusal' | 'drag', text: string | null): void =>
  useDeskState.setState({ word: text === null ? null : { text, of, job: useSaving.getState().job } });

/** Changes the job as it is now; see {@link useSaving}. */
export const edit = (words: string, change: (job: Job) => Job): readonly Problem[] => useSaving.getState().edit(words, change);

/** The job on the desk. */
export const useJob = (): Job => useSaving((s) => s.job!);

/** A floor, all floors, its set-out, and all that stays while its line is dragged. */
export type FloorAtHand = OutNamed<'setOut'>[number] & {
  readonly floor: Floor;
  readonly floors: readonly Floor[];
  readonly others: OutNamed<'setOut'>;
};

function floorIn(setOuts: OutNamed<'setOut'> | undefined, id: string): FloorAtHand | null {
  const own = setOuts?.find((s) => s.ground.floor.id === id) ?? setOuts?.[0];
  return own && setOuts
    ? { ...own, floor: own.ground.floor, floors: setOuts.map((s) => s.ground.floor), others: setOuts.filter((s) => s !== own) }
    : null;
}

const NO_FLOORS: readonly Floor[] = [];
export function useFloors(): readonly Floor[] {
  const setOuts = useAnswer('setOut').value;
  return useMemo(() => setOuts?.map((s) => s.ground.floor) ?? NO_FLOORS, [setOuts]);
}

/** The floor at hand; null until it is known, or where nothing can be laid. */
export function useFloor(): FloorAtHand | null {
  const id = useDeskState((s) => s.floor);
  const setOuts = useAnswer('setOut').value;
  return useMemo(() => floorIn(setOuts, id), [setOuts, id]);
}

/** The same, for what is not drawn: a key, the end of a drag. */
export function floorAtHand(): FloorAtHand | null {
  const known = useAnswers.getState().known.setOut;
  return floorIn(known?.result.ok ? (known.value as OutNamed<'setOut'>) : undefined, useDeskState.getState().floor);
}

/** The room at hand. */
export function useSpace(): Space {
  const job = useJob();
  const id = useDeskState((s) => s.space);
  return job.spaces.find((s) => s.id === id) ?? job.spaces[0]!;
}

/** What is chosen, as the plan has it now. */
export type Chosen =
  { readonly kind: 'piece'; readonly floor: PlanFloor; readonly piece: Piece } | { readonly kind: 'finding'; readonly finding: Placed };

export function useChosen(): Chosen | null {
  return chosenIn(
    usePlan(),
    useDeskState((s) => s.choice),
  );
}

export function chosenIn(plan: Plan | null, choice: Choice | null): Chosen | null {
  if (!plan || !choice) return null;
  if (choice.kind === 'finding') {
    const finding = plan.findings.find((f) => isChosen(f, choice));
    return finding ? { kind: 'finding', finding: finding as Placed } : null;
  }
  const floor = plan.floors.find((f) => f.id === choice.floor);
  const piece = floor?.pieces.find((p) => p.id === choice.piece);
  return floor && piece ? { kind: 'piece', floor, piece } : null;
}

/** Whether a finding is the one that was chosen. */
export const isChosen = (f: Finding, choice: Choice | null): boolean =>
  choice?.kind === 'finding' &&
  f.rule === choice.rule &&
  f.floor === choice.floor &&
  f.at !== null &&
  f.at[0] === choice.at[0] &&
  f.at[1] === choice.at[1];

export const findingChoice = ({ rule, floor, at }: Placed): Choice => ({ kind: 'finding', rule, floor, at });
export const pieceChoice = (floor: string, piece: string): Choice => ({ kind: 'piece', floor, piece });
