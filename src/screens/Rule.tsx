'use client';
import { useEffect, useRef, type MouseEvent } from 'react';
import { STAGES, type Ask, type Standing } from '@/stages';
import styles from './screen.module.css';

const STANDING_WORDS: Record<Standing, string> = {
  untouched: 'presets only',
  'under-way': 'under way',
  decide: 'needs a decision',
  settled: 'settled',
  working: 'being worked out',
};

type Props = { stage: string; ask: Ask; base: string; onGo: (name: string) => void };

/** The stages of work along one edge, like the segments of a folding rule. */
export function Rule({ stage, ask, base, onGo }: Props) {
  const click = (name: string) => (event: MouseEvent) => {
    if (event.metaKey || event.ctrlKey) return;
    event.preventDefault();
    onGo(name);
  };
  const rule = useRef<HTMLElement>(null);
  // on a phone the rule is wider than the screen
  useEffect(() => {
    void rule.current?.querySelector('[aria-current]')?.scrollIntoView?.({ block: 'nearest', inline: 'center' });
  }, [stage]);
  return (
    <nav ref={rule} className={styles.rule} aria-label="Stages of work">
      {STAGES.map(({ name, title, standing }, i) => {
        const stands = standing(ask);
        return (
          <a key={name} href={`${base}/${name}`} onClick={click(name)} aria-current={stage === name ? 'step' : undefined}>
            <small aria-hidden>{i + 1}</small>
            {title}
            <svg className={styles.mark} viewBox="0 0 12 12" aria-hidden>
              {stands === 'settled' && <circle cx="6" cy="6" r="5" fill="var(--good)" />}
              {stands === 'untouched' && <circle cx="6" cy="6" r="4.4" fill="none" stroke="var(--pencil)" strokeWidth="1.2" />}
              {stands === 'under-way' && (
                <>
                  <circle cx="6" cy="6" r="4.4" fill="none" stroke="var(--good)" strokeWidth="1.2" />
                  <path d="M6 1.6a4.4 4.4 0 0 0 0 8.8z" fill="var(--good)" />
                </>
              )}
              {stands === 'decide' && <path d="M6 .5 11.5 6 6 11.5.5 6z" fill="var(--should)" />}
              {stands === 'working' && <path d="M1 6h2.4M4.8 6h2.4M8.6 6H11" stroke="var(--pencil)" strokeWidth="2" />}
            </svg>
            <span className="unseen">, {STANDING_WORDS[stands]}</span>
          </a>
        );
      })}
    </nav>
  );
}
