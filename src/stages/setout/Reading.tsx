'use client';
import { CircleDot, Eye, EyeOff, RotateCw } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import type { Floor } from '@/core/floors';
import { round3, type Point } from '@/core/geometry';
import { sourceOf, sourceText, TAPE_ERRS, type Job } from '@/core/given';
import { scoreOf, thriftOf, wrappedDoorways, type RunningWall, type Strip } from '@/core/setout';
import { placedOutline, walkOf, wallLetter } from '@/core/survey';
import { formatLength } from '@/core/units';
import {
  directionWords,
  edit,
  firstText,
  lineAt,
  reasonFor,
  stopsOf,
  useAnswer,
  useJob,
  useTrials,
  wallName,
  withFloorLayout,
  withSpace,
  type LayoutChange,
} from '@/ui/desk';
import {
  BigLength,
  BigText,
  Button,
  Choice,
  Fields,
  Folds,
  LengthField,
  Lines,
  NumberField,
  ReadingTitle,
  SmallLength,
  Stops,
  Thing,
  Tooltip,
  WallOf,
  Why,
} from '@/ui/kit';
import { Directions } from './Directions';
import { halfOver, moveLine, turnQuarter, useLine, type Line } from './line';
import { stripText } from './Overlay';

// the chart's package is needed on this stage only
const StripCurve = dynamic(() => import('./StripCurve'), { ssr: false, loading: () => <div style={{ height: 190 }} /> });

/** Where the rows fall, and how wide the strip at every wall comes out. */
export function Reading() {
  const line = useLine();
  if (!line) return <Why tone="quiet">The strips come with the floor.</Why>;
  return <SetOutReading {...line} />;
}

/** Changes the layout of the floor at hand. */
const layout = ({ floor, floors }: Line, words: string, change: LayoutChange) =>
  edit(words, (job) => withFloorLayout(job, floor, floors.length, change));

function SetOutReading(line: Line) {
  const { floor, setOut, ground, dragging } = line;
  const job = useJob();
  const { display } = job;
  const [matching, setMatching] = useState(false);
  const stops = useMemo(() => stopsOf(ground), [ground]);
  const centred = setOut.mode === 'edge-on-centre' || setOut.mode === 'plank-on-centre';
  const mode = dragging ? 'row-edge-at' : setOut.mode;
  return (
    <>
      <Narrowest {...line} mode={mode} />
      <Stops label="Places for the line">
        {stops.map((stop) => (
          <Button
            key={stop.mode}
            variant={mode === stop.mode ? 'solid' : 'outline'}
            colorPalette={mode === stop.mode ? 'blue' : 'gray'}
            aria-pressed={mode === stop.mode}
            onClick={() =>
              layout(line, stop.name, {
                setOut: {
                  mode: stop.mode,
                  ...(/centre/.test(stop.mode) ? { space: floor.layout.setOut.space ?? floor.spaces[0]!.id } : {}),
                },
              })
            }
          >
            {stop.name}
          </Button>
        ))}
        <Button aria-pressed={false} onClick={halfOver}>
          Half a plank over <kbd>H</kbd>
        </Button>
        <Button aria-expanded={matching} onClick={() => setMatching(!matching)}>
          Match a floor
        </Button>
      </Stops>

      {centred && floor.spaces.length > 1 && (
        <Choice
          label="The centre line of"
          value={floor.layout.setOut.space ?? floor.spaces[0]!.id}
          options={floor.spaces.map((s) => [s.id, s.name || s.id])}
          onChoice={(space) => layout(line, 'centre line', { setOut: { mode: setOut.mode, space } })}
        />
      )}
      {matching && (
        <MatchFloor
          job={job}
          floor={floor}
          onMatch={(at, direction) => {
            layout(line, 'matched to a floor', { direction, setOut: { mode: 'row-edge-at', at: [round3(at[0]), round3(at[1])] } });
            setMatching(false);
          }}
        />
      )}

      <Thrift {...line} job={job} />

      {ground.walls.length > 0 && (
        <StripCurve ground={ground} floor={floor} origin={setOut.grid.origin} display={display} onShift={moveLine} />
      )}
      <Folds
        of="setout"
        open={['strips', 'direction']}
        parts={[
          { name: 'strips', title: 'Strip at every wall', content: <Strips {...line} job={job} /> },
          { name: 'direction', title: `Planks run ${directionWords(setOut.direction)}`, content: <Direction {...line} job={job} /> },
          { name: 'directions', title: 'Directions side by side', content: <Directions {...line} job={job} /> },
        ]}
      />
    </>
  );
}

