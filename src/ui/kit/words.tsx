import { Alert, Box, Text, type BoxProps, type TextProps } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { formatLength, type Display } from '@/core/units';
import styles from './kit.module.css';

/** The number that a person needs, as large as it goes: a length with its unit apart. */
export function BigLength({ mm, display, down = false }: { mm: number; display: Display; down?: boolean }) {
  if (display === 'imperial') return <BigText>{formatLength(mm, display, { down })}</BigText>;
  return <BigNumber value={formatLength(mm, display, { bare: true, down })} unit="mm" />;
}

export function BigNumber({ value, unit, wide = false }: { value: string | number; unit: string; wide?: boolean }) {
  return (
    <div className={wide ? `${styles.big} ${styles.wide}` : styles.big} data-testid="big">
      {value} <small>{unit}</small>
    </div>
  );
}

/** Words, or a figure with fractions, in place of a number: a little smaller, for they are longer. */
export const BigText = ({ children }: { children: ReactNode }) => (
  <div className={`${styles.big} ${styles.long}`} data-testid="big">
    {children}
  </div>
);

/** How words are meant: against a limit, to be looked at, all is well, or by the way. */
export type Tone = 'must' | 'should' | 'good' | 'quiet';

/** A sentence that says why, and what to do about it. */
export const Why = ({ tone, ...rest }: TextProps & { tone?: Tone }) => (
  <Text mt="1.5" fontSize="15px" lineHeight="1.4" {...(tone ? { className: tone } : {})} {...rest} />
);

/** What a reading begins with: the name of its number. */
export const ReadingTitle = ({ children }: { children: ReactNode }) => (
  <Text as="h1" mb="2px" fontSize="14px" fontWeight="600" color="pencil">
    {children}
  </Text>
);
export const Heading2 = ({ children }: { children: ReactNode }) => (
  <Text as="h2" mt="22px" mb="1.5" fontSize="15px" fontWeight="650">
    {children}
  </Text>
);

/** Buttons in a row that wraps. */
export const Stops = ({ label, ...rest }: BoxProps & { label?: string }) => (
  <Box display="flex" flexWrap="wrap" gap="2" mt="3.5" {...(label ? { role: 'group', 'aria-label': label } : {})} {...rest} />
);

/** A list, each line with its figure at the right. */
export const Lines = ({ children }: { children: ReactNode }) => <ul className={styles.lines}>{children}</ul>;

/** Whether a path tells a person something: one that counts through a file's lists does not, and its text names the place. */
const isSaid = (path: string): boolean => path !== '' && !path.includes('[');

/** What is wrong, in place: it says what, where, and what mends it. */
export const Problems = ({ list }: { list: readonly { readonly path?: string; readonly text: string }[] }) => (
  <Alert.Root status="error" variant="surface" bg="paper" color="must" borderWidth="2px" borderColor="must" role="alert">
    <Alert.Indicator />
    <Alert.Content>
      {list.slice(0, 3).map(({ path = '', text }) => (
        <Alert.Description key={path + text} fontSize="15px">
          {isSaid(path) && <b>{path}: </b>}
          {text}
        </Alert.Description>
      ))}
    </Alert.Content>
  </Alert.Root>
);

/** A mistake beside what it is about. */
export const Mistake = ({ text }: { text: string | undefined }) =>
  text === undefined ? null : (
    <Text className="must" role="alert" my="1">
      {text}
    </Text>
  );
