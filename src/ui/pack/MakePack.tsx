'use client';
import { FileText, Tags } from 'lucide-react';
import { useJob, usePacking } from '@/ui/desk';
import { Button, Mistake, Working } from '@/ui/kit';

/** The buttons that have the job pack made, among others in a row; what is made is said by {@link Packing}. */
export function MakePack({ labels = false, strong = false }: { labels?: boolean; strong?: boolean }) {
  const { display } = useJob();
  const { done, make } = usePacking();
  const [paper, other] = display === 'imperial' ? (['letter', 'a4'] as const) : (['a4', 'letter'] as const);
  return (
    <>
      <Button variant={strong ? 'solid' : 'outline'} onClick={() => void make('pack', paper)} disabled={done !== null}>
        <FileText size={17} /> Job pack, PDF
      </Button>
      <Button onClick={() => void make('pack', other)} disabled={done !== null}>
        The same on {other === 'a4' ? 'A4' : 'Letter'}
      </Button>
      {labels && (
        <Button onClick={() => void make('labels', paper)} disabled={done !== null}>
          <Tags size={17} /> Labels, PDF
        </Button>
      )}
    </>
  );
}

/** How far a pack is, how to stop it, and why there is none. */
export function Packing() {
  const { done, problem, cancel } = usePacking();
  return (
    <>
      {done !== null && (
        <Working done={done} label="How far the pack is" onCancel={cancel}>
          Making the pack
        </Working>
      )}
      <Mistake text={problem ?? undefined} />
    </>
  );
}
