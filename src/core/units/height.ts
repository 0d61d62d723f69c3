import { formatLength, parseLength, type Display, type ParsedLength } from './length';

/** A height over or under a datum as people read it; the minus is a true one. */
export const formatHeight = (mm: number, display: Display): string =>
  `${mm < 0 ? '−' : ''}${formatLength(Math.abs(mm), display, { bare: true, decimals: 1, finest: 64 })}`;

/**
 * Reads a height as people write it: a length with a sign before it.
 *
 * @example parseHeight('−3/16', 'imperial') // { ok: true, mm: -4.7625 }
 */
export function parseHeight(text: string, display: Display): ParsedLength {
  const written = text.trim().replace(/^[−–]/, '-');
  const read = parseLength(written.replace(/^[-+]\s*/, ''), display);
  if (!read.ok) return written === '' ? { ok: false, text: 'Write a height.' } : read;
  return written.startsWith('-') ? { ok: true, mm: -read.mm || 0 } : read;
}
