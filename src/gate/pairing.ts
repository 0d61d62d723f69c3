import { createHmac, randomInt, timingSafeEqual } from 'node:crypto';

/** So many wrong codes from one address slow it down ever more, and nobody else. */
const SLOWED_AFTER = 2;
const SLOWEST = 60_000;
/** A code ends after this, ms. */
const VALID_FOR = 10 * 60_000;
/** So many addresses are remembered at most. */
const MOST_ADDRESSES = 1000;

/** Letters and figures that nobody takes for each other: 32, so that eight of them are 40 random bits. */
const LETTERS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const LENGTH = 8;

/** What came of a code: right; or wrong, or too early, and when another may be tried, ms. */
export type Tried = { readonly ok: true } | { readonly ok: false; readonly wait: number; readonly expired: boolean };

export type PairingCode = {
  /** Draws a code where none is valid, and tells it. */
  fresh(): void;
  /** Tries a code from an address; the right one is used up by that. */
  try(from: string, code: string): Tried;
};

/**
 * The pairing code of a server that is shared: eight letters and figures, of one use, that end after ten minutes. Wrong codes slow down the address
 * that tries them.
 *
 * @param tell is given every code that is valid from now on, and until when
 */
export function pairingCode(tell: (code: string, until: number) => void, now: () => number = Date.now): PairingCode {
  let code: { readonly text: string; readonly until: number } | null = null;
  const tries = new Map<string, { wrong: number; next: number }>();
  const fresh = (): void => {
    if (code && now() < code.until) return;
    const text = Array.from({ length: LENGTH }, () => LETTERS[randomInt(LETTERS.length)]!).join('');
    code = { text, until: now() + VALID_FOR };
    tell(inGroups(text), code.until);
  };
  return {
    fresh,
    try(from, told) {
      const own = tries.get(from) ?? { wrong: 0, next: 0 };
      const at = now();
      if (at < own.next) return { ok: false, wait: own.next - at, expired: false };
      const expired = code !== null && at >= code.until;
      if (code && !expired && same(plain(told), code.text)) {
        tries.delete(from);
        code = null;
        return { ok: true };
      }
      own.wrong++;
      own.next = own.wrong < SLOWED_AFTER ? at : at + Math.min(SLOWEST, 1000 * 2 ** (own.wrong - SLOWED_AFTER));
      tries.delete(from);
      tries.set(from, own);
      const [oldest] = tries.keys();
      if (tries.size > MOST_ADDRESSES && oldest !== undefined) tries.delete(oldest);
      fresh();
      return { ok: false, wait: own.next - at, expired };
    },
  };
}

/** As a person reads it: K7QM-4TXR. */
const inGroups = (code: string): string => `${code.slice(0, LENGTH / 2)}-${code.slice(LENGTH / 2)}`;
/** What was typed, as it was meant: letters that look like figures are those. */
const plain = (typed: string): string =>
  typed
    .toUpperCase()
    .replace(/O/g, '0')
    .replace(/[IL]/g, '1')
    .replace(/[^0-9A-Z]/g, '');

/** Compares in a time that says nothing of where they differ. */
function same(a: string, b: string): boolean {
  const [x, y] = [Buffer.from(a), Buffer.from(b)];
  return x.length === y.length && timingSafeEqual(x, y);
}

export const COOKIE = 'pitsaw-device';

const signatureOf = (id: string, key: Buffer): string => createHmac('sha256', key).update(id).digest('base64url');

/** A device's cookie: its id and a signature that only this server makes. */
export const cookieFor = (id: string, key: Buffer, secure: boolean): string =>
  `${COOKIE}=${id}.${signatureOf(id, key)}; Path=/; Max-Age=31536000; HttpOnly; SameSite=Strict${secure ? '; Secure' : ''}`;

/** Which device a request's cookies name; null where none does, or its signature is not this server's. */
export function deviceIn(cookies: string | undefined, key: Buffer): string | null {
  const value = (cookies ?? '')
    .split(';')
    .map((c) => c.trim())
    .find((c) => c.startsWith(`${COOKIE}=`))
    ?.slice(COOKIE.length + 1);
  const [id = '', signature = ''] = (value ?? '').split('.');
  return id !== '' && same(signature, signatureOf(id, key)) ? id : null;
}
