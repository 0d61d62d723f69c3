'use client';
import Link from 'next/link';

export default function Fault({ reset }: { reset: () => void }) {
  return (
    <main style={{ maxWidth: 720, margin: '0 auto', padding: 26 }}>
      <h1>This page could not be shown.</h1>
      <p>What you did is kept. Try again; if it comes back, go to all jobs and export the job file first.</p>
      <p>
        <button onClick={reset}>Try again</button> <Link href="/">All jobs</Link>
      </p>
    </main>
  );
}
