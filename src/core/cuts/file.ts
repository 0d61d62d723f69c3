import type { CutList } from './list';

/** A cut list as the command line prints it (`pitsaw/cuts`, version 1). */
export const cutsFile = ({ kerf, step, inHand, pieces, stops, shapes }: CutList, job: string): object => ({
  format: 'pitsaw/cuts',
  version: 1,
  job,
  kerf,
  step: Math.round(step * 1000) / 1000,
  inHand,
  pieces: pieces.map(({ cuts, ...piece }) => ({
    ...piece,
    // the corners inside the block stand under `shapes`
    cuts: cuts.map((cut) => (cut.kind === 'notch' || cut.kind === 'hole' ? { ...cut, inside: undefined } : cut)),
  })),
  stops,
  shapes,
});
