import { notFound } from 'next/navigation';
import { isReadable, theStore } from '@/data';
import { JobScreen } from '@/screens/JobScreen';
import { UnreadableJob } from '@/screens/UnreadableJob';
import { STAGES } from '@/stages';

export const dynamic = 'force-dynamic';

export default async function Page({ params }: { params: Promise<{ id: string; stage: string }> }) {
  const { id, stage } = await params;
  const job = STAGES.some((s) => s.name === stage) ? await (await theStore()).read(id) : null;
  if (!job) notFound();
  return isReadable(job) ? <JobScreen view={job} /> : <UnreadableJob job={job} />;
}
