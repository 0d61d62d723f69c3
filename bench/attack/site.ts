import 'fake-indexeddb/auto';
import { setTimeout as pause } from 'node:timers/promises';
import { backUp } from '../../src/data/backup';
import { openOutbox, type Outbox, type Told } from '../../src/sync';
import { chanceOf } from './chance';
import { ask, serve, type Served } from './server';
import { tollHouse, tollPlan } from './toll';

export type SiteLosses = {
  readonly happenings: number;
  readonly kills: number;
  readonly devices: number;
  readonly lost: number;
  readonly doubled: number;
  readonly unlike: number;
  readonly corrupt: number;
};

/** A device on site: what it told is in its outbox before anybody hears of it; killed, it begins again with nothing but that. */
type Device = { outbox: Outbox; readonly name: string; readonly told: string[]; killed: number };

/**
 * Two devices tell of happenings while the server and they themselves are killed at random moments. Then every happening must stand in the log,
 * once, and both must have heard the same log.
 *
 * @param many happenings of both devices together
 */
export async function siteKills(many: number, seed = 1): Promise<SiteLosses> {
  const server = await serve();
  const chance = chanceOf(seed);
  const created = await ask(`${server.url()}/api/jobs`, 'POST', tollHouse);
  const { id } = (created!.body as { job: { id: string } }).job;
  const devices = ['saw', 'floor'].map((name): Device => ({ outbox: openOutbox(`${name} ${process.pid}`), name, told: [], killed: 0 }));
  await devices[0]!.outbox.put(id, line('begin', { what: 'begun', format: 'pitsaw/log', version: 1, plan: tollPlan }));
  devices[0]!.told.push('begin');
  await flush(server, id, devices[0]!, chance);
  let running = true;
  let [kills, corrupt] = [0, 0];
  const killer = (async () => {
    while (running) {
      await pause(150 + chance() * 900);
      if (!running) break;
      await server.kill();
      kills++;
      if (kills % 10 === 0) await backUp(server.file, `${server.file}.copy`).catch(() => corrupt++);
      await server.start();
    }
  })();
  try {
    await Promise.all(
      devices.map(async (device) => {
        for (let k = 0; k < many / 2; k++) {
          const event = line(`${device.name} ${k}`, { what: 'note', text: `${device.name} ${k}` });
          // acknowledged to the person once the device keeps it
          if (!(await device.outbox.put(id, event))) corrupt++;
          device.told.push(event.id);
          if (chance() < 0.02) {
            // killed: a new page knows only what was kept
            device.outbox = openOutbox(`${device.name} ${process.pid}`);
            device.killed++;
          }
          await flush(server, id, device, chance);
        }
        while ((await device.outbox.waiting(id)).length > 0) await flush(server, id, device, chance);
      }),
    );
  } finally {
    running = false;
    await killer;
  }
  const logs = await Promise.all(devices.map(() => ask(`${server.url()}/api/jobs/${id}/log`)));
  const lines = String(logs[0]!.body).split('\n').filter(Boolean).map((l) => JSON.parse(l) as { id: string; n: number }); // prettier-ignore
  const ids = lines.map((l) => l.id);
  const wanted = devices.flatMap((d) => d.told);
  await server.end();
  return {
    happenings: wanted.length,
    kills,
    devices: devices.reduce((sum, d) => sum + d.killed, 0),
    lost: wanted.filter((w) => !ids.includes(w)).length,
    doubled: ids.length - new Set(ids).size + lines.filter((l, i) => l.n !== i + 1).length,
    unlike: logs[0]!.body === logs[1]!.body ? 0 : 1,
    corrupt,
  };
}

const line = (id: string, event: { readonly what: string } & Readonly<Record<string, unknown>>): Told => ({
  id,
  time: '2026-03-02T08:00:00',
  by: '',
  ...event,
});

/** Sends what waits, as the interface does: forgotten only once the server has answered. Gives up for now where it does not. */
async function flush(server: Served, id: string, device: Device, chance: () => number): Promise<void> {
  const waiting = (await device.outbox.waiting(id)).slice(0, 200);
  if (waiting.length === 0) return;
  const url = server.url();
  const answer = url === '' ? null : await ask(`${url}/api/jobs/${id}/log`, 'POST', { events: waiting });
  if (answer?.status !== 200) return void (await pause(20));
  // killed after the answer came and before it was noted: it will be sent again
  if (chance() < 0.02) {
    device.outbox = openOutbox(`${device.name} ${process.pid}`);
    device.killed++;
    return;
  }
  await device.outbox.drop(id, new Set(waiting.map((w) => w.id)));
}
