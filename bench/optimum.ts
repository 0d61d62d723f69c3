import loadHighs from 'highs';

/** A rectangular floor as the exact model sees it: rows of one length, one size of plank. */
export type SmallRoom = {
  readonly rows: number;
  readonly length: number;
  readonly plank: number;
  readonly kerf: number;
  readonly stagger: number;
  readonly endPiece: number;
  /** which width each row has, where they differ: only rows of one width share planks */
  readonly widths?: readonly number[];
};

export type Verdict = 'none' | 'found' | 'open';

/**
 * Whether a rectangular floor can be laid from at most so many planks, by a mixed-integer programme: starters s_i and closers c_i are
 * continuous; t_i says which of the two numbers of whole planks a row has; y_ij pairs the starter of row i with the closer of row j where both
 * and a kerf fit a plank. Joints of neighbouring rows keep the stagger either way round the plank's length.
 *
 * @returns `none` where that is proven impossible, `found` where it can be done, `open` where the time ran out
 */
export async function fromAtMost(room: SmallRoom, planks: number, seconds: number): Promise<Verdict> {
  const { rows, length, plank, kerf, stagger, endPiece, widths } = room;
  const share = (i: number, j: number) => !widths || widths[i] === widths[j];
  const n = Array.from({ length: rows }, (_, i) => i);
  const most = Math.floor(length / plank);
  const rest = length - most * plank;
  const shortCanBe = rest >= 2 * endPiece;
  // ends of a row with `most` whole planks, and with one fewer
  const shortEnds = [endPiece, rest - endPiece] as const;
  const longEnds = [Math.max(endPiece, rest), Math.min(plank, rest + plank - endPiece)] as const;
  const constraints: string[] = [];
  const binaries: string[] = [];
  const bounds: string[] = [];
  const [low, high] = shortCanBe ? [endPiece, Math.max(shortEnds[1], longEnds[1])] : longEnds;
  for (const i of n) {
    constraints.push(`s${i} + c${i} - ${plank} t${i} = ${rest}`);
    bounds.push(`${low} <= s${i} <= ${high}`, `${low} <= c${i} <= ${high}`);
    if (!shortCanBe) constraints.push(`t${i} = 1`);
    else {
      for (const e of ['s', 'c']) {
        constraints.push(`${e}${i} - ${longEnds[0] - shortEnds[0]} t${i} >= ${shortEnds[0]}`);
        constraints.push(`${e}${i} - ${longEnds[1] - shortEnds[1]} t${i} <= ${shortEnds[1]}`);
      }
    }
    binaries.push(`t${i}`);
    for (const j of n.filter((k) => share(i, k))) {
      const slack = 2 * high - (plank - kerf);
      constraints.push(`s${i} + c${j} + ${slack} y${i}_${j} <= ${plank - kerf + slack}`);
      binaries.push(`y${i}_${j}`);
    }
    constraints.push(
      `${n
        .filter((j) => share(i, j))
        .map((j) => `y${i}_${j}`)
        .join(' + ')} <= 1`,
    );
    constraints.push(
      `${n
        .filter((j) => share(i, j))
        .map((j) => `y${j}_${i}`)
        .join(' + ')} <= 1`,
    );
    if (i + 1 < rows) {
      // stagger ≤ |s_i − s_(i+1)| ≤ plank − stagger; z says which is longer
      const big = high - low + stagger;
      constraints.push(`s${i} - s${i + 1} + ${big} z${i} >= ${stagger}`, `s${i + 1} - s${i} - ${big} z${i} >= ${stagger - big}`);
      constraints.push(`s${i} - s${i + 1} <= ${plank - stagger}`, `s${i + 1} - s${i} <= ${plank - stagger}`);
      binaries.push(`z${i}`);
    }
  }
  // planks = whole ones + all ends − pairs
  const pairs = n.flatMap((i) => n.filter((j) => share(i, j)).map((j) => `y${i}_${j}`)).join(' + ');
  constraints.push(`${pairs} + ${n.map((i) => `t${i}`).join(' + ')} >= ${rows * (most + 2) - planks}`);
  const model = `Maximize\n obj: ${pairs}\nSubject To\n${constraints.map((c, k) => ` k${k}: ${c}`).join('\n')}\nBounds\n${bounds.map((b) => ` ${b}`).join('\n')}\nBinary\n ${binaries.join(' ')}\nEnd\n`;
  const highs = await loadHighs();
  const { Status } = highs.solve(model, { time_limit: seconds, mip_max_improving_sols: 1 } as never);
  if (Status === 'Infeasible') return 'none';
  return Status === 'Optimal' || /solution|bound/i.test(Status) ? 'found' : 'open';
}
