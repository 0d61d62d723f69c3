'use client';
import { noteDone } from './recent';
import { useSaving } from './saving';

/** Shows another stage of the job on the desk, as its rule does. */
export function goToStage(name: string): void {
  noteDone(`to the stage ${name}`);
  window.history.pushState(null, '', `/jobs/${useSaving.getState().id}/${name}`);
}
