import 'fake-indexeddb/auto';
import { forgetPhoto, giveBack, keepPhoto, refusedOf, sendAgainLater, sendWaiting, waitingOf } from './waitingPhotos';

const picture = (text: string) => new Blob([text]);

test('a picture waits until the server has it, and is not sent twice; another job’s stays', async () => {
  expect(await keepPhoto('job', 's1', picture('a lip'))).toBe(true);
  await keepPhoto('job', 's2', picture('a gap'));
  await keepPhoto('other', 's1', picture('elsewhere'));
  expect(await waitingOf('job')).toEqual(['s1', 's2']);
  const told: string[] = [];
  // the network goes away after the first
  let sent = 0;
  await sendWaiting('job', () => Promise.resolve(++sent === 1 ? { took: 'hash' } : { later: null }), (of, hash) => told.push(`${of} ${hash}`) > 0); // prettier-ignore
  expect(told).toEqual(['s1 hash']);
  expect(await waitingOf('job')).toEqual(['s2']);
  await sendWaiting('job', () => Promise.resolve({ took: 'more' }), (of, hash) => told.push(`${of} ${hash}`) > 0); // prettier-ignore
  await sendWaiting('job', () => Promise.resolve({ took: 'again' }), (of, hash) => told.push(`${of} ${hash}`) > 0); // prettier-ignore
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
  await sendWaiting('slow', () => Promise.resolve({ took: 'hash' }), () => false); // prettier-ignore
  expect(await waitingOf('slow')).toEqual(['s1']);
  const sent: string[] = [];
  const text = async (blob: Blob) => new TextDecoder().decode(await blob.arrayBuffer());
  const send = async (blob: Blob) => {
    sent.push(await text(blob));
    if (sent.length === 1) await keepPhoto('slow', 's1', picture('with light'));
    return { took: 'hash' };
  };
  await sendWaiting('slow', send, () => true);
  expect(await waitingOf('slow')).toEqual(['s1']);
  await sendWaiting('slow', send, () => true);
  expect(sent).toEqual(['dark', 'with light']);
  expect(await waitingOf('slow')).toEqual([]);
});

test('one that is refused is set aside, and the next goes; it is sent again on demand, or removed', async () => {
  for (const snag of ['s1', 's2']) await keepPhoto('refused', snag, picture(snag));
  const asked: string[] = [];
  const send = async (blob: Blob) => {
    asked.push(new TextDecoder().decode(await blob.arrayBuffer()));
    return asked.at(-1) === 's1' ? { refused: 'too large' } : { took: 'hash' };
  };
  await sendWaiting('refused', send, () => true);
  await sendWaiting('refused', send, () => true);
  expect(asked).toEqual(['s1', 's2']);
  expect(await waitingOf('refused')).toEqual([]);
  expect(await refusedOf('refused')).toMatchObject([{ of: 's1', why: 'too large' }]);
  await sendAgainLater('refused', 's1');
  expect(await waitingOf('refused')).toEqual(['s1']);
  await sendWaiting('refused', send, () => true);
  await forgetPhoto('refused', 's1');
  expect(await refusedOf('refused')).toEqual([]);
});

test('why the rest waits is said; a server that was set back gets the pictures again that it lacks', async () => {
  await keepPhoto('held', 's1', picture('a crack'));
  expect(await sendWaiting('held', () => Promise.resolve({ later: 'not paired' }), () => true)).toBe('not paired'); // prettier-ignore
  expect(await waitingOf('held')).toEqual(['s1']);
  await sendWaiting('held', () => Promise.resolve({ took: 'crack' }), () => true); // prettier-ignore
  const given: Blob[] = [];
  await giveBack((hash) => Promise.resolve(hash === 'crack'), (blob) => Promise.resolve(given.push(blob))); // prettier-ignore
  expect(given).toHaveLength(1);
});
