/**
 * The joints of a row with one of them pulled elsewhere: those after it go along, as whole planks do, as far as the row's end lets them.
 *
 * @param joints places from the row's left end, mm, in order
 * @param length of the row
 */
export function pulled(joints: readonly number[], which: number, to: number, length: number): number[] {
  const by = to - joints[which]!;
  const moved = joints.map((u, k) => (k < which ? u : Math.round((u + by) * 1000) / 1000));
  // one that would leave the row, or come before its neighbour, is none any more
  let reach = 0;
  return moved.filter((u) => {
    const lies = u > reach + 1 && u < length - 1;
    if (lies) reach = u;
    return lies;
  });
}
