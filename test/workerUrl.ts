/* Workers that never answer, where tests run without a bundler. */
const idle = {
  postMessage: () => undefined,
  addEventListener: () => undefined,
  removeEventListener: () => undefined,
  terminate: () => undefined,
};

export const openAnswersWorker = () => idle;
export const openDrawingWorker = () => idle;
