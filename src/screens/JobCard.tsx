'use client';
import { Alert } from '@chakra-ui/react';
import { ArchiveRestore, Download, Trash2 } from 'lucide-react';
import Link from 'next/link';
import { formatArea } from '@/core/units';
import type { ListedView } from '@/ui/desk/jobs';
import { Button } from '@/ui/kit';
import { RoomsDrawing } from '@/ui/sheet/RoomsDrawing';
import styles from './jobs.module.css';

const nameOf = ({ name }: ListedView): string => name || 'Unnamed';

type Props = { job: ListedView; deleted: boolean; onDelete: () => void; onRestore: () => void };

/** A job in the list: its rooms small and true, how large, when it was changed. One that cannot be read says so. */
export function JobCard({ job, deleted, onDelete, onRestore }: Props) {
  return (
    <li className={styles.card}>
      {job.problem !== null ? (
        <div style={{ padding: 16 }}>
          <Unreadable problem={job.problem} />
          <h2>{nameOf(job)}</h2>
        </div>
      ) : deleted ? (
        <div style={{ padding: '16px 16px 8px' }}>
          <Shown job={job} />
        </div>
      ) : (
        <Link href={`/jobs/${job.id}/room`} prefetch={false}>
          <Shown job={job} />
        </Link>
      )}
      <footer>
        {deleted ? (
          <Button size="sm" variant="ghost" onClick={onRestore} aria-label={`Bring ${nameOf(job)} back`}>
            <ArchiveRestore size={16} /> Bring it back
          </Button>
        ) : (
          <>
            <Button asChild size="sm" variant="ghost">
              <a href={`/api/jobs/${job.id}/file?log=1`} aria-label={`Export ${nameOf(job)}`}>
                <Download size={16} /> Export
              </a>
            </Button>
            <Button size="sm" variant="ghost" onClick={onDelete} aria-label={`Delete ${nameOf(job)}`}>
              <Trash2 size={16} /> Delete
            </Button>
          </>
        )}
      </footer>
    </li>
  );
}

const Shown = ({ job }: { job: ListedView }) => (
  <>
    {job.miniature && <RoomsDrawing miniature={job.miniature} label={`Drawing of ${nameOf(job)}`} />}
    <h2>{nameOf(job)}</h2>
    <span className="quiet">
      {formatArea(job.area, job.display)} · {job.product} · <time dateTime={job.updatedAt}>{job.updatedAt.slice(0, 10)}</time>
    </span>
  </>
);

const Unreadable = ({ problem }: { problem: string }) => (
  <Alert.Root status="error" variant="surface" bg="paper" color="must">
    <Alert.Indicator />
    <Alert.Content>
      <Alert.Title>This job cannot be read.</Alert.Title>
      <Alert.Description>{problem}. Its file is whole: export it and keep it before you delete it.</Alert.Description>
    </Alert.Content>
  </Alert.Root>
);
