import { expose } from 'comlink';
import { exerciseFor, type Done, type Exercise, type Topic } from '../core/drill';

const api = {
  exercise: (topic: Topic, done: readonly Done[], seed: number): Exercise => exerciseFor(topic, done, seed),
};
export type DrillApi = typeof api;

expose(api);
