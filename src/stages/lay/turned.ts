/** Whether this device is held upside down while laying: kept on it, not with the job. */
const KEPT_AS = 'pitsaw:turned';
const watching = new Set<() => void>();
let now: boolean | null = null;

export function isTurned(): boolean {
  try {
    now ??= localStorage.getItem(KEPT_AS) === 'yes';
  } catch {
    now ??= false; // storage is blocked: it holds for this visit
  }
  return now;
}

export function turn(upsideDown: boolean): void {
  now = upsideDown;
  try {
    if (upsideDown) localStorage.setItem(KEPT_AS, 'yes');
    else localStorage.removeItem(KEPT_AS);
  } catch {
    // storage is blocked: it holds for this visit
  }
  watching.forEach((tell) => tell());
}

export function watchTurned(tell: () => void): () => void {
  watching.add(tell);
  return () => watching.delete(tell);
}
