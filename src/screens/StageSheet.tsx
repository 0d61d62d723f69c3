'use client';
import { useMemo } from 'react';
import { moistureOf } from '@/core/base';
import { insideRing, type Point } from '@/core/geometry';
import { cutFigures, restWords } from '@/formats';
import type { Stage } from '@/stages';
import {
  choose,
  chooseSpace,
  findingChoice,
  isChosen,
  pieceChoice,
  stopAnswers,
  useAnswer,
  useAnswersOf,
  useChosen,
  useDeskState,
  useFloors,
  useJob,
  usePlan,
  useProgress,
} from '@/ui/desk';
import { Problems, Working } from '@/ui/kit';
import { Faults } from '@/ui/sheet/Faults';
import { Sheet } from '@/ui/sheet/Sheet';
import type { View } from '@/ui/sheet/view';
import styles from './screen.module.css';

/** The sheet as a stage wants it. */
export function StageSheet({ stage }: { stage: Stage }) {
  const { sheet, Overlay } = stage;
  const job = useJob();
  const floors = useFloors();
  const plan = usePlan();
  const { draft, sliding, choice, cover } = useDeskState();
  const chosen = useChosen();
  const describe = useDescriptions(sheet.pick === 'piece');
  const shown = draft ?? job;
  const pickSpace = (p: Point) => {
    const found = job.spaces.find((s) => insideRing(p, s.outline));
    if (found) chooseSpace(found.id);
  };
  const overlay = (view: View, size: { width: number; height: number }) => {
    const faults = plan && sheet.faults !== 'none' && !sliding && cover !== stage.name && (
      <Faults plan={plan} view={view} isChosen={(f) => isChosen(f, choice)} onChoose={(f) => choose(findingChoice(f))} />
    );
    return (
      <>
        {sheet.faults === 'under' && faults}
        {Overlay && <Overlay view={view} size={size} />}
        {sheet.faults === 'over' && faults}
      </>
    );
  };
  return (
    <Sheet
      job={shown}
      fitTo={job}
      walking={sheet.walks}
      floors={draft ? [] : floors}
      plan={sheet.plan === 'none' ? null : plan}
      faces={sheet.plan === 'faces'}
      sliding={sliding}
      chosen={sheet.pick === 'piece' && chosen?.kind === 'piece' ? chosen.piece : null}
      onChoose={sheet.pick === 'piece' ? (floor, piece) => choose(floor && piece ? pieceChoice(floor, piece) : null) : undefined}
      onPoint={sheet.pick === 'space' ? pickSpace : sheet.pick === 'place' ? stage.tapped : undefined}
      describe={sheet.pick === 'piece' ? describe : undefined}
      overlay={overlay}
      label={`${job.name}: ${stage.title}`}
    >
      <Words stage={stage.name} />
    </Sheet>
  );
}

/** What is to be said on the sheet: what is wrong, what went back, what a drag snaps to, how far a search is. */
function Words({ stage }: { stage: string }) {
  const job = useJob();
  const { problems } = useAnswer('plan');
  const word = useDeskState((s) => s.word);
  const done = useProgress();
  const wet = useMemo(
    () =>
      job.spaces
        .filter(
          (s) =>
            moistureOf(
              job.bases?.find((b) => b.space === s.id),
              job.moistureLimits,
            ).verdict === 'stop',
        )
        .map((s) => s.name || s.id),
    [job],
  );
  const insisted = useAnswersOf(job.beneath ? BENEATH : NONE).answer('beneath')?.findings ?? [];
  const name = (id: string) => job.spaces.find((s) => s.id === id)?.name || id;
  // what stays said wherever work goes on
  const stays = [
    ...(stage !== 'base' && wet.length > 0
      ? [`${wet.join(', ')}: the base is too wet to lay on. Nothing goes down there until it has dried; see Base.`]
      : []),
    ...(!['base', 'beneath'].includes(stage) && insisted.length > 0
      ? [`${insisted.map((f) => `${name(f.space)}: ${INSISTED_WORDS[f.rule]}`).join('; ')}. See Beneath.`]
      : []),
  ];
  // a refusal is of the job as it was then
  const refusal = word?.of === 'refusal' && word.job === job ? word.text : null;
  return (
    <>
      {stays.length > 0 && (
        <div className={styles.wrong}>
          <Problems list={stays.map((text) => ({ text }))} />
        </div>
      )}
      {(problems.length > 0 || refusal) && (
        <div className={styles.wrong}>
          <Problems list={refusal ? [{ text: refusal }] : problems} />
        </div>
      )}
      {word?.of === 'drag' && (
        <div className={styles.busy} role="status">
          {word.text}
        </div>
      )}
      {done !== null && (
        <div className={styles.busy}>
          <Working done={done} label="How far the search is" onCancel={stopAnswers}>
            Searching
          </Working>
        </div>
      )}
    </>
  );
}

const CUTS = ['cuts'] as const;
const BENEATH = ['beneath'] as const;
const INSISTED_WORDS = {
  'second-pad': 'a second pad under planks that carry one',
  'no-film': 'no film on a base that is not dry',
  'pad-unknown': 'whether the planks carry a pad is not known',
} as const;
const NONE = [] as const;

/** What is said of a piece under the pointer. */
function useDescriptions(wanted: boolean): (floor: string, piece: string) => string | null {
  const cuts = useAnswersOf(wanted ? CUTS : NONE).answer('cuts');
  const lines = useMemo(() => new Map(wanted ? (cuts?.pieces ?? []).map((l) => [l.piece, l] as const) : []), [cuts, wanted]);
  return (floor, piece) => {
    const line = lines.get(`${floor}/${piece}`);
    if (!line) return null;
    const rest = restWords(line);
    const [first] = line.cuts;
    const figures = first ? cutFigures(first).join(' / ') : line.take.from === 'new' ? 'whole plank' : 'no cut';
    return `${piece} · ${figures} · plank ${line.plank.n}${rest ? ` · ${rest}` : ''}`;
  };
}
