'use client';
import { Button } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { Summary } from '@/core/plan';

type Props = {
  words: string;
  now: Summary;
  /** the plan that is tried; null while it is searched */
  then: Summary | null;
  onKeep: () => void;
  onLeave: () => void;
  children?: ReactNode;
};

const change = (what: string, before: number, after: number) =>
  before === after ? `${after} ${what}, as now` : `${after} ${what} instead of ${before}`;

/** What a change costs, before it is kept. */
export function Trial({ words, now, then, onKeep, onLeave, children }: Props) {
  return (
    <div className="trial" role="status">
      <b>{words}</b>
      {then ? (
        <>
          <p className="why" style={{ margin: '4px 0 8px' }}>
            {change('planks', now.planks, then.planks)}; {change('to look at', now.musts + now.shoulds, then.musts + then.shoulds)}
            {then.musts > now.musts && <span className="must">; {then.musts - now.musts} more broken limits</span>}.
          </p>
          <div className="stops" style={{ margin: 0 }}>
            <Button h="44px" colorPalette="blue" onClick={onKeep}>
              Keep it
            </Button>
            <Button h="44px" variant="outline" onClick={onLeave}>
              Leave it
            </Button>
          </div>
          {children}
        </>
      ) : (
        <p className="why quiet">Searching what it costs …</p>
      )}
    </div>
  );
}
