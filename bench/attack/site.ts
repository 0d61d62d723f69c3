import 'fake-indexeddb/auto';
import { join, dirname } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { groundOfSite } from '../../src/core/lay';
import { backUp, restore } from '../../src/data/backup';
import { httpTransport, openLog, openLogStore, presenceOf, type LiveLog, type LogState, type LogStore } from '../../src/sync';
import { chanceOf } from './chance';
import { openGate, pairedWith } from './gate';
import { ask, serve } from './server';
import { tollHouse, tollPlan } from './toll';

export type SiteLosses = {
  readonly happenings: number;
  readonly devices: number;
  readonly kills: number;
  readonly cuts: number;
  readonly revocations: number;
  readonly restores: number;
  readonly reloads: number;
  readonly lost: number;
  readonly doubled: number;
  readonly unlike: number;
  readonly corrupt: number;
  readonly aside: number;
};

/** How much is done to the site: to all devices together. */
export type Disturbed = {
  readonly happenings: number;
  readonly kills: number;
  readonly cuts: number;
  readonly revocations: number;
  readonly restores: number;
};

/** A device on site: what was recorded is in its store before anything else happens; a page of it that is closed begins again with nothing but that. */
type Device = {
  readonly name: string;
  readonly store: LogStore;
  cookie: string;
  cut: boolean;
  log: LiveLog;
  state: LogState | null;
  pages: number;
  readonly ids: string[];
};

/**
 * Three devices record through the gate while the server is killed, networks are cut, devices are removed and paired anew, older copies are restored
 * and pages are closed. Then every event must stand in the log, once, and all devices must show the same log.
 */
