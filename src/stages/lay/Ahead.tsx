'use client';
import { Table } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { cutAhead } from '@/core/lay';
import { BATCH_ROWS } from '@/core/cuts';
import { cutWords, pieceId, takeWords } from '@/formats';
import { happened } from '@/ui/desk';
import { NumberField, Tick, Why } from '@/ui/kit';
import type { InHand } from './hand';

/** The next rows’ cuts in one walk to the saw, in the order in which the stop is set least often. */
export function Ahead({ hand }: { hand: InHand }) {
  const [rows, setRows] = useState(BATCH_ROWS);
  const { steps, step, cuts, site } = hand;
  const batch = useMemo(() => {
    const next = steps.slice(steps.indexOf(step)).slice(0, rows);
    const keys = next.flatMap((s) => s.pieces.map((id) => `${s.floor}/${id}`));
    return cutAhead(keys.flatMap((key) => (site.sawn.has(key) ? [] : (cuts.get(key) ?? []))));
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
            <Table.Row key={line.piece}>
              <Table.Cell fontWeight="650" fontSize="18px">
                {number}
              </Table.Cell>
              <Table.Cell>
                <b>{pieceId(line.piece)}</b>, {line.rooms[0]}: {takeWords(line)}
                <br />
                {cutWords(line)}
              </Table.Cell>
              <Table.Cell>
                <Tick
                  label={`Piece ${pieceId(line.piece)} is sawn`}
                  checked={false}
                  onTick={() => happened({ what: 'cut', piece: line.piece })}
                />
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </>
  );
}
