'use client';
import { Box, Slider } from '@chakra-ui/react';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useEffect, useMemo, type DragEvent } from 'react';
import { roomName, type Job, type Plan } from '@/core/given';
import { orderCost, roomsInOrder, type OrderCost } from '@/core/lay';
import { edit, useJob } from '@/ui/desk';
import { IconButton, Why } from '@/ui/kit';
import { stepsOf } from './hand';
import { useGrowing } from './preview';
import styles from './lay.module.css';

const many = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;
const costWords = ({ back, lines, waiting, walks }: OrderCost): string =>
  [
    back === 0 ? 'nothing is laid backwards' : `${many(back, 'piece is', 'pieces are')} laid backwards`,
    ...(lines === 0 ? [] : [`${many(lines, 'part begins', 'parts begin')} on a line of its own`]),
    `at most ${many(waiting, 'remainder waits', 'remainders wait')}`,
    ...(walks === 0 ? [] : [`${many(walks, 'walk', 'walks')} from room to room`]),
  ].join(', ');

/** In which order the rooms are laid, moved by hand, with what that costs; and the floor as it will grow, step by step. */
export function OrderOfWork({ plan }: { plan: Plan }) {
  const job = useJob();
  const rooms = useMemo(() => roomsInOrder(plan, job), [plan, job]);
  const steps = stepsOf(plan, job);
  const at = useGrowing((s) => s.step);
  const cost = useMemo(() => orderCost(plan, job), [plan, job]);
  const asDrawn = useMemo(() => orderCost(plan, { ...job, laying: undefined }), [plan, job]);
  const name = (id: string) => roomName(job, id);
  const move = (from: number, to: number) => {
    if (to < 0 || to >= rooms.length || from === to) return;
    const next = [...rooms];
    next.splice(to, 0, ...next.splice(from, 1));
    edit('order of rooms', (now: Job) => ({ ...now, laying: { ...now.laying, order: next } }));
  };
  // the floor is seen as it is again once nobody looks at its growing
  useEffect(() => () => useGrowing.setState({ step: null }), []);
  const other = costWords(cost) !== costWords(asDrawn);
  return (
    <>
      {rooms.length > 1 && (
        <ol className={styles.rooms}>
          {rooms.map((room, i) => (
            <li
              key={room}
              draggable
              onDragStart={(e: DragEvent) => e.dataTransfer.setData('text/plain', `${i}`)}
              onDragOver={(e: DragEvent) => e.preventDefault()}
              onDrop={(e: DragEvent) => move(Number(e.dataTransfer.getData('text/plain')), i)}
            >
              <Box flex="1">{name(room)}</Box>
              <IconButton aria-label={`${name(room)} earlier`} disabled={i === 0} onClick={() => move(i, i - 1)}>
                <ArrowUp size={18} />
              </IconButton>
              <IconButton aria-label={`${name(room)} later`} disabled={i === rooms.length - 1} onClick={() => move(i, i + 1)}>
                <ArrowDown size={18} />
              </IconButton>
            </li>
          ))}
        </ol>
      )}
      <Why>
        In this order {costWords(cost)}.{other && <span className="quiet"> As the rooms were drawn: {costWords(asDrawn)}.</span>}
      </Why>
      <Why tone="quiet">Slide to see the floor grow: {at === null ? `${steps.length} steps` : `step ${at} of ${steps.length}`}.</Why>
      <Slider.Root
        min={0}
        max={steps.length}
        value={[at ?? 0]}
        onValueChange={(e) => useGrowing.setState({ step: e.value[0]! > 0 ? e.value[0]! : null })}
        {...{ 'aria-label': ['Steps that lie'] }}
        mt="2"
        colorPalette="blue"
      >
        <Slider.Control minH="44px">
          <Slider.Track>
            <Slider.Range />
          </Slider.Track>
          <Slider.Thumb index={0} boxSize="28px" />
        </Slider.Control>
      </Slider.Root>
    </>
  );
}
