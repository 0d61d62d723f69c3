import type { CutList } from './list';

/** A cut list as the command line prints it (`pitsaw/cuts`, version 1). */
export const cutsFile = ({ kerf, step, inHand, pieces, stops, shapes }: CutList, job: string): object => ({
  format: 'pitsaw/cuts',
  version: 1,
  job,
  kerf,
  step: Math.round(step * 1000) / 1000,
  inHand,
  pieces: pieces.map(({ cuts, take, ...piece }) => ({
    ...piece,
    take: { from: take.from, left: 'left' in take ? take.left : null, label: 'label' in take ? take.label : null },
    // the corners inside the block stand under `shapes`
    cuts: cuts.map((cut) => (cut.kind === 'notch' || cut.kind === 'hole' ? { ...cut, inside: undefined } : cut)),
  })),
  stops,
  shapes,
});
