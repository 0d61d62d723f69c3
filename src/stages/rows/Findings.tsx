'use client';
import { Wrench } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { isPlaced, type Plan, type Placed } from '@/core/given';
import { choose, edit, findingChoice, isChosen, useAnswer, useDeskState, useJob, usePlan, type FloorAtHand } from '@/ui/desk';
import { Button, Heading2, Lines, Stops, Why, Working } from '@/ui/kit';
import { does } from './actions';
import { findMend, remediesFor, tryRemedy } from './mend';
import styles from './rows.module.css';

/** So many findings are listed; the others stand on the drawing. */
const LISTED = 40;

/** What the audit found, each leading to its place, with what mends it. */
export function Findings({ floors }: FloorAtHand) {
  const job = useJob();
  const plan = usePlan();
  const { working } = useAnswer('plan');
  const summary = useAnswer('summary').value;
  const choice = useDeskState((s) => s.choice);
  const at = useRef<HTMLLIElement>(null);
  const trial = useRef<AbortController | null>(null);
  const [trying, setTrying] = useState<number | null>(null);
  const [outcome, setOutcome] = useState<Plan | null>(null);
  useEffect(() => void at.current?.scrollIntoView({ block: 'nearest' }), [choice]);
  useEffect(() => () => trial.current?.abort(), []);
  const findings = (plan?.findings ?? []).filter(isPlaced);
  const mend = async (finding: Placed | undefined) => {
    if (!finding || !plan || !summary || trying !== null || remediesFor(finding).length === 0) return;
    const control = (trial.current = new AbortController());
    setTrying(0);
    const mended = await findMend({ job, floors, finding, now: { plan, summary } }, tryRemedy(control.signal), setTrying);
    if (control.signal.aborted) return;
    setTrying(null);
    if (mended) {
      choose(null);
      edit('a fault mended', mended);
    } else setOutcome(plan);
  };
  const stop = () => {
    trial.current?.abort();
    setTrying(null);
  };
  useEffect(() => does('mend', () => void mend(findings.find((f) => isChosen(f, choice)) ?? findings[0])));
  if (!plan) return working ? <Why tone="quiet">The floor is being worked out …</Why> : null;
  if (findings.length === 0) return <Why tone="good">Nothing breaks a limit, nothing catches the eye.</Why>;
  return (
    <>
      <Heading2>To look at</Heading2>
      {trying !== null && (
        <Working done={trying} label="How many remedies are tried" onCancel={stop}>
          Trying what may mend it …
        </Working>
      )}
      {outcome === plan && (
        <Why tone="should" role="status">
          Nothing that was tried mends this without breaking something else. Move the line, turn the planks or look at the limit.
        </Why>
      )}
      <Lines>
        {findings.slice(0, LISTED).map((f, i) => {
          const here = isChosen(f, choice);
          return (
            <li key={i} ref={here ? at : undefined} style={{ display: 'block', background: here ? 'var(--line-soft)' : undefined }}>
              <button
                type="button"
                data-testid="finding"
                className={styles.finding}
                aria-pressed={here}
                onClick={() => choose(here ? null : findingChoice(f))}
              >
                <span className={f.level} aria-hidden>
                  {f.level === 'must' ? '◆ ' : '◇ '}
                </span>
                {f.text}
              </button>
              {here && remediesFor(f).length > 0 && (
                <Stops style={{ marginTop: 4, marginBottom: 8 }}>
                  <Button disabled={trying !== null} onClick={() => void mend(f)}>
                    <Wrench size={16} /> Mend it <kbd>M</kbd>
                  </Button>
                </Stops>
              )}
            </li>
          );
        })}
      </Lines>
      {findings.length > LISTED && <Why tone="quiet">and {findings.length - LISTED} more, on the drawing.</Why>}
    </>
  );
}
