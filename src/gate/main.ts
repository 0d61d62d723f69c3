/* Shares a running application with the house's own network; started by `npm start -- --share`. */
import { readFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { toString as qr } from 'qrcode';
import { openDatabase } from '../data/database';
import { deviceStore } from '../data/devices';
import { createGate } from './gate';

const say = (text: string): void => void process.stdout.write(`${text}\n`);
const complain = (text: string): void => void process.stderr.write(`${text}\n`);

/** The address of this machine on the house's own network. */
function houseAddress(): string | null {
  const own = Object.values(networkInterfaces()).flatMap((list) => list ?? []);
  return own.find((i) => i.family === 'IPv4' && !i.internal)?.address ?? null;
}

const { PITSAW_DB: database = '', PITSAW_APP_PORT = '', PITSAW_SHARE_HOST, PITSAW_HOSTS = '', PITSAW_CERT, PITSAW_KEY } = process.env;
const address = PITSAW_SHARE_HOST ?? houseAddress();
if (address === null) {
  complain('This machine is on no network; there is nobody to share with. PITSAW_SHARE_HOST names an address to serve all the same.');
  process.exit(1);
}
const port = Number(PITSAW_APP_PORT);
const tls = PITSAW_CERT && PITSAW_KEY ? { cert: readFileSync(PITSAW_CERT), key: readFileSync(PITSAW_KEY) } : undefined;
const names = PITSAW_HOSTS.toLowerCase().split(',').map((h) => h.trim()).filter(Boolean); // prettier-ignore
const url = `${tls ? 'https' : 'http'}://${names[0] ?? address}:${port}`;
const tell = (code: string) => say(`Pairing code: ${code} (for one device, ten minutes)`);
const gate = await createGate({ devices: deviceStore(await openDatabase(database)), port, hosts: [address, ...names], tls, tell });
gate.on('error', (error) => {
  complain(`It cannot be shared at ${address}:${port}: ${error.message}`);
  process.exit(1);
});
gate.listen(port, address, () => {
  void qr(url, { type: 'terminal', small: true }).then((code) => {
    say(`\nOn this network Pitsaw is at ${url}\n${code}`);
    if (!tls) say('Over plain http phones cannot work without the network; --cert FILE --key FILE serve your own certificate.');
  });
});
