import type { Piece } from '../../given';
import { crowded } from './crowded';

type Box = Piece['cut'];
const box = (from: number, to: number, low: number, high: number): Box => ({ from, to, low, high });

const piece = (id: string, cut: Box) => ({
  box: cut,
  piece: { id, row: Number(id.split('.')[0]), outline: [], plank: 1, cut } satisfies Piece,
});

test('of crowded halves the smaller one moves; pieces that come apart stay', () => {
  const near = piece('3.1', box(0, 500, 0, 90));
  const far = piece('3.2', box(0, 400, 91, 192));
  const starter = piece('4.1', box(900, 1285, 0, 192));
  expect(crowded([near, far, starter], 3)).toEqual([far]);
  expect(crowded([near, piece('3.2', box(0, 400, 93, 192)), starter], 3)).toEqual([]);
});
