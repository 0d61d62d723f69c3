'use client';
import { Image } from '@chakra-ui/react';
import { Camera, Trash2 } from 'lucide-react';
import { useRef, useState, type ChangeEvent } from 'react';
import type { Base, Space } from '@/core/given';
import { today } from '@/ui/desk';
import { sendPhoto } from '@/ui/desk/photos';
import { Button, IconButton, Mistake } from '@/ui/kit';
import styles from './base.module.css';
import { editBase } from './edits';

/** Pictures of a base: taken by the device's camera or chosen, shown small. */
export function Photos({ space, base }: { space: Space; base: Base }) {
  const input = useRef<HTMLInputElement>(null);
  const [sending, setSending] = useState(false);
  const [wrong, setWrong] = useState<string>();
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const files = [...(event.target.files ?? [])];
    event.target.value = '';
    setWrong(undefined);
    setSending(true);
    for (const file of files) {
      const sent = await sendPhoto(file);
      if (!sent.ok) {
        setWrong(`${file.name}: ${sent.problems[0]!.text}`);
        break;
      }
      const { hash } = sent.value;
      editBase('a picture', space.id, (b) => ({
        ...b,
        photos: [...(b.photos ?? []).filter((p) => p.hash !== hash), { hash, on: today() }],
      }));
    }
    setSending(false);
  };
  return (
    <>
      <div className={styles.photos}>
        {base.photos?.map((p) => (
          <figure key={p.hash}>
            <a href={`/api/photos/${p.hash}`} target="_blank" rel="noreferrer">
              <Image src={`/api/photos/${p.hash}?small`} alt={`The base on ${p.on}`} loading="lazy" />
            </a>
            <IconButton
              aria-label={`Take away the picture of ${p.on}`}
              variant="ghost"
              onClick={() =>
                editBase('a picture taken away', space.id, (b) => ({ ...b, photos: b.photos?.filter((q) => q.hash !== p.hash) }))
              }
            >
              <Trash2 size={16} />
            </IconButton>
          </figure>
        ))}
      </div>
      <input
        ref={input}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        multiple
        hidden
        aria-label="Pictures of the base"
        onChange={(e) => void take(e)}
      />
      {sending ? (
        <p role="status" className="quiet">
          Sending the picture …
        </p>
      ) : (
        <Button mt="2" onClick={() => input.current?.click()}>
          <Camera size={17} /> Add a picture
        </Button>
      )}
      <Mistake text={wrong} />
    </>
  );
}
