/** Lengths kept in ascending order: what is put in and taken out moves the rest along, which is quick for the few hundred of a floor. */
export class SortedLengths {
  values = new Float64Array(16);
  length = 0;

  clear(): void {
    this.length = 0;
  }

  /** The lengths that are there now. */
  view(): Float64Array {
    return this.values.subarray(0, this.length);
  }

  /** The first place whose length is not less. */
  placeOf(value: number): number {
    let low = 0;
    let high = this.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.values[middle]! < value) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  private widen(): void {
    if (this.length < this.values.length) return;
    const wider = new Float64Array(2 * this.length);
    wider.set(this.values);
    this.values = wider;
  }

  /** Puts a length that is no shorter than any other after all of them. */
  append(value: number): void {
    this.widen();
    this.values[this.length++] = value;
  }

  /** Turns round what was appended in descending order. */
  reverse(): void {
    for (let a = 0, b = this.length - 1; a < b; a++, b--) {
      const kept = this.values[a]!;
      this.values[a] = this.values[b]!;
      this.values[b] = kept;
    }
  }

  /** Puts a length where it belongs. */
  put(value: number): void {
    this.widen();
    const at = this.placeOf(value);
    this.values.copyWithin(at + 1, at, this.length++);
    this.values[at] = value;
  }

  /** Takes over another list's lengths. */
  copy(other: SortedLengths): void {
    if (this.values.length < other.length) this.values = new Float64Array(other.values.length);
    this.values.set(other.view());
    this.length = other.length;
  }

  /** Puts all lengths of another list where they belong. */
  putAll(other: SortedLengths): void {
    for (let k = 0; k < other.length; k++) this.put(other.values[k]!);
  }

  /** Takes a length out; false where it is not there. */
  take(value: number): boolean {
    const at = this.placeOf(value);
    if (at === this.length || this.values[at] !== value) return false;
    this.values.copyWithin(at, at + 1, this.length--);
    return true;
  }
}
