'use client';
import { Box } from '@chakra-ui/react';
import { Download } from 'lucide-react';
import { planFile } from '@/core/given';
import { takeBack, useJob, useSite } from '@/ui/desk';
import { Button, Stops } from '@/ui/kit';
import { download } from '@/ui/kit/download';
import { calledIn, eventWords } from './words';
import styles from './lay.module.css';

/** So many lines are listed; the file has them all. */
const LISTED = 60;

/** What happened, the latest first, to be read by somebody else; any line but the first can be taken back by a later one. */
export function LogList() {
  const job = useJob();
  const lines = useSite((s) => s.lines);
  const plan = useSite((s) => s.site?.plan);
  const called = calledIn(job, plan);
  const undone = new Set(lines.flatMap((e) => (e.what === 'undone' ? [e.event] : [])));
  const save = () => {
    const text = lines.map((e) => `${JSON.stringify('plan' in e ? { ...e, plan: planFile(e.plan, job.name) } : e)}\n`).join('');
    download(`${job.name || 'job'}.pitsaw-log.jsonl`, 'application/jsonl', text);
  };
  return (
    <>
      <ol className={styles.log} reversed>
        {[...lines]
          .reverse()
          .slice(0, LISTED)
          .map((e) => (
            <li key={e.n} data-undone={undone.has(e.n) || undefined} value={e.n}>
              <Box flex="1">
                {eventWords(e, job.display, called)}
                <small>
                  {e.time.slice(0, 16).replace('T', ' ')}
                  {e.by && ` · ${e.by}`}
                </small>
              </Box>
              {e.what !== 'begun' && e.what !== 'undone' && !undone.has(e.n) && (
                <Button size="sm" onClick={() => takeBack(e.n)} aria-label={`Take back line ${e.n}`}>
                  Take back
                </Button>
              )}
            </li>
          ))}
      </ol>
      <Stops>
        <Button onClick={save}>
          <Download size={17} /> Log file
        </Button>
      </Stops>
    </>
  );
}
