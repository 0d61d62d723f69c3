'use client';
import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import type { Repaired } from '@/core/given';
import type { Needed, RepairReport, Route } from '@/core/repair';
import { REPAIR_WAY_NAMES } from '@/formats';
import { wallLetter } from '@/core/survey';
import { formatLength, type Display } from '@/core/units';
import { edit, today, useJob, useSite, useSiteAnswer, whoIsHere } from '@/ui/desk';
import { BigNumber, BigText, Button, Choice, Folds, Heading2, Mistake, NumberField, ReadingTitle, Stops, TextField, Why } from '@/ui/kit';
import { damagedAre, damagedAround, lookAtWay, noneDamaged, toggleDamaged, useDamaged } from './damaged';
import styles from './repair.module.css';

/** Which plank is damaged, the ways to replace it compared, and what was done. */
export function Reading() {
  const site = useSite((s) => s.site);
  const { pieces } = useDamaged();
  if (!site) return <Why tone="quiet">The site is being looked up …</Why>;
  if (!site.plan || site.lying.size === 0)
    return (
      <>
        <ReadingTitle>Repair</ReadingTitle>
        <BigText>Nothing lies yet</BigText>
        <Why>Once planks lie, tap the one that is damaged: Pitsaw compares the ways to replace it.</Why>
        <Record />
      </>
    );
  return (
    <>
      <ReadingTitle>Repair</ReadingTitle>
      {pieces.length === 0 ? (
        <>
          <BigText>Tap the damaged plank</BigText>
          <Why>Several may be tapped, of one floor. For water tap where it stood, then take in what lies around.</Why>
        </>
      ) : (
        <Ways pieces={pieces} />
      )}
      <ByNumber />
      <Record />
    </>
  );
}

/** A piece named by its row and its place there, for who does not tap. */
function ByNumber() {
  const site = useSite((s) => s.site)!;
  const floors = [...new Set([...site.lying.values()].map((l) => l.floor))];
  const [floor, setFloor] = useState(floors[0]!);
  const [row, setRow] = useState(1);
  const own = [...site.lying].filter(([, l]) => l.floor === floor && l.piece.row === row);
  return (
    <Folds
      of="repair"
      open={[]}
      parts={[
        {
          name: 'number',
          title: 'By row and number',
          content: (
            <>
              {floors.length > 1 && <Choice label="Floor" value={floor} options={floors.map((f) => [f, f] as const)} onChoice={setFloor} />}
              <NumberField label="Row" value={row} whole wanted="a whole number" onNumber={(n) => (setRow(n), undefined)} />
              <Stops label="Pieces of the row">
                {own.map(([key, l]) => (
                  <Button key={key} onClick={() => toggleDamaged(key)}>
                    {l.piece.id}
                  </Button>
                ))}
              </Stops>
              {own.length === 0 && <Why tone="quiet">Nothing lies in this row.</Why>}
            </>
          ),
        },
      ]}
    />
  );
}

