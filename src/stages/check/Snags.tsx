'use client';
import { Box, Image } from '@chakra-ui/react';
import { Camera } from 'lucide-react';
import { useCallback, useEffect, useRef, useState, type ChangeEvent } from 'react';
import { isDate, type Job, type Snag } from '@/core/given';
import { edit, today, useJob, useSaving, useSpace, whoIsHere } from '@/ui/desk';
import { sendOrKeep, sendWhatWaits } from '@/ui/desk/photos';
import { waitingOf } from '@/ui/desk/waitingPhotos';
import { Button, Mistake, Stops, TextField, Why } from '@/ui/kit';
import styles from './check.module.css';
import { place as placeAt, usePlace } from './looking';

const changeSnag = (words: string, id: string, change: (snag: Snag) => Snag) =>
  edit(words, (job: Job) => ({ ...job, snags: job.snags?.map((s) => (s.id === id ? change(s) : s)) }));

/** What was found on the round: where, what, who mends it and by when; open until it is settled. */
export function Snags() {
  const { snags = [], spaces } = useJob();
  const name = (id: string) => spaces.find((s) => s.id === id)?.name || id;
  const { waiting, look } = useWaiting();
  return (
    <>
      <NewSnag />
      {snags.length === 0 && <Why tone="quiet">Nothing was found yet. Tap the place on the drawing, then write what is wrong.</Why>}
      <ul className={styles.snags}>
        {snags.map((snag, i) => (
          <li key={snag.id}>
            <b>
              {i + 1}. {snag.text}
            </b>
            <Why tone={snag.settled ? 'good' : 'should'}>
              {name(snag.space)}, found {snag.found}
              {snag.settled ? `; settled ${snag.settled}` : '; open'}
            </Why>
            {snag.photo && (
              <a href={`/api/photos/${snag.photo}`} target="_blank" rel="noreferrer">
                <Image src={`/api/photos/${snag.photo}?small`} alt={`Snag ${i + 1}: ${snag.text}`} loading="lazy" />
              </a>
            )}
            {!snag.settled && <Who snag={snag} />}
            <Stops>
              <Button
                onClick={
                  () =>
                  changeSnag(snag.settled ? 'snag opened again' : 'snag settled', snag.id, ({ settled, ...s }) => (settled ? s : { ...s, settled: today() })) // prettier-ignore
                }
              >
                {snag.settled ? 'Open again' : 'Settled'}
              </Button>
              <Picture snag={snag} waits={waiting.includes(snag.id)} onKept={look} />
              <Button
                aria-label={`Take away snag ${i + 1}`}
                onClick={() => edit('snag taken away', (job) => ({ ...job, snags: job.snags?.filter((s) => s.id !== snag.id) }))}
              >
                Take away
              </Button>
            </Stops>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Who mends it, and by when. */
function Who({ snag }: { snag: Snag }) {
  const set = (words: string, change: Partial<Snag>) => {
    const wrong = changeSnag(words, snag.id, (s) => ({ ...s, ...change }));
    return wrong[0]?.text;
  };
  return (
    <Box display="grid" gridTemplateColumns="1fr 1fr" gap="3" mt="2">
      <TextField label="Who mends it" value={snag.who ?? ''} onText={(who) => set('who mends it', { who: who || undefined })} />
      <TextField
        label="By when"
        value={snag.by ?? ''}
        hint="2026-03-30"
        onText={(by) => (by !== '' && !isDate(by) ? 'a date, such as 2026-03-30' : set('by when', { by: by || undefined }))}
      />
    </Box>
  );
}

function NewSnag() {
  const space = useSpace();
  const job = useJob();
  const place = usePlace();
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string>();
  const add = () => {
    if (text.trim() === '') return setWrong('Write what is wrong there.');
    const ids = new Set((job.snags ?? []).map((s) => s.id));
    let n = ids.size + 1;
    while (ids.has(`s${n}`)) n++;
    const snag: Snag = { id: `s${n}`, space: space.id, text: text.trim(), found: today(), ...(place ? { at: [place[0], place[1]] } : {}), ...(whoIsHere() ? { who: whoIsHere() } : {}) }; // prettier-ignore
    const refused = edit('a snag', (j) => ({ ...j, snags: [...(j.snags ?? []), snag] }));
    setWrong(refused[0]?.text);
    if (refused.length > 0) return;
    setText('');
    placeAt(null);
  };
  return (
    <>
      <TextField
        label={`What is wrong in ${space.name || space.id}${place ? ', at the cross' : ''}`}
        value={text}
        onText={(t) => (setText(t), setWrong(undefined), undefined)}
      />
      <Mistake text={wrong} />
      <Button onClick={add}>Put it on the list</Button>
    </>
  );
}

/** The snags of which a picture waits on this device for the network; it is sent when there is some. */
function useWaiting(): { waiting: readonly string[]; look: () => void } {
  const id = useSaving((s) => s.id);
  const [waiting, setWaiting] = useState<readonly string[]>([]);
  const look = useCallback(() => {
    const keep = (snag: string, hash: string) => void changeSnag('a picture of a snag', snag, (s) => ({ ...s, photo: hash }));
    const show = () => waitingOf(id).then(setWaiting);
    void show().then(() => sendWhatWaits(id, keep)).then(show); // prettier-ignore
  }, [id]);
  useEffect(() => {
    look();
    window.addEventListener('online', look);
    return () => window.removeEventListener('online', look);
  }, [look]);
  return { waiting, look };
}

function Picture({ snag, waits, onKept }: { snag: Snag; waits: boolean; onKept: () => void }) {
  const id = useSaving((s) => s.id);
  const input = useRef<HTMLInputElement>(null);
  const [state, setState] = useState<'idle' | 'sending' | { wrong: string }>('idle');
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    setState('sending');
    const sent = await sendOrKeep(id, snag.id, file);
    if (!sent.ok) return setState({ wrong: sent.problems[0]!.text });
    const hash = sent.value;
    if (hash === null) onKept();
    else changeSnag('a picture of a snag', snag.id, (s) => ({ ...s, photo: hash }));
    setState('idle');
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        hidden
        aria-label={`Picture of snag ${snag.id}`}
        onChange={(e) => void take(e)}
      />
      <Button disabled={state === 'sending'} onClick={() => input.current?.click()}>
        <Camera size={17} /> {state === 'sending' ? 'Sending …' : snag.photo ? 'Another picture' : 'Picture'}
      </Button>
      {waits && <Why tone="should">The picture is kept on this device and sent when there is network.</Why>}
      <Mistake text={typeof state === 'object' ? state.wrong : undefined} />
    </>
  );
}
