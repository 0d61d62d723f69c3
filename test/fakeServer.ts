import { linkAfter, NO_LINK, type RawLine } from '@/core/lay';
import type { LogHead, Recorded, Taken, Transport } from '@/sync';

/** A server of one log, in memory: it takes everything, tells it to who listens, and can be out of reach. */
export type FakeServer = Transport & {
  readonly kept: readonly (RawLine & { readonly id: string; readonly what: string; readonly n: number })[];
  reachable: boolean;
  /** Tells a line that comes from elsewhere, also where nobody can be sent anything. */
  tell(line: object): void;
};

/** @param answers whether it says what its log is known by; else it is heard, and nothing can be sent to it */
export function fakeServer(answers = true): FakeServer {
  const lines: (RawLine & { id: string; what: string; n: number })[] = [];
  const listeners = new Set<(line: string) => void>();
  const linkAt = (n: number): string => lines.slice(0, n).reduce((link, line) => linkAfter(link, line), NO_LINK);
  const keep = (event: Recorded): number => {
    const known = lines.find((l) => l.id === event.id);
    if (known) return known.n;
    const { of, ...rest } = event;
    const line = { ...event, ...(of === undefined ? rest : { event: lines.find((l) => l.id === of)!.n }), n: lines.length + 1 };
    lines.push(line);
    listeners.forEach((listener) => listener(JSON.stringify(line)));
    return line.n;
  };
  const server: FakeServer = {
    kept: lines,
    reachable: true,
    tell: (line) => listeners.forEach((listener) => listener(JSON.stringify(line))),
    send(_jobId, { events }) {
      if (!server.reachable) return Promise.resolve({ status: 0 });
      return Promise.resolve({ status: 200, taken: events.map((e): Taken => ({ id: e.id, n: keep(e) })) });
    },
    async listen(_jobId, { after }, on, signal) {
      if (!server.reachable) return { status: 0 };
      const ended = new Promise<void>((done) => signal.addEventListener('abort', () => done()));
      const head: LogHead = { epoch: 'e', last: lines.length, link: linkAt(lines.length), at: linkAt(after) };
      if (answers) await on.head(head);
      lines.slice(after).forEach((line) => on.line(JSON.stringify(line)));
      const listener = (line: string) => on.line(line);
      listeners.add(listener);
      await ended;
      listeners.delete(listener);
      return { status: 200 };
    },
    lines: () => Promise.resolve(lines.map((line) => JSON.stringify(line))),
  };
  return server;
}
