'use client';
import { Box, Image } from '@chakra-ui/react';
import { Camera } from 'lucide-react';
import { useCallback, useEffect, useRef, useState, type ChangeEvent } from 'react';
import { isDate, type Job, type Snag } from '@/core/given';
import { edit, today, useJob, useSaving, useSpace, whoIsHere } from '@/ui/desk';
import { sendPhoto, sendWhatWaits } from '@/ui/desk/photos';
import { forgetPhoto, keepPhoto, refusedOf, sendAgainLater, waitingOf } from '@/ui/desk/waitingPhotos';
import { Button, Mistake, Stops, TextField, Why } from '@/ui/kit';
import styles from './check.module.css';
import { place as placeAt, usePlace } from './looking';

const changeSnag = (words: string, id: string, change: (snag: Snag) => Snag) =>
  edit(words, (job: Job) => ({ ...job, snags: job.snags?.map((s) => (s.id === id ? change(s) : s)) }));

/** What was found on the round: where, what, who mends it and by when; open until it is settled. */
export function Snags() {
  const { snags = [], spaces } = useJob();
  const name = (id: string) => spaces.find((s) => s.id === id)?.name || id;
  const { waiting, why, refused, take, again, drop } = useSending();
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
                why={why}
                onPicture={(picture) => take(snag.id, picture)}
                onAgain={() => again(snag.id)}
                onDrop={() => drop(snag.id)}
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

/** The snags of which a picture is on its way and why it waits; and what the server refused of one, by snag. */
type Sending = {
  readonly waiting: readonly string[];
  readonly why: string | null;
  readonly refused: Readonly<Record<string, string | undefined>>;
};

/** So often pictures that wait are tried again, ms. */
const TRIED_EVERY = 15_000;

/** Pictures of snags on their way to the server; they go when the page opens, when one is taken, and again and again until the server has them. */
function useSending(): Sending & {
  take: (snag: string, picture: Blob) => Promise<void>;
  again: (snag: string) => Promise<void>;
  drop: (snag: string) => Promise<void>;
} {
  const id = useSaving((s) => s.id);
  const [sending, setSending] = useState<Sending>({ waiting: [], why: null, refused: {} });
  const took = useCallback(
    (snag: string, hash: string): boolean => {
      // another job was opened meanwhile: it goes on waiting for this one
      if (useSaving.getState().id !== id) return false;
      changeSnag('a picture of a snag', snag, (s) => ({ ...s, photo: hash }));
      return true;
    },
    [id],
  );
  const send = useCallback(async () => {
    const show = async (why: string | null) => {
      const [waiting, aside] = [await waitingOf(id), await refusedOf(id)];
      setSending({ waiting, why, refused: Object.fromEntries(aside.map((a) => [a.of, a.why])) });
    };
    await show(null);
    await show(await sendWhatWaits(id, took));
  }, [id, took]);
  useEffect(() => {
    const now = () => void send();
    now();
    const timer = setInterval(() => void waitingOf(id).then((waiting) => (waiting.length > 0 ? send() : undefined)), TRIED_EVERY);
    window.addEventListener('online', now);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', now);
    };
  }, [id, send]);
  const take = async (snag: string, picture: Blob) => {
    if (await keepPhoto(id, snag, picture)) return send();
    // a browser that keeps nothing can send it all the same
    const said = await sendPhoto(picture);
    if (said.ok) took(snag, said.value.hash);
    setSending((now) => ({ ...now, refused: { ...now.refused, [snag]: said.ok ? undefined : said.problems[0]!.text } }));
  };
  const again = async (snag: string) => (await sendAgainLater(id, snag), send());
  const drop = async (snag: string) => (await forgetPhoto(id, snag), send());
  return { ...sending, take, again, drop };
}

type PictureProps = {
  snag: Snag;
  waits: boolean;
  why: string | null;
  refused: string | undefined;
  onPicture: (picture: Blob) => Promise<void>;
  onAgain: () => Promise<void>;
  onDrop: () => Promise<void>;
};

function Picture({ snag, waits, why, refused, onPicture, onAgain, onDrop }: PictureProps) {
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
      {waits && (
        <Why tone="should">
          {why ? `${why} The picture waits on this device.` : 'The picture is kept on this device and sent when there is network.'}
        </Why>
      )}
      {refused !== undefined && (
        <>
          <Mistake text={`The picture was not taken: ${refused}`} />
          <Button size="sm" onClick={() => void onAgain()}>
            Send again
          </Button>
          <Button size="sm" onClick={() => void onDrop()}>
            Remove the picture
          </Button>
        </>
      )}
    </>
  );
}
