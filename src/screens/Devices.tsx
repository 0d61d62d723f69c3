'use client';
import { Table } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { PairedDevice } from '@/ui/desk/api';
import { ask } from '@/ui/desk/api';
import { Button, Why, Window } from '@/ui/kit';

/** The devices that were paired to this server, each with when it was last seen; any can be sent away. Shown on the machine that serves only. */
export function Devices() {
  const [devices, setDevices] = useState<readonly PairedDevice[]>([]);
  const [open, setOpen] = useState(false);
  const look = () =>
    void ask<{ devices?: readonly PairedDevice[] }>('/api/paired', 'GET').then(({ status, body }) =>
      setDevices(status === 200 ? (body.devices ?? []) : []),
    );
  useEffect(look, []);
  if (devices.length === 0) return null;
  const sendAway = async (id: string) => {
    await ask(`/api/paired/${id}`, 'DELETE');
    look();
  };
  return (
    <>
      <Button onClick={() => (look(), setOpen(true))}>Devices ({devices.length})</Button>
      <Window
        open={open}
        onClose={() => setOpen(false)}
        title="Paired devices"
        footer={<Button onClick={() => setOpen(false)}>Close</Button>}
      >
        <Why>They see and change every floor that is kept here. One that is sent away needs the code again.</Why>
        <Table.Root size="sm" mt="3">
          <Table.Body>
            {devices.map(({ id, name, seenAt }) => (
              <Table.Row key={id}>
                <Table.Cell fontWeight="650">{name}</Table.Cell>
                <Table.Cell>last seen {new Date(seenAt).toLocaleString()}</Table.Cell>
                <Table.Cell textAlign="end">
                  <Button size="sm" onClick={() => void sendAway(id)} aria-label={`Send ${name} away`}>
                    Send away
                  </Button>
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Window>
    </>
  );
}
