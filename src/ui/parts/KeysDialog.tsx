'use client';
import { Button, Dialog, Portal } from '@chakra-ui/react';

const KEYS = [
  ['1 – 5', 'to a stage'],
  ['↑ ↓', 'nudge the line or a corner that has the focus by 1 mm or 1/16″; with Shift by 10 mm or 1″'],
  ['F2', 'a reading of the laser into the focused length; ⇧F2 readings that run on (Room)'],
  ['Del', 'take away the corner that has the focus (Room)'],
  ['H', 'the line half a plank over (Set-out)'],
  ['D', 'turn the planks by a quarter (Set-out)'],
  ['N', 'the next best arrangement of the joints, with its price (Rows)'],
  ['V', 'held: the floor as one walks in (Rows)'],
  ['M', 'mend the chosen finding (Rows)'],
  ['P', 'print the cut list (Cuts)'],
  ['Z', 'undo'],
  ['Y', 'redo'],
  ['U', 'millimetres or feet and inches'],
  ['↑ ↓', 'step a length in its field; Esc gives back the old one'],
  ['?', 'these keys'],
] as const;

export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
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
                {KEYS.map(([key, what], i) => (
                  <div key={i} style={{ display: 'contents' }}>
                    <dt>
                      <kbd>{key}</kbd>
                    </dt>
                    <dd style={{ margin: 0 }}>{what}</dd>
                  </div>
                ))}
              </dl>
            </Dialog.Body>
            <Dialog.Footer>
              <Button h="44px" onClick={onClose}>
                Close
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
