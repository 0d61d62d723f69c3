'use client';
import { Button, Field, Input } from '@chakra-ui/react';
import { CornerDownLeft, CornerDownRight, Trash2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Job, Problem, Space } from '@/core/given';
import { adjusted, closingOf, CLOSES_WITHIN, outlineOf, wallLetter, type WalkedWall } from '@/core/survey';
import { formatLength, parseLength } from '@/core/units';
import { LengthField } from '../parts/LengthField';
import { firstText, startOf, withSpace } from '../state/edit';
import { takesReadings } from '../state/laser';

type Props = {
  job: Job;
  space: Space;
  walk: readonly WalkedWall[];
  onChange: (next: Job) => readonly Problem[];
  onTyped: (mm: number) => void;
};

/** Round the room with a tape: each wall's length, then which way one turns; the drawing grows, the closing error shows. */
export function Walk({ job, space, walk, onChange, onTyped }: Props) {
  const { display } = job;
  const [text, setText] = useState('');
  const [angle, setAngle] = useState('90');
  const [problem, setProblem] = useState<string>();
  const input = useRef<HTMLInputElement>(null);
  const put = (next: readonly WalkedWall[] | undefined, outline?: [number, number][]) =>
    onChange(
      withSpace(job, space.id, ({ walk: _old, walkFrom, ...s }) => ({
        ...s,
        ...(next ? { walk: [...next], ...(walkFrom ? { walkFrom } : {}) } : {}),
        ...(outline ? { outline } : {}),
      })),
    );
  const start = startOf(job, space, walk);
  const { walkFrom } = space;
  const typed = (next: string) => {
    setText(next);
    const length = parseLength(next, display);
    onTyped(length.ok ? length.mm : 0);
  };
  const reading = useRef<(mm: number) => void>(() => undefined);
  useEffect(() => {
    reading.current = (mm) => typed(formatLength(mm, display, { bare: true, decimals: 1 }));
  });
  useEffect(() => takesReadings(input.current!, (mm) => reading.current(mm)), []);
  const add = (side: 1 | -1) => {
    const length = parseLength(text, display);
    const degrees = Number(angle.replace(',', '.'));
    if (!length.ok) return setProblem(length.text);
    if (length.mm < 10) return setProblem('A wall is at least 10 mm long.');
    if (!(degrees > 0 && degrees < 180)) return setProblem('The turn is between 0 and 180°; a square corner is 90°.');
    setProblem(undefined);
    typed('');
    put([...walk, { length: length.mm, turn: side * degrees }]);
    input.current?.focus();
  };
  const closing = closingOf(walk);
  const outline = outlineOf(walk, start);
  const length = (mm: number) => formatLength(mm, display);
  return (
    <div>
      <h2 style={{ marginTop: 8 }}>Walk the walls</h2>
      <p className="why" style={{ marginTop: 0 }}>
        {walkFrom
          ? 'Begin in a corner of the wall with the doorway you came through; that wall is the first.'
          : 'Begin in a corner, the wall running to the right on the drawing.'}{' '}
        Write a wall’s length, then say which way you turn at its end.
      </p>
      {walkFrom && (
        <LengthField
          label="From that corner to the doorway"
          mm={walkFrom.along}
          display={display}
          onLength={(along) => firstText(onChange(withSpace(job, space.id, (s) => ({ ...s, walkFrom: { ...walkFrom, along } }))))}
        />
      )}
      {walk.length > 0 && (
        <table className="walls">
          <thead>
            <tr>
              <th>Wall</th>
              <th>Length</th>
              <th>Then</th>
            </tr>
          </thead>
          <tbody>
            {walk.map((wall, i) => (
              <tr key={i}>
                <th scope="row">{wallLetter(i)}</th>
                <td>
                  <LengthField
                    compact
                    label={`Length of wall ${wallLetter(i)}`}
                    mm={wall.length}
                    display={display}
                    onLength={(mm) =>
                      mm < 10 ? 'A wall is at least 10 mm long.' : firstText(put(walk.map((w, k) => (k === i ? { ...w, length: mm } : w))))
                    }
                  />
                </td>
                <td>
                  <Button
                    h="44px"
                    px="2"
                    variant="ghost"
                    onClick={() => put(walk.map((w, k) => (k === i ? { ...w, turn: -w.turn } : w)))}
                    aria-label={`Turn ${wall.turn > 0 ? 'right' : 'left'} by ${Math.abs(wall.turn)}°; switch sides`}
                  >
                    {wall.turn > 0 ? 'right' : 'left'} {Math.abs(wall.turn)}°
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          add(1);
        }}
        style={{ marginTop: 12 }}
      >
        <Field.Root invalid={problem !== undefined}>
          <Field.Label fontSize="14px">Wall {wallLetter(walk.length)}, length</Field.Label>
          <Input
            ref={input}
            h="56px"
            fontSize="26px"
            fontWeight="650"
            fontFamily="var(--figures)"
            value={text}
            autoComplete="off"
            onChange={(e) => typed(e.target.value)}
          />
          {problem !== undefined && <Field.ErrorText fontSize="14px">{problem}</Field.ErrorText>}
        </Field.Root>
        <div className="stops" style={{ alignItems: 'center' }}>
          <Button h="44px" type="submit" colorPalette="blue">
            <CornerDownRight size={17} /> Turn right
          </Button>
          <Button h="44px" type="button" variant="outline" onClick={() => add(-1)}>
            <CornerDownLeft size={17} /> Turn left
          </Button>
          <label style={{ display: 'flex', alignItems: 'center', gap: 6, fontSize: 14 }}>
            by
            <Input
              aria-label="Turn in degrees"
              w="64px"
              h="44px"
              fontFamily="var(--figures)"
              fontSize="18px"
              value={angle}
              onChange={(e) => setAngle(e.target.value)}
            />
            °
          </label>
        </div>
      </form>

      {walk.length > 1 && (
        <>
          <h2>Closing</h2>
          {outline ? (
            <p className="why good">It closes{closing.error > 0.5 ? `, but for ${length(closing.error)}` : ''}.</p>
          ) : closing.error <= CLOSES_WITHIN ? (
            <p className="why must">It comes back, but the walls cross or enclose nothing. Check the turns.</p>
          ) : (
            <p className="why">
              Ends <b>{length(closing.error)}</b> from where it began.
              {walk.length > 3 && closing.likely.length > 0 && ' If that is all the walls, one of these was misread:'}
            </p>
          )}
          {!outline && walk.length > 3 && closing.error > CLOSES_WITHIN && (
            <div className="stops">
              {closing.likely.slice(0, 3).map(({ wall, by, left }) => (
                <Button key={wall} h="44px" variant="outline" onClick={() => put(undefined, adjusted(walk, wall, by, start))}>
                  {wallLetter(wall)} is {length(walk[wall]!.length + by)}, not {length(walk[wall]!.length)}
                  {left > CLOSES_WITHIN ? ` (${length(left)} stays in the last corner)` : ''}
                </Button>
              ))}
            </div>
          )}
        </>
      )}
      <div className="stops">
        <Button h="44px" colorPalette="blue" disabled={!outline} onClick={() => outline && put(undefined, outline)}>
          Use this outline
        </Button>
        <Button h="44px" variant="outline" disabled={walk.length === 0} onClick={() => put(walk.slice(0, -1))}>
          <Trash2 size={17} /> Last wall
        </Button>
        <Button h="44px" variant="outline" onClick={() => put(undefined)}>
          Stop walking
        </Button>
      </div>
    </div>
  );
}
