'use client';
import type { MouseEvent } from 'react';
import type { Job, Plan } from '@/core/given';

export const STAGES = [
  { name: 'room', title: 'Room' },
  { name: 'plank', title: 'Plank' },
  { name: 'setout', title: 'Set-out' },
  { name: 'rows', title: 'Rows' },
  { name: 'cuts', title: 'Cuts' },
] as const;
export type StageName = (typeof STAGES)[number]['name'];

/** Untouched, needs a decision, or settled. */
type Standing = 'untouched' | 'decide' | 'settled';

function standingOf(stage: StageName, job: Job, plan: Plan | null): Standing {
  const faults = (rules: readonly string[]) => plan?.findings.some((f) => rules.includes(f.rule) && f.level === 'must') ?? true;
  switch (stage) {
    case 'room':
      return plan ? 'settled' : 'decide';
    case 'plank':
      return Object.values(job.product.limitSources ?? {}).every((s) => s === 'preset') && job.product.limitSources
        ? 'untouched'
        : 'settled';
    case 'setout':
      return faults(['rip', 'runAlong', 'runAcross']) ? 'decide' : 'settled';
    case 'rows':
      return faults(['stagger', 'endPiece']) ? 'decide' : 'settled';
    case 'cuts':
      return plan?.findings.some((f) => f.level === 'must') ? 'decide' : plan ? 'settled' : 'untouched';
  }
}

const STANDING_WORDS: Record<Standing, string> = { untouched: 'presets only', decide: 'needs a decision', settled: 'settled' };

/** The stages of work along one edge, like the segments of a folding rule. */
export function Rule({
  stage,
  job,
  plan,
  base,
  onGo,
}: {
  stage: StageName;
  job: Job;
  plan: Plan | null;
  base: string;
  onGo: (name: StageName) => void;
}) {
  const click = (name: StageName) => (event: MouseEvent) => {
    if (event.metaKey || event.ctrlKey) return;
    event.preventDefault();
    onGo(name);
  };
  return (
    <nav className="rule" aria-label="Stages of work">
      {STAGES.map(({ name, title }, i) => {
        const standing = standingOf(name, job, plan);
        return (
          <a key={name} href={`${base}/${name}`} onClick={click(name)} aria-current={stage === name ? 'step' : undefined}>
            <small aria-hidden>{i + 1}</small>
            {title}
            <svg className="mark" viewBox="0 0 12 12" aria-hidden>
              {standing === 'settled' && <circle cx="6" cy="6" r="5" fill="var(--good)" />}
              {standing === 'untouched' && <circle cx="6" cy="6" r="4.4" fill="none" stroke="var(--pencil)" strokeWidth="1.2" />}
              {standing === 'decide' && <path d="M6 .5 11.5 6 6 11.5.5 6z" fill="var(--should)" />}
            </svg>
            <span className="unseen">, {STANDING_WORDS[standing]}</span>
          </a>
        );
      })}
    </nav>
  );
}
