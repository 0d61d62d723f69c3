'use client';
import { Button } from '@chakra-ui/react';
import { Eye, Wrench } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { type Finding, type Job, type Plan, type Plank, type Problem, sourceOf, sourceText } from '@/core/given';
import { cutList, takesOf, type CutLine } from '@/core/plan';
import { mixesLengths } from '@/core/rows';
import { formatLength } from '@/core/units';
import { cutWords, restWords, takeWords } from '@/formats';
import { createPlanner, type Planned } from '@/workers';
import { BigLength } from '../parts/Big';
import { Choice } from '../parts/Choice';
import { Others } from '../parts/Others';
import { PlankDrawing } from '../parts/PlankDrawing';
import { Schools } from '../parts/Schools';
import { findMend, hasMend } from '../state/mend';
import type { PlanState } from '../state/usePlan';
import { HandPanel } from './HandPanel';
import type { StageProps } from './props';

type Props = StageProps & {
  plan: Plan | null;
  planned: Planned | null;
  tryOut: PlanState['tryOut'];
  chosen: string | null;
  onChoose: (id: string | null) => void;
  onChange: (next: Job) => readonly Problem[];
  /** the view of a person who walks in, and by which of the entrances */
  looking: boolean;
  onLooking: (on: boolean) => void;
  entrances: readonly string[];
  entrance: number;
  onEntrance: (index: number) => void;
};

