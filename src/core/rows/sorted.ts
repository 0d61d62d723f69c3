/** Lists of lengths kept in ascending order: what is put in and taken out moves the rest along, which is quick for the few hundred of a floor. */

/** Puts a length where it belongs. */
export function putSorted(list: number[], value: number): void {
  let k = list.length;
  list.push(value);
  while (k > 0 && list[k - 1]! > value) {
    list[k] = list[k - 1]!;
    k--;
  }
  list[k] = value;
}

/** Takes a length out; false where it is not there. */
export function takeSorted(list: number[], value: number): boolean {
  let low = 0;
  let high = list.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (list[middle]! < value) low = middle + 1;
    else high = middle;
  }
  if (list[low] !== value) return false;
  for (let k = low; k < list.length - 1; k++) list[k] = list[k + 1]!;
  list.length--;
  return true;
}