/** The number of this stage, whose limit it answers to, and what to do about it. */
function Narrowest({ floor, ground, setOut, mode }: Line & { mode: Line['setOut']['mode'] }) {
  const { display } = useJob();
  const { rip } = floor.product.limits;
  const length = (mm: number) => formatLength(mm, display);
  const [worst] = sortedStrips(setOut.strips.filter((s) => !s.always));
  const helpless = setOut.strips.filter((s) => s.always);
  const best = scoreOf(ground.walls, { origin: stopsOf(ground)[0]!.origin, widths: ground.widths }, rip, ground).narrowest;
  const wrapped = wrappedDoorways(ground.doorways, setOut.grid);
  const wanted = `at least ${length(rip)} (${sourceText(sourceOf(floor.product, 'rip'))})`;
  return (
    <>
      <ReadingTitle>Narrowest strip</ReadingTitle>
      {worst ? (
        <>
          <BigLength mm={worst.least} display={display} down />
          <Why>
            at <b>{wallName(worst.wall, floor)}</b>.{' '}
            {worst.least < rip - 0.01 ? (
              <span className="must">
                Too narrow: {wanted}. Move the line{best >= rip ? `; ${formatLength(best, display, { down: true })} is possible` : ''}.
              </span>
            ) : (
              `Wanted: ${wanted}.`
            )}
          </Why>
          <Why tone="quiet">
            {reasonFor(mode, ground)}
            {mode !== 'auto' && best > worst.least + 0.5 ? ` The best place leaves ${length(best)}.` : ''}
          </Why>
        </>
      ) : (
        <>
          <BigText>no wall</BigText>
          <Why>runs with the planks: every row ends in slants, and no place for the line leaves a narrow strip.</Why>
        </>
      )}
      {helpless.length > 0 && (
        <Why tone="should">
          On {[...new Set(helpless.map((s) => wallName(s.wall, floor)))].join(' and ')} a row runs out to nothing wherever the line lies: it
          is askew by more than a plank is wide. Only another direction helps.
        </Why>
      )}
      {wrapped > 0 && (
        <Why tone="should">
          In {wrapped === 1 ? 'one doorway' : `${wrapped} doorways`} a row edge runs out past the wall’s face: one plank would wrap both
          jambs.
        </Why>
      )}
    </>
  );
}

/** The narrowest first; of equal ones the longest wall. */
const sortedStrips = (strips: readonly Strip[]): Strip[] =>
  [...strips].sort((a, b) => a.least - b.least || b.wall.u[1] - b.wall.u[0] - (a.wall.u[1] - a.wall.u[0]));

