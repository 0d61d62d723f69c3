'use client';
import { Dialog, Portal } from '@chakra-ui/react';
import type { ReactNode } from 'react';

type Props = {
  open: boolean;
  /** missing where a person has to choose */
  onClose?: () => void;
  title: string;
  /** its buttons */
  footer: ReactNode;
  size?: 'md' | 'xl';
  children: ReactNode;
  /** everything but the frame, where buttons belong to a form */
  wrap?: (inside: ReactNode) => ReactNode;
};

/** What lies over the page until it is dealt with: a title, what it says, and its buttons. */
export const Window = ({ open, onClose, title, footer, size = 'md', children, wrap = (inside) => inside }: Props) => (
  <Dialog.Root
    open={open}
    onOpenChange={(e) => !e.open && onClose?.()}
    role={onClose ? 'dialog' : 'alertdialog'}
    placement="center"
    size={size}
    scrollBehavior="inside"
  >
    <Portal>
      <Dialog.Backdrop />
      <Dialog.Positioner>
        <Dialog.Content bg="bg" color="fg">
          <Dialog.Header>
            <Dialog.Title>{title}</Dialog.Title>
          </Dialog.Header>
          {wrap(
            <>
              <Dialog.Body>{children}</Dialog.Body>
              <Dialog.Footer>{footer}</Dialog.Footer>
            </>,
          )}
        </Dialog.Content>
      </Dialog.Positioner>
    </Portal>
  </Dialog.Root>
);
