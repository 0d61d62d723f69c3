'use client';
import { Box, FileUpload } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { Plan } from '@/core/given';
import { happened, takeInLog, useAnswer, useSite } from '@/ui/desk';
import { BigNumber, Button, Folds, Mistake, Problems, ReadingTitle, Stops, Why } from '@/ui/kit';
import { backOneStep } from './actions';
import { useInHand } from './hand';
import { LogList } from './LogList';
import { Onward } from './Onward';
import { Otherwise } from './Otherwise';
import { OrderOfWork } from './OrderOfWork';
import { Pace } from './Pace';
import { Rack } from './Rack';
import { RowInHand } from './RowInHand';
import { Sent, Trouble } from './Sent';
import { Ahead } from './Ahead';
import { useTurnedPage, Who } from './Who';
import styles from './lay.module.css';

/** What there is to do on site now; before laying begins, how it begins. */
export function Reading() {
  const site = useSite((s) => s.site);
  const { value: planned, problems } = useAnswer('plan');
  const hand = useInHand();
  useAwake(hand !== null);
  useTurnedPage();
  if (!site) return <Why tone="quiet">The site is being looked up …</Why>;
  if (!site.plan && problems.length > 0) return <Problems list={[{ text: 'There is no plan to lay by.' }, ...problems]} />;
  if (!site.plan) return planned ? <Begin plan={planned} /> : <Why tone="quiet">Laying begins by a plan; it is being worked out …</Why>;
  return (
    <div className={styles.reading}>
      <Sent />
      <Onward />
      {hand ? !site.otherwise && <OnSite hand={hand} /> : <AllLies plan={site.plan} />}
      <Folds
        of="lay"
        open={[]}
        parts={[
          ...(hand ? [{ name: 'ahead', title: 'Cut ahead', content: <Ahead hand={hand} /> }] : []),
          { name: 'order', title: 'Order of work', content: <OrderOfWork plan={site.plan} /> },
          { name: 'rack', title: 'Rack', content: <Rack /> },
          { name: 'pace', title: 'Pace', content: <Pace /> },
          { name: 'log', title: 'Log', content: <LogList /> },
          { name: 'who', title: 'Who is at work here', content: <Who /> },
        ]}
      />
    </div>
  );
}

function OnSite({ hand }: { hand: NonNullable<ReturnType<typeof useInHand>> }) {
  const [telling, setTelling] = useState(false);
  return (
    <>
      <RowInHand hand={hand} onOtherwise={() => setTelling(true)} />
      <Otherwise hand={hand} open={telling} onClose={() => setTelling(false)} />
    </>
  );
}

/** How laying begins: by the plan on screen, which from then on stands in the log. */
function Begin({ plan }: { plan: Plan }) {
  const rows = plan.floors.reduce((sum, f) => sum + f.rows.length, 0);
  const musts = plan.findings.filter((f) => f.level === 'must').length;
  return (
    <>
      <ReadingTitle>Laying day</ReadingTitle>
      <BigNumber value={rows} unit={rows === 1 ? 'row' : 'rows'} />
      <Why>
        By this plan: {plan.totals.planks} planks, {plan.totals.boxes} boxes. From the first cut on it stands in the log, and what is
        changed here no longer moves it; what goes otherwise on site does.
      </Why>
      {musts > 0 && (
        <Why tone="must">
          {musts} {musts === 1 ? 'limit is' : 'limits are'} broken by this plan. See Rows before you saw.
        </Why>
      )}
      <OrderOfWork plan={plan} />
      <Trouble />
      <Why tone="quiet">Eyes, ears and dust mask at the saw; guards on; the knife away from the body.</Why>
      <Button
        variant="solid"
        colorPalette="blue"
        h="64px"
        w="100%"
        mt="4"
        fontSize="19px"
        onClick={() => happened({ what: 'begun', format: 'pitsaw/log', version: 1, plan })}
      >
        Begin laying
      </Button>
      <TakeInLog />
    </>
  );
}

/** A log that was written elsewhere: of another device, or before this job was moved here. */
function TakeInLog() {
  const [wrong, setWrong] = useState<string>();
  const take = async (file: File | undefined) => file && setWrong(takeInLog(await file.text()) ?? undefined);
  return (
    <Box mt="4">
      <FileUpload.Root accept={['.jsonl']} maxFiles={1} onFileAccept={(e) => void take(e.files[0])}>
        <FileUpload.HiddenInput aria-label="Log file" />
        <FileUpload.Trigger asChild>
          <Button>Take in a log file</Button>
        </FileUpload.Trigger>
      </FileUpload.Root>
      <Mistake text={wrong === undefined ? undefined : `That log cannot be taken in: ${wrong}.`} />
    </Box>
  );
}

function AllLies({ plan }: { plan: Plan }) {
  return (
    <>
      <ReadingTitle>Laying day</ReadingTitle>
      <BigNumber value={plan.floors.reduce((sum, f) => sum + f.rows.length, 0)} unit="rows lie" />
      <Why tone="good">All of the floor lies. Take the spacers out before the trim goes on.</Why>
      <Stops>
        <Button onClick={backOneStep}>Back one step</Button>
      </Stops>
    </>
  );
}

/** Keeps the screen on while something is in hand, where the browser lets it. */
function useAwake(wanted: boolean): void {
  useEffect(() => {
    if (!wanted || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let live = true;
    const hold = () => {
      if (document.visibilityState !== 'visible') return;
      void navigator.wakeLock.request('screen').then(
        (got) => (live ? (lock = got) : void got.release()),
        () => undefined,
      );
    };
    hold();
    document.addEventListener('visibilitychange', hold);
    return () => {
      live = false;
      document.removeEventListener('visibilitychange', hold);
      void lock?.release();
    };
  }, [wanted]);
}
