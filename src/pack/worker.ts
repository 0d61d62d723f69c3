import type { MessagePort } from 'node:worker_threads';
import type { Given } from '../core/answer';
import type { Result } from '../core/given';
import { answeredApart, apart } from './apart';
import { FONTS } from './fonts';
import { makePack, type PackOptions } from './make';

/** What the worker is told; `port` hears how far it is, 0 to 1. */
export type PackTask = { readonly given: Given; readonly options: PackOptions; readonly port: MessagePort };

/** Less than this much further is not told. */
const STEP = 0.01;

/** Makes a pack, off the thread that answers. */
export default async function work({ given, options, port }: PackTask): Promise<Result<Uint8Array>> {
  let told = 0;
  const progress = (done: number) => {
    if (done - told < STEP) return;
    told = done;
    port.postMessage(done);
  };
  const made = await makePack(given, options, { fonts: FONTS, progress, apart });
  port.close();
  return made;
}

answeredApart();
