import { createHmac, randomInt, timingSafeEqual } from 'node:crypto';

/** So many wrong codes from one address slow it down ever more; so many of all together make the code worthless. */
const SLOWED_AFTER = 2;
const LOCKED_AFTER = 8;
const LOCKED_FOR = 15 * 60_000;
const SLOWEST = 30_000;

/** What came of a code: right; wrong, and when another may be tried; or too early, or locked. */
export type Tried = { readonly ok: true } | { readonly ok: false; readonly wait: number; readonly locked: boolean };

/**
 * The pairing code of a server that is shared. Wrong codes slow down whoever tries them; after too many nobody is let in for a while, and the code
 * is another one.
 *
 * @param tell is given every code that is valid from now on
 */
export function pairingCode(tell: (code: string) => void, now: () => number = Date.now) {
  const draw = () => String(randomInt(0, 1_000_000)).padStart(6, '0');
  let code = draw();
  let wrong = 0;
  let lockedUntil = 0;
  const tries = new Map<string, { wrong: number; next: number }>();
  tell(code);
  return {
    /** Tries a code from an address. */
    try(from: string, told: string): Tried {
      const own = tries.get(from) ?? { wrong: 0, next: 0 };
      const at = now();
      if (at < lockedUntil) return { ok: false, wait: lockedUntil - at, locked: true };
      if (at < own.next) return { ok: false, wait: own.next - at, locked: false };
      if (same(told.replace(/\D/g, ''), code)) {
        tries.delete(from);
        wrong = 0;
        return { ok: true };
      }
      own.wrong++;
      wrong++;
      own.next = own.wrong < SLOWED_AFTER ? at : at + Math.min(SLOWEST, 1000 * 2 ** (own.wrong - SLOWED_AFTER));
      tries.set(from, own);
      if (wrong >= LOCKED_AFTER) {
        lockedUntil = at + LOCKED_FOR;
        wrong = 0;
        tries.clear();
        code = draw();
        tell(code);
        return { ok: false, wait: LOCKED_FOR, locked: true };
      }
      return { ok: false, wait: own.next - at, locked: false };
    },
  };
}

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
