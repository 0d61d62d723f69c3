'use client';
import { Dialog, Portal } from '@chakra-ui/react';
import type { Key } from '@/stages';
import { Button } from '@/ui/kit';

type Props = { open: boolean; onClose: () => void; keys: readonly Pick<Key, 'shows' | 'does'>[] };

/** All keys, as they are bound: those of the screen, and those of each stage. */
export function KeysDialog({ open, onClose, keys }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(e) => !e.open && onClose()} placement="center">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="bg" color="fg">
            <Dialog.Header>
              <Dialog.Title>Keys</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <dl style={{ display: 'grid', gridTemplateColumns: '76px 1fr', gap: '9px 14px', margin: 0 }}>
                {keys.map(({ shows, does }, i) => (
                  <div key={i} style={{ display: 'contents' }}>
                    <dt>
                      <kbd>{shows}</kbd>
                    </dt>
                    <dd style={{ margin: 0 }}>{does}</dd>
                  </div>
                ))}
              </dl>
            </Dialog.Body>
            <Dialog.Footer>
              <Button variant="solid" onClick={onClose}>
                Close
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
