'use client';
import { Field, Input } from '@chakra-ui/react';
import { CornerDownLeft, CornerDownRight, Trash2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Job, Space } from '@/core/given';
import { adjusted, closingOf, closingWall, CLOSES_WITHIN, outlineOf, wallLetter, type WalkedWall } from '@/core/survey';
import { formatLength, parseLength } from '@/core/units';
import { edit, firstText, startOf, withSpace } from '@/ui/desk';
import { Button, Heading2, LengthField, Stops, Why } from '@/ui/kit';
import { takesReadings } from '@/ui/kit/readings';
import styles from './room.module.css';
import { setTyped } from './walking';

type Props = { job: Job; space: Space; walk: readonly WalkedWall[] };

/** Round the room with a tape: each wall's length, then which way one turns; the drawing grows, the closing error shows. */
export function Walk({ job, space, walk }: Props) {
  const { display } = job;
  const [text, setText] = useState('');
  const [angle, setAngle] = useState('90');
  const [problem, setProblem] = useState<string>();
  const input = useRef<HTMLInputElement>(null);
  const put = (next: readonly WalkedWall[] | undefined, outline?: [number, number][]) =>
    edit(outline ? 'a walked outline' : 'the walk', (now) =>
      withSpace(now, space.id, ({ walk: _old, walkFrom, ...s }) => ({
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
    setTyped(length.ok ? length.mm : 0);
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
  const lastWall = closingWall(walk, start);
  const close = (mm: number) => put(undefined, outlineOf([...walk, { length: mm, turn: 90 }], start) ?? undefined);
  return (
    <div>
      <Heading2>Walk the walls</Heading2>
      <Why mt="0">
        {walkFrom
          ? 'Begin in a corner of the wall with the doorway you came through; that wall is the first.'
          : 'Begin in a corner, the wall running to the right on the drawing.'}{' '}
        Write a wall’s length, then say which way you turn at its end.
      </Why>
      {walkFrom && (
        <LengthField
          label="From that corner to the doorway"
          mm={walkFrom.along}
          display={display}
          onLength={(along) =>
            firstText(edit('where the walk begins', (now) => withSpace(now, space.id, (s) => ({ ...s, walkFrom: { ...walkFrom, along } }))))
          }
        />
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
            size="xl"
            fontWeight="650"
            fontFamily="var(--figures)"
            value={text}
            autoComplete="off"
            onChange={(e) => typed(e.target.value)}
          />
          {problem !== undefined && <Field.ErrorText fontSize="14px">{problem}</Field.ErrorText>}
        </Field.Root>
        <Stops style={{ alignItems: 'center' }}>
          <Button variant="solid" type="submit" colorPalette="blue">
            <CornerDownRight size={17} /> Turn right
          </Button>
          <Button type="button" onClick={() => add(-1)}>
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
        </Stops>
      </form>

      {walk.length > 1 && (
        <>
          <Heading2>Closing</Heading2>
          {outline ? (
            <Why tone="good">It closes{closing.error > 0.5 ? `, but for ${length(closing.error)}` : ''}.</Why>
          ) : closing.error <= CLOSES_WITHIN ? (
            <Why tone="must">It comes back, but the walls cross or enclose nothing. Check the turns.</Why>
          ) : (
            <Why>
              Ends <b>{length(closing.error)}</b> from where it began.
              {walk.length > 3 && closing.likely.length > 0 && ' Or if that is all the walls, one of these was misread:'}
            </Why>
          )}
          {lastWall !== null && (
            <Stops>
              <Button variant="solid" colorPalette="blue" onClick={() => close(lastWall)}>
                Close it with wall {wallLetter(walk.length)}, {length(lastWall)}
              </Button>
            </Stops>
          )}
          {!outline && walk.length > 3 && closing.error > CLOSES_WITHIN && (
            <Stops>
              {closing.likely.slice(0, 3).map(({ wall, by, left }) => (
                <Button key={wall} onClick={() => put(undefined, adjusted(walk, wall, by, start))}>
                  {wallLetter(wall)} is {length(walk[wall]!.length + by)}, not {length(walk[wall]!.length)}
                  {left > CLOSES_WITHIN ? ` (${length(left)} stays in the last corner)` : ''}
                </Button>
              ))}
            </Stops>
          )}
        </>
      )}
      {walk.length > 0 && (
        <table className={styles.walls}>
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
                    size="xs"
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

      <Stops>
        <Button variant="solid" colorPalette="blue" disabled={!outline} onClick={() => outline && put(undefined, outline)}>
          Use this outline
        </Button>
        <Button disabled={walk.length === 0} onClick={() => put(walk.slice(0, -1))}>
          <Trash2 size={17} /> Take back wall {walk.length > 0 ? wallLetter(walk.length - 1) : ''}
        </Button>
        <Button onClick={() => put(undefined)}>Stop walking</Button>
      </Stops>
    </div>
  );
}
