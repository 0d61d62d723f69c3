'use client';
import { Table } from '@chakra-ui/react';
import { useMemo } from 'react';
import { rackOnSite } from '@/core/lay';
import { formatLength } from '@/core/units';
import { useJob, useSite } from '@/ui/desk';
import { Why } from '@/ui/kit';
import { rackName } from './words';

/** Every remainder that exists: what waits, for which piece; and what may be thrown away. */
export function Rack() {
  const { display, kerf } = useJob();
  const site = useSite((s) => s.site);
  const rack = useMemo(() => (site?.plan ? rackOnSite(site, site.plan, kerf) : []), [site, kerf]);
  const waiting = rack.filter((r) => r.becomes.length > 0);
  const waste = rack.filter((r) => r.becomes.length === 0);
  const size = (r: (typeof rack)[number]) =>
    `${formatLength(r.to - r.from, display)}${r.whole ? '' : ` × ${formatLength(r.width, display)}`}`;
  return (
    <>
      {waiting.length === 0 && <Why>Nothing waits.</Why>}
      {waiting.length > 0 && (
        <Table.Root size="sm">
          <Table.Header>
            <Table.Row>
              <Table.ColumnHeader>Label</Table.ColumnHeader>
              <Table.ColumnHeader>Length</Table.ColumnHeader>
              <Table.ColumnHeader>Plank and end</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {waiting.map((r) => (
              <Table.Row key={`${r.plank} ${r.from}`}>
                <Table.Cell fontWeight="650">
                  {r.becomes.map((key) => key.split('/').at(-1)).join(', ')}
                  {r.sawn ? ', sawn' : ''}
                </Table.Cell>
                <Table.Cell>{size(r)}</Table.Cell>
                <Table.Cell>{rackName(r)}</Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      )}
      {waste.length > 0 && (
        <Why tone="quiet">
          May be thrown away:{' '}
          {waste
            .slice(0, 12)
            .map((r) => `${rackName(r)} ${size(r)}`)
            .join(' · ')}
          {waste.length > 12 && ` · and ${waste.length - 12} more`}. Keep a few whole planks as spares all the same.
        </Why>
      )}
    </>
  );
}
