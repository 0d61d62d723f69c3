'use client';
import { Button } from '@chakra-ui/react';
import { RotateCw } from 'lucide-react';
import { useMemo } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { sourceOf, sourceText, type Job, type Problem } from '@/core/job';
import { scoreOf, type SetOut, type SetOutGround, type Strip } from '@/core/setout';
import { formatLength } from '@/core/units';
import { BigLength } from '../parts/Big';
import { stripText } from '../sheet/SetOutOverlay';
import { quarterOn, reasonFor, stopsOf, withFloorLayout } from '../state/setOutEdit';
import type { StageProps } from '../Work';

type Props = StageProps & {
  setOut: SetOut;
  ground: SetOutGround;
  dragging: boolean;
  lineW: number;
  onChange: (next: Job) => readonly Problem[];
  onPlace: (w: number) => void;
};

/** Where the rows fall, and how wide the strip at every wall comes out. */
export function SetOutReading({ job, floors, floor, setOut, ground, dragging, lineW, onChange, onPlace }: Props) {
  const { display } = job;
  const limits = floor.product.limits;
  const stops = useMemo(() => stopsOf(ground), [ground]);
  const strips = [...setOut.strips].sort((a, b) => a.least - b.least || b.wall.u[1] - b.wall.u[0] - (a.wall.u[1] - a.wall.u[0]));
  const worst = strips[0];
  const best = scoreOf(ground.walls, { origin: stops[0]!.origin, widths: ground.widths }, limits.rip).worst;
  const layout = (change: Parameters<typeof withFloorLayout>[3]) => onChange(withFloorLayout(job, floor, floors.length, change));
  const half = () => onPlace(lineW + ground.widths[0]! / 2);
  const turn = () => layout({ direction: quarterOn(floor) });
  useHotkeys('h', half, { useKey: true });
  useHotkeys('d', turn, { useKey: true });
  const mode = dragging ? 'row-edge-at' : setOut.mode;
  const length = (mm: number) => formatLength(mm, display);
  return (
    <>
      <h1>Narrowest strip</h1>
      {worst ? (
        <>
          <BigLength mm={worst.least} display={display} />
          <p className="why">
            at <b>{wallName(worst, floor)}</b>.{' '}
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
        <p className="why">No wall runs with the planks.</p>
      )}
      <p className="why quiet">
        {reasonFor(mode, ground)}
        {mode !== 'auto' && worst && best > worst.least + 0.5 ? ` The best place leaves ${length(best)}.` : ''}
      </p>

      <div className="stops" role="group" aria-label="Places for the line">
        {stops.map((stop) => (
          <Button
            key={stop.mode}
            h="44px"
            variant={mode === stop.mode ? 'solid' : 'outline'}
            colorPalette={mode === stop.mode ? 'blue' : 'gray'}
            aria-pressed={mode === stop.mode}
            onClick={() => layout({ setOut: { mode: stop.mode } })}
          >
            {stop.name}
          </Button>
        ))}
        <Button h="44px" variant="outline" aria-pressed={false} onClick={half}>
          Half a plank over <kbd>H</kbd>
        </Button>
      </div>

      <ul className="lines">
        {strips.slice(0, 12).map((strip, i) => (
          <li key={i}>
            <span>
              {wallName(strip, floor)}
              {strip.at[0] !== strip.at[1] && strip.crossed === 0 && (
                <span className="quiet"> flares {length(Math.abs(strip.at[0] - strip.at[1]))}</span>
              )}
              {strip.crossed > 0 && <span className="quiet"> a row runs out on it</span>}
            </span>
            <b className={strip.least < limits.rip - 0.01 ? 'must' : undefined}>{stripText(strip, display)}</b>
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
            Along the longest walls
          </Button>
        )}
      </div>
    </>
  );
}

/** `0` → across the drawing, left to right. */
function directionWords(direction: number): string {
  const d = ((direction % 180) + 180) % 180;
  if (d === 0) return 'left to right';
  if (d === 90) return 'top to bottom';
  return `at ${Number(d.toFixed(1))}°`;
}

/** A wall's name as a person would point at it. */
function wallName({ wall }: Strip, floor: StageProps['floor']): string {
  const side = wall.side === 'start' ? 'start' : 'far';
  const { bound } = wall;
  if (bound.kind === 'wall') {
    const space = floor.spaces.find((s) => s.id === bound.space);
    const name = space?.name === undefined || space.name === '' ? 'room' : space.name;
    return floor.spaces.length > 1 ? `${name}, ${side} wall` : `the ${side} wall`;
  }
  if (bound.kind === 'jamb' || bound.kind === 'line' || bound.kind === 'open') return `doorway ${bound.opening}, ${side} side`;
  return `the ${bound.kind}, ${side} side`;
}
