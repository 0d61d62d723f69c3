import type { LogStore } from './store';

/** A page among those of one browser: each sends what was recorded on it; what a closed one leaves, another takes over. */
export type Presence = {
  readonly tab: string;
  /** The pages that are open, this one too. */
  open(): Promise<readonly string[]>;
  end(): void;
};

const LOCK = 'pitsaw-page ';

/**
 * Says that a page is open, by a lock that the browser takes away with the page; over plain http there are none, and a lease is kept in the store.
 *
 * @param locks the browser's, where it has them
 */
export function presenceOf(tab: string, store: LogStore, locks: LockManager | undefined = globalThis.navigator?.locks): Presence {
  return locks ? byLock(tab, locks) : byLease(tab, store);
}

function byLock(tab: string, locks: LockManager): Presence {
  let release: () => void = () => undefined;
  void locks.request(`${LOCK}${tab}`, () => new Promise<void>((done) => (release = done)));
  return {
    tab,
    async open() {
      const { held = [] } = await locks.query();
      return [tab, ...held.flatMap(({ name }) => (name?.startsWith(LOCK) ? [name.slice(LOCK.length)] : []))];
    },
    end: () => release(),
  };
}

/** A lease runs out this long after its page said last that it is open, ms. */
const LEASE = 8_000;

function byLease(tab: string, store: LogStore): Presence {
  const beat = () => store.beat(tab, Date.now() + LEASE, Date.now());
  void beat();
  const timer = setInterval(() => void beat(), LEASE / 4);
  const end = () => {
    clearInterval(timer);
    globalThis.removeEventListener?.('pagehide', end);
    void store.beat(tab, 0, Date.now());
  };
  globalThis.addEventListener?.('pagehide', end);
  return { tab, open: async () => [tab, ...(await beat())], end };
}
