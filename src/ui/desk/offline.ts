'use client';

/**
 * Has the device keep what this job needs to be opened and worked on without a server: its pages and all code that was loaded. Nothing happens
 * where the browser keeps nothing, as over plain http.
 */
export async function keepForOffline(job: { readonly id: string; readonly name: string }, stages: readonly string[]): Promise<void> {
  const worker = (await navigator.serviceWorker?.ready)?.active;
  if (!worker) return;
  const loaded = performance.getEntriesByType('resource').map((e) => e.name);
  worker.postMessage({
    keep: [...stages.map((stage) => `/jobs/${job.id}/${stage}`), ...loaded],
    job: { id: job.id, name: job.name || 'Unnamed' },
  });
}
