import Link from 'next/link';

export default function NotFound() {
  return (
    <main style={{ maxWidth: 720, margin: '0 auto', padding: 26 }}>
      <h1>There is no such page.</h1>
      <p>The job may have been deleted; a deleted job can be brought back for 30 days.</p>
      <p>
        <Link href="/">All jobs</Link>
      </p>
    </main>
  );
}
