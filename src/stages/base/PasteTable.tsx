'use client';
import { Textarea } from '@chakra-ui/react';
import { useState, type ReactNode } from 'react';
import { Button, Mistake, Why, Window } from '@/ui/kit';

type Props = {
  title: string;
  /** what a line holds */
  children: ReactNode;
  label: string;
  placeholder: string;
  /** Takes the table; gives back what is wrong with it, and where. */
  onTake: (text: string) => string | undefined;
  onClose: () => void;
};

/** A table from elsewhere: pasted, or from a file; what is wrong with it stands beside it, and nothing of it is lost. */
export function PasteTable({ title, children, label, placeholder, onTake, onClose }: Props) {
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string>();
  const take = () => {
    const problem = onTake(text);
    setWrong(problem);
    if (problem === undefined) onClose();
  };
  return (
    <Window
      open
      title={title}
      onClose={onClose}
      footer={
        <>
          <Button onClick={onClose}>Leave it</Button>
          <Button variant="solid" colorPalette="blue" onClick={take} disabled={text.trim() === ''}>
            Take them
          </Button>
        </>
      }
    >
      <Why mt="0">{children}</Why>
      <input
        type="file"
        accept=".csv,.txt"
        aria-label={`${label}, from a file`}
        onChange={(e) => void e.target.files?.[0]?.text().then(setText)}
      />
      <Textarea
        aria-label={label}
        rows={9}
        mt="2"
        fontFamily="var(--figures)"
        placeholder={placeholder}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <Mistake text={wrong} />
    </Window>
  );
}
