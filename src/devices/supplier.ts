import type { Offer, TakenOrder, Wanted } from '../core/order';

/** Whom things are ordered from. The adapter of a real one implements this. */
export interface Supplier {
  readonly name: string;
  /**
   * What it has of each thing; what it does not sell is left out.
   * @throws SupplierAway where it cannot be reached
   */
  offers(lines: readonly Wanted[]): Promise<readonly Offer[]>;
  /**
   * Takes an order.
   * @returns what comes when; or in words why it is not taken, such as a batch that is gone
   * @throws SupplierAway where it cannot be reached
   */
  order(lines: readonly Wanted[]): Promise<TakenOrder | string>;
}

/** It cannot be reached just now. */
export class SupplierAway extends Error {}

/** How long it is away, ms. */
const AWAY = 4000;
/** One asking in so many finds it away. */
const AWAY_ONE_IN = 20;
const DAY = 86_400_000;
/** More packs than this of one thing come in two parts, so many days apart. */
const PARTED = 10;
const LATER = 3;

/** A number that a text always gives. */
const numberOf = (text: string): number => [...text].reduce((h, c) => (Math.imul(h, 31) + c.codePointAt(0)!) >>> 0, 7);

/** A builders' merchant on the canal, invented: stock by batch, prices, days, outages, and parts that come later. */
export class SimulatedSupplier implements Supplier {
  readonly name = 'Basin Wharf Supplies (simulated)';
  private awayUntil = 0;
  private orders = 0;
  /** packs that were sold of each batch */
  private readonly sold = new Map<string, number>();

  /**
   * @param random numbers in [0, 1); given so that a test can repeat them
   * @param now the time in ms
   */
  constructor(
    private readonly random: () => number,
    private readonly now: () => number = Date.now,
  ) {}

  async offers(lines: readonly Wanted[]): Promise<readonly Offer[]> {
    this.reach();
    return lines.map(({ item }) => this.offerOf(item));
  }

  async order(lines: readonly Wanted[]): Promise<TakenOrder | string> {
    this.reach();
    for (const { item, packs, batch } of lines) {
      const { batches, awaited } = this.offerOf(item);
      const all = [...batches, ...(batch === undefined || !awaited ? [] : [awaited])];
      const has = all.filter((b) => batch === undefined || b.batch === batch).reduce((sum, b) => sum + b.packs, 0);
      if (has < packs) return `Of ${item}${batch === undefined ? '' : `, batch ${batch},`} there are ${has} left, not ${packs}.`;
    }
    const parts = new Map<string, { item: string; packs: number; batch?: string }[]>();
    const put = (days: number, line: { item: string; packs: number; batch?: string }) => {
      const on = new Date(this.now() + days * DAY).toISOString().slice(0, 10);
      parts.set(on, [...(parts.get(on) ?? []), line]);
    };
    for (const { item, packs, batch } of lines) {
      const { days, batches, awaited } = this.offerOf(item);
      const from = batch ?? batches[0]?.batch;
      const of = from === undefined ? {} : { batch: from };
      const wait = from !== undefined && from === awaited?.batch ? awaited.days : days;
      const first = packs > PARTED ? Math.ceil((packs * 2) / 3) : packs;
      put(wait, { item, packs: first, ...of });
      if (packs > first) put(wait + LATER, { item, packs: packs - first, ...of });
      if (from !== undefined) this.sold.set(`${item} ${from}`, (this.sold.get(`${item} ${from}`) ?? 0) + packs);
    }
    const number = `BW-${String(1000 + (numberOf(lines.map((l) => l.item).join()) % 9000))}-${++this.orders}`;
    return { number, deliveries: [...parts].sort(([a], [b]) => (a < b ? -1 : 1)).map(([on, own]) => ({ on, lines: own })) };
  }

  /** Takes it away for a while, as if its line were down. */
  outage(): void {
    this.awayUntil = this.now() + AWAY;
  }

  private reach(): void {
    if (this.random() < 1 / AWAY_ONE_IN) this.outage();
    if (this.now() < this.awayUntil) throw new SupplierAway('away');
  }

  /** The same thing is always offered alike, less what was sold. */
  private offerOf(item: string): Offer {
    const n = numberOf(item);
    const left = (batch: string, packs: number) => ({ batch, packs: Math.max(0, packs - (this.sold.get(`${item} ${batch}`) ?? 0)) });
    const price = (base: number, spread: number) => Math.round((base + (n % 100) * (spread / 100)) * 100) / 100;
    // only what has a colour comes in batches that matter
    if (!item.startsWith('planks/')) {
      return { item, price: price(3, 15), days: 1 + (n % 2), batches: [left('stock', 400)] };
    }
    const letter = 'KLMNPR'[n % 6]!;
    const batches = [left(`${letter}${40 + (n % 9)}`, 8 + (n % 5)), left(`${letter}${50 + (n % 9)}`, 5 + (n % 7))];
    return {
      item,
      price: price(24, 22),
      days: 2 + (n % 3),
      batches,
      awaited: { batch: `${letter}${60 + (n % 9)}`, packs: 120, days: 9 + (n % 4) },
    };
  }
}
