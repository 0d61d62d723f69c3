'use client';
import { useEffect, useState } from 'react';
import { fetchLog } from '@/ui/desk/api';
import { lastDone, workNow } from '@/ui/desk/recent';
import { download } from '@/ui/kit/download';

type Props = { error: Error & { digest?: string }; reset: () => void };

/** Everything that helps to find a fault, as a file: the job, its log, versions, what was done last. Nothing of it is sent anywhere. */
async function report(error: Props['error']): Promise<string> {
  const work = workNow();
  const made = {
    format: 'pitsaw/report',
    version: 1,
    time: new Date().toISOString(),
    pitsaw: process.env.PITSAW_VERSION,
    core: process.env.PITSAW_CORE,
    browser: navigator.userAgent,
    address: location.pathname,
    fault: { name: error.name, message: error.message, stack: error.stack, digest: error.digest },
    saving: work && { id: work.id, status: work.status, version: work.version },
    done: lastDone(),
    job: work?.job ?? null,
    log: work && (await fetchLog(work.id)),
  };
  return `${JSON.stringify(made, null, 2)}\n`;
}

/** Leaves by a new page: what failed may be what goes from one to the next. */
const leave = () => void (location.pathname = '/');

/** What is shown in place of a page that failed. Plain elements: what failed may be what draws all others. */
export function Fault({ error, reset }: Props) {
  const [saved, setSaved] = useState(false);
  const save = async () => {
    download(`pitsaw report ${new Date().toISOString().slice(0, 10)}.json`, 'application/json', await report(error));
    setSaved(true);
  };
  const button = { minHeight: 44, padding: '0 16px', font: 'inherit', border: '1px solid', borderRadius: 6, marginRight: 12 };
  return (
    <main style={{ maxWidth: 720, margin: '0 auto', padding: 26 }} role="alert">
      <title>Pitsaw: a fault</title>
      <h1 style={{ fontSize: 26, fontWeight: 700 }}>This page could not be shown.</h1>
      <p style={{ margin: '12px 0' }}>
        That is a fault of Pitsaw’s. What you did is kept. Go on; if it comes back, save a report and hand it to whoever looks after this
        Pitsaw: the job, its log, and what was done last. Nothing is sent anywhere.
      </p>
      <p style={{ margin: '12px 0', fontFamily: 'monospace' }}>{error.message}</p>
      <p style={{ margin: '20px 0' }}>
        <button type="button" style={button} onClick={reset}>
          Go on
        </button>
        <button type="button" style={button} onClick={() => void save()}>
          Save a report
        </button>
        <button type="button" style={button} onClick={leave}>
          All jobs
        </button>
      </p>
      {saved && <p role="status">The report is among your downloads.</p>}
    </main>
  );
}

/** What browsers report as a fault and is none. */
const HARMLESS = /ResizeObserver loop/;

/** Brings faults that happen outside of drawing (a press, a timer, a promise) to the same page as those that happen while drawing. */
export function FaultWatch() {
  const [fault, setFault] = useState<Error | null>(null);
  useEffect(() => {
    const take = (reason: unknown) => {
      const error = reason instanceof Error ? reason : new Error(String(reason));
      if (!HARMLESS.test(error.message) && error.name !== 'AbortError') setFault(error);
    };
    const onError = ({ error, message }: ErrorEvent) => take(error ?? message);
    const onRejection = ({ reason }: PromiseRejectionEvent) => take(reason);
    window.addEventListener('error', onError);
    window.addEventListener('unhandledrejection', onRejection);
    return () => {
      window.removeEventListener('error', onError);
      window.removeEventListener('unhandledrejection', onRejection);
    };
  }, []);
  useEffect(() => {
    // what stands in for the server where it does not answer
    if (process.env.NODE_ENV === 'production') void navigator.serviceWorker?.register('/sw.js').catch(() => undefined);
  }, []);
  if (fault) throw fault;
  return null;
}
