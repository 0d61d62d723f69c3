/**
 * Cutting pieces from lengths that are sold: the fewest of them, and of those the least in all. Proven, for what a house asks for: each stock
 * length is completed in turn from its longest piece (whatever cannot be bettered by another piece in it is left out), until a search that
 * had to leave no more waste than the best so far finds nothing.
 */

/** A piece to be cut: whose it is, and how long, mm. */
export type Piece = { readonly for: string; readonly length: number };
/** A length that is bought and what is cut from it. */
export type Stock = { readonly length: number; readonly pieces: readonly Piece[] };
export type StockPlan = {
  readonly stock: readonly Stock[];
  /** whether nothing fewer, and of as few nothing shorter, is possible */
  readonly proven: boolean;
};

/** The rest of a run that was parted is no shorter (mm): less is a scrap that nobody can fix. */
export const SHORTEST_REST = 300;
/** So many steps a search takes before it lets its answer stand unproven. */
const MOST_STEPS = 300_000;

/** Lengths are compared and added as whole thousandths of a millimetre, as they are written. */
const thousandths = (mm: number): number => Math.round(mm * 1000);

/** Parts a run that is longer than the longest stock length into whole ones and a rest; a rest too short takes what it lacks from the last whole one. */
export function partedRun(run: number, longest: number): number[] {
  const [all, most] = [thousandths(run), thousandths(longest)];
  if (all <= most) return [all / 1000];
  const whole = Math.floor(all / most);
  const rest = all - whole * most;
  const parts = Array.from({ length: whole }, () => longest);
  if (rest === 0) return parts;
  const least = thousandths(SHORTEST_REST);
  const lacks = Math.max(0, Math.min(least - rest, most - least));
  parts[whole - 1] = (most - lacks) / 1000;
  return [...parts, (rest + lacks) / 1000];
}

/**
 * Cuts pieces from stock lengths.
 *
 * @param lengths that are sold, mm
 * @param kerf lost between two pieces, mm
 * @param pieces none longer than the longest of the lengths
 */
export function cutFromStock(pieces: readonly Piece[], lengths: readonly number[], kerf: number): StockPlan {
  if (pieces.length === 0) return { stock: [], proven: true };
  const sold = [...new Set(lengths.map(thousandths))].sort((a, b) => a - b);
  // with a kerf added to every piece and to every stock length, a stock length holds what it holds
  const lost = thousandths(kerf);
  const caps = sold.map((l) => l + lost);
  const sizes = pieces.map((p) => thousandths(p.length) + lost).sort((a, b) => b - a);
  const search = searcher(sizes, caps);
  let best: readonly Bin[] = closelyPacked(sizes, caps);
  let proven = true;
  const volume = sizes.reduce((sum, size) => sum + size, 0);
  // fewer of the longest
  for (let many = search.leastBins; many < best.length; many++) {
    const found = search.within(many, many * caps.at(-1)! - volume);
    if (found.bins) {
      best = found.bins;
      break;
    }
    proven &&= found.done;
  }
  // as many, and shorter: totals of as many differ by what the lengths differ by
  const step = commonStep(sold);
  for (;;) {
    const total = best.reduce((sum, b) => sum + b.cap, 0);
    const found = step === 0 ? { bins: null, done: true } : search.within(best.length, total - step - volume);
    if (!found.bins) return { stock: named(best, pieces, lost), proven: proven && found.done };
    best = found.bins;
  }
}

/** The greatest step of which all differences between lengths are made, 0 where there is one length: whole numbers in and out. */
export function commonStep(sold: readonly number[]): number {
  const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
  return sold.reduce((step, l) => divisor(step, l - sold[0]!), 0);
}

/** A stock length with a kerf, and the pieces in it, each with a kerf: thousandths. */
type Bin = { readonly cap: number; readonly sizes: readonly number[] };

/** Best fit, longest first, and each stock length then as short as it can be. */
function closelyPacked(sizes: readonly number[], caps: readonly number[]): Bin[] {
  const longest = caps.at(-1)!;
  const bins: { left: number; sizes: number[] }[] = [];
  for (const size of sizes) {
    let home: (typeof bins)[number] | null = null;
    for (const bin of bins) if (bin.left >= size && (!home || bin.left < home.left)) home = bin;
    if (!home) bins.push((home = { left: longest, sizes: [] }));
    home.left -= size;
    home.sizes.push(size);
  }
  return bins.map(({ left, sizes: own }) => ({ cap: caps.find((c) => c >= longest - left)!, sizes: own }));
}

