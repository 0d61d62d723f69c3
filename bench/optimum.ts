import loadHighs from 'highs';

/** A rectangular floor as the exact model sees it: rows of one length, one size of plank. */
export type SmallRoom = {
  readonly rows: number;
  readonly length: number;
  readonly plank: number;
  readonly kerf: number;
  readonly stagger: number;
  readonly endPiece: number;
};

export type Optimum = { readonly planks: number; readonly proven: boolean };

/**
 * The fewest planks for a rectangular floor, by a mixed-integer programme: starters s_i and closers c_i are continuous, w_i whole planks a
 * row, y_ij pairs the starter of row i with the closer of row j where both and a kerf fit a plank. Joints of neighbouring rows keep the stagger
 * either way round the plank's length.
 */
export async function fewestPlanks(room: SmallRoom, seconds: number): Promise<Optimum> {
  const { rows, length, plank, kerf, stagger, endPiece } = room;
  const n = Array.from({ length: rows }, (_, i) => i);
  const most = Math.floor(length / plank);
  const constraints: string[] = [];
  const binaries: string[] = [];
  const bounds: string[] = [];
  for (const i of n) {
    constraints.push(`s${i} + c${i} + ${plank} w${i} = ${length}`);
    bounds.push(`${endPiece} <= s${i} <= ${plank}`, `${endPiece} <= c${i} <= ${plank}`, `0 <= w${i} <= ${most}`);
    for (const j of n) {
      // y = 1 asks for s_i + c_j ≤ plank − kerf
      constraints.push(`s${i} + c${j} + ${plank + kerf} y${i}_${j} <= ${2 * plank}`);
      binaries.push(`y${i}_${j}`);
    }
    constraints.push(`${n.map((j) => `y${i}_${j}`).join(' + ')} <= 1`);
    constraints.push(`${n.map((j) => `y${j}_${i}`).join(' + ')} <= 1`);
    if (i + 1 < rows) {
      // stagger ≤ |s_i − s_(i+1)| ≤ plank − stagger; z says which is longer
      const big = 2 * plank;
      constraints.push(`s${i} - s${i + 1} + ${big} z${i} >= ${stagger}`, `s${i + 1} - s${i} - ${big} z${i} >= ${stagger - big}`);
      constraints.push(`s${i} - s${i + 1} <= ${plank - stagger}`, `s${i + 1} - s${i} <= ${plank - stagger}`);
      binaries.push(`z${i}`);
    }
  }
  const objective = [...n.map((i) => `w${i}`), ...n.flatMap((i) => n.map((j) => `- y${i}_${j}`))].join(' + ').replaceAll('+ -', '-');
  const model = `Minimize\n obj: ${objective}\nSubject To\n${constraints.map((c, k) => ` k${k}: ${c}`).join('\n')}\nBounds\n${bounds.map((b) => ` ${b}`).join('\n')}\nGeneral\n ${n.map((i) => `w${i}`).join(' ')}\nBinary\n ${binaries.join(' ')}\nEnd\n`;
  const highs = await loadHighs();
  const solution = highs.solve(model, { time_limit: seconds, mip_rel_gap: 0, mip_abs_gap: 0.99, threads: 1 });
  return { planks: Math.round(solution.ObjectiveValue) + 2 * rows, proven: solution.Status === 'Optimal' };
}