function Strips({ job, floor, setOut }: Line & { job: Job }) {
  const { display, tape = TAPE_ERRS } = job;
  const { rip } = floor.product.limits;
  /** whether a strip keeps its limit only if the wall is just where it was measured */
  const hangs = (least: number) => least >= rip - 0.01 && least < rip + tape - 0.01;
  // a wall that doorways part reads the same on both sides: once is enough
  const seen = new Set<string>();
  const listed = sortedStrips(setOut.strips).filter((s) => {
    const key = `${wallName(s.wall, floor)} ${stripText(s, display)}`;
    return !seen.has(key) && seen.add(key);
  });
  return (
    <>
      <Lines>
        {listed.slice(0, 12).map((strip, i) => (
          <li key={i}>
            <span>
              {wallName(strip.wall, floor)}
              {hangs(strip.least) && <span className="should"> measure it again</span>}
              {strip.at[0] !== strip.at[1] && strip.crossed === 0 && (
                <span className="quiet"> flares {formatLength(Math.abs(strip.at[0] - strip.at[1]), display)}</span>
              )}
              {strip.crossed > 0 && <span className="quiet"> a row runs out on it</span>}
            </span>
            <span style={{ display: 'flex', alignItems: 'center', gap: 6 }}>
              {strip.wall.bound.kind === 'wall' && <Seen wall={strip.wall} />}
              <b className={strip.least < rip - 0.01 ? 'must' : undefined}>{stripText(strip, display)}</b>
            </span>
          </li>
        ))}
      </Lines>
      <LengthField
        label="A tape errs by"
        mm={tape}
        display={display}
        hint="A wall that lies so much nearer than it was measured should break no limit: what hangs on it is said. A preset; 0 trusts every figure."
        onLength={(mm) => firstText(edit('what a tape errs by', (now) => ({ ...now, tape: mm })))}
      />
    </>
  );
}

function Direction({ job, ...line }: Line & { job: Job }) {
  const { floor, setOut } = line;
  return (
    <>
      <Why tone="quiet" mt="0">
        {setOut.directionReason}.
      </Why>
      <Stops>
        <Button onClick={turnQuarter}>
          <RotateCw size={17} /> Turn by a quarter <kbd>D</kbd>
        </Button>
        {floor.layout.direction !== 'auto' && (
          <Button onClick={() => layout(line, 'direction', { direction: 'auto' })}>As judged best</Button>
        )}
      </Stops>
      <NumberField
        label="Angle in degrees (0 left to right, 90 bottom to top; 180 begins at the other wall)"
        value={setOut.direction}
        wanted="An angle in degrees, such as 45."
        onNumber={(direction) =>
          Math.abs(direction) > 360 ? 'An angle between −360 and 360°.' : firstText(layout(line, 'direction', { direction }))
        }
      />
      <LightFrom job={job} line={line} />
    </>
  );
}

/** The price of width: both ripped rows out of one plank's width, beside the set-out with the widest strips, with what it saves. */
function Thrift({ job, floors, floor, ground }: Line & { job: Job }) {
  const planks = useAnswer('summary').value?.planks;
  const thrift = useMemo(() => thriftOf(ground, job.kerf), [ground, job.kerf]);
  const change = useMemo(
    (): LayoutChange | null => thrift && { setOut: lineAt(ground, thrift.origin + ground.widths[0]!), direction: ground.direction },
    [thrift, ground],
  );
  const offers = useMemo(() => (change ? [withFloorLayout(job, floor, floors.length, change)] : []), [change, job, floor, floors.length]);
  const [found] = useTrials(offers, 700).results;
  // not known yet, here already, or nothing gained
  const saved = found && planks !== undefined ? planks - found.summary.planks : 0;
  if (!thrift || !change || saved <= 0) return null;
  const length = (mm: number) => formatLength(mm, job.display);
  return (
    <Why>
      <b>The price of width:</b> with strips of {length(thrift.first)} and {length(thrift.last)} one plank’s width gives both the first and
      the last row, and {saved} {saved === 1 ? 'plank is' : 'planks are'} saved.{' '}
      <Button size="sm" onClick={() => edit('the price of width', (now) => withFloorLayout(now, floor, floors.length, change))}>
        Take it
      </Button>
    </Why>
  );
}

/** How much a wall is seen: the strip beside it counts the more. */
function Seen({ wall }: { wall: RunningWall }) {
  if (wall.bound.kind !== 'wall') return null;
  const { space, wall: index } = wall.bound;
  const Icon = wall.weight > 1 ? Eye : wall.weight < 1 ? EyeOff : CircleDot;
  return (
    <Tooltip content={`This wall is ${seenWords(wall.weight)}; its strip counts accordingly`}>
      <Button
        size="xs"
        variant={wall.weight === 1 ? 'ghost' : 'outline'}
        aria-label={`${wallLetter(index)} is ${seenWords(wall.weight)}; change`}
        onClick={() => edit('how much a wall is seen', (job) => nextWeight(job, space, index))}
      >
        <Icon size={17} />
      </Button>
    </Tooltip>
  );
}

