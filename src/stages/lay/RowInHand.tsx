'use client';
import { roomName } from '@/core/given';
import { useLayoutEffect, useMemo, useRef } from 'react';
import { courseOf, pieceKey, type Due, type PadStrip } from '@/core/lay';
import { plankOf, type PieceCuts } from '@/core/cuts';
import { formatLength } from '@/core/units';
import { cutFigures, cutSentences, pieceId, restWords, slideWords, takeWords } from '@/formats';
import { PlankDrawing } from '@/ui/sheet/PlankDrawing';
import { useAnswer, useJob } from '@/ui/desk';
import { BigText, Button, Why } from '@/ui/kit';
import { backOneStep, layInHand, layRow, sawInHand } from './actions';
import type { InHand } from './hand';
import { Strip } from './Strip';
import { dueWords, fromWhere, wayWords } from './words';
import styles from './lay.module.css';

/** The piece in hand: its length as the biggest thing there is, what to take, where to mark, what to write on the rest. */
export function RowInHand({ hand, onOtherwise }: { hand: InHand; onOtherwise: () => void }) {
  const job = useJob();
  const { display } = job;
  const untippable = useAnswer('edges').value?.untippable;
  const { floor, piece, pieces, step, steps, line, plan, site } = hand;
  const plank = plankOf(plan, piece);
  const due = useDue(hand);
  const meant = useMeant(`${floor.id}/${piece.id}`);
  const sawn = site.sawn.has(pieceKey(floor.id, piece));
  const whole = line.cuts.length === 0;
  const { take, of } = fromWhere(line, plank.box);
  const slid = untippable?.find((u) => u.floor === floor.id && u.piece === piece.id);
  const rest = restWords(line);
  const way = wayWords(step);
  const rooms = job.spaces.filter((s) => floor.spaces.includes(s.id)).map((s) => s.name || s.id);
  const left = pieces.filter((p) => !site.lying.has(pieceKey(floor.id, p)));
  return (
    <section className={styles.row} aria-label="The piece in hand">
      <h1 className={styles.title}>
        Row {piece.row}{' '}
        <small>
          of {floor.rows.length} · piece {pieces.indexOf(piece) + 1} of {pieces.length} · lay left to right
          {plan.floors.length > 1 && ` · ${rooms.join(', ')}`}
        </small>
      </h1>
      <Strip hand={hand} display={display} />
      {way && <Why tone="should">{way}</Why>}
      {due.map((one) => (
        <Why key={JSON.stringify(one)} tone="should">
          {dueWords(one, (room) => roomName(job, room))}
        </Why>
      ))}
      <p className={styles.take}>
        Take <b>{take}</b> {of}.
      </p>
      <Cuts line={line} sawn={sawn} />
      {slid && <Why tone="should">{slideWords(slid)}</Why>}
      {!whole && <PlankDrawing line={line} always />}
      {rest !== '' && (
        <p className={styles.quiet}>
          <b>Label what falls off</b> {rest}
        </p>
      )}
      <p className={styles.quiet}>
        <b>Next</b> {nextWords(hand)}
      </p>
      <div className={styles.presses}>
        <Button className={styles.press} onClick={sawInHand} disabled={sawn || whole}>
          Sawn
        </Button>
        <Button className={styles.press} variant="solid" colorPalette="blue" onClick={meant(layInHand)}>
          Laid
        </Button>
        <Button className={styles.wide} onClick={meant(layRow)}>
          {left.length === pieces.length ? `Row ${piece.row} lies` : 'Rest lies'}
        </Button>
        <Button className={styles.wide} onClick={onOtherwise} aria-label="It went otherwise">
          Otherwise …
        </Button>
        <Button className={styles.wide} onClick={meant(backOneStep)} aria-label="Back one step">
          Back
        </Button>
      </div>
      <p className={styles.quiet}>
        {steps.length} steps in all; {formatLength(job.product.limits.gap, display)} to every wall, spacers at both ends.
      </p>
    </section>
  );
}

/** A press so soon (ms) after another hand has changed what is in hand was meant for what was there before. */
const TOO_SOON = 400;

/** The same press again sooner than this (ms) is one: a wet screen tells a thumb twice. */
const TWICE = 150;

/** Presses that are meant for the piece that is shown: not for one that another device, or the same thumb, has just put in its place. */
function useMeant(shown: string): (act: () => void) => () => void {
  // what is there when the screen opens was nobody's doing
  const state = useRef({ changed: -Infinity, own: true, pressed: -Infinity, last: null as (() => void) | null });
  useLayoutEffect(() => {
    state.current = { ...state.current, changed: state.current.own ? -Infinity : performance.now(), own: false };
  }, [shown]);
  return (act) => () => {
    const now = performance.now();
    const { changed, pressed, last } = state.current;
    if (now - changed < TOO_SOON || (act === last && now - pressed < TWICE)) return;
    state.current = { changed, own: true, pressed: now, last: act };
    act();
  };
}

/** What comes due at the step in hand, the strips of pad that it is the first to lie on among it. */
function useDue({ plan, steps, step }: InHand): readonly Due[] {
  const job = useJob();
  const beneath = useAnswer('beneath').value;
  const all = useMemo(() => {
    const pads = (beneath?.layers ?? []).filter((l) => l.kind === 'pad').flatMap((l) => l.pieces.map((p): PadStrip => ({ floor: l.floor, id: p.id, outline: p.outline[0]! }))); // prettier-ignore
    return courseOf(plan, job, pads);
  }, [plan, job, beneath]);
  return all[steps.indexOf(step)]?.due ?? step.due;
}

/** The figures of the first cut as the biggest thing there is, and every cut in its order. */
function Cuts({ line, sawn }: { line: PieceCuts; sawn: boolean }) {
  const steps = cutSentences(line);
  if (sawn || steps.length === 0)
    return (
      <>
        <p className={styles.asked}>{sawn ? 'Sawn: lay it' : 'Lay it'}</p>
        <div className={styles.big}>
          <BigText>{sawn ? pieceId(line.piece) : line.take.from === 'new' ? 'whole plank' : 'as it is'}</BigText>
        </div>
      </>
    );
  return (
    <>
      <div className={styles.big}>
        <BigText>{cutFigures(line.cuts[0]!).join(' / ')}</BigText>
      </div>
      <ol className={styles.steps}>
        {steps.map((step, k) => (
          <li key={k}>{step}.</li>
        ))}
      </ol>
    </>
  );
}

/** The pieces that come after the one in hand, in this row or the next. */
function nextWords({ pieces, piece, cuts, floor, steps, step }: InHand): string {
  const later = pieces.slice(pieces.indexOf(piece) + 1);
  const following =
    later.length > 0 ? later : (steps[steps.indexOf(step) + 1]?.pieces ?? []).flatMap((id) => floor.pieces.find((p) => p.id === id) ?? []);
  if (following.length === 0) return 'nothing more in this floor';
  const words: string[] = [];
  let wholes = 0;
  const flush = () => {
    if (wholes > 0) words.push(wholes === 1 ? 'a whole plank' : `${wholes} whole planks`);
    wholes = 0;
  };
  for (const p of following) {
    const line = cuts.get(pieceKey(floor.id, p));
    if (!line) continue;
    if (line.cuts.length === 0 && line.take.from === 'new') {
      wholes++;
      continue;
    }
    flush();
    const figures = line.cuts[0] ? cutFigures(line.cuts[0]).join(' / ') : 'no cut';
    words.push(`${figures}, ${takeWords(line)}`);
  }
  flush();
  return `${later.length > 0 ? '' : `row ${following[0]!.row}: `}${words.join(', then ')}`;
}
