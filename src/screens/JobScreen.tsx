'use client';
import { BookOpen } from 'lucide-react';
import { notFound, usePathname } from 'next/navigation';
import { Suspense, useEffect, useMemo, useState, type ComponentProps } from 'react';
import { marksOf } from '@/core/given';
import { fetchReadings, STAGES, type Stage } from '@/stages';
import {
  goToStage,
  keepForOffline,
  listenTo,
  useAnswer,
  useAnswers,
  useDeskState,
  useJob,
  useBusy,
  useSaving,
  type JobView,
} from '@/ui/desk';
import { Button, MarksProvider } from '@/ui/kit';
import { Sheet } from '@/ui/sheet/Sheet';
import { FloorChoice } from './FloorChoice';
import { keysOf, listedKeys, useKeys } from './keys';
import { GuideDialog } from './guide/GuideDialog';
import { TourStep } from './guide/Tour';
import { MarksNotice, Notice, UntrueNotice } from './Notice';
import { Rule } from './Rule';
import styles from './screen.module.css';
import { StageSheet } from './StageSheet';
import { StaleDialog } from './StaleDialog';
import { Tally } from './Tally';
import { Top } from './Top';
import { useAsk } from './useAsk';

/** When a page has most likely shown what it was opened for, ms. */
const SETTLED = 1500;
/** When a page that is still open is one that is worked on, ms. */
const KEPT = 6000;

/** A job's screen: the rule, the sheet, the reading and the tally. */
export function JobScreen({ view }: { view: JobView }) {
  // drawn once, with the plan that is known, and not first without it
  const recalled = useAnswers((s) => s.recalled);
  const opened = useSaving((s) => s.id === view.id && s.job !== null) && recalled;
  const open = useSaving((s) => s.open);
  const path = usePathname();
  const stage = STAGES.find((s) => path.endsWith(`/${s.name}`)) ?? notFound();
  useEffect(() => open(view), [open, view]);
  useEffect(() => listenTo(view.id), [view.id]);
  useEffect(() => {
    const wait = setTimeout(() => void fetchReadings(), SETTLED);
    // once all code is here and nothing is being waited for, the device keeps it: a site has no network
    const keep = setTimeout(() => void keepForOffline({ id: view.id, name: view.document.name }, [stage.name, 'lay']), KEPT);
    return () => {
      clearTimeout(wait);
      clearTimeout(keep);
    };
  }, [view, stage.name]);
  return opened ? <Opened view={view} stage={stage} /> : <Opening view={view} />;
}

/** What the server sends: the walls and the name, until the page lives. */
const Opening = ({ view }: { view: JobView }) => (
  <div className={styles.work}>
    <Top job={view.document} view={view} onKeys={() => undefined} />
    <div className={styles.sheetArea}>
      <Sheet job={view.document} floors={[]} plan={null} label={view.document.name} />
    </div>
  </div>
);

function Opened({ view, stage }: { view: JobView; stage: Stage }) {
  const job = useJob();
  const [listing, setListing] = useState(false);
  const looking = useDeskState((s) => s.looking);
  const keys = useMemo(() => keysOf(stage, goToStage, () => setListing(true)), [stage]);
  useKeys(keys);
  const ask = useAsk('standing');
  return (
    <div className={styles.work} data-hand={stage.sheet.hand && !looking ? true : undefined}>
      <Top job={job} view={view} onKeys={() => setListing(true)} />
      <Notices stage={stage} />
      <Rule stage={stage.name} ask={ask} base={`/jobs/${view.id}`} onGo={goToStage} />
      <div className={styles.sheetArea}>
        <StageSheet stage={stage} />
      </div>
      <aside className={styles.reading} aria-label="Reading" key={stage.name}>
        <TourStep stage={stage.name} />
        <FloorChoice stage={stage} />
        <Suspense fallback={null}>
          <MarksProvider value={marksOf(job)}>
            <stage.Reading />
          </MarksProvider>
        </Suspense>
        <Button variant="ghost" mt="6" onClick={() => setListing(true)}>
          <BookOpen size={17} /> Guide to this stage
        </Button>
      </aside>
      <StandingTally job={job} next={STAGES[STAGES.indexOf(stage) + 1]} onGo={goToStage} />
      <GuideDialog open={listing} onClose={() => setListing(false)} stage={stage} keys={listedKeys(stage, keys)} />
      <StaleDialog />
    </div>
  );
}

/** What has to be seen wherever one is: about saving first, and about the plan. */
const Notices = ({ stage }: { stage: Stage }) => (
  <div className={styles.notice}>
    <Notice />
    <UntrueNotice />
    {/* laying needs none of these values, and all of its screen */}
    {!stage.sheet.hand && <MarksNotice />}
  </div>
);

/** The tally of the job as it is; marked while the floor on screen is not this job's yet, or the walls are still being walked. */
function StandingTally(props: Pick<ComponentProps<typeof Tally>, 'job' | 'next' | 'onGo'>) {
  const { value, before, working } = useAnswer('summary');
  const dragged = useDeskState((s) => s.sliding?.narrowest);
  const busy = useBusy();
  const walking = props.job.spaces.some((s) => s.walk);
  // where there are no figures yet, there is nothing to mark
  const stale = walking ? 'Before the walk' : busy && working && value ? 'Before the change' : null;
  return <Tally {...props} now={value ?? null} before={before ?? null} dragged={dragged} stale={stale} />;
}