/** Searches for packings in so many bins whose waste is within a bound. */
function searcher(sizes: readonly number[], caps: readonly number[]) {
  // pieces of one length are one kind
  const kinds = [...new Set(sizes)].sort((a, b) => b - a);
  const wanted = kinds.map((k) => sizes.filter((s) => s === k).length);
  const longest = caps.at(-1)!;
  const total = kinds.reduce((sum, k, i) => sum + k * wanted[i]!, 0);
  return { leastBins: leastBins(kinds, wanted, longest), within };

  function within(bins: number, slack: number): { readonly bins: readonly Bin[] | null; readonly done: boolean } {
    if (slack < 0) return { bins: null, done: true };
    const left = [...wanted];
    const chosen: Bin[] = [];
    /** states that failed, with the most slack that they failed with */
    const failed = new Map<string, number>();
    let steps = 0;
    const found = complete(bins, slack, total);
    return { bins: found ? [...chosen] : null, done: found || steps <= MOST_STEPS };

    /** pieces of which no two share a stock length */
    function larger(counts: readonly number[]): number {
      let many = 0;
      for (let i = 0; i < kinds.length && kinds[i]! * 2 > longest; i++) many += counts[i]!;
      return many;
    }

    function complete(more: number, spare: number, volume: number): boolean {
      const first = left.findIndex((n) => n > 0);
      if (first < 0) return true;
      if (more === 0 || volume > more * longest || larger(left) > more) return false;
      const key = `${more} ${left.join()}`;
      if ((failed.get(key) ?? -1) >= spare) return false;
      left[first]!--;
      const size = kinds[first]!;
      for (let c = 0; c < caps.length; c++) {
        const room = caps[c]! - size;
        if (room < 0) continue;
        // what a shorter length would hold is not cut from this one
        const enough = Math.max(room - spare, c === 0 ? -Infinity : caps[c - 1]! - size + 1);
        if (fill(first, room, enough, [size], caps[c]!, more, spare, volume - size)) return true;
        if (steps > MOST_STEPS) break;
      }
      left[first]!++;
      if (steps <= MOST_STEPS) failed.set(key, Math.max(failed.get(key) ?? -1, spare));
      return false;
    }

    /** Adds pieces of this kind and of shorter ones to a bin, as many as fit first. */
    function fill(
      kind: number,
      room: number,
      enough: number,
      own: number[],
      cap: number,
      more: number,
      spare: number,
      volume: number,
    ): boolean {
      if (++steps > MOST_STEPS) return false;
      let k = kind;
      while (k < kinds.length && (left[k] === 0 || kinds[k]! > room)) k++;
      if (k === kinds.length) {
        const used = cap - room;
        if (used - own[0]! < enough || left.some((n, i) => n > 0 && kinds[i]! <= room)) return false;
        chosen.push({ cap, sizes: [...own] });
        if (complete(more - 1, spare - room, volume)) return true;
        chosen.pop();
        return false;
      }
      // with all that is left it cannot come near enough
      let rest = 0;
      for (let i = k; i < kinds.length; i++) rest += left[i]! * kinds[i]!;
      if (cap - room - own[0]! + rest < enough) return false;
      const size = kinds[k]!;
      const most = Math.min(left[k]!, Math.floor(room / size));
      for (let many = most; many >= 0; many--) {
        left[k]! -= many;
        for (let i = 0; i < many; i++) own.push(size);
        const ok = fill(k + 1, room - many * size, enough, own, cap, more, spare, volume - many * size);
        own.length -= many;
        if (ok) return true;
        left[k]! += many;
        if (steps > MOST_STEPS) return false;
      }
      return false;
    }
  }
}

/**
 * A bound on bins: pieces over a threshold's complement stand alone, those over half of a bin are one to a bin, and what lies between them has
 * to go somewhere; the best of all thresholds (Martello and Toth, L2).
 */
function leastBins(kinds: readonly number[], counts: readonly number[], cap: number): number {
  let best = 0;
  const thresholds = [0, ...kinds.filter((k, i) => counts[i]! > 0 && k <= cap / 2)];
  for (const threshold of thresholds) {
    let [alone, large, largeSize, small] = [0, 0, 0, 0];
    kinds.forEach((k, i) => {
      const n = counts[i]!;
      if (n === 0) return;
      if (k > cap - threshold) alone += n;
      else if (k > cap / 2) {
        large += n;
        largeSize += n * k;
      } else if (k >= threshold) small += n * k;
    });
    const beside = large * cap - largeSize;
    best = Math.max(best, alone + large + Math.max(0, Math.ceil((small - beside) / cap)));
  }
  return best;
}

/** Gives pieces of each size back their names, and all of it back in mm. */
function named(bins: readonly Bin[], pieces: readonly Piece[], kerf: number): Stock[] {
  const waiting = pieces.map((piece) => ({ piece, size: thousandths(piece.length) + kerf }));
  const take = (size: number): Piece => waiting.splice(waiting.findIndex((w) => w.size === size), 1)[0]!.piece; // prettier-ignore
  return bins.map(({ cap, sizes }) => ({ length: (cap - kerf) / 1000, pieces: sizes.map(take) }));
}
