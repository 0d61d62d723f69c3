import { expose } from 'comlink';
import { exerciseFor, type Done, type Exercise, type Topic } from '../core/drill';
import type { Display } from '../core/units';

const api = {
  exercise: (topic: Topic, done: readonly Done[], seed: number, display: Display): Exercise => exerciseFor(topic, done, seed, display),
};
export type DrillApi = typeof api;

expose(api);
