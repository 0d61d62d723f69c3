/** Opens the workers; apart, because only the bundler understands where a worker's file lies. */
export const openAnswersWorker = (): Worker => new Worker(new URL('./answers.worker.ts', import.meta.url), { type: 'module' });

export const openDrawingWorker = (): Worker => new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module' });

export const openDrillWorker = (): Worker => new Worker(new URL('./drill.worker.ts', import.meta.url), { type: 'module' });
