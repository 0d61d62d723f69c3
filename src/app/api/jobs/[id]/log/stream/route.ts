import { theStore } from '@/data';
import { answer, missing, serverSentEvents } from '../../../../respond';

export const dynamic = 'force-dynamic';

/** The log of the site from a line on, and then every line as it is kept: one event a line, its number as the event's id. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const { id } = await params;
    const { events } = await theStore();
    // a browser that comes back says which line it has
    const from = Number(request.headers.get('last-event-id') ?? new URL(request.url).searchParams.get('after') ?? 0);
    return serverSentEvents(request, async (send) => {
      let last = Number.isInteger(from) && from > 0 ? from : 0;
      const early: string[] = [];
      let caughtUp = false;
      const tell = (line: string) => {
        const { n } = JSON.parse(line) as { n: number };
        if (n <= last) return;
        last = n;
        send(line, n);
      };
      const stop = events.listen(id, (line) => (caughtUp ? tell(line) : early.push(line)));
      const lines = await events.after(id, last);
      if (!lines) {
        stop();
        return missing();
      }
      for (const line of [...lines, ...early]) tell(line);
      caughtUp = true;
      return stop;
    });
  });
