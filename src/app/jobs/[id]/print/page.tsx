import { notFound } from 'next/navigation';
import { floorsOf } from '@/core/floors';
import { planJob } from '@/core/plan';
import { theStore } from '@/data';
import { PrintSheet } from '@/ui/print/PrintSheet';

export const dynamic = 'force-dynamic';

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ paper?: string }> };

/** The cut list on paper; planned here, from the stored job: the same plan as on screen. */
export default async function Page({ params, searchParams }: Props) {
  const stored = await (await theStore()).read((await params).id);
  if (!stored) notFound();
  const paper = (await searchParams).paper === 'letter' ? 'letter' : 'a4';
  const floors = floorsOf(stored.document);
  const plan = planJob(stored.document);
  if (!floors.ok || !plan.ok) {
    const [problem] = plan.ok ? (floors.ok ? [] : floors.problems) : plan.problems;
    return (
      <main className="print">
        <h1>{stored.document.name}</h1>
        <p className="must">
          Nothing to print yet. {problem?.path}: {problem?.text}
        </p>
      </main>
    );
  }
  return <PrintSheet id={stored.id} job={stored.document} plan={plan.value} paper={paper} />;
}
