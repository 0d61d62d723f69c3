'use client';
import { Button } from '@chakra-ui/react';
import { CircleDot, Eye, EyeOff, RotateCw } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Floor } from '@/core/floors';
import { round3, type Point } from '@/core/geometry';
import { sourceOf, sourceText, type Job, type Layout, type Problem } from '@/core/given';
import { scoreOf, thriftOf, wrappedDoorways, type RunningWall, type SetOut, type SetOutGround } from '@/core/setout';
import { placedOutline, walkOf, wallLetter } from '@/core/survey';
import { formatLength } from '@/core/units';
import { createPlanner } from '@/workers';
import { BigLength } from '../parts/Big';
import { Choice } from '../parts/Choice';
import { Directions } from '../parts/Directions';
import { SmallLength } from '../parts/SmallLength';
import { NumberField } from '../parts/NumberField';
import { stripText } from '../sheet/SetOutOverlay';
import { directionWords, wallName } from '../state/names';
import { lineAt, quarterOn, reasonFor, stopsOf, withFloorLayout } from '../state/setOutEdit';
import { withSpace } from '../state/edit';
import { WallOf } from './Checks';
import type { StageProps } from './props';

// the chart's package is needed on this stage only
const StripCurve = dynamic(() => import('../parts/StripCurve'), { ssr: false, loading: () => <div style={{ height: 190 }} /> });

type Props = StageProps & {
  setOut: SetOut;
  ground: SetOutGround;
  dragging: boolean;
  lineW: number;
  onChange: (next: Job) => readonly Problem[];
  onPlace: (w: number) => void;
  /** planks as the line lies now */
  planks: number | null;
};