/** How the joints fall: stagger, starters, faults, and where each piece comes from. */
export function RowsReading({
  job,
  floors,
  floor,
  plan,
  planned,
  tryOut,
  chosen,
  onChoose,
  onChange,
  looking,
  onLooking,
  entrances,
  entrance,
  onEntrance,
}: Props) {
  const { display } = job;
  const least = plan ? planned?.summary.staggerOf[floor.id] : null;
  const limit = floor.product.limits.stagger;
  const lists = useMemo(() => (plan ? cutList(plan, job.kerf) : []), [plan, job.kerf]);
  const length = (mm: number) => formatLength(mm, display);
  const line = chosen === null ? undefined : lists.flatMap((l) => l.lines).find((l) => `${l.floor}/${l.piece.id}` === chosen);
  const rows = lists.filter((l) => l.floor === floor.id);
  const [pieceFloor, pieceId] = chosen?.startsWith('finding/') ? [] : (chosen?.split('/') ?? []);
  const planFloor = plan?.floors.find((f) => f.id === (pieceFloor ?? floor.id));
  const piece = planFloor && pieceId ? { floor: planFloor, id: pieceId } : null;
  const mixed = mixesLengths(floor.product);
  const habit = job.layout.deal?.habit ?? 'boxes';
  const takes = useMemo(() => {
    const own = plan?.floors.find((f) => f.id === floor.id);
    return plan && own && floor.product.prints > 1 ? takesOf(plan, own, habit) : null;
  }, [plan, floor, habit]);
  return (
    <>
      {plan && line ? (
        <PieceReading line={line} plank={plan.planks[line.piece.plank - 1]!} display={display} onChoose={onChoose} />
      ) : (
        <>
          <h1>Least stagger</h1>
          {least !== null && least !== undefined ? <BigLength mm={least} display={display} /> : <div className="big long">no joints</div>}
          <p className="why">
            between end joints of neighbouring rows. Wanted: at least {length(limit)} ({sourceText(sourceOf(floor.product, 'stagger'))}).
          </p>
        </>
      )}

      <Findings job={job} plan={plan} planned={planned} chosen={chosen} onChoose={onChoose} onChange={onChange} />

      {plan && planned && piece && (
        <HandPanel
          key={`${piece.floor.id}/${piece.id}`}
          job={job}
          floor={piece.floor}
          piece={piece.id}
          mixed={mixed}
          now={planned.summary}
          tryOut={tryOut}
          onChange={onChange}
        />
      )}

      <Others job={job} floors={floors} floor={floor} plan={plan} now={planned?.summary ?? null} onChange={onChange} />

      <div className="stops">
        <Button h="44px" variant={looking ? 'solid' : 'outline'} aria-pressed={looking} onClick={() => onLooking(!looking)}>
          <Eye size={17} /> As one walks in <kbd>V</kbd>
        </Button>
      </div>
      {entrances.length > 1 && (
        <Choice
          label="Walking"
          value={`${entrance}`}
          options={entrances.map((name, i) => [`${i}`, name])}
          onChoice={(i) => onEntrance(Number(i))}
        />
      )}

      <h2>How starters are chosen</h2>
      <Schools job={job} floors={floors} floor={floor} onChange={onChange} />

      <h2>Rows</h2>
      <p className="why quiet" style={{ marginTop: 0 }}>
        Numbers on the pieces: planks that give two; like numbers are one plank.
      </p>
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
                      : start.crosscuts.length + start.early.length === 0
                        ? 'whole plank'
                        : 'new plank'}
                    {takes?.get(row) &&
                      `; deals ${takes
                        .get(row)!
                        .map(({ from, count }) => `${count} of ${habit === 'boxes' ? 'box' : 'pile'} ${from}`)
                        .join(', ')}`}
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

type PieceProps = { line: CutLine; plank: Plank; display: Job['display']; onChoose: (id: string | null) => void };

/** One piece: its length, its plank, where its remainder goes. */
function PieceReading({ line, plank, display, onChoose }: PieceProps) {
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
      <PlankDrawing line={line} plank={plank} display={display} />
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

type FindingsProps = Pick<Props, 'job' | 'plan' | 'planned' | 'chosen' | 'onChoose' | 'onChange'>;

/** What the audit found, each leading to its place, with what mends it. */
function Findings({ job, plan, planned, chosen, onChoose, onChange }: FindingsProps) {
  const at = useRef<HTMLLIElement>(null);
  const trial = useRef<AbortController | null>(null);
  const [trying, setTrying] = useState<string | null>(null);
  const [outcome, setOutcome] = useState<{ for: unknown; text: string } | null>(null);
  useEffect(() => void at.current?.scrollIntoView({ block: 'nearest' }), [chosen]);
  useEffect(() => () => trial.current?.abort(), []);
  const findings = plan?.findings ?? [];
  const selected = chosen?.startsWith('finding/') ? findings[Number(chosen.slice(8))] : undefined;
  const mend = async (finding: Finding | undefined) => {
    if (!finding || !hasMend(finding) || !planned || trying !== null) return;
    const { signal } = (trial.current = new AbortController());
    const planner = createPlanner();
    signal.addEventListener('abort', () => planner.cancel());
    setTrying(finding.text);
    const mended = await findMend(job, finding, planned, planner, signal);
    planner.cancel();
    if (signal.aborted) return;
    setTrying(null);
    if (mended) {
      onChoose(null);
      onChange(mended);
    } else
      setOutcome({
        for: plan,
        text: 'Nothing that was tried mends this without breaking something else. Move the line, turn the planks or look at the limit.',
      });
  };
  useHotkeys('m', () => void mend(selected ?? findings[0]), { useKey: true });
  if (!plan) return null;
  if (findings.length === 0) return <p className="why good">Nothing breaks a limit, nothing catches the eye.</p>;
  return (
    <>
      <h2>To look at</h2>
      {trying !== null && (
        <p className="why" role="status">
          Trying other arrangements …{' '}
          <Button h="44px" size="sm" variant="outline" onClick={() => (trial.current?.abort(), setTrying(null))}>
            Cancel
          </Button>
        </p>
      )}
      {outcome?.for === plan && (
        <p className="why should" role="status">
          {outcome.text}
        </p>
      )}
      <ul className="lines" style={{ marginTop: 0 }}>
        {findings.slice(0, 40).map((f, i) => {
          const here = chosen === `finding/${i}`;
          return (
            <li key={i} ref={here ? at : undefined} style={{ display: 'block', background: here ? 'var(--line-soft)' : undefined }}>
              <button type="button" className="finding" aria-pressed={here} onClick={() => onChoose(here ? null : `finding/${i}`)}>
                <span className={f.level} aria-hidden>
                  {f.level === 'must' ? '◆ ' : '◇ '}
                </span>
                {f.text}
              </button>
              {here && hasMend(f) && (
                <Button h="44px" mt="1" mb="2" variant="outline" disabled={trying !== null} onClick={() => void mend(f)}>
                  <Wrench size={16} /> Mend it <kbd>M</kbd>
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      {findings.length > 40 && <p className="why quiet">and {findings.length - 40} more, on the drawing.</p>}
    </>
  );
}
