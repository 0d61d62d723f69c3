'use client';
import { Input } from '@chakra-ui/react';
import { TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { cautionsOf, checksOf, type Caution, type Check } from '@/core/base';
import type { Base, Space } from '@/core/given';
import { Button, Tick, Why } from '@/ui/kit';
import styles from './base.module.css';
import { today } from '@/ui/desk';
import { editBase } from './edits';
import { Photos } from './Photos';

const HAND = 'pitsaw:hand';
const remembered = (): string => {
  try {
    return localStorage.getItem(HAND) ?? '';
  } catch {
    return '';
  }
};

/** Whose hand ticks: a name that the device remembers. */
function useHand(): readonly [string, (name: string) => void] {
  const [hand, setHand] = useState(remembered);
  return [
    hand,
    (name) => {
      setHand(name);
      try {
        localStorage.setItem(HAND, name);
      } catch {
        // then it is asked for again
      }
    },
  ];
}

/** What to look at and to do before anything is measured: cautions first, each read by somebody; then the list that fits the base. */
export function Inspection({ space, base }: { space: Space; base: Base }) {
  const [hand, setHand] = useHand();
  const by = hand.trim();
  const cautions = cautionsOf(base);
  const read = new Map(base.cautions?.map((c) => [c.id, c]));
  const done = new Map(base.checks?.map((c) => [c.id, c]));
  const acknowledge = (caution: Caution) =>
    editBase(`read: ${caution.title}`, space.id, (b) => ({ ...b, cautions: [...(b.cautions ?? []), { id: caution.id, on: today(), by }] }));
  const tick = (check: Check, on: boolean) =>
    editBase(on ? 'a check ticked' : 'a check taken back', space.id, (b) => {
      const others = (b.checks ?? []).filter((c) => c.id !== check.id);
      return { ...b, checks: on ? [...others, { id: check.id, on: today(), ...(by ? { by } : {}) }] : others };
    });
  return (
    <>
      <label className={styles.hand}>
        <span>Your name, for the record</span>
        <Input value={hand} maxLength={60} h="44px" onChange={(e) => setHand(e.target.value)} autoComplete="name" />
      </label>
      {cautions.map((caution) => {
        const seen = read.get(caution.id);
        return (
          <section key={caution.id} className={seen ? styles.seen : styles.caution} aria-label={caution.title}>
            <h3>
              <TriangleAlert size={18} aria-hidden /> {caution.title}
            </h3>
            <p>{caution.text}</p>
            {seen ? (
              <p className="quiet">
                Read by {seen.by ?? 'somebody'} on {seen.on}.
              </p>
            ) : (
              <Button variant="solid" onClick={() => acknowledge(caution)} disabled={by === ''}>
                {by === '' ? 'Write your name first' : `${by} has read this`}
              </Button>
            )}
          </section>
        );
      })}
      <ul className={styles.checks}>
        {checksOf(base).map((check) => {
          const caution = cautions.find((c) => c.id === check.caution && !read.has(c.id));
          const ticked = done.get(check.id);
          return (
            <li key={check.id}>
              {caution ? (
                <p className="must">
                  {check.text} <small>First read: {caution.title}.</small>
                </p>
              ) : (
                <Tick checked={ticked !== undefined} onTick={(on) => tick(check, on)}>
                  {check.text}
                </Tick>
              )}
              <p className="quiet">
                {ticked ? `${ticked.by ?? 'Ticked'}, ${ticked.on}. ` : ''}
                {check.why} If not: {check.otherwise}
              </p>
            </li>
          );
        })}
      </ul>
      <Photos space={space} base={base} />
      <Why tone="quiet">Local rules come first, and what a licensed person says.</Why>
    </>
  );
}
