import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="jobs">
      <h1>There is no such page.</h1>
      <p>The job may have been deleted; a deleted job can be brought back for 30 days.</p>
      <p>
        <Link href="/">All jobs</Link>
      </p>
    </main>
  );
}
