'use client';
import { useSaving } from '@/ui/desk';
import { Button, Window } from '@/ui/kit';

/** Somebody else changed the job meanwhile: both versions are kept, the user says which goes on. */
export function StaleDialog() {
  const { status, theirs, keepMine, takeTheirs } = useSaving();
  return (
    <Window
      open={status === 'stale' && theirs !== null}
      title="This job was changed elsewhere"
      footer={
        <>
          <Button onClick={takeTheirs}>Take the other</Button>
          <Button variant="solid" onClick={keepMine}>
            Keep what is on this screen
          </Button>
        </>
      }
    >
      Another window saved this job{theirs ? ` at ${new Date(theirs.updatedAt).toLocaleTimeString()}` : ''}, after you opened it here. Both
      versions are kept: the one that you don’t choose is in the job’s history, where it can be looked at and taken back.
    </Window>
  );
}
