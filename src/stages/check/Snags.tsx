'use client';
import { Box, Image } from '@chakra-ui/react';
import { Camera } from 'lucide-react';
import { useCallback, useEffect, useRef, useState, type ChangeEvent } from 'react';
import { isDate, type Job, type Result, type Snag } from '@/core/given';
import { edit, today, useJob, useSaving, useSpace, whoIsHere } from '@/ui/desk';
import { sendPhoto, sendWhatWaits } from '@/ui/desk/photos';
import { keepPhoto, waitingOf } from '@/ui/desk/waitingPhotos';
import { Button, Mistake, Stops, TextField, Why } from '@/ui/kit';
import styles from './check.module.css';
import { place as placeAt, usePlace } from './looking';

const changeSnag = (words: string, id: string, change: (snag: Snag) => Snag) =>
  edit(words, (job: Job) => ({ ...job, snags: job.snags?.map((s) => (s.id === id ? change(s) : s)) }));

/** What was found on the round: where, what, who mends it and by when; open until it is settled. */
export function Snags() {
  const { snags = [], spaces } = useJob();
  const name = (id: string) => spaces.find((s) => s.id === id)?.name || id;
  const { waiting, refused, take } = useSending();
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
              <Picture
                snag={snag}
                waits={waiting.includes(snag.id)}
                refused={refused[snag.id]}
                onPicture={(picture) => take(snag.id, picture)}
              />
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

/** The snags of which a picture is on its way, and what the server refused of one, by snag. */
type Sending = { readonly waiting: readonly string[]; readonly refused: Readonly<Record<string, string | undefined>> };

/** Pictures of snags on their way to the server; they go when the page opens, when one is taken, and when there is network again. */
function useSending(): Sending & { take: (snag: string, picture: Blob) => Promise<void> } {
  const id = useSaving((s) => s.id);
  const [sending, setSending] = useState<Sending>({ waiting: [], refused: {} });
  const took = useCallback(
    (snag: string, said: Result<{ readonly hash: string }>): boolean => {
      // another job was opened meanwhile: it goes on waiting for this one
      if (useSaving.getState().id !== id) return false;
      if (said.ok) changeSnag('a picture of a snag', snag, (s) => ({ ...s, photo: said.value.hash }));
      const wrong = said.ok ? undefined : said.problems[0]!.text;
      setSending((now) => ({ ...now, refused: { ...now.refused, [snag]: wrong } }));
      return true;
    },
    [id],
  );
  const send = useCallback(async () => {
    const show = async () => {
      const waiting = await waitingOf(id);
      setSending((now) => ({ ...now, waiting }));
    };
    await show();
    await sendWhatWaits(id, took);
    await show();
  }, [id, took]);
  useEffect(() => {
    const now = () => void send();
    now();
    window.addEventListener('online', now);
    return () => window.removeEventListener('online', now);
  }, [send]);
  const take = async (snag: string, picture: Blob) => {
    if (await keepPhoto(id, snag, picture)) await send();
    // a browser that keeps nothing can send it all the same
    else took(snag, await sendPhoto(picture));
  };
  return { ...sending, take };
}

type PictureProps = { snag: Snag; waits: boolean; refused: string | undefined; onPicture: (picture: Blob) => Promise<void> };

function Picture({ snag, waits, refused, onPicture }: PictureProps) {
  const input = useRef<HTMLInputElement>(null);
  const take = (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (file) void onPicture(file);
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        hidden
        aria-label={`Picture of snag ${snag.id}`}
        onChange={take}
      />
      <Button onClick={() => input.current?.click()}>
        <Camera size={17} /> {snag.photo ? 'Another picture' : 'Picture'}
      </Button>
      {waits && <Why tone="should">The picture is kept on this device and sent when there is network.</Why>}
      <Mistake text={refused} />
    </>
  );
}
