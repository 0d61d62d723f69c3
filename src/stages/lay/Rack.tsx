'use client';
import { Table } from '@chakra-ui/react';
import { formatLength } from '@/core/units';
import { useJob } from '@/ui/desk';
import { Why } from '@/ui/kit';
import { useInHand } from './hand';

const STATES = { wanted: 'kept for its piece', sawn: 'sawn, not laid', spare: 'spare' } as const;

/** Every offcut and sawn piece that waits, by its label: what is wanted first comes first. */
export function Rack() {
  const { display } = useJob();
  const kept = useInHand()?.kept ?? [];
  if (kept.length === 0) return <Why>No offcuts kept yet.</Why>;
  return (
    <Table.Root size="sm">
      <Table.Header>
        <Table.Row>
          <Table.ColumnHeader>Label</Table.ColumnHeader>
          <Table.ColumnHeader>Length</Table.ColumnHeader>
          <Table.ColumnHeader>For</Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {kept.map((k) => (
          <Table.Row key={`${k.plank} ${k.label} ${k.from}`}>
            <Table.Cell fontWeight="650">{k.label}</Table.Cell>
            <Table.Cell>{formatLength(k.to - k.from, display)}</Table.Cell>
            <Table.Cell>{STATES[k.state]}</Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}
