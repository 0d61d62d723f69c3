import { notFound } from 'next/navigation';
import { theStore } from '@/data';
import { Work } from '@/ui/Work';

export const dynamic = 'force-dynamic';

export default async function Page({ params }: { params: Promise<{ id: string; stage: string }> }) {
  const { id } = await params;
  const job = await (await theStore()).read(id);
  if (!job) notFound();
  return <Work view={job} />;
}
