/* What was done last, for a report of a fault. It leaves the page only in a file that a person saves. */

const MOST = 60;
const done: { readonly at: string; readonly what: string }[] = [];

/** Notes that something was done. */
export function noteDone(what: string): void {
  done.push({ at: new Date().toISOString(), what });
  if (done.length > MOST) done.shift();
}

/** What was done last, the latest last. */
export const lastDone = (): readonly { readonly at: string; readonly what: string }[] => [...done];

/** What is on the desk, for a report: told by who holds it, so that a page without a job loads nothing of that. */
export type Work = { readonly id: string; readonly status: string; readonly version: number; readonly job: unknown };
let work: () => Work | null = () => null;
export const tellsWork = (tell: () => Work | null): void => void (work = tell);
export const workNow = (): Work | null => work();
