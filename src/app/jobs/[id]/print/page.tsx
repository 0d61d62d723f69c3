import { notFound } from 'next/navigation';
import { isReadable, theStore } from '@/data';
import { PrintPage } from '@/screens/PrintPage';
import { UnreadableJob } from '@/screens/UnreadableJob';

export const dynamic = 'force-dynamic';

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ paper?: string; what?: string }> };

/** What goes on paper. */
export default async function Page({ params, searchParams }: Props) {
  const job = await (await theStore()).read((await params).id);
  if (!job) notFound();
  const { paper: wanted, what } = await searchParams;
  const paper = wanted === 'letter' ? 'letter' : 'a4';
  return isReadable(job) ? <PrintPage view={job} paper={paper} handover={what === 'handover'} /> : <UnreadableJob job={job} />;
}
