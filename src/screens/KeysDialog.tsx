'use client';
import type { Key } from '@/stages';
import { Button, Window } from '@/ui/kit';

type Props = { open: boolean; onClose: () => void; keys: readonly Pick<Key, 'shows' | 'does'>[] };

/** All keys, as they are bound: those of the screen, and those of each stage. */
export const KeysDialog = ({ open, onClose, keys }: Props) => (
  <Window
    open={open}
    onClose={onClose}
    title="Keys"
    footer={
      <Button variant="solid" onClick={onClose}>
        Close
      </Button>
    }
  >
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
  </Window>
);
