'use client';
import { Alert } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo } from 'react';
import { marksOf } from '@/core/given';
import { STAGES } from '@/stages';
import { goToStage, useJob, usePlan, useSaving } from '@/ui/desk';
import { download } from '@/ui/kit/download';
import { Button } from '@/ui/kit';
import styles from './screen.module.css';

/**
 * A plan that the independent check of Pitsaw finds untrue: one notice, whatever it found. The job and what was found are kept on this device, and can be
 * saved as a file for a report.
 */
export function UntrueNotice() {
  const job = useJob();
  const plan = usePlan();
  const found = useMemo(() => plan?.findings.filter((f) => f.rule === 'untrue') ?? [], [plan]);
  const report = useMemo(
    () => (found.length === 0 ? null : JSON.stringify({ format: 'pitsaw/report', version: 1, found, job })),
    [found, job],
  );
  useEffect(() => {
    if (report === null) return;
    try {
      localStorage.setItem('pitsaw-untrue', report);
    } catch {
      // a device that keeps nothing: the button still saves the file
    }
  }, [report]);
  if (report === null) return null;
  return (
    <Strip text="Pitsaw checked this plan and found a fault in it: do not saw by it. Change the direction or the line and look again.">
      <Button size="sm" onClick={() => download(`${job.name || 'job'} report.json`, 'application/json', report)}>
        Save the file for a report
      </Button>
    </Strip>
  );
}

/** The stage at which each part of a job file is set; all other parts are set at Room. */
const STAGE_OF: Readonly<Record<string, string>> = {
  product: 'plank',
  layouts: 'plank',
  compound: 'base',
  bases: 'base',
  climate: 'base',
  flatness: 'base',
  beneath: 'beneath',
  trim: 'doors',
  kits: 'doors',
  crew: 'days',
  laying: 'lay',
  order: 'buy',
};

/** Values that were stored before a limit existed: the limits, and buttons to where the values are set. */
export function MarksNotice() {
  const marks = marksOf(useJob());
  if (marks.length === 0) return null;
  const limits = [...new Set(marks.map(({ text }) => text))].slice(0, 3).join('; ');
  const stages = [...new Set(marks.map(({ path }) => STAGE_OF[path.split(/[.[]/)[0]!] ?? 'room'))];
  return (
    <Strip
      text={
        marks.length === 1
          ? `Change one value: ${limits}. Results that need it are missing.`
          : `Change ${marks.length} values: ${limits}. Results that need them are missing.`
      }
    >
      {STAGES.filter(({ name }) => stages.includes(name)).map(({ name, title }) => (
        <Button key={name} size="sm" onClick={() => goToStage(name)}>
          {title}
        </Button>
      ))}
    </Strip>
  );
}

/** What is wrong with saving, where it is more than a word: what the server said, where the work is now, and what can be done. */
export function Notice() {
  const router = useRouter();
  const { status, onDevice, refusal: said, bringBack, saveAsNew } = useSaving();
  const refusal = said && said.replace(/[.!?]?$/, (end) => end || '.');
  const where = onDevice
    ? 'What you did is kept on this device.'
    : 'This browser keeps nothing, so what you did is on this page alone: leave it open.';
  const asNew = async () => {
    const id = await saveAsNew();
    if (id) router.push(`/jobs/${id}/room`);
  };
  if (status === 'deleted') {
    return (
      <Strip text={refusal ?? `This job was deleted elsewhere. ${where}`}>
        <Button size="sm" onClick={() => void bringBack()}>
          Bring it back
        </Button>
        <Button size="sm" onClick={() => void asNew()}>
          Save as a new job
        </Button>
      </Strip>
    );
  }
  if (status === 'refused') return <Strip text={`Not saved: ${refusal ?? 'the server refuses it.'} Change it, or undo. ${where}`} />;
  if (status === 'unreachable' && refusal) return <Strip text={`Not saved yet: ${refusal} Trying again. ${where}`} />;
  // on a wide screen the top says it, where the work is safe on the device
  if (status === 'unreachable') return <Strip text={`The server cannot be reached. ${where}`} narrow={onDevice} />;
  return refusal ? <Strip text={refusal} /> : null;
}

const Strip = ({ text, narrow = false, children }: { text: string; narrow?: boolean; children?: React.ReactNode }) => (
  <Alert.Root
    status="error"
    variant="surface"
    bg="paper"
    color="must"
    borderRadius="0"
    className={`${styles.strip} ${narrow ? styles.narrow : ''}`}
    alignItems="center"
  >
    <Alert.Indicator />
    <Alert.Content flex="1">{text}</Alert.Content>
    {children}
  </Alert.Root>
);
