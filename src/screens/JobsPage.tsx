'use client';
import { Input } from '@chakra-ui/react';
import { FilePlus2, FileUp, GraduationCap } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { LARGEST_FLOOR_FILE } from '@/core/given';
import { ask, complaint, type SaveBody } from '@/ui/desk/api';
import { newId } from '@/ui/desk/ids';
import { useJobList, type ListedView, type Listing, type ListView } from '@/ui/desk/jobs';
import { Button, Choice, Problems, Tick } from '@/ui/kit';
import { Devices } from './Devices';
import { JobCard } from './JobCard';
import styles from './jobs.module.css';
import { TourOffer } from './guide/Tour';
import { Logo } from './Logo';
import { ThemeButton } from './ThemeButton';

// what makes jobs and reads drawings is fetched once the list is there
const NewJob = dynamic(() => import('./NewJob').then((m) => m.NewJob), { ssr: false });
const NewFromDrawing = dynamic(() => import('./NewFromDrawing').then((m) => m.NewFromDrawing), { ssr: false });

/** All jobs, each with a small true drawing of its floor; looked for by name, in the order that is wanted. */
export function JobsPage({ listing: given, first }: { listing: Listing; first: ListView }) {
  const router = useRouter();
  const { listing, list, busy, problem: unlisted, look, more, again } = useJobList(first, given);
  const [creating, setCreating] = useState(false);
  const [deleted, setDeleted] = useState<ListedView | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const [drawing, setDrawing] = useState<File | null>(null);

  // pressed twice it is the same job; another document is another one
  const sent = useRef({ text: '', id: '' });
  const send = async (document: unknown) => {
    const text = typeof document === 'string' ? document : JSON.stringify(document);
    if (sent.current.text !== text) sent.current = { text, id: newId() };
    const answer = await ask<SaveBody>(`/api/jobs?id=${sent.current.id}`, 'POST', text);
    if (answer.status === 201 && answer.body.job) router.push(`/jobs/${answer.body.job.id}/room`);
    else setProblem(complaint(answer));
  };
  const importFile = async (chosen: File | undefined) => {
    if (!chosen) return;
    setProblem(null);
    if (/\.(dxf|svg|csv|tsv|txt)$/i.test(chosen.name)) return setDrawing(chosen);
    if (chosen.size > LARGEST_FLOOR_FILE)
      return setProblem(`${chosen.name}: ${(chosen.size / 1e6).toFixed(0)} MB is larger than a job file can be.`);
    await send(await chosen.text());
  };
  /** Does something to a job, then shows the list as it is now. */
  const change = async (path: string, method: 'POST' | 'DELETE', then: ListedView | null) => {
    const answer = await ask<SaveBody>(path, method, method === 'POST' ? {} : undefined);
    if (answer.status !== 200) return setProblem(complaint(answer));
    setProblem(null);
    setDeleted(then);
    await again();
  };
  const restore = (job: ListedView) => void change(`/api/jobs/${job.id}/restore`, 'POST', null);
  const none = list.total === 0;
  const wrong = problem ?? unlisted;
  return (
    <main className={styles.jobs}>
      <div style={{ display: 'flex', alignItems: 'center', gap: 14, flexWrap: 'wrap' }}>
        <Logo />
        <h1 style={{ font: '700 26px var(--text)', margin: 0, flex: 1 }}>Floors</h1>
        <Button asChild>
          <Link href="/practice">
            <GraduationCap size={17} /> Practice
          </Link>
        </Button>
        <Devices />
        <ThemeButton />
        <Button onClick={() => file.current?.click()}>
          <FileUp size={17} /> Import a job or a drawing
        </Button>
        <Button variant="solid" colorPalette="blue" onClick={() => setCreating(true)}>
          <FilePlus2 size={17} /> New floor
        </Button>
        <input
          ref={file}
          type="file"
          accept=".json,.dxf,.svg,.csv,application/json"
          hidden
          aria-label="Job file or drawing"
          onChange={(e) => {
            void importFile(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </div>
      {wrong && (
        <div style={{ marginTop: 16 }}>
          <Problems list={[{ text: wrong }]} />
        </div>
      )}
      {deleted && (
        <p role="status" style={{ marginTop: 16, display: 'flex', alignItems: 'center', gap: 12 }}>
          “{deleted.name || 'Unnamed'}” is deleted; it is kept for 30 days.
          <Button onClick={() => restore(deleted)}>Bring it back</Button>
        </p>
      )}
      <Find listing={listing} list={list} busy={busy} onLook={look} />
      {none && !listing.deleted && listing.search.trim() === '' ? (
        <div style={{ margin: '70px 0', textAlign: 'center' }}>
          <p style={{ fontSize: 21, fontWeight: 650 }}>No floor yet.</p>
          <p className="quiet">Measure a room’s length and width, and begin.</p>
          <Button variant="solid" mt="5" size="lg" colorPalette="blue" onClick={() => setCreating(true)}>
            New floor
          </Button>
        </div>
      ) : (
        <ul className={styles.cards}>
          {list.jobs.map((job) => (
            <JobCard
              key={job.id}
              job={job}
              deleted={listing.deleted}
              onDelete={() => void change(`/api/jobs/${job.id}`, 'DELETE', job)}
              onRestore={() => restore(job)}
            />
          ))}
        </ul>
      )}
      {list.jobs.length < list.total && (
        <p style={{ textAlign: 'center' }}>
          <Button size="lg" loading={busy} onClick={more}>
            Show more: {list.total - list.jobs.length} left
          </Button>
        </p>
      )}
      {drawing && <NewFromDrawing file={drawing} onTake={(job) => void send(job)} onClose={() => setDrawing(null)} />}
      <NewJob open={creating} onClose={() => setCreating(false)} onCreate={(document) => void send(document)} />
      {/* below the list: what comes once the page lives must not push what a finger aims at */}
      <TourOffer job={list.jobs[0]?.id} />
    </main>
  );
}

type FindProps = { listing: Listing; list: ListView; busy: boolean; onLook: (change: Partial<Listing>) => void };

/** By name, in which order, and those that were deleted. */
function Find({ listing, list, busy, onLook }: FindProps) {
  return (
    <div className={styles.find} role="search">
      <label>
        <span className="unseen">Look for a floor</span>
        <Input
          type="search"
          h="44px"
          maxLength={200}
          placeholder="Look for a floor"
          value={listing.search}
          onChange={(e) => onLook({ search: e.target.value })}
        />
      </label>
      <Choice
        bare
        label="In the order of"
        value={listing.sort}
        options={[
          ['changed', 'last changed'],
          ['name', 'name'],
          ['area', 'size'],
        ]}
        onChoice={(sort) => onLook({ sort: sort as Listing['sort'] })}
      />
      <Tick checked={listing.deleted} onTick={(deleted) => onLook({ deleted })}>
        Deleted ones
      </Tick>
      <p className="quiet" role="status" aria-busy={busy}>
        {foundWords(list.total, listing)}
      </p>
    </div>
  );
}

function foundWords(total: number, { search, deleted }: Listing): string {
  const kind = deleted ? 'deleted ' : '';
  if (total === 0 && search.trim() !== '') return `No ${kind}floor has “${search.trim()}” in its name.`;
  if (total === 0) return deleted ? 'Nothing was deleted in the last 30 days.' : '';
  return `${total} ${kind}${total === 1 ? 'floor' : 'floors'}`;
}
