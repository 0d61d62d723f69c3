import { theStore } from '@/data';
import { JobsPage } from '@/screens/JobsPage';

export const dynamic = 'force-dynamic';

export default async function Page() {
  return <JobsPage jobs={await (await theStore()).list()} />;
}
