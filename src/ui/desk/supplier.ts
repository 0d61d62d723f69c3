'use client';
import { create } from 'zustand';
import { z } from 'zod';
import { offerSchema, takenOrderSchema, type Offer, type TakenOrder, type Wanted } from '@/core/order';
import type { Problem } from '@/core/given';
import { ask, complaint } from './api';

/** What the supplier said last; nothing of it is kept with the job until it is ordered. */
type SupplierState = {
  readonly busy: boolean;
  readonly name: string;
  readonly offers: readonly Offer[] | null;
  readonly problem: string | null;
  ask(lines: readonly Wanted[]): Promise<void>;
  /** Orders; null where that did not come about, and the state says why. */
  order(lines: readonly Wanted[]): Promise<TakenOrder | null>;
  outage(): Promise<void>;
};

const ADDRESS = '/api/devices/supplier';
const offersSchema = z.object({ name: z.string(), offers: z.array(offerSchema) });
const takenSchema = z.object({ name: z.string(), taken: takenOrderSchema });

export const useSupplier = create<SupplierState>()((set) => {
  const tell = async <T>(body: object, schema: z.ZodType<T>): Promise<T | null> => {
    set({ busy: true, problem: null });
    const answer = await ask<{ problems?: readonly Problem[] }>(ADDRESS, 'POST', body);
    const read = schema.safeParse(answer.body);
    set({ busy: false, ...(read.success ? {} : { problem: complaint(answer) }) });
    return read.success ? read.data : null;
  };
  return {
    busy: false,
    name: '',
    offers: null,
    problem: null,
    async ask(lines) {
      const answer = await tell({ do: 'offers', lines }, offersSchema);
      if (answer) set(answer);
    },
    async order(lines) {
      const answer = await tell({ do: 'order', lines }, takenSchema);
      // what was offered is not there any more
      if (answer) set({ offers: null });
      return answer?.taken ?? null;
    },
    async outage() {
      await ask(ADDRESS, 'POST', { do: 'outage' });
    },
  };
});