const hours = (minutes: number): string =>
  minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h${minutes % 60 ? ` ${minutes % 60} min` : ''}`;

function Ways({ pieces }: { pieces: readonly string[] }) {
  const { value, why, state } = useSiteAnswer('repair', true, pieces);
  const { way } = useDamaged();
  if (state === 'failed') return <Mistake text={why ?? undefined} />;
  // what was found for other pieces must not be planned for these
  if (state !== 'found' || !value) return <Why tone="quiet">The ways are being compared …</Why>;
  const route = value.routes[Math.min(way, value.routes.length - 1)]!;
  return (
    <>
      <BigNumber value={route.minutes === null ? '—' : hours(route.minutes)} unit={REPAIR_WAY_NAMES[route.way].toLowerCase()} wide />
      <Why tone="quiet">
        {pieces.length === 1 ? `Piece ${pieces[0]!.split('/')[1]!}` : `${pieces.length} pieces`}. Minutes are presets, of one person,
        without drying.
      </Why>
      <Box role="group" aria-label="Ways to repair" mt="3">
        {value.routes.map((r, k) => (
          <button key={k} type="button" className={styles.way} aria-pressed={r === route} onClick={() => lookAtWay(k)}>
            <b>{wayName(r, value)}</b>
            <span>{r.minutes === null ? 'not possible' : hours(r.minutes)}</span>
            <small>{r.why}</small>
          </button>
        ))}
      </Box>
      {route.possible && <HowTo route={route} report={value} />}
      <Stops>
        <Button onClick={() => damagedAround(50)}>Water: what lies around too</Button>
        <Button onClick={noneDamaged}>None of these</Button>
      </Stops>
    </>
  );
}

const wayName = (r: Route, report: RepairReport): string => {
  if (r.way !== 'lift') return REPAIR_WAY_NAMES[r.way];
  const both = report.routes.filter((o) => o.way === 'lift').length > 1;
  if (!both) return 'Lift rows';
  return r.from!.wall === null ? `Lift from the ${r.from!.side} row` : `Lift from wall ${wallLetter(r.from!.wall)}`;
};

const neededWords = (n: Needed, display: Display): string => {
  const size = `${formatLength(n.length, display)} × ${formatLength(n.width, display)}`;
  const from =
    typeof n.from === 'object' ? `what is left of plank ${n.from.remainder}` : n.from === 'spare' ? 'a spare plank' : 'a new plank, bought';
  return `${n.piece.split('/')[1]!}: ${size}, from ${from}${n.shaped ? '; the old piece is its pattern' : ''}`;
};

function HowTo({ route, report }: { route: Route; report: RepairReport }) {
  const { display } = useJob();
  const [note, setNote] = useState('');
  const write = (done: boolean) => {
    const by = whoIsHere();
    const repair: Repaired = {
      ...(done ? { on: today() } : {}),
      pieces: [...report.damaged],
      way: route.way,
      ...(by ? { by } : {}),
      ...(note ? { note } : {}),
    };
    const wrong = edit(done ? 'a repair' : 'a repair planned', (job) => ({ ...job, repairs: [...(job.repairs ?? []), repair] }));
    if (wrong.length === 0) noneDamaged();
  };
  return (
    <>
      {route.cautions.map((text) => (
        <Why key={text} tone="must">
          {text}
        </Why>
      ))}
      <Heading2>Piece needed</Heading2>
      {report.needed.map((n) => (
        <Why key={n.piece}>{neededWords(n, display)}</Why>
      ))}
      <Heading2>Take along</Heading2>
      <Why>{route.tools.join(', ')}.</Why>
      <Heading2>Step by step</Heading2>
      <ol className={styles.steps}>
        {route.steps.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ol>
      <TextField label="What should be remembered of it" value={note} onText={(v) => (setNote(v), undefined)} />
      <Stops>
        <Button variant="solid" colorPalette="blue" onClick={() => write(false)}>
          Plan it like this
        </Button>
        <Button onClick={() => write(true)}>It was done like this</Button>
      </Stops>
    </>
  );
}

/** What is planned and what was repaired: part of the floor’s record. */
function Record() {
  const { repairs } = useJob();
  if (!repairs || repairs.length === 0) return null;
  const change = (words: string, i: number, to: Repaired | null) =>
    edit(words, (job) => ({ ...job, repairs: job.repairs?.flatMap((r, k) => (k === i ? (to ?? []) : r)) }));
  return (
    <>
      <Heading2>Repairs of this floor</Heading2>
      <ul className={styles.record}>
        {repairs.map((r, i) => (
          <li key={i}>
            <span>
              <b className={r.on ? undefined : 'should'}>{r.on ?? 'planned'}</b> {r.pieces.map((p) => p.split('/')[1]).join(', ')}:{' '}
              {REPAIR_WAY_NAMES[r.way].toLowerCase()}
              {r.by && `, ${r.by}`}
              {r.note && `. ${r.note}`}
            </span>
            <Stops mt="1">
              <Button onClick={() => damagedAre(r.pieces)}>Show</Button>
              {!r.on && <Button onClick={() => change('a repair done', i, { ...r, on: today() })}>Done today</Button>}
              <Button aria-label={`Take back repair ${i + 1}`} onClick={() => change('a repair taken back', i, null)}>
                Take back
              </Button>
            </Stops>
          </li>
        ))}
      </ul>
    </>
  );
}
