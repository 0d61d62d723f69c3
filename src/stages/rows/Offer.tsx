'use client';
import type { ReactNode } from 'react';
import type { Summary } from '@/core/plan';
import { Button, Stops, Why } from '@/ui/kit';
import styles from './rows.module.css';

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
export function Offer({ words, now, then, onKeep, onLeave, children }: Props) {
  return (
    <div className={styles.trial} role="status" data-testid="offer">
      <b>{words}</b>
      {then ? (
        <>
          <Why mb="2">
            {change('planks', now.planks, then.planks)}; {change('to look at', now.musts + now.shoulds, then.musts + then.shoulds)}
            {then.musts > now.musts && <span className="must">; {then.musts - now.musts} more broken limits</span>}.
          </Why>
          <Stops style={{ margin: 0 }}>
            <Button variant="solid" colorPalette="blue" onClick={onKeep}>
              Keep it
            </Button>
            <Button onClick={onLeave}>Leave it</Button>
          </Stops>
          {children}
        </>
      ) : (
        <Why tone="quiet">Searching what it costs …</Why>
      )}
    </div>
  );
}
