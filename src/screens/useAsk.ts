'use client';
import { STAGES, type Ask } from '@/stages';
import { PACK_WANTS } from '@/stages/prints';
import { useAnswer, useAnswersOf, useFloors, useJob, useSite } from '@/ui/desk';

const WANTS = {
  standing: STAGES.flatMap((stage) => stage.wants ?? []),
  print: PACK_WANTS,
};

/** What stages are judged or printed by. */
export function useAsk(what: keyof typeof WANTS): Ask {
  const job = useJob();
  const floors = useFloors();
  const plan = useAnswer('plan');
  const site = useSite((s) => s.site);
  const { answer, working } = useAnswersOf(WANTS[what]);
  return { job, floors, plan: plan.value ?? null, site, answer, working: plan.working || working };
}
