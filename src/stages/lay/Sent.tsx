'use client';
import { Box } from '@chakra-ui/react';
import { readEvent, type Job } from '@/core/given';
import { decide, forgetAside, look, sendAgain, useDeskState, useJob, useSite, type LogState } from '@/ui/desk';
import { Button, Mistake, Stops, Why } from '@/ui/kit';
import { download } from '@/ui/kit/download';
import { calledIn, eventWords, type Called } from './words';
import styles from './lay.module.css';

/** How what was recorded here stands: on the server, on its way, waiting and why, or set aside. */
export function Sent() {
  const { unsent, connected, kept } = useSite();
  const looking = useDeskState((s) => s.looking);
  return (
    <>
      <Box className={styles.sent} role="status">
        <span data-connected={connected || undefined}>{standing({ unsent, connected, kept })}</span>
        <Button className={styles.toSheet} size="sm" onClick={() => look(!looking)}>
          {looking ? 'Row' : 'Drawing'}
        </Button>
      </Box>
      <Trouble />
    </>
  );
}

/** What stands between what is recorded here and the server, each with what to do. */
export function Trouble() {
  const { unread, waits } = useSite();
  return (
    <>
      <KeepsNothing />
      {waits && <WhyWaiting waits={waits} />}
      {unread > 0 && <Why tone="should">The server is newer than this page: load the page again to see everything that was recorded.</Why>}
      <Apart />
      <SetAside />
    </>
  );
}

const standing = ({ unsent, connected, kept }: Pick<LogState, 'unsent' | 'connected' | 'kept'>): string => {
  if (connected) return unsent > 0 ? `sending ${unsent} …` : 'saved on the server';
  return unsent > 0 ? `no server · ${unsent} waiting ${kept ? 'on this device' : 'on this page only'}` : 'no server';
};

/** Said before anything is pressed. */
function KeepsNothing() {
  const { kept, connected, waits } = useSite();
  const secure = typeof window === 'undefined' || window.isSecureContext;
  if (!kept)
    return (
      <Why tone="must">This browser stores nothing. What you tap is lost if this page closes before the server has it: keep it open.</Why>
    );
  // what stands in the way of the server says more
  if (secure || connected || (waits && waits.status !== 0)) return null;
  return <Why tone="should">No certificate: keep this page open, it opens again only with the server. What you tap is stored here.</Why>;
}

/** Why what waits does not go out, and what to do about it. */
function WhyWaiting({ waits: { status, problem } }: { waits: NonNullable<LogState['waits']> }) {
  const { unsent } = useSite();
  const rest = unsent > 0 ? ' What waits here is sent then.' : '';
  switch (status) {
    case 0:
      return unsent > 0 ? <Why tone="should">The server does not answer. Trying again.</Why> : null;
    case 401:
      return (
        <>
          <Why tone="must">This device is not paired any more. Enter the code that the machine with Pitsaw shows.{rest}</Why>
          <Stops>
            <Button onClick={() => window.location.reload()}>Enter the code</Button>
          </Stops>
        </>
      );
    case 403:
      return <Why tone="must">{problem ?? 'This device may not record here.'}{rest}</Why>; // prettier-ignore
    case 404:
      return <Why tone="must">This job was deleted. Bring it back in the list of floors, under “Deleted ones”.{rest}</Why>;
    case 409:
      return <Why tone="should">A copy was restored on the server. Comparing the logs …</Why>;
    default:
      return <Why tone="should">{problem ?? `The server answered ${status}.`} Trying again.</Why>; // prettier-ignore
  }
}

/** What a recorded event means, as the log has it. */
const wordsOf = (event: Readonly<Record<string, unknown>>, job: Job, called: Called): string => {
  const read = readEvent({ n: 1, ...event, ...(event.what === 'undone' ? { event: 1 } : {}) });
  if (!read.ok) return String(event.what);
  return read.value.what === 'undone' ? 'A line was taken back.' : eventWords(read.value, job.display, called);
};

const useCalled = (): readonly [Job, Called] => {
  const job = useJob();
  const plan = useSite((s) => s.site?.plan);
  return [job, calledIn(job, plan)];
};

/** What was not taken: what it was and why; sent again, saved or removed. */
function SetAside() {
  const { aside } = useSite();
  const [job, called] = useCalled();
  if (aside.length === 0) return null;
  const save = () =>
    download(`${job.name || 'job'} not taken.jsonl`, 'application/jsonl', aside.map((a) => `${JSON.stringify(a.event)}\n`).join(''));
  return (
    <Box as="section" aria-label="Not taken">
      {aside.map(({ event, why }) => {
        const otherPlan = why.includes('another plan');
        return (
          <Box key={event.id} mt="3">
            <Mistake text={`Not taken: ${wordsOf(event, job, called)} It ${why}.`} />
            {otherPlan && <Why>Look at the floor: record it only if it is true of the plan you see now.</Why>}
            <Stops>
              <Button size="sm" onClick={() => sendAgain(event.id, otherPlan)}>
                {otherPlan ? 'Record under this plan' : 'Send again'}
              </Button>
              <Button size="sm" onClick={() => forgetAside(event.id)}>
                Remove
              </Button>
            </Stops>
          </Box>
        );
      })}
      <Stops>
        <Button size="sm" onClick={save}>
          Save as a file
        </Button>
      </Stops>
    </Box>
  );
}

/** Device and server went on from the same beginning, each by itself: what each has, and which way to go on. */
function Apart() {
  const { apart } = useSite();
  const [job, called] = useCalled();
  if (!apart) return null;
  const list = (title: string, events: readonly Readonly<Record<string, unknown>>[]) => (
    <Box flex="1" minW="0">
      <Why>{title}</Why>
      <ol className={styles.log}>
        {events.slice(0, 20).map((e, i) => (
          <li key={i}>
            {wordsOf(e, job, called)}{' '}
            <small>
              {String(e.time ?? '')
                .slice(0, 16)
                .replace('T', ' ')}
            </small>
          </li>
        ))}
      </ol>
      {events.length > 20 && <Why tone="quiet">And {events.length - 20} more.</Why>}
    </Box>
  );
  return (
    <Box as="section" aria-label="Two logs">
      <Mistake text="The log on the server and the log on this device went on separately. Nothing is sent until you choose." />
      <Box display="flex" gap="4" flexWrap="wrap">
        {list('On this device only', apart.ours)}
        {list('On the server only', apart.theirs)}
      </Box>
      <Stops>
        <Button onClick={() => decide('both')}>Add this device’s lines to the server’s</Button>
        <Button onClick={() => decide('theirs')}>Use the server’s; set this device’s aside</Button>
      </Stops>
    </Box>
  );
}
