'use client';
import { NativeSelect, Table } from '@chakra-ui/react';
import { useCallback, useEffect, useState } from 'react';
import type { Role, Sharing } from '@/ui/desk/api';
import { ask } from '@/ui/desk/api';
import { BigNumber, Button, Heading2, Why, Window } from '@/ui/kit';

const MAY: Readonly<Record<Role, string>> = { look: 'may look', lay: 'may record laying', all: 'may change everything' };
const WHAT: Readonly<Record<Sharing['records'][number]['what'], (about: string) => string>> = {
  paired: (about) => `${about} was paired`,
  'wrong-code': (about) => `A wrong code came from ${about}`,
  role: (about) => `Allowed: ${about.replace(/look$/, MAY.look).replace(/lay$/, MAY.lay).replace(/all$/, MAY.all)}`,
  removed: (about) => `${about} was removed`,
  deleted: (about) => `The job “${about}” was deleted`,
  restored: () => 'A backup was restored',
};
/** While the window is open it is looked up again so often, ms. */
const LOOKS_EVERY = 2000;
const when = (time: string | number): string =>
  new Intl.DateTimeFormat(undefined, { dateStyle: 'short', timeStyle: 'short' }).format(new Date(time));

/** The devices that are paired to this server, what each may do, and how the next one is paired. Shown on the machine that serves only. */
export function Devices() {
  const [{ devices, records, code }, setSharing] = useState<Sharing>({ devices: [], records: [], code: null });
  const [open, setOpen] = useState(false);
  const look = useCallback(
    () => void ask<Sharing>('/api/paired', 'GET').then(({ status, body }) => status === 200 && setSharing(body)),
    [],
  );
  useEffect(look, [look]);
  useEffect(() => {
    if (!open) return;
    const timer = setInterval(look, LOOKS_EVERY);
    return () => clearInterval(timer);
  }, [open, look]);
  if (!open && devices.length === 0 && code === null) return null;
  const remove = async (id: string) => {
    await ask(`/api/paired/${id}`, 'DELETE');
    look();
  };
  const allow = async (id: string, role: Role) => {
    await ask(`/api/paired/${id}`, 'PUT', { role });
    look();
  };
  return (
    <>
      <Button onClick={() => (look(), setOpen(true))}>Devices ({devices.length})</Button>
      <Window open={open} onClose={() => setOpen(false)} title="Devices" footer={<Button onClick={() => setOpen(false)}>Close</Button>}>
        {code ? (
          <>
            <BigNumber value={code.code} unit="pairing code" />
            <Why>Enter it on the new device. For one device, until {when(code.until)}.</Why>
          </>
        ) : (
          <Why>To pair another device, open Pitsaw’s address on it. The code then appears here.</Why>
        )}
        {devices.length > 0 && (
          <Table.Root size="sm" mt="3">
            <Table.Body>
              {devices.map(({ id, name, role, seenAt }) => (
                <Table.Row key={id}>
                  <Table.Cell fontWeight="650">
                    {name}
                    <Why tone="quiet">last seen {when(seenAt)}</Why>
                  </Table.Cell>
                  <Table.Cell>
                    <NativeSelect.Root size="md">
                      <NativeSelect.Field
                        aria-label={`What ${name} may do`}
                        value={role}
                        onChange={(e) => void allow(id, e.currentTarget.value as Role)}
                      >
                        {(Object.keys(MAY) as Role[]).map((r) => (
                          <option key={r} value={r}>
                            {MAY[r]}
                          </option>
                        ))}
                      </NativeSelect.Field>
                      <NativeSelect.Indicator />
                    </NativeSelect.Root>
                  </Table.Cell>
                  <Table.Cell textAlign="end">
                    <Button size="sm" onClick={() => void remove(id)} aria-label={`Remove ${name}`}>
                      Remove
                    </Button>
                  </Table.Cell>
                </Table.Row>
              ))}
            </Table.Body>
          </Table.Root>
        )}
        {records.length > 0 && (
          <>
            <Heading2>What happened</Heading2>
            <Table.Root size="sm">
              <Table.Body>
                {records.slice(0, 20).map((r, i) => (
                  <Table.Row key={i}>
                    <Table.Cell whiteSpace="nowrap">{when(r.at)}</Table.Cell>
                    <Table.Cell>{WHAT[r.what](r.about)}</Table.Cell>
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
          </>
        )}
      </Window>
    </>
  );
}
