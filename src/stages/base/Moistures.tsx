'use client';
import { Field, Input } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { useEffect, useRef, useState, type RefObject } from 'react';
import { dryingRange, limitsFor, METHOD_WORDS, moistureOf, verdictOf, type Verdict } from '@/core/base';
import { signedArea, roundPoint, type Point } from '@/core/geometry';
import { hoursOf, isDate, MOISTURE_METHODS, type Base, type Moisture, type MoistureMethod, type Space } from '@/core/given';
import { edit, firstText, useJob, today } from '@/ui/desk';
import { useMeter } from '@/ui/desk/level';
import { Button, Choice, IconButton, NumberField, Stops, Why, type Tone } from '@/ui/kit';
import { takesReadings } from '@/ui/kit/readings';
import styles from './base.module.css';
import { editBase } from './edits';
import { InstrumentBar } from './InstrumentBar';
import { look, useLooking } from './looking';
import { Dated } from './Dated';

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = { fine: 'fine', film: 'film', stop: 'stop', unknown: 'not read' };
export const VERDICT_TONE: Readonly<Record<Verdict, Tone>> = { fine: 'good', film: 'should', stop: 'must', unknown: 'should' };

/** The middle of a room's corners. */
const middleOf = (space: Space): Point => {
  const n = space.outline.length;
  const [x, y] = space.outline.reduce<[number, number]>((m, p) => [m[0] + p[0] / n, m[1] + p[1] / n], [0, 0]);
  return signedArea(space.outline) === 0 ? space.outline[0]! : roundPoint([x, y]);
};

/** Moisture by place: what it allows and why, the readings, a new one, and how long it may still dry. */
export function Moistures({ space, base }: { space: Space; base: Base }) {
  const job = useJob();
  const verdict = moistureOf(base, job.moistureLimits);
  const readings = base.moisture ?? [];
  return (
    <>
      {verdict.reasons.map((reason) => (
        <Why key={reason} mt="0" mb="2" tone={VERDICT_TONE[verdict.verdict]}>
          {reason}
        </Why>
      ))}
      {verdict.verdict === 'fine' && <Why mt="0">Dry enough to lay on.</Why>}
      <ul className={styles.readings}>
        {readings.map((r, i) => (
          <li key={i}>
            <b className="figures">{r.method === 'meter' ? r.value : `${r.value} %`}</b>
            <span>
              {METHOD_WORDS[r.method]}, {r.on}: {VERDICT_WORDS[verdictOf(r, limitsFor(job.moistureLimits, r.method, base))]}
            </span>
            <IconButton
              aria-label={`Take away ${r.value}${r.method === 'meter' ? '' : ' %'} of ${r.on}`}
              variant="ghost"
              onClick={() =>
                editBase('a moisture taken away', space.id, (b) => ({ ...b, moisture: b.moisture?.filter((_, k) => k !== i) }))
              }
            >
              <Trash2 size={16} />
            </IconButton>
          </li>
        ))}
      </ul>
      <Drying readings={readings} base={base} />
      <NewReading space={space} base={base} />
      <Limits />
    </>
  );
}

/** When it may be dry: a range, for two readings know no day. */
function Drying({ readings, base }: { readings: readonly Moisture[]; base: Base }) {
  const { moistureLimits } = useJob();
  const lines = MOISTURE_METHODS.flatMap((method) => {
    const own = readings.filter((r) => r.method === method);
    const limit = limitsFor(moistureLimits, method, base).film;
    const range = dryingRange(own, limit);
    if (!range) return [];
    const latest = own.reduce((a, b) => (a.on > b.on ? a : b)).on;
    const day = (days: number) => new Date(hoursOf(latest) * 3_600_000 + days * 86_400_000).toISOString().slice(0, 10);
    if (!Number.isFinite(range.first)) return [`By these readings it does not dry: find where the water comes from.`];
    return [
      range.last === null
        ? `To ${limit}: not before ${day(range.first)}; at this rate it may never be. Look for a leak, heat and air it, read again.`
        : `To ${limit}: between ${day(range.first)} and ${day(range.last)} if it goes on as between these readings. Read again before you lay.`,
    ];
  });
  return lines.map((line) => <Why key={line}>{line}</Why>);
}

