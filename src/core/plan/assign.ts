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
  // the columns that are done, in that order, and how far from the row each is
  const doneColumns = new Int32Array(n + 1);
  const reached = new Float64Array(n + 1);
  // each is looked up many times: they are worked out once
  const costs = new Float64Array(n * n);
  for (let row = 0, k = 0; row < n; row++) for (let column = 0; column < n; column++) costs[k++] = cost(row, column);
  for (let row = 1; row <= n; row++) {
    rowOf[0] = row;
    least.fill(Infinity);
    done.fill(0);
    let at = 0;
    let far = 0;
    let count = 0;
    do {
      done[at] = 1;
      doneColumns[count] = at;
      reached[count++] = far;
      const own = rowOf[at]!;
      const [from, before] = [far - rowPrice[own]!, (own - 1) * n - 1];
      let next = 0;
      far = Infinity;
      for (let column = 1; column <= n; column++) {
        if (done[column]) continue;
        const reduced = costs[before + column]! + from - columnPrice[column]!;
        if (reduced < least[column]!) {
          least[column] = reduced;
          cameFrom[column] = at;
        }
        if (least[column]! < far) [far, next] = [least[column]!, column];
      }
      if (far === Infinity) return null;
      at = next;
    } while (rowOf[at] !== 0);
    for (let k = 0; k < count; k++) {
      const by = far - reached[k]!;
      rowPrice[rowOf[doneColumns[k]!]!]! += by;
      columnPrice[doneColumns[k]!]! -= by;
    }
    for (; at !== 0; at = cameFrom[at]!) rowOf[at] = rowOf[cameFrom[at]!]!;
  }
  const columns = new Int32Array(n);
  for (let column = 1; column <= n; column++) columns[rowOf[column]! - 1] = column - 1;
  return columns;
}
