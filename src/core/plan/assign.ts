/**
 * The cheapest way to give every row of a square matrix a column of its own (the assignment problem), by shortest augmenting paths with potentials
 * (Kuhn and Munkres, in the form of Jonker and Volgenant): exact, in the time of a cube.
 *
 * @param n rows, and as many columns
 * @param cost of giving a row a column; `Infinity` where it cannot have it
 * @returns the column of each row; null where no way gives every row one that it can have
 */
export function assigned(n: number, cost: (row: number, column: number) => number): Int32Array | null {
  // rows and columns are counted from 1; column 0 is where a row that has none yet begins
  const rowPrice = new Float64Array(n + 1);
  const columnPrice = new Float64Array(n + 1);
  const rowOf = new Int32Array(n + 1);
  const cameFrom = new Int32Array(n + 1);
  const least = new Float64Array(n + 1);
  const done = new Uint8Array(n + 1);
  // each is looked up many times: they are worked out once
  const costs = new Float64Array(n * n);
  for (let row = 0, k = 0; row < n; row++) for (let column = 0; column < n; column++) costs[k++] = cost(row, column);
  for (let row = 1; row <= n; row++) {
    rowOf[0] = row;
    least.fill(Infinity);
    done.fill(0);
    let at = 0;
    do {
      done[at] = 1;
      const own = rowOf[at]!;
      const [price, before] = [rowPrice[own]!, (own - 1) * n - 1];
      let [step, next] = [Infinity, 0];
      for (let column = 1; column <= n; column++) {
        if (done[column]) continue;
        const reduced = costs[before + column]! - price - columnPrice[column]!;
        if (reduced < least[column]!) {
          least[column] = reduced;
          cameFrom[column] = at;
        }
        if (least[column]! < step) [step, next] = [least[column]!, column];
      }
      if (step === Infinity) return null;
      for (let column = 0; column <= n; column++) {
        if (done[column]) {
          rowPrice[rowOf[column]!]! += step;
          columnPrice[column]! -= step;
        } else least[column]! -= step;
      }
      at = next;
    } while (rowOf[at] !== 0);
    for (; at !== 0; at = cameFrom[at]!) rowOf[at] = rowOf[cameFrom[at]!]!;
  }
  const columns = new Int32Array(n);
  for (let column = 1; column <= n; column++) columns[rowOf[column]! - 1] = column - 1;
  return columns;
}
