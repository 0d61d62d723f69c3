'use client';
import { Table } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { cutAhead, pieceKey } from '@/core/lay';
import { BATCH_ROWS } from '@/core/plan';
import { formatLength } from '@/core/units';
import { cutWords } from '@/formats';
import { happened, useJob } from '@/ui/desk';
import { NumberField, Tick, Why } from '@/ui/kit';
import type { InHand } from './hand';

/** The next rows’ cuts in one walk to the saw, in the order in which the stop is set least often. */
export function Ahead({ hand }: { hand: InHand }) {
  const { display } = useJob();
  const [rows, setRows] = useState(BATCH_ROWS);
  const { steps, step, cuts, floor, site } = hand;
  const batch = useMemo(() => {
    const next = steps.slice(steps.indexOf(step)).slice(0, rows);
    return cutAhead(next.flatMap((s) => s.pieces.map((id) => cuts.get(`${s.floor}/${id}`)!)).filter((l) => !site.lying.has(pieceKey(l.floor, l.piece)) && !site.sawn.has(pieceKey(l.floor, l.piece)))); // prettier-ignore
  }, [steps, step, rows, cuts, site]);
  return (
    <>
      <NumberField
        label="Rows ahead"
        value={rows}
        whole
        wanted="1 to 12 rows"
        onNumber={(n) => (n < 1 || n > 12 ? '1 to 12 rows' : (setRows(n), undefined))}
      />
      <Why>
        {batch.cuts.length} cuts, the stop set <b>{batch.settings}</b> times. Write the number on each piece, stack them in its order.
      </Why>
      <Table.Root size="sm">
        <Table.Body>
          {batch.cuts.map(({ number, line }) => (
            <Table.Row key={`${line.floor} ${line.piece.id}`}>
              <Table.Cell fontWeight="650" fontSize="18px">
                {number}
              </Table.Cell>
              <Table.Cell>
                <b>{formatLength(line.length, display)}</b> · {line.piece.id}
                {line.floor !== floor.id && `, floor ${line.floor}`} ·{' '}
                {line.take.kind === 'plank' ? `new plank ${line.piece.plank}` : `labelled ${line.piece.id}`}
                <br />
                <span className="quiet">{cutWords(line, display)}</span>
              </Table.Cell>
              <Table.Cell>
                <Tick
                  label={`Piece ${line.piece.id} is sawn`}
                  checked={false}
                  onTick={() => happened({ what: 'cut', piece: pieceKey(line.floor, line.piece) })}
                />
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </>
  );
}
