'use client';
import { Alert } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useSaving } from '@/ui/desk';
import { Button } from '@/ui/kit';
import styles from './screen.module.css';

/** What is wrong with saving, where it is more than a word: what the server said, where the work is now, and what can be done. */
export function Notice() {
  const router = useRouter();
  const { status, onDevice, refusal: said, bringBack, saveAsNew } = useSaving();
  const refusal = said && said.replace(/[.!?]?$/, (end) => end || '.');
  const where = onDevice
    ? 'What you did is kept on this device.'
    : 'This browser keeps nothing, so what you did is on this page alone: leave it open.';
  const asNew = async () => {
    const id = await saveAsNew();
    if (id) router.push(`/jobs/${id}/room`);
  };
  if (status === 'deleted') {
    return (
      <Strip text={refusal ?? `This job was deleted elsewhere. ${where}`}>
        <Button size="sm" onClick={() => void bringBack()}>
          Bring it back
        </Button>
        <Button size="sm" onClick={() => void asNew()}>
          Save as a new job
        </Button>
      </Strip>
    );
  }
  if (status === 'refused') return <Strip text={`Not saved: ${refusal ?? 'the server refuses it.'} Change it, or undo. ${where}`} />;
  if (status === 'unreachable' && refusal) return <Strip text={`Not saved yet: ${refusal} Trying again. ${where}`} />;
  // on a wide screen the top says it, where the work is safe on the device
  if (status === 'unreachable') return <Strip text={`The server cannot be reached. ${where}`} narrow={onDevice} />;
  return refusal ? <Strip text={refusal} /> : null;
}

const Strip = ({ text, narrow = false, children }: { text: string; narrow?: boolean; children?: React.ReactNode }) => (
  <Alert.Root
    status="error"
    variant="surface"
    bg="paper"
    color="must"
    borderRadius="0"
    className={`${styles.notice} ${narrow ? styles.narrow : ''}`}
    alignItems="center"
  >
    <Alert.Indicator />
    <Alert.Content flex="1">{text}</Alert.Content>
    {children}
  </Alert.Root>
);
