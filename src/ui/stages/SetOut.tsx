'use client';
import { Button, Field, Input } from '@chakra-ui/react';
import { RotateCw } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { sourceOf, sourceText, type Job, type Problem } from '@/core/job';
import { scoreOf, type SetOut, type SetOutGround } from '@/core/setout';
import { formatLength } from '@/core/units';
import { BigLength } from '../parts/Big';
import { Directions } from '../parts/Directions';
import { stripText } from '../sheet/SetOutOverlay';
import { directionWords, wallName } from '../state/names';
import { quarterOn, reasonFor, stopsOf, withFloorLayout } from '../state/setOutEdit';
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

      {ground.walls.length > 0 && (
        <StripCurve ground={ground} floor={floor} origin={setOut.grid.origin} display={display} onShift={(by) => onPlace(lineW + by)} />
      )}

      <ul className="lines">
        {strips.slice(0, 12).map((strip, i) => (
          <li key={i}>
            <span>
              {wallName(strip.wall, floor)}
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
      <AngleField direction={setOut.direction} onAngle={(direction) => layout({ direction })} />
      <Directions job={job} floors={floors} floor={floor} onChange={onChange} />
    </>
  );
}

/** Any angle, where the walls do not say it. */
function AngleField({ direction, onAngle }: { direction: number; onAngle: (direction: number) => void }) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string>();
  const commit = () => {
    if (text === null) return;
    const value = Number(text.replace(',', '.').replace('°', ''));
    if (text.trim() === '' || !Number.isFinite(value) || Math.abs(value) > 360) return setProblem('An angle in degrees, such as 45.');
    setProblem(undefined);
    setText(null);
    onAngle(value);
  };
  return (
    <Field.Root invalid={problem !== undefined} mt="3">
      <Field.Label fontSize="14px">Angle in degrees (0 left to right, 90 bottom to top; 180 begins at the other wall)</Field.Label>
      <Input
        h="44px"
        w="120px"
        fontFamily="var(--figures)"
        fontSize="19px"
        value={text ?? String(Number(direction.toFixed(2)))}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === 'Enter' && commit()}
      />
      {problem !== undefined && <Field.ErrorText fontSize="14px">{problem}</Field.ErrorText>}
    </Field.Root>
  );
}