/** Where the rows fall, and how wide the strip at every wall comes out. */
export function SetOutReading({ job, floors, floor, setOut, ground, dragging, lineW, onChange, onPlace, planks }: Props) {
  const { display } = job;
  const limits = floor.product.limits;
  const [matching, setMatching] = useState(false);
  const stops = useMemo(() => stopsOf(ground), [ground]);
  const strips = [...setOut.strips].sort((a, b) => a.least - b.least || b.wall.u[1] - b.wall.u[0] - (a.wall.u[1] - a.wall.u[0]));
  const worst = strips[0];
  // a wall that doorways part reads the same on both sides: once is enough
  const seen = new Set<string>();
  const listed = strips.filter((s) => {
    const key = `${wallName(s.wall, floor)} ${stripText(s, display)}`;
    return !seen.has(key) && seen.add(key);
  });
  const best = scoreOf(ground.walls, { origin: stops[0]!.origin, widths: ground.widths }, limits.rip, ground.doorways).narrowest;
  const layout = (change: Parameters<typeof withFloorLayout>[3]) => onChange(withFloorLayout(job, floor, floors.length, change));
  const half = () => onPlace(lineW + ground.widths[0]! / 2);
  const turn = () => layout({ direction: quarterOn(floor) });
  useHotkeys('h', half, { useKey: true });
  useHotkeys('d', turn, { useKey: true });
  const centred = setOut.mode === 'edge-on-centre' || setOut.mode === 'plank-on-centre';
  const wrapped = wrappedDoorways(ground.doorways, setOut.grid);
  const mode = dragging ? 'row-edge-at' : setOut.mode;
  const length = (mm: number) => formatLength(mm, display);
  return (
    <>
      <h1>Narrowest strip</h1>
      {worst ? (
        <>
          <BigLength mm={worst.least} display={display} />
          <p className="why">
            at <b>{wallName(worst.wall, floor)}</b>.{' '}
            {worst.least < limits.rip - 0.01 ? (
              <span className="must">
                Too narrow: at least {length(limits.rip)} ({sourceText(sourceOf(floor.product, 'rip'))}). Move the line
                {best >= limits.rip ? `; ${length(best)} is possible` : ''}.
              </span>
            ) : (
              <>
                Wanted: at least {length(limits.rip)} ({sourceText(sourceOf(floor.product, 'rip'))}).
              </>
            )}
          </p>
        </>
      ) : (
        <p className="why">No wall runs with the planks: every row ends in slants, and no place for the line leaves a narrow strip.</p>
      )}
      {worst && (
        <p className="why quiet">
          {reasonFor(mode, ground)}
          {mode !== 'auto' && best > worst.least + 0.5 ? ` The best place leaves ${length(best)}.` : ''}
        </p>
      )}

      {wrapped > 0 && (
        <p className="why should">
          In {wrapped === 1 ? 'one doorway' : `${wrapped} doorways`} a row edge runs out past the wall’s face: one plank would wrap both
          jambs.
        </p>
      )}

      <div className="stops" role="group" aria-label="Places for the line">
        {stops.map((stop) => (
          <Button
            key={stop.mode}
            h="44px"
            variant={mode === stop.mode ? 'solid' : 'outline'}
            colorPalette={mode === stop.mode ? 'blue' : 'gray'}
            aria-pressed={mode === stop.mode}
            onClick={() =>
              layout({
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
        <Button h="44px" variant="outline" aria-pressed={false} onClick={half}>
          Half a plank over <kbd>H</kbd>
        </Button>
        <Button h="44px" variant="outline" aria-expanded={matching} onClick={() => setMatching(!matching)}>
          Match a floor
        </Button>
      </div>

      {centred && floor.spaces.length > 1 && (
        <Choice
          label="The centre line of"
          value={floor.layout.setOut.space ?? floor.spaces[0]!.id}
          options={floor.spaces.map((s) => [s.id, s.name || s.id])}
          onChoice={(space) => layout({ setOut: { mode: setOut.mode, space } })}
        />
      )}
      {matching && (
        <MatchFloor
          job={job}
          floor={floor}
          onMatch={(at, direction) => {
            layout({ direction, setOut: { mode: 'row-edge-at', at: [round3(at[0]), round3(at[1])] } });
            setMatching(false);
          }}
        />
      )}

      <Thrift job={job} floors={floors} floor={floor} ground={ground} planks={planks} onChange={onChange} />

      {ground.walls.length > 0 && (
        <StripCurve ground={ground} floor={floor} origin={setOut.grid.origin} display={display} onShift={(by) => onPlace(lineW + by)} />
      )}

      <ul className="lines">
        {listed.slice(0, 12).map((strip, i) => (
          <li key={i}>
            <span>
              {wallName(strip.wall, floor)}
              {strip.at[0] !== strip.at[1] && strip.crossed === 0 && (
                <span className="quiet"> flares {length(Math.abs(strip.at[0] - strip.at[1]))}</span>
              )}
              {strip.crossed > 0 && <span className="quiet"> a row runs out on it</span>}
            </span>
            <span style={{ display: 'flex', alignItems: 'center', gap: 6 }}>
              {strip.wall.bound.kind === 'wall' && <Seen job={job} wall={strip.wall} onChange={onChange} />}
              <b className={strip.least < limits.rip - 0.01 ? 'must' : undefined}>{stripText(strip, display)}</b>
            </span>
          </li>
        ))}
      </ul>

      <h2>Planks run {directionWords(setOut.direction)}</h2>
      <p className="why quiet" style={{ margin: 0 }}>
        {setOut.directionReason}.
      </p>
      <div className="stops">
        <Button h="44px" variant="outline" onClick={turn}>
          <RotateCw size={17} /> Turn by a quarter <kbd>D</kbd>
        </Button>
        {floor.layout.direction !== 'auto' && (
          <Button h="44px" variant="outline" onClick={() => layout({ direction: 'auto' })}>
            As judged best
          </Button>
        )}
      </div>
      <NumberField
        label="Angle in degrees (0 left to right, 90 bottom to top; 180 begins at the other wall)"
        value={setOut.direction}
        wanted="An angle in degrees, such as 45."
        onNumber={(direction) => (Math.abs(direction) > 360 ? 'An angle between −360 and 360°.' : void layout({ direction }))}
      />
      <LightFrom job={job} floor={floor} onLight={(light) => layout({ light })} />
      <Directions job={job} floors={floors} floor={floor} onChange={onChange} />
    </>
  );
}

type ThriftProps = Pick<Props, 'job' | 'floors' | 'floor' | 'ground' | 'planks' | 'onChange'>;

/** The price of width: both ripped rows out of one plank's width, beside the set-out with the widest strips, with what it saves. */
function Thrift({ job, floors, floor, ground, planks, onChange }: ThriftProps) {
  const thrift = useMemo(() => thriftOf(ground, job.kerf), [ground, job.kerf]);
  const offer = useMemo(
    () =>
      thrift &&
      withFloorLayout(job, floor, floors.length, {
        setOut: lineAt(ground, thrift.origin + ground.widths[0]!),
        direction: ground.direction,
      }),
    [thrift, job, floor, floors.length, ground],
  );
  const [found, setFound] = useState<{ for: unknown; planks: number | null }>({ for: null, planks: null });
  useEffect(() => {
    if (!offer) return;
    const planner = createPlanner();
    let current = true;
    const timer = setTimeout(async () => {
      const result = await planner.plan(offer);
      if (current) setFound({ for: offer, planks: result?.ok ? result.value.summary.planks : null });
      planner.cancel();
    }, 700);
    return () => {
      current = false;
      clearTimeout(timer);
      planner.cancel();
    };
  }, [offer]);
  if (!thrift || !offer) return null;
  const length = (mm: number) => formatLength(mm, job.display);
  const saved = found.for === offer && found.planks !== null && planks !== null ? planks - found.planks : null;
  // not known yet, here already, or nothing gained
  if (saved === null || saved <= 0) return null;
  return (
    <p className="why">
      <b>The price of width:</b> with strips of {length(thrift.first)} and {length(thrift.last)} one plank’s width gives both the first and
      the last row, and {saved} {saved === 1 ? 'plank is' : 'planks are'} saved.{' '}
      <Button h="44px" size="sm" variant="outline" onClick={() => onChange(offer)}>
        Take it
      </Button>
    </p>
  );
}

/** How much a wall is seen: the strip beside it counts the more. */
function Seen({ job, wall, onChange }: { job: Job; wall: RunningWall; onChange: Props['onChange'] }) {
  if (wall.bound.kind !== 'wall') return null;
  const { space, wall: index } = wall.bound;
  const Icon = wall.weight > 1 ? Eye : wall.weight < 1 ? EyeOff : CircleDot;
  return (
    <Button
      size="sm"
      h="44px"
      px="2"
      variant={wall.weight === 1 ? 'ghost' : 'outline'}
      aria-label={`${wallLetter(index)} is ${seenWords(wall.weight)}; change`}
      title={`This wall is ${seenWords(wall.weight)}; its strip counts accordingly`}
      onClick={() => onChange(nextWeight(job, space, index))}
    >
      <Icon size={17} />
    </Button>
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
    <fieldset className="thing">
      <legend>Match a floor that is there</legend>
      <div className="thing-grid">
        {floor.spaces.length > 1 && (
          <Choice
            label="In"
            value={space.id}
            options={floor.spaces.map((s) => [s.id, s.name || s.id])}
            onChoice={(id) => (setSpaceId(id), setWall(0))}
          />
        )}
        <WallOf label="From wall" space={space} value={wall} onWall={setWall} />
        <SmallLength
          name="Its row edge is off the wall by"
          label="Its row edge is off the wall by"
          mm={off}
          display={job.display}
          onLength={(mm) => void setOff(mm)}
        />
      </div>
      <Button h="44px" my="2" variant="outline" onClick={at}>
        Go on from that edge
      </Button>
    </fieldset>
  );
}

/** The wall through which the light comes; a choice that only weighs directions. */
function LightFrom({ job, floor, onLight }: { job: Job; floor: Floor; onLight: (light: Layout['light']) => void }) {
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
        onLight(at < 0 ? undefined : { space: value.slice(0, at), wall: Number(value.slice(at + 1)) });
      }}
    />
  );
}
