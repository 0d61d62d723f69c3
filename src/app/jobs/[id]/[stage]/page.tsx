import { notFound } from 'next/navigation';
import { isReadable, theStore } from '@/data';
import { JobScreen } from '@/screens/JobScreen';
import { UnreadableJob } from '@/screens/UnreadableJob';

export const dynamic = 'force-dynamic';

/** A job at one of its stages; which there are, the page knows: a server that knew them would send every reading at once. */
export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const job = await (await theStore()).read((await params).id);
  if (!job) notFound();
  return isReadable(job) ? <JobScreen view={job} /> : <UnreadableJob job={job} />;
}
