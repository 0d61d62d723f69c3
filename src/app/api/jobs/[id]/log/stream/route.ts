import { theStore, type LogHead } from '@/data';
import { answer, missing, serverSentEvents } from '../../../../respond';

export const dynamic = 'force-dynamic';

/** So often it is looked up whether the log is still the same one: a copy may be restored under a running server, ms. */
const LOOKED_UP_EVERY = 2_000;

/**
 * The log of the site. First an event `log`: what the log is known by, and its link at the line from which on it is asked for (`after`). Where that
 * is the link which the page has there (`link`), every later line follows, now and as it is kept; else the stream ends.
 */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const { id } = await params;
    const { events } = await theStore();
    const asked = new URL(request.url).searchParams;
    const after = Number(asked.get('after') ?? 0);
    const from = Number.isInteger(after) && after > 0 ? after : 0;
    const link = asked.get('link');
    return serverSentEvents(request, async (send, end) => {
      let look: ReturnType<typeof setInterval> | undefined;
      const known = (head: LogHead): boolean => {
        send(JSON.stringify(head), 'log');
        if (head.at === null || (link !== null && link !== head.at)) {
          end();
          return false;
        }
        look = setInterval(() => {
          void events.head(id, 0).then(
            (now) => now?.epoch !== head.epoch && end(),
            () => undefined,
          );
        }, LOOKED_UP_EVERY);
        return true;
      };
      const stop = await events
        .follow(id, from, known, (line) => send(line))
        .catch((error: unknown) => {
          clearInterval(look);
          throw error;
        });
      if (!stop) return missing();
      return () => {
        clearInterval(look);
        stop();
      };
    });
  });
