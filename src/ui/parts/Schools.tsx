'use client';
import { Button } from '@chakra-ui/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Floor } from '@/core/floors';
import { type Job, type PlanFloor, type Problem, type School, SCHOOLS } from '@/core/given';
import type { Summary } from '@/core/plan';
import { schoolFor, warningOf } from '@/core/rows';
import { formatLength } from '@/core/units';
import { createPlanner, type Planner } from '@/workers';
import { Miniature } from './Miniature';
import { withFloorLayout } from '../state/setOutEdit';

export const SCHOOL_WORDS: Record<School, { name: string; why: string }> = {
  offcut: { name: 'Offcut flow', why: 'Each row begins with what an earlier one left: least planks.' },
  thirds: { name: 'Thirds, shuffled', why: 'Three starters, three rows at a time, their order changed each time: calm and strong.' },
  half: { name: 'Half-bond', why: 'Every joint over the middle of the plank before it.' },
  centred: { name: 'Centred', why: 'A joint on the middle in odd rows, a plank in even ones; both ends alike.' },
  free: { name: 'Free, with rules', why: 'No joint line again within five rows; a plank is spent sooner than a pattern.' },
};

type Result = { readonly summary: Summary; readonly floor: PlanFloor };
type Props = { job: Job; floors: readonly Floor[]; floor: Floor; onChange: (next: Job) => readonly Problem[] };

/** The schools side by side for this floor: what each costs, and how its joints look. */
export function Schools({ job, floors, floor, onChange }: Props) {
  const now = floor.layout.stagger.school;
  const variants = useMemo(
    () =>
      SCHOOLS.filter((school) => schoolFor(school, floor.product) === school).map((school) => ({
        school,
        job: withFloorLayout(job, floor, floors.length, { stagger: { ...floor.layout.stagger, school } }),
      })),
    [job, floor, floors.length],
  );
  const [results, setResults] = useState<{ for: unknown; list: readonly (Result | null)[] }>({ for: null, list: [] });
  const [stopped, setStopped] = useState<unknown>(null);
  const [part, setPart] = useState(0);
  const planner = useRef<Planner | null>(null);
  useEffect(() => {
    if (stopped === variants) return;
    const mine = (planner.current = createPlanner());
    let current = true;
    const list: (Result | null)[] = [];
    // one after the other, and not before a change has come to rest
    const timer = setTimeout(async () => {
      for (const variant of variants) {
        setPart(0);
        const result = await mine.plan(variant.job, (done) => current && setPart(done));
        if (!current) return;
        const own = result?.ok ? result.value.plan.floors.find((f) => f.id === floor.id) : undefined;
        list.push(result?.ok && own ? { summary: result.value.summary, floor: own } : null);
        setResults({ for: variants, list: [...list] });
      }
      mine.cancel();
    }, 500);
    return () => {
      current = false;
      clearTimeout(timer);
      mine.cancel();
    };
  }, [variants, floor.id, stopped]);
  const list = results.for === variants ? results.list : [];
  const plank = floor.product.planks[0]!;
  const { stagger } = floor.product.limits;
  const length = (mm: number | null | undefined) => (mm === null || mm === undefined ? '–' : formatLength(mm, job.display, { bare: true }));
  return (
    <section aria-label="Schools side by side">
      {list.length < variants.length && stopped !== variants && (
        <p className="why quiet" role="status">
          Planning each school … <progress value={(list.length + part) / variants.length} aria-label="How many schools are planned" />{' '}
          <Button size="sm" h="44px" variant="outline" onClick={() => (planner.current?.cancel(), setStopped(variants))}>
            Cancel
          </Button>
        </p>
      )}
      {variants.length < SCHOOLS.length && (
        <p className="why quiet">Thirds, half-bond and centred ask for planks of one length; these come in several.</p>
      )}
      <ul className="schools">
        {variants.map(({ school, job: variant }, i) => {
          const result = list[i];
          const warning = warningOf(school, plank.length, stagger);
          const s = result?.summary;
          return (
            <li key={school} aria-current={school === now || undefined}>
              <div className="school-head">
                <b>{SCHOOL_WORDS[school].name}</b>
                {school === now ? (
                  <span className="quiet">now</span>
                ) : (
                  <Button
                    h="44px"
                    px="3"
                    variant="outline"
                    aria-label={`Lay it ${SCHOOL_WORDS[school].name}`}
                    onClick={() => onChange(variant)}
                  >
                    Take
                  </Button>
                )}
              </div>
              {result ? <Miniature floor={result.floor} /> : <div className="miniature" aria-hidden />}
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
