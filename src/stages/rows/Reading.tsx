'use client';
import { Eye } from 'lucide-react';
import { useMemo } from 'react';
import { sourceOf, sourceText } from '@/core/given';
import { isStraight, type PieceCuts } from '@/core/cuts';
import { grouped } from '@/core/geometry';
import { certificateWords, equalFaces, takesOf } from '@/core/plan';
import { mixesLengths } from '@/core/rows';
import { formatLength } from '@/core/units';
import { cutWords, pieceId, pieceWords, restWords, takeWords } from '@/formats';
import { choose, pieceChoice, useAnswer, useChosen, useFloor, useJob, usePlan, type Chosen, type FloorAtHand } from '@/ui/desk';
import { BigLength, BigText, Button, Choice, Folds, Lines, ReadingTitle, Stops, Why } from '@/ui/kit';
import { PlankDrawing } from '@/ui/sheet/PlankDrawing';
import { Findings } from './Findings';
import { HandPanel } from './HandPanel';
import { enterBy, look, useLooking } from './looking';
import { entrancesOf } from './LooksView';
import { Others } from './Others';
import { Price } from './Price';
import { RackPart } from './RackPart';
import { SCHOOL_WORDS, Schools } from './Schools';

/** So many pairs of equal faces are told one by one. */
const MOST_PAIRS = 3;

/** How the joints fall: stagger, starters, faults, and where each piece comes from. */
export function Reading() {
  const here = useFloor();
  if (!here) return <Why tone="quiet">The rows come with the floor.</Why>;
  return <RowsReading {...here} />;
}

function RowsReading(here: FloorAtHand) {
  const { floor } = here;
  const job = useJob();
  const chosen = useChosen();
  const summary = useAnswer('summary').value;
  const rows = usePlanRows(floor.id);
  return (
    <>
      <Number {...here} chosen={chosen} />
      <Findings {...here} />
      {chosen?.kind === 'piece' && (
        <HandPanel
          key={`${chosen.floor.id}/${chosen.piece.id}`}
          job={job}
          floor={chosen.floor}
          piece={chosen.piece}
          mixed={mixesLengths(floor.product)}
        />
      )}
      <Others job={job} {...here} />
      <AsOneWalksIn {...here} />
      <Folds
        of="rows"
        open={['schools']}
        parts={[
          {
            name: 'schools',
            title: 'How starters are chosen',
            says: SCHOOL_WORDS[floor.layout.stagger.school].name,
            content: <Schools job={job} {...here} />,
          },
          {
            name: 'price',
            title: 'From calm to thrifty',
            says: summary ? certificateWords(summary) : '',
            content: <Price job={job} {...here} />,
          },
          {
            name: 'rack',
            title: 'What waits on the rack',
            says: summary ? `${summary.rack.greatest} at most` : '',
            content: <RackPart job={job} {...here} />,
          },
          { name: 'rows', title: 'Rows', says: `${rows}`, content: <RowList {...here} /> },
        ]}
      />
    </>
  );
}

/** The chosen piece, or the least stagger of the floor. */
function Number({ floor, chosen }: FloorAtHand & { chosen: Chosen | null }) {
  const { display } = useJob();
  const plan = usePlan();
  const summary = useAnswer('summary');
  const cuts = useAnswer('cuts').value;
  const line = chosen?.kind === 'piece' ? cuts?.pieces.find((l) => l.piece === `${chosen.floor.id}/${chosen.piece.id}`) : undefined;
  if (plan && line) return <PieceReading line={line} />;
  const least = summary.value?.staggerOf[floor.id];
  const limit = floor.product.limits.stagger;
  return (
    <>
      <ReadingTitle>Least stagger</ReadingTitle>
      {least !== null && least !== undefined ? (
        <BigLength mm={least} display={display} />
      ) : (
        <BigText>{summary.working ? 'being worked out' : plan ? 'no joints' : 'no plan'}</BigText>
      )}
      <Why>
        between end joints of neighbouring rows. Wanted: at least {formatLength(limit, display)} (
        {sourceText(sourceOf(floor.product, 'stagger'))}).
      </Why>
    </>
  );
}

function AsOneWalksIn({ floor }: FloorAtHand) {
  const { how, entrance } = useLooking();
  const entrances = useMemo(() => entrancesOf(floor), [floor]);
  return (
    <>
      <Stops>
        <Button variant={how ? 'solid' : 'outline'} aria-pressed={how !== null} onClick={() => look(how ? null : 'shown')}>
          <Eye size={17} /> As one walks in <kbd>V</kbd>
        </Button>
      </Stops>
      {entrances.length > 1 && (
        <Choice
          label="Walking"
          value={`${Math.min(entrance, entrances.length - 1)}`}
          options={entrances.map((e, i) => [`${i}`, e.name])}
          onChoice={(i) => enterBy(globalThis.Number(i))}
        />
      )}
      {how !== null && floor.product.prints > 1 && <EqualFaces floor={floor} />}
    </>
  );
}

