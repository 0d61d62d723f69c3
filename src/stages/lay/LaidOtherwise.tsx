'use client';
import { useState } from 'react';
import { boxOf, frameOf, round3, turned } from '@/core/geometry';
import type { NewEvent } from '@/core/given';
import { formatLength } from '@/core/units';
import { useJob } from '@/ui/desk';
import { Button, LengthField, Tick, Why } from '@/ui/kit';
import type { InHand } from './hand';
import { pulled } from './joints';
import { useDraggedJoints } from './useDraggedJoints';
import styles from './lay.module.css';

const WIDTH = 320;

/** The row in hand as it really lies: its joints dragged, or written, to where they are. */
export function LaidOtherwise({ hand, onTell }: { hand: InHand; onTell: (event: NewEvent) => void }) {
  const { display } = useJob();
  const { floor, piece, plan } = hand;
  const frame = frameOf(floor.direction);
  const pieces = floor.pieces
    .filter((p) => p.row === piece.row)
    .map((p) => ({ p, box: boxOf(p.outline[0]!.map((q) => turned(frame, q))) }))
    .sort((a, b) => a.box.minX - b.box.minX);
  const [u0, u1] = [pieces[0]!.box.minX, pieces[pieces.length - 1]!.box.maxX];
  const [joints, setJoints] = useState(pieces.slice(1).map(({ box }) => round3(box.minX - u0)));
  const [fresh, setFresh] = useState({ first: false, last: false });
  const longest = Math.max(...plan.planks.map((k) => k.length));
  const move = (k: number, to: number) => setJoints(pulled(joints, k, to, u1 - u0));
  const drag = useDraggedJoints(WIDTH / (u1 - u0), move);
  const ends = [0, ...joints, u1 - u0];
  const tell = () => {
    const told = ends.slice(1).map((to, k) => {
      const long = round3(to - ends[k]!);
      const { p } = pieces[Math.min(k, pieces.length - 1)]!;
      const size = plan.planks.find((q) => q.n === p.plank)!;
      const [first, last] = [k === 0, k === ends.length - 2];
      const isNew = (first && fresh.first) || (last && fresh.last) || k >= pieces.length;
      // what begins a row keeps its right end, what ends it its left one
      const from = first && !last ? round3(size.length - long) : !first && last ? 0 : Math.min(p.cut.from, round3(size.length - long));
      const plank = isNew ? ('new' as const) : p.plank;
      return {
        plank,
        from: Math.max(0, from),
        to: round3(Math.max(0, from) + long),
        at: round3(u0 + ends[k]!),
        ...(isNew ? { length: size.length, width: size.width } : {}),
      };
    });
    onTell({ what: 'laid-as', floor: floor.id, row: piece.row, pieces: told });
  };
  return (
    <>
      <Why>Drag each joint to where it is, or write how far it lies from the row’s left end.</Why>
      <svg className={styles.joints} viewBox={`0 0 ${WIDTH} 64`} {...drag.surface}>
        <rect className={styles.rowAsLaid} x={0} y={10} width={WIDTH} height={38} />
        {joints.map((u, k) => (
          <g key={k} {...drag.handle(k)} className={styles.joint} transform={`translate(${(u / (u1 - u0)) * WIDTH} 0)`}>
            <rect x={-22} y={0} width={44} height={64} fill="transparent" />
            <path d="M0 4V56" />
            <circle cx={0} cy={29} r={9} />
          </g>
        ))}
      </svg>
      {joints.map((u, k) => (
        <LengthField
          key={k}
          label={`Joint ${k + 1}, from the left end`}
          mm={u}
          display={display}
          onLength={(v) => {
            if (v <= (joints[k - 1] ?? 0) || v >= (joints[k + 1] ?? u1 - u0)) return 'between its neighbours';
            if (v - (joints[k - 1] ?? 0) > longest + 1) return `a plank is ${formatLength(longest, display)} long`;
            move(k, v);
            return undefined;
          }}
        />
      ))}
      <Tick checked={fresh.first} onTick={(first) => setFresh({ ...fresh, first })}>
        The first piece is of a new plank
      </Tick>
      <Tick checked={fresh.last} onTick={(last) => setFresh({ ...fresh, last })}>
        The last piece is of a new plank
      </Tick>
      <Button variant="solid" colorPalette="blue" h="56px" w="100%" mt="4" onClick={tell}>
        Row {piece.row} lies so
      </Button>
    </>
  );
}
