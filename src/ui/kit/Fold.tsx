'use client';
import { Accordion } from '@chakra-ui/react';
import { useState, type ReactNode } from 'react';

/** One part of a long reading: what it is, what it says while it is folded, and what is in it. */
export type Folded = { readonly name: string; readonly title: string; readonly says?: string; readonly content: ReactNode };

const remembered = (key: string): string[] | null => {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as string[] | null;
  } catch {
    return null;
  }
};

/**
 * Parts of a long reading, folded so that what is being done stands first; which are open is remembered on the device.
 *
 * @param of whose parts they are, as a key
 * @param open those that are open until somebody folds one
 */
export function Folds({ of, parts, open }: { of: string; parts: readonly Folded[]; open: readonly string[] }) {
  const key = `pitsaw:folds:${of}`;
  // a reading is drawn by the living page only: the device can be asked at once
  const [opened, setOpened] = useState<readonly string[]>(() => remembered(key) ?? open);
  const change = (next: string[]) => {
    setOpened(next);
    try {
      localStorage.setItem(key, JSON.stringify(next));
    } catch {
      // then it is not remembered
    }
  };
  return (
    <Accordion.Root multiple lazyMount unmountOnExit mt="4" value={[...opened]} onValueChange={(e) => change(e.value)}>
      {parts.map(({ name, title, says, content }) => (
        <Accordion.Item key={name} value={name}>
          <h2>
            <Accordion.ItemTrigger minH="44px" cursor="pointer">
              <span style={{ flex: 1, textAlign: 'start', font: '650 15px var(--text)' }}>
                {title}
                {says !== undefined && !opened.includes(name) && (
                  <span className="quiet" style={{ fontWeight: 450, marginLeft: 8 }}>
                    {says}
                  </span>
                )}
              </span>
              <Accordion.ItemIndicator />
            </Accordion.ItemTrigger>
          </h2>
          <Accordion.ItemContent overflow="visible">
            <Accordion.ItemBody pt="1">{content}</Accordion.ItemBody>
          </Accordion.ItemContent>
        </Accordion.Item>
      ))}
    </Accordion.Root>
  );
}
