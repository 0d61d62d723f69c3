'use client';
import { Portal, Tooltip as Told } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** Says more of what is under the pointer or has the focus. */
export const Tooltip = ({ content, children }: { content: string; children: ReactNode }) => (
  <Told.Root openDelay={300}>
    <Told.Trigger asChild>{children}</Told.Trigger>
    <Portal>
      <Told.Positioner>
        <Told.Content>{content}</Told.Content>
      </Told.Positioner>
    </Portal>
  </Told.Root>
);