/** Where planks with the same printed face touch, as they are dealt; real boxes hold their own. */
function EqualFaces({ floor }: Pick<FloorAtHand, 'floor'>) {
  const plan = usePlan();
  const own = useMemo(() => (plan ? equalFaces(plan).filter((f) => f.floor === floor.id) : []), [plan, floor]);
  if (own.length === 0) return <Why tone="good">No two planks with the same printed face touch, dealt as the plan has them.</Why>;
  return (
    <>
      {own.slice(0, MOST_PAIRS).map((f) => (
        <Why key={String(f.at)} tone="should">
          {f.text}
        </Why>
      ))}
      {own.length > MOST_PAIRS && <Why tone="quiet">… and {own.length - MOST_PAIRS} pairs more.</Why>}
    </>
  );
}

function RowList({ floor }: FloorAtHand) {
  const job = useJob();
  const plan = usePlan();
  const cuts = useAnswer('cuts').value;
  const habit = job.layout.deal?.habit ?? 'boxes';
  const takes = useMemo(() => {
    const own = plan?.floors.find((f) => f.id === floor.id);
    return plan && own && floor.product.prints > 1 ? takesOf(plan, own, habit) : null;
  }, [plan, floor, habit]);
  const dealt = (row: number): string => {
    const own = takes?.get(row);
    return own ? `; deals ${own.map(({ from, count }) => `${count} of ${habit === 'boxes' ? 'box' : 'pile'} ${from}`).join(', ')}` : '';
  };
  return (
    <>
      <Why tone="quiet" mt="0">
        Numbers on the pieces: planks that give two; like numbers are one plank.
      </Why>
      <Lines>
        {[
          ...grouped(
            (cuts?.pieces ?? []).filter((l) => l.floor === floor.id),
            (l) => l.row,
          ),
        ].map(([row, lines]) => {
          const start = lines[0]!;
          return (
            <li key={row}>
              <Button
                variant="ghost"
                w="100%"
                h="auto"
                minH="44px"
                px="1"
                py="1"
                justifyContent="space-between"
                fontWeight="400"
                onClick={() => choose(pieceChoice(start.floor, pieceId(start.piece)))}
              >
                <span style={{ textAlign: 'left', whiteSpace: 'normal' }}>
                  <b style={{ marginRight: 10 }}>{row}</b>
                  <span className="quiet" style={{ fontSize: 14 }}>
                    {begins(start)}
                    {dealt(row)}
                  </span>
                </span>
                <b>{firstFigure(start)}</b>
              </Button>
            </li>
          );
        })}
      </Lines>
    </>
  );
}

/** What a row begins with. */
function begins({ take, cuts }: PieceCuts): string {
  if (take.from === 'offcut') return take.left === null ? 'offcut' : `offcut of row ${pieceId(take.left).split('.')[0]}`;
  return cuts.length === 0 ? 'whole plank' : 'new plank';
}

/** What its first cut is marked by. */
function firstFigure({ cuts }: PieceCuts): string {
  const first = cuts.find(isStraight);
  return first ? [...new Set(first.marks.map((m) => m.text))].join(' / ') : '';
}

/** One piece: how it is cut, and where its offcuts go. */
function PieceReading({ line }: { line: PieceCuts }) {
  const rest = restWords(line);
  return (
    <>
      <ReadingTitle>
        {pieceWords(pieceId(line.piece)).replace('row', 'Row')}, of plank {line.plank.n}
      </ReadingTitle>
      <BigText>{firstFigure(line) || (line.cuts.length === 0 ? 'whole plank' : 'cut to shape')}</BigText>
      <Why>
        Take {takeWords(line)}. {cutWords(line)}.
      </Why>
      <PlankDrawing line={line} />
      {rest && <Why>{rest}.</Why>}
      <Stops>
        {line.leaves.flatMap(({ becomes }) =>
          becomes === null
            ? []
            : [
                <Button key={becomes} onClick={() => choose(pieceChoice(becomes.slice(0, becomes.lastIndexOf('/')), pieceId(becomes)))}>
                  Show {pieceWords(pieceId(becomes))}
                </Button>,
              ],
        )}
        <Button onClick={() => choose(null)}>Back to the floor</Button>
      </Stops>
    </>
  );
}

/** How many rows a floor has in the plan. */
const usePlanRows = (floor: string): number => usePlan()?.floors.find((f) => f.id === floor)?.rows.length ?? 0;
