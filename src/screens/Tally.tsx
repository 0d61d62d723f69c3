'use client';
import { ArrowRight } from 'lucide-react';
import type { Job } from '@/core/given';
import type { Summary } from '@/core/plan';
import { formatLength } from '@/core/units';
import { Button } from '@/ui/kit';
import styles from './screen.module.css';

type Props = {
  job: Job;
  now: Summary | null;
  before: Summary | null;
  /** the narrowest strip of all floors while a line is dragged; undefined while none is */
  dragged?: number | null;
  /** whether the figures are those of the job as it was before something that is under way, and what that is */
  stale?: string | null;
  next?: { readonly name: string; readonly title: string };
  onGo: (stage: string) => void;
};

/** Planks, boxes, waste, narrowest strip, least stagger: always in the same corner, with what the last change did to each. */
export function Tally({ job, now, before, dragged, stale = null, next, onGo }: Props) {
  const length = (mm: number | null | undefined, down = false) =>
    mm === null || mm === undefined ? '–' : formatLength(mm, job.display, { bare: true, down });
  const moved = (
    a: number | null | undefined,
    b: number | null | undefined,
    write: (difference: number) => string,
    lessIsBetter: boolean,
  ) => {
    if (a === null || b === null || a === undefined || b === undefined) return null;
    const text = write(Math.abs(a - b));
    if (a === b || /^0(\.0)?[^.\d/]*$/.test(text)) return null;
    const better = a < b === lessIsBetter;
    return (
      <small className={better ? 'good' : 'should'}>
        {a > b ? '+' : '−'}
        {text}
      </small>
    );
  };
  const strip = dragged === undefined ? now?.worstStrip : dragged;
  const faults = now ? now.musts + now.shoulds : 0;
  return (
    <footer className={styles.tally} aria-label="Tally" tabIndex={0} data-stale={stale !== null || undefined}>
      {stale && <p className={styles.stale}>{stale}</p>}
      <dl aria-live="off">
        <div>
          <dt>Planks</dt>
          <dd>
            {now?.planks ?? '–'}
            {moved(now?.planks, before?.planks, String, true)}
            {now && ' '}
            {now && <small className="quiet">{now.planks <= now.leastPlanks ? 'the fewest' : `${now.leastPlanks} at least`}</small>}
          </dd>
        </div>
        <div>
          <dt>Boxes of {job.product.perBox}</dt>
          <dd>
            {now?.boxes ?? '–'}
            {moved(now?.boxes, before?.boxes, String, true)}
          </dd>
        </div>
        <div>
          <dt>Waste</dt>
          <dd>
            {now ? `${now.wastePercent.toFixed(1)} %` : '–'}
            {moved(now?.wastePercent, before?.wastePercent, (d) => d.toFixed(1), true)}
          </dd>
        </div>
        <div>
          <dt>Narrowest strip</dt>
          <dd>
            {length(strip, true)}
            {moved(strip, dragged === undefined ? before?.worstStrip : now?.worstStrip, (d) => length(d), false)}
          </dd>
        </div>
        <div>
          <dt>Least stagger</dt>
          <dd>
            {length(now?.leastStagger)}
            {moved(now?.leastStagger, before?.leastStagger, (d) => length(d), false)}
          </dd>
        </div>
        <div>
          <dt>To look at</dt>
          <dd className={now && now.musts > 0 ? 'must' : undefined}>
            {now ? (faults === 0 ? 'nothing' : faults) : '–'}
            {now && now.musts > 0 && <small className="must">{now.musts} against a limit</small>}
          </dd>
        </div>
      </dl>
      {next && (
        <div className={styles.next}>
          <Button variant="solid" size="lg" onClick={() => onGo(next.name)}>
            {next.title} <ArrowRight size={18} />
          </Button>
        </div>
      )}
    </footer>
  );
}
