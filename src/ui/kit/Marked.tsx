'use client';
import { createContext, useContext, type ReactNode } from 'react';
import { Mistake } from './words';

type Mark = { readonly path: string; readonly text: string };
const Marks = createContext<readonly Mark[]>([]);
/** Gives what is within it the values of the job that would not be taken today. */
export const MarksProvider = Marks.Provider;

/** A field with what is wrong with the value that it has: one that was stored before its bound existed. */
export function Marked({ at, children }: { at: string; children: ReactNode }) {
  const mark = useContext(Marks).find(({ path }) => path === at || path.startsWith(`${at}[`) || path.startsWith(`${at}.`));
  return (
    <div>
      {children}
      <Mistake text={mark?.text} />
    </div>
  );
}