/** How much a wall is seen, step by step: as any, twice, half. */
const SEEN = [
  { weight: 1, words: 'seen like any' },
  { weight: 2, words: 'seen most' },
  { weight: 0.5, words: 'hardly seen' },
] as const;

/** The next of them for a wall of a space. */
function nextWeight(job: Job, spaceId: string, wall: number): Job {
  const space = job.spaces.find((s) => s.id === spaceId);
  const now = space?.weights?.find((w) => w.wall === wall)?.weight ?? 1;
  const next = SEEN[(SEEN.findIndex((s) => s.weight === now) + 1) % SEEN.length]!.weight;
  const rest = (space?.weights ?? []).filter((w) => w.wall !== wall);
  return withSpace(job, spaceId, (s) => ({ ...s, weights: next === 1 ? rest : [...rest, { wall, weight: next }] }));
}

const seenWords = (weight: number): string => SEEN.find((s) => s.weight === weight)?.words ?? `counts ${weight} times`;

/** A floor that is there already: one of its row edges, measured from a wall, is where our rows go on. */
function MatchFloor({ job, floor, onMatch }: { job: Job; floor: Floor; onMatch: (at: Point, direction: number) => void }) {
  const [spaceId, setSpaceId] = useState(floor.spaces[0]!.id);
  const [wall, setWall] = useState(0);
  const [off, setOff] = useState(0);
  const space = floor.spaces.find((s) => s.id === spaceId) ?? floor.spaces[0]!;
  const at = () => {
    const [p] = placedOutline(space.outline, { wall, along: (walkOf(space.outline)[wall]?.length ?? 0) / 2, off, length: 1, depth: 1 });
    const [a, b] = [space.outline[wall]!, space.outline[(wall + 1) % space.outline.length]!];
    const angle = ((((Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI) % 180) + 180) % 180;
    onMatch(p!, Math.abs(angle - Math.round(angle / 90) * 90) < 1e-4 ? (Math.round(angle / 90) * 90) % 180 : Number(angle.toFixed(6)));
  };
  return (
    <Thing name="Match a floor that is there">
      <Fields>
        {floor.spaces.length > 1 && (
          <Choice
            label="In"
            value={space.id}
            options={floor.spaces.map((s) => [s.id, s.name || s.id])}
            onChoice={(id) => (setSpaceId(id), setWall(0))}
          />
        )}
        <WallOf label="From wall" count={space.outline.length} value={wall} onWall={setWall} />
        <SmallLength
          name="Its row edge is off the wall by"
          label="Its row edge is off the wall by"
          mm={off}
          display={job.display}
          onLength={(mm) => void setOff(mm)}
        />
      </Fields>
      <Button my="2" onClick={at}>
        Go on from that edge
      </Button>
    </Thing>
  );
}

/** The wall through which the light comes; a choice that only weighs directions. */
function LightFrom({ job, line }: { job: Job; line: Line }) {
  const { floor } = line;
  const { light } = floor.layout;
  return (
    <Choice
      label="Most light comes through"
      value={light ? `${light.space} ${light.wall}` : ''}
      options={[
        ['', 'not noted'],
        ...floor.spaces.flatMap((s) =>
          s.outline.map((_, i) => [`${s.id} ${i}`, `${job.spaces.length > 1 ? `${s.name || s.id}, ` : ''}wall ${wallLetter(i)}`] as const),
        ),
      ]}
      onChoice={(value) => {
        const at = value.lastIndexOf(' ');
        layout(line, 'light', { light: at < 0 ? undefined : { space: value.slice(0, at), wall: Number(value.slice(at + 1)) } });
      }}
    />
  );
}
