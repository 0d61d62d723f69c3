import 'fake-indexeddb/auto';
import { keepPhoto, sendWaiting, waitingOf } from './waitingPhotos';

const picture = (text: string) => new Blob([text]);

test('a picture waits until the server has it, and is not sent twice; another job’s stays', async () => {
  expect(await keepPhoto('job', 's1', picture('a lip'))).toBe(true);
  await keepPhoto('job', 's2', picture('a gap'));
  await keepPhoto('other', 's1', picture('elsewhere'));
  expect(await waitingOf('job')).toEqual(['s1', 's2']);
  const told: string[] = [];
  // the network goes away after the first
  let sent = 0;
  await sendWaiting('job', () => Promise.resolve(++sent === 1 ? 'hash' : null), (of, hash) => told.push(`${of} ${hash}`) > 0); // prettier-ignore
  expect(told).toEqual(['s1 hash']);
  expect(await waitingOf('job')).toEqual(['s2']);
  await sendWaiting('job', () => Promise.resolve('more'), (of, hash) => told.push(`${of} ${hash}`) > 0); // prettier-ignore
  await sendWaiting('job', () => Promise.resolve('again'), (of, hash) => told.push(`${of} ${hash}`) > 0); // prettier-ignore
  expect(told).toEqual(['s1 hash', 's2 more']);
  expect(await waitingOf('job')).toEqual([]);
  expect(await waitingOf('other')).toEqual(['s1']);
});

test('the latest picture of one thing is the one that is sent', async () => {
  await keepPhoto('again', 's1', picture('dark'));
  await keepPhoto('again', 's1', picture('with light'));
  expect(await waitingOf('again')).toEqual(['s1']);
});

test('one that is not taken goes on waiting; another that was taken while it was sent is not forgotten with it', async () => {
  await keepPhoto('slow', 's1', picture('dark'));
  await sendWaiting('slow', () => Promise.resolve('hash'), () => false); // prettier-ignore
  expect(await waitingOf('slow')).toEqual(['s1']);
  const sent: string[] = [];
  const text = async (blob: Blob) => new TextDecoder().decode(await blob.arrayBuffer());
  const send = async (blob: Blob) => {
    sent.push(await text(blob));
    if (sent.length === 1) await keepPhoto('slow', 's1', picture('with light'));
    return 'hash';
  };
  await sendWaiting('slow', send, () => true);
  expect(await waitingOf('slow')).toEqual(['s1']);
  await sendWaiting('slow', send, () => true);
  expect(sent).toEqual(['dark', 'with light']);
  expect(await waitingOf('slow')).toEqual([]);
});
