'use client';
import { Alert, Dialog, Field, Input, Portal } from '@chakra-ui/react';
import { Download, FilePlus2, FileUp, Trash2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import { floorsOf } from '@/core/floors';
import { signedArea } from '@/core/geometry';
import { LARGEST_FILE, newJob } from '@/core/given';
import { formatArea, type Display } from '@/core/units';
import { ask, complaint, type JobView, type ListedView, type SaveBody } from '@/ui/desk/api';
import { Button, LengthField, Problems, Stops } from '@/ui/kit';
import { FloorDrawing } from '@/ui/sheet/FloorDrawing';
import styles from './jobs.module.css';
import { Logo } from './Logo';
import { ThemeButton } from './ThemeButton';

// what reads drawings is needed only where one is imported
const ImportDialog = dynamic(() => import('@/ui/import/ImportDialog').then((m) => m.ImportDialog), { ssr: false });

/** All jobs, each with a small true drawing of its floor. */
export function JobsPage({ jobs }: { jobs: readonly ListedView[] }) {
  const router = useRouter();
  const [creating, setCreating] = useState(false);
  const [deleted, setDeleted] = useState<ListedView | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const [drawing, setDrawing] = useState<File | null>(null);
  const fresh = useMemo(() => newJob(drawing?.name.replace(/\.\w+$/, '') ?? '', 'metric', 4000, 3000), [drawing]);

  const send = async (document: unknown) => {
    const answer = await ask<SaveBody>('/api/jobs', 'POST', document);
    if (answer.status === 201 && answer.body.job) router.push(`/jobs/${answer.body.job.id}/room`);
    else setProblem(complaint(answer));
  };
  const importFile = async (chosen: File | undefined) => {
    if (!chosen) return;
    setProblem(null);
    if (/\.(dxf|svg|csv|tsv|txt)$/i.test(chosen.name)) return setDrawing(chosen);
    if (chosen.size > LARGEST_FILE)
      return setProblem(`${chosen.name}: ${(chosen.size / 1e6).toFixed(0)} MB is larger than a job file can be.`);
    await send(await chosen.text());
  };
  const remove = async (job: ListedView) => {
    const answer = await ask<SaveBody>(`/api/jobs/${job.id}`, 'DELETE');
    if (answer.status !== 200) return setProblem(complaint(answer));
    setDeleted(job);
    router.refresh();
  };
  const restore = async () => {
    if (!deleted) return;
    const answer = await ask<SaveBody>(`/api/jobs/${deleted.id}/restore`, 'POST', {});
    if (answer.status !== 200) return setProblem(complaint(answer));
    setDeleted(null);
    router.refresh();
  };
  return (
    <main className={styles.jobs}>
      <div style={{ display: 'flex', alignItems: 'center', gap: 14, flexWrap: 'wrap' }}>
        <Logo />
        <h1 style={{ font: '700 26px var(--text)', margin: 0, flex: 1 }}>Floors</h1>
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
      {problem && (
        <div style={{ marginTop: 16 }}>
          <Problems list={[{ text: problem }]} />
        </div>
      )}
      {deleted && (
        <p role="status" style={{ marginTop: 16, display: 'flex', alignItems: 'center', gap: 12 }}>
          “{nameOf(deleted)}” is deleted; it is kept for 30 days.
          <Button onClick={() => void restore()}>Bring it back</Button>
        </p>
      )}
      {jobs.length === 0 ? (
        <div style={{ margin: '70px 0', textAlign: 'center' }}>
          <p style={{ fontSize: 21, fontWeight: 650 }}>No floor yet.</p>
          <p className="quiet">Measure a room’s length and width, and begin.</p>
          <Button variant="solid" mt="5" size="lg" colorPalette="blue" onClick={() => setCreating(true)}>
            New floor
          </Button>
        </div>
      ) : (
        <ul className={styles.cards}>
          {jobs.map((job) =>
            'document' in job ? (
              <JobCard key={job.id} job={job} onDelete={() => void remove(job)} />
            ) : (
              <UnreadableCard key={job.id} job={job} onDelete={() => void remove(job)} />
            ),
          )}
        </ul>
      )}
      {drawing && (
        <ImportDialog
          file={drawing}
          display="metric"
          into={fresh}
          action="Make a job of it"
          onTake={(job) => void send(job)}
          onClose={() => setDrawing(null)}
        />
      )}
      <NewJob open={creating} onClose={() => setCreating(false)} onCreate={(document) => void send(document)} />
    </main>
  );
}

const nameOf = (job: ListedView): string => ('document' in job ? job.document.name : job.name) || 'Unnamed';

function JobCard({ job, onDelete }: { job: JobView; onDelete: () => void }) {
  const { document } = job;
  const floors = floorsOf(document);
  const area = document.spaces.reduce((sum, s) => sum + Math.abs(signedArea(s.outline)), 0);
  return (
    <li className={styles.card}>
      <Link href={`/jobs/${job.id}/room`}>
        <FloorDrawing job={document} floors={floors.ok ? floors.value : []} height={150} />
        <h2>{nameOf(job)}</h2>
        <span className="quiet">
          {formatArea(area, document.display)} · {document.product.name}
        </span>
      </Link>
      <CardActions job={job} onDelete={onDelete} />
    </li>
  );
}

/** A job that cannot be read: said so, its file to be taken out; the others stand as they are. */
function UnreadableCard({ job, onDelete }: { job: Exclude<ListedView, JobView>; onDelete: () => void }) {
  return (
    <li className={styles.card}>
      <div style={{ padding: 16 }}>
        <Alert.Root status="error" variant="surface" bg="paper" color="must">
          <Alert.Indicator />
          <Alert.Content>
            <Alert.Title>This job cannot be read.</Alert.Title>
            <Alert.Description>{job.problem}. Its file is whole: export it and keep it before you delete it.</Alert.Description>
          </Alert.Content>
        </Alert.Root>
        <h2>{nameOf(job)}</h2>
      </div>
      <CardActions job={job} onDelete={onDelete} />
    </li>
  );
}

const CardActions = ({ job, onDelete }: { job: ListedView; onDelete: () => void }) => (
  <footer>
    <Button asChild size="sm" variant="ghost">
      <a href={`/api/jobs/${job.id}/file`} aria-label={`Export ${nameOf(job)}`}>
        <Download size={16} /> Export
      </a>
    </Button>
    <Button size="sm" variant="ghost" onClick={onDelete} aria-label={`Delete ${nameOf(job)}`}>
      <Trash2 size={16} /> Delete
    </Button>
  </footer>
);

/** Length and width from the tape; everything else has a preset. */
function NewJob({ open, onClose, onCreate }: { open: boolean; onClose: () => void; onCreate: (document: unknown) => void }) {
  const [name, setName] = useState('');
  const [display, setDisplay] = useState<Display>('metric');
  const [length, setLength] = useState(4000);
  const [width, setWidth] = useState(3000);
  const size = (set: (mm: number) => void) => (mm: number) => {
    if (mm < 66) return 'Too small for a room with gaps.';
    set(mm);
    return undefined;
  };
  return (
    <Dialog.Root open={open} onOpenChange={(e) => !e.open && onClose()} placement="center">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="bg" color="fg">
            <Dialog.Header>
              <Dialog.Title>New floor</Dialog.Title>
            </Dialog.Header>
            <form
              onSubmit={(e) => {
                e.preventDefault();
                onCreate(newJob(name.trim() || 'Unnamed floor', display, length, width));
              }}
            >
              <Dialog.Body>
                <Field.Root mb="3">
                  <Field.Label fontSize="14px">Name</Field.Label>
                  <Input value={name} maxLength={200} placeholder="Whose floor, which room" onChange={(e) => setName(e.target.value)} />
                </Field.Root>
                <Stops label="Units">
                  {(['metric', 'imperial'] as const).map((d) => (
                    <Button
                      key={d}
                      type="button"
                      variant={display === d ? 'solid' : 'outline'}
                      aria-pressed={display === d}
                      onClick={() => setDisplay(d)}
                    >
                      {d === 'metric' ? 'Millimetres' : 'Feet and inches'}
                    </Button>
                  ))}
                </Stops>
                <LengthField large label="Length of the room" mm={length} display={display} onLength={size(setLength)} />
                <LengthField large label="Width of the room" mm={width} display={display} onLength={size(setWidth)} />
              </Dialog.Body>
              <Dialog.Footer>
                <Button type="button" onClick={onClose}>
                  Cancel
                </Button>
                <Button variant="solid" type="submit" colorPalette="blue">
                  Begin
                </Button>
              </Dialog.Footer>
            </form>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