function NewReading({ space, base }: { space: Space; base: Base }) {
  const wood = base.substrate === 'boards' || base.substrate === 'sheet';
  const [method, setMethod] = useState<MoistureMethod>(wood ? 'wood' : 'mass');
  const [on, setOn] = useState(today);
  const { placing, placed } = useLooking();
  const meter = useMeter();
  const at = placed ?? middleOf(space);
  const add = (value: number) =>
    !isDate(on)
      ? 'Write the day first.'
      : firstText(
          editBase('a moisture reading', space.id, (b) => ({
            ...b,
            moisture: [...(b.moisture ?? []), { at: roundPoint(at), on, method, value }],
          })),
        );
  return (
    <>
      <Choice
        label="A new reading, by"
        value={method}
        options={MOISTURE_METHODS.map((m) => [m, METHOD_WORDS[m]])}
        onChoice={(m) => setMethod(m as MoistureMethod)}
      />
      <Dated label="Read on" value={on} onDate={setOn} />
      <Stops mt="1" mb="2">
        <Button
          variant={placing === 'moisture' ? 'solid' : 'outline'}
          aria-pressed={placing === 'moisture'}
          onClick={() => look({ placing: placing === 'moisture' ? null : 'moisture' })}
        >
          {placing === 'moisture' ? 'Tap the place on the sheet' : placed ? 'Another place' : 'Choose the place (else the middle)'}
        </Button>
      </Stops>
      <Entry label="Moisture, %" onValue={add} />
      <InstrumentBar at={at} instrument={meter} what="moisture meter" press="f8" write={(v) => `${v} %`} />
    </>
  );
}

/** Lets a field take an instrument's readings. */
function useTakes(take: (value: number) => void): RefObject<HTMLInputElement | null> {
  const input = useRef<HTMLInputElement>(null);
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  useEffect(() => takesReadings(input.current!, (value) => latest.current(value)), []);
  return input;
}

/** A figure that is entered and then gone, so that the next can follow. */
function Entry({ label, onValue }: { label: string; onValue: (value: number) => string | undefined }) {
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string>();
  const input = useTakes((value) => setWrong(onValue(value)));
  const commit = () => {
    const value = Number(text.replace(',', '.'));
    const problem = text.trim() === '' || !Number.isFinite(value) ? 'Write a number, such as 2.1.' : onValue(value);
    setWrong(problem);
    if (problem === undefined) setText('');
  };
  return (
    <form
      className={styles.entry}
      onSubmit={(e) => {
        e.preventDefault();
        commit();
      }}
    >
      <Field.Root invalid={wrong !== undefined}>
        <Field.Label fontSize="14px">{label}</Field.Label>
        <Input
          ref={input}
          h="44px"
          fontFamily="var(--figures)"
          fontSize="19px"
          inputMode="decimal"
          autoComplete="off"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        {wrong !== undefined && <Field.ErrorText>{wrong}</Field.ErrorText>}
      </Field.Root>
      <Button type="submit">Enter it</Button>
    </form>
  );
}

/** The limits by which readings are judged. */
function Limits() {
  const job = useJob();
  const set = (method: MoistureMethod, which: 'fine' | 'film') => (value: number) => {
    const next = { ...limitsFor(job.moistureLimits, method), [which]: value };
    return firstText(edit('a moisture limit', (now) => ({ ...now, moistureLimits: { ...now.moistureLimits, [method]: next } })));
  };
  return (
    <details>
      <summary>Limits{job.moistureLimits ? '' : ': presets, the product’s instructions decide'}</summary>
      {MOISTURE_METHODS.map((m) => (
        <div key={m} className={styles.limits}>
          <span>{METHOD_WORDS[m]}</span>
          <NumberField
            compact
            label={`${METHOD_WORDS[m]}: fine up to`}
            value={limitsFor(job.moistureLimits, m).fine}
            wanted="A number."
            onNumber={set(m, 'fine')}
          />
          <NumberField
            compact
            label={`${METHOD_WORDS[m]}: with a film up to`}
            value={limitsFor(job.moistureLimits, m).film}
            wanted="A number."
            onNumber={set(m, 'film')}
          />
        </div>
      ))}
    </details>
  );
}
