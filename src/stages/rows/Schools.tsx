'use client';
import { useMemo } from 'react';
import type { Floor } from '@/core/floors';
import { SCHOOLS, type Job, type School } from '@/core/given';
import { schoolFor, warningOf } from '@/core/rows';
import { formatLength } from '@/core/units';
import { edit, useTrials, withFloorLayout, type LayoutChange } from '@/ui/desk';
import { Button, Why, Working } from '@/ui/kit';
import { Miniature } from '@/ui/sheet/Miniature';
import styles from './rows.module.css';

export const SCHOOL_WORDS: Record<School, { name: string; why: string }> = {
  offcut: { name: 'Offcut flow', why: 'Each row begins with what an earlier one left: least planks.' },
  thirds: { name: 'Thirds, shuffled', why: 'Three starters, three rows at a time, their order changed each time: calm and strong.' },
  half: { name: 'Half-bond', why: 'Every joint over the middle of the plank before it.' },
  centred: { name: 'Centred', why: 'A joint on the middle in odd rows, a plank in even ones; both ends alike.' },
  free: { name: 'Free, with rules', why: 'No joint line again within five rows; a plank is spent sooner than a pattern.' },
};

type Props = { readonly job: Job; readonly floors: readonly Floor[]; readonly floor: Floor };

/** What is priced is what is taken. */
const bySchool = (floor: Floor, school: School): LayoutChange => ({ stagger: { ...floor.layout.stagger, school } });

/** The schools side by side for this floor: what each costs, and how its joints look. */
export function Schools({ job, floors, floor }: Props) {
  const now = floor.layout.stagger.school;
  const schools = useMemo(() => SCHOOLS.filter((school) => schoolFor(school, floor.product) === school), [floor.product]);
  const variants = useMemo(
    () => schools.map((school) => withFloorLayout(job, floor, floors.length, bySchool(floor, school))),
    [schools, job, floor, floors.length],
  );
  const { results, done, running, stop } = useTrials(variants, 500);
  const plank = floor.product.planks[0]!;
  const { stagger } = floor.product.limits;
  const length = (mm: number | null | undefined) => (mm === null || mm === undefined ? '–' : formatLength(mm, job.display, { bare: true }));
  return (
    <section aria-label="Schools side by side">
      {running && (
        <Working done={done} label="How many schools are planned" onCancel={stop}>
          Planning each school …
        </Working>
      )}
      {variants.length < SCHOOLS.length && (
        <Why tone="quiet">Thirds, half-bond and centred ask for planks of one length; these come in several.</Why>
      )}
      <ul className={styles.schools}>
        {schools.map((school, i) => {
          const result = results[i];
          const own = result?.plan.floors.find((f) => f.id === floor.id);
          const warning = warningOf(school, plank.length, stagger);
          const s = result?.summary;
          return (
            <li key={school} aria-current={school === now || undefined}>
              <div className={styles.schoolHead}>
                <b>{SCHOOL_WORDS[school].name}</b>
                {school === now ? (
                  <span className="quiet">now</span>
                ) : (
                  <Button
                    aria-label={`Lay it ${SCHOOL_WORDS[school].name}`}
                    onClick={() =>
                      edit(SCHOOL_WORDS[school].name, (now) => withFloorLayout(now, floor, floors.length, bySchool(floor, school)))
                    }
                  >
                    Take
                  </Button>
                )}
              </div>
              {own ? <Miniature floor={own} /> : <div className="miniature" aria-hidden />}
              <dl className="figures">
                {(
                  [
                    ['Planks', s?.planks],
                    ['Boxes', s?.boxes],
                    ['Cuts', s?.cuts],
                    ['Waste', s && `${s.wastePercent.toFixed(1)} %`],
                    ['Stagger', s && length(s.staggerOf[floor.id])],
                    ['Faults', s && s.musts + s.shoulds],
                  ] as const
                ).map(([name, value]) => (
                  <div key={name}>
                    <dt>{name}</dt>
                    <dd className={name === 'Faults' && s && s.musts > 0 ? 'must' : undefined}>{value ?? '…'}</dd>
                  </div>
                ))}
              </dl>
              <p className="quiet">
                {SCHOOL_WORDS[school].why} {warning}
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
