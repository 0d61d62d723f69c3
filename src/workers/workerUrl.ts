/** Opens the planner's worker; apart, because only the bundler understands where a worker's file lies. */
export const openWorker = (): Worker => new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' });

export const openDrawingWorker = (): Worker => new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module' });
