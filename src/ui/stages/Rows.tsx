'use client';
import { Button, Field, NativeSelect } from '@chakra-ui/react';
import { Shuffle } from 'lucide-react';
import { useEffect, useMemo, useRef } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { sourceOf, sourceText, type Job, type Problem, type School } from '@/core/job';
import { cutList, type CutLine, type Plan, type Summary } from '@/core/plan';
import { formatLength } from '@/core/units';
import { cutWords, restWords, takeWords } from '@/formats';
import { BigLength } from '../parts/Big';
import { withFloorLayout } from '../state/setOutEdit';
import type { StageProps } from '../Work';

type Props = StageProps & {
  plan: Plan | null;
  summary: Summary | null;
  chosen: string | null;
  onChoose: (id: string | null) => void;
  onChange: (next: Job) => readonly Problem[];
};

const SCHOOL_WORDS: Partial<Record<School, { name: string; why: string }>> = {
  offcut: { name: 'Offcut flow', why: 'Each row begins with what an earlier one left: least planks.' },
  free: { name: 'Free, with rules', why: 'No joint line again within five rows; a plank is spent sooner than a pattern.' },
};

/** How the joints fall: stagger, starters, faults, and where each piece comes from. */
export function RowsReading({ job, floors, floor, plan, summary, chosen, onChoose, onChange }: Props) {
  const { display } = job;
  const { stagger } = floor.layout;
  const limit = floor.product.limits.stagger;
  const lists = useMemo(() => (plan ? cutList(plan, job.kerf) : []), [plan, job.kerf]);
  const layout = (change: Partial<typeof stagger>) =>
    onChange(withFloorLayout(job, floor, floors.length, { stagger: { ...stagger, ...change } }));
  const another = () => layout({ seed: (stagger.seed + 1) % 10_000 });
  useHotkeys('n', another, { useKey: true });
  const length = (mm: number) => formatLength(mm, display);
  const line = chosen === null ? undefined : lists.flatMap((l) => l.lines).find((l) => `${l.floor}/${l.piece.id}` === chosen);
  const rows = lists.filter((l) => l.floor === floor.id);
  return (
    <>
      {line ? (
        <PieceReading line={line} display={display} onChoose={onChoose} />
      ) : (
        <>
          <h1>Least stagger</h1>
          {summary?.leastStagger !== null && summary?.leastStagger !== undefined ? (
            <BigLength mm={summary.leastStagger} display={display} />
          ) : (
            <div className="big long">no joints</div>
          )}
          <p className="why">
            between end joints of neighbouring rows. Wanted: at least {length(limit)} ({sourceText(sourceOf(floor.product, 'stagger'))}).
          </p>
        </>
      )}

      <Findings plan={plan} chosen={chosen} onChoose={onChoose} />

      <h2>How starters are chosen</h2>
      <Field.Root>
        <NativeSelect.Root>
          <NativeSelect.Field
            aria-label="How starters are chosen"
            h="44px"
            fontSize="17px"
            value={stagger.school}
            onChange={(e) => layout({ school: e.target.value as School })}
          >
            {Object.entries(SCHOOL_WORDS).map(([school, { name }]) => (
              <option key={school} value={school}>
                {name}
              </option>
            ))}
            {!SCHOOL_WORDS[stagger.school] && <option value={stagger.school}>{stagger.school}</option>}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Field.HelperText fontSize="14px">{SCHOOL_WORDS[stagger.school]?.why}</Field.HelperText>
      </Field.Root>
      <div className="stops">
        <Button h="44px" variant="outline" onClick={another}>
          <Shuffle size={17} /> Another arrangement <kbd>N</kbd>
        </Button>
      </div>

      <h2>Rows</h2>
      <ul className="lines" style={{ marginTop: 0 }}>
        {rows.map(({ row, lines }) => {
          const start = lines[0];
          if (!start) return null;
          return (
            <li key={row} style={{ padding: 0 }}>
              <Button
                variant="ghost"
                w="100%"
                h="auto"
                minH="44px"
                px="1"
                py="1"
                justifyContent="space-between"
                fontWeight="400"
                onClick={() => onChoose(`${start.floor}/${start.piece.id}`)}
              >
                <span style={{ textAlign: 'left' }}>
                  <b style={{ marginRight: 10 }}>{row}</b>
                  <span className="quiet" style={{ fontSize: 14 }}>
                    {start.take.kind === 'offcut'
                      ? `offcut of row ${start.take.of.split('.')[0]}`
                      : start.crosscuts.length === 0
                        ? 'whole plank'
                        : 'new plank'}
                  </span>
                </span>
                <b>{length(start.length)}</b>
              </Button>
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** One piece: its length, its plank, where its remainder goes. */
function PieceReading({ line, display, onChoose }: { line: CutLine; display: Job['display']; onChoose: (id: string | null) => void }) {
  const rest = restWords(line, display);
  return (
    <>
      <h1>
        Row {line.piece.row}, piece {line.piece.id.split('.')[1]}, of plank {line.piece.plank}
      </h1>
      <BigLength mm={line.length} display={display} />
      <p className="why">
        Take {takeWords(line, display)}; {cutWords(line, display)}.
      </p>
      {rest && <p className="why">{rest}.</p>}
      <div className="stops">
        {line.remainders
          .filter((r) => r.becomes !== null)
          .map((r) => (
            <Button key={r.becomes} h="44px" variant="outline" onClick={() => onChoose(`${r.floor}/${r.becomes}`)}>
              Show its other piece
            </Button>
          ))}
        <Button h="44px" variant="outline" onClick={() => onChoose(null)}>
          Back to the floor
        </Button>
      </div>
    </>
  );
}

/** What the audit found, each leading to its place. */
function Findings({ plan, chosen, onChoose }: { plan: Plan | null; chosen: string | null; onChoose: (id: string | null) => void }) {
  const at = useRef<HTMLLIElement>(null);
  useEffect(() => at.current?.scrollIntoView({ block: 'nearest' }), [chosen]);
  if (!plan || plan.findings.length === 0)
    return plan ? <p className="why good">Nothing breaks a limit, nothing catches the eye.</p> : null;
  return (
    <>
      <h2>To look at</h2>
      <ul className="lines" style={{ marginTop: 0 }}>
        {plan.findings.slice(0, 40).map((f, i) => {
          const here = chosen === `finding/${i}`;
          return (
            <li key={i} ref={here ? at : undefined} style={{ display: 'block', background: here ? 'var(--line-soft)' : undefined }}>
              <button
                type="button"
                style={{
                  font: 'inherit',
                  color: 'inherit',
                  background: 'none',
                  border: 0,
                  padding: '4px 2px',
                  textAlign: 'left',
                  cursor: 'pointer',
                }}
                onClick={() => onChoose(`finding/${i}`)}
              >
                <span className={f.level} aria-hidden>
                  {f.level === 'must' ? '◆ ' : '◇ '}
                </span>
                {f.text}
              </button>
            </li>
          );
        })}
      </ul>
      {plan.findings.length > 40 && <p className="why quiet">and {plan.findings.length - 40} more, on the drawing.</p>}
    </>
  );
}
