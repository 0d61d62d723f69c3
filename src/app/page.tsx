import { SORTS, theStore } from '@/data';
import { JobsPage } from '@/screens/JobsPage';

export const dynamic = 'force-dynamic';

type Props = { searchParams: Promise<Partial<Record<'search' | 'sort' | 'deleted', string | string[]>>> };

/** The first of all jobs, or of those that the address asks for. */
export default async function Page({ searchParams }: Props) {
  const asked = await searchParams;
  const search = typeof asked.search === 'string' ? asked.search.slice(0, 200) : '';
  const listing = { search, sort: SORTS.find((s) => s === asked.sort) ?? 'changed', deleted: asked.deleted === '1' };
  return <JobsPage listing={listing} first={await (await theStore()).list(listing)} />;
}