export async function siteKills(much: Disturbed, seed = 1): Promise<SiteLosses> {
  const server = await serve();
  const chance = chanceOf(seed);
  const created = await ask(`${server.url()}/api/jobs`, 'POST', tollHouse);
  const { id } = (created!.body as { job: { id: string } }).job;
  const gate = await openGate(server);
  // a code is for one device: they come one after the other
  let pairing: Promise<void> = Promise.resolve();
  const pair = (device: Device): Promise<void> =>
    (pairing = pairing.then(async () => void (device.cookie = await pairedWith(gate, device.name))));

  const openPage = (device: Device): void => {
    device.pages++;
    const tab = `${device.name} ${device.pages}`;
    let n = 0;
    const get: typeof fetch = async (url, init) => {
      if (device.cut) throw new Error('no network');
      const answer = await fetch(url, { ...init, keepalive: false, headers: { ...init?.headers, cookie: device.cookie } });
      if (answer.status === 401) void pair(device);
      return answer;
    };
    const log: LiveLog = openLog({
      jobId: id,
      ground: groundOfSite(tollHouse),
      store: device.store,
      transport: httpTransport(gate.url, get),
      presence: presenceOf(tab, device.store, undefined),
      changed: (state) => {
        if (device.log !== log) return;
        device.state = state;
        if (state.apart) void log.decide('both');
      },
      stamp: () => ({ time: '2026-03-02T08:00:00', by: device.name }),
      newId: () => `${tab} ${++n}`,
    });
    device.log = log;
  };
  const devices = ['saw', 'floor', 'van'].map((name): Device => {
    const device = { name, store: openLogStore(`${name} ${process.pid}`), cookie: '', cut: false, log: null!, state: null, pages: 0, ids: [] } as Device; // prettier-ignore
    return device;
  });
  for (const device of devices) {
    await pair(device);
    openPage(device);
    await device.log.recalled;
  }
  devices[0]!.ids.push(devices[0]!.log.record({ what: 'begun', format: 'pitsaw/log', version: 1, plan: tollPlan }));
  await until(() => devices.every((d) => d.state?.lines.length === 1 && d.state.connected));

  let [kills, cuts, revocations, restores, reloads, corrupt] = [0, 0, 0, 0, 0, 0];
  let running = true;
  const copy = join(dirname(server.file), 'copy');
  const anyone = () => devices[Math.floor(chance() * devices.length)]!;
  const one = async (kind: 'kill' | 'cut' | 'revoke' | 'restore'): Promise<void> => {
    if (kind === 'kill') {
      await server.kill();
      kills++;
      await server.start();
    } else if (kind === 'cut') {
      const device = anyone();
      device.cut = true;
      cuts++;
      setTimeout(() => (device.cut = false), 300 + chance() * 1200);
    } else if (kind === 'revoke') {
      const paired = await ask(`${server.url()}/api/paired`);
      const list = (paired?.body as { devices?: { id: string }[] } | undefined)?.devices ?? [];
      const gone = list[Math.floor(chance() * list.length)];
      if (gone) await ask(`${server.url()}/api/paired/${gone.id}`, 'DELETE');
      revocations++;
    } else {
      await backUp(server.file, copy).catch(() => corrupt++);
      // what comes meanwhile is what the copy lacks
      await pause(400 + chance() * 800);
      await restore(copy, server.file, join(dirname(server.file), 'before')).catch(() => corrupt++);
      restores++;
    }
  };
  const all = [
    ...Array<'kill'>(much.kills).fill('kill'),
    ...Array<'cut'>(much.cuts).fill('cut'),
    ...Array<'revoke'>(much.revocations).fill('revoke'),
    ...Array<'restore'>(much.restores).fill('restore'),
  ].map((kind) => ({ kind, at: chance() }));
  const chaos = (async () => {
    for (const { kind } of all.sort((a, b) => a.at - b.at)) {
      await pause(100 + chance() * 500);
      await one(kind);
    }
    running = false;
  })();
  await Promise.all(
    devices.map(async (device) => {
      const each = Math.ceil(much.happenings / devices.length);
      for (let k = 0; k < each; k++) {
        device.ids.push(device.log.record({ what: 'note', text: `${device.name} ${k}` }));
        if (k % 400 === 399) {
          // closed and opened again: what it recorded is in its store by then
          await device.store.entries(id);
          device.log.stop();
          reloads++;
          openPage(device);
          await device.log.recalled;
        }
        // as long as something is done to the site
        await pause(running ? Math.min(40, (much.kills * 1200) / each) : 1);
      }
    }),
  );
  await chaos;
  const log = async () => String((await ask(`${server.url()}/api/jobs/${id}/log`))?.body ?? '').split('\n').filter(Boolean); // prettier-ignore
  const settled = () => devices.every((d) => d.state?.connected && d.state.unsent === 0 && d.state.lines.length === d.state.site.last && d.state.waits === null); // prettier-ignore
  await until(async () => settled() && devices.every((d) => d.state!.lines.length === devices[0]!.state!.lines.length) && (await log()).length === devices[0]!.state!.lines.length, 120_000); // prettier-ignore
  const lines = (await log()).map((l) => JSON.parse(l) as { id: string; n: number });
  const ids = lines.map((l) => l.id);
  const wanted = devices.flatMap((d) => d.ids);
  const shown = devices.map((d) => d.state!.lines.map((l) => (l as { id?: string }).id).join());
  const aside = devices.reduce((sum, d) => sum + d.state!.aside.length, 0);
  for (const device of devices) device.log.stop();
  gate.end();
  await server.end();
  return {
    happenings: wanted.length,
    devices: devices.length,
    kills,
    cuts,
    revocations,
    restores,
    reloads,
    lost: wanted.filter((w) => !ids.includes(w)).length,
    doubled: ids.length - new Set(ids).size + lines.filter((l, i) => l.n !== i + 1).length,
    unlike: shown.filter((s) => s !== ids.join()).length,
    corrupt,
    aside,
  };
}

async function until(is: () => boolean | Promise<boolean>, longest = 60_000): Promise<void> {
  const end = performance.now() + longest;
  while (performance.now() < end) {
    if (await is()) return;
    await pause(50);
  }
}
