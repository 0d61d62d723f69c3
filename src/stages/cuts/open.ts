import { useSaving } from '@/ui/desk';

/** Opens the paper's page; on the paper that is usual where lengths are read so, unless another is asked for. */
export function printCuts(paper?: 'a4' | 'letter'): void {
  const { id, job } = useSaving.getState();
  const usual = job?.display === 'imperial' ? 'letter' : 'a4';
  window.open(`/jobs/${id}/print?paper=${typeof paper === 'string' ? paper : usual}`, '_blank');
}
