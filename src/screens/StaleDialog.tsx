'use client';
import { Dialog, Portal } from '@chakra-ui/react';
import { useSaving } from '@/ui/desk';
import { Button } from '@/ui/kit';

/** Somebody else changed the job meanwhile: both versions are kept, the user says which goes on. */
export function StaleDialog() {
  const { status, theirs, keepMine, takeTheirs } = useSaving();
  return (
    <Dialog.Root open={status === 'stale' && theirs !== null} role="alertdialog" placement="center">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="bg" color="fg">
            <Dialog.Header>
              <Dialog.Title>This job was changed elsewhere</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              Another window saved this job{theirs ? ` at ${new Date(theirs.updatedAt).toLocaleTimeString()}` : ''}, after you opened it
              here. Both versions are kept; the one you don’t choose can be reached by undo or stays in the job’s history.
            </Dialog.Body>
            <Dialog.Footer>
              <Button onClick={takeTheirs}>Take the other</Button>
              <Button variant="solid" onClick={keepMine}>
                Keep what is on this screen
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
