import { createHash, randomUUID } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileTypeFromBuffer } from 'file-type/node';
import sharp from 'sharp';
import { bad, good, type Result } from '../core/given';

/** Largest picture that is taken, in bytes: what a good camera makes of one shot. */
export const LARGEST_PHOTO = 25_000_000;
/** So many pixels at the most are unpacked. */
const MOST_PIXELS = 80_000_000;
const TYPES = ['image/jpeg', 'image/png', 'image/webp'];
/** What is kept is no longer or higher than this, px; what is shown in a list, than that. */
const KEPT = 2400;
const SMALL = 320;

export type PhotoStore = {
  /**
   * Keeps a picture: turned as it was taken, made smaller, without what the camera wrote into it of place and owner.
   * @returns the hash of the bytes that are kept, or why it is not taken
   */
  keep(bytes: Uint8Array): Promise<Result<{ readonly hash: string }>>;
  /** The bytes of a picture, a JPEG, or a small one of it; null where there is none. */
  read(hash: string, small: boolean): Promise<Uint8Array | null>;
};

const HASH = /^[0-9a-f]{64}$/;

/** Pictures in a folder, each under the hash of its bytes: the same picture twice is kept once. */
export function photoStore(folder: string): PhotoStore {
  return {
    async keep(bytes) {
      const refuse = (text: string) => bad({ path: '', text });
      if (bytes.length > LARGEST_PHOTO) return refuse(`The picture is larger than ${LARGEST_PHOTO / 1e6} MB; take it smaller.`);
      const type = await fileTypeFromBuffer(bytes);
      if (!type || !TYPES.includes(type.mime)) return refuse(`${type ? `A ${type.ext} file` : 'This'} is no picture that can be kept; JPEG, PNG or WebP can.`);
      let kept: Uint8Array;
      try {
        kept = await sharp(bytes, { limitInputPixels: MOST_PIXELS })
          .rotate()
          .resize(KEPT, KEPT, { fit: 'inside', withoutEnlargement: true })
          .flatten({ background: '#ffffff' })
          .jpeg({ quality: 82 })
          .toBuffer();
      } catch {
        return refuse('The picture is damaged, or far too large; take it again.');
      }
      const hash = createHash('sha256').update(kept).digest('hex');
      await mkdir(folder, { recursive: true });
      // whole or not at all
      const half = join(folder, `.${randomUUID()}`);
      await writeFile(half, kept, { flush: true });
      await rename(half, join(folder, hash));
      return good({ hash });
    },
    async read(hash, small) {
      if (!HASH.test(hash)) return null;
      const bytes = await readFile(join(folder, hash)).catch(() => null);
      if (!bytes || !small) return bytes;
      return sharp(bytes).resize(SMALL, SMALL, { fit: 'inside' }).jpeg({ quality: 75 }).toBuffer();
    },
  };
}
