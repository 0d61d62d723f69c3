import Link from 'next/link';
import styles from './jobs.module.css';

/** A job that is kept and cannot be read: what is wrong, and how to take its file out. */
export const UnreadableJob = ({ job }: { job: { readonly id: string; readonly name: string; readonly problem: string } }) => (
  <main className={styles.jobs}>
    <h1>“{job.name}” cannot be read.</h1>
    <p className="must">{job.problem}.</p>
    <p>
      Nothing of it is lost: <a href={`/api/jobs/${job.id}/file`}>take its file out</a> and keep it, or look at it with whoever looks after
      this Pitsaw. <Link href="/">All jobs</Link>
    </p>
  </main>
);
