import { Button, Flex, Progress } from '@chakra-ui/react';
import type { ReactNode } from 'react';

type Props = {
  /** 0 to 1 */
  done: number;
  /** what the bar is of */
  label: string;
  onCancel: () => void;
  children: ReactNode;
};

/** What takes longer than half a second: what it is, how far it is, and how to stop it. */
export const Working = ({ done, label, onCancel, children }: Props) => (
  <Flex role="status" align="center" gap="3" fontSize="14px" wrap="wrap">
    <span>{children}</span>
    <Progress.Root value={Math.round(done * 100)} w="120px" size="sm" colorPalette="blue" aria-label={label}>
      <Progress.Track>
        <Progress.Range />
      </Progress.Track>
    </Progress.Root>
    <Button size="sm" onClick={onCancel}>
      Cancel
    </Button>
  </Flex>
);
