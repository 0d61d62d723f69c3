import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { createEvents, type EventAttributes } from 'ics';
import { clockOf, clockText, taskWords, type DaysReport } from '../core/days';
import type { Job } from '../core/given';
import { oneLine } from './plain';

/** A minute of the clock as iCalendar writes it without a zone: the hour on the wall wherever it is read. */
const floating = (minute: number): string => `${clockText(minute).replace(/[-:]/g, '')}00`;

/** The end of a wait is shown for so many minutes. */
const SHOWN = 15;

/**
 * The days as an iCalendar file: one entry a task, one at the end of each wait. Times are floating. What is imported again replaces what was
 * there: an entry's UID is its task and the job's name, whatever day it has moved to.
 */
export function daysIcs({ tasks, waits, crew }: DaysReport, job: Pick<Job, 'name' | 'spaces'>): string {
  const home = `${bytesToHex(sha256(utf8ToBytes(job.name))).slice(0, 12)}.pitsaw`;
  const timestamp = clockOf(crew.begin.slice(0, 10)) * 60_000;
  const words = (id: string) =>
    oneLine(
      taskWords(
        tasks.find((t) => t.id === id)!,
        job,
      ),
    );
  const common = {
    timestamp,
    productId: '-//Pitsaw//days//EN',
    calName: oneLine(job.name),
    startOutputType: 'local',
    endOutputType: 'local',
  } as const;
  const events: EventAttributes[] = [
    ...tasks.map((t): EventAttributes => ({
      ...common,
      uid: oneLine(`${t.id}@${home}`),
      title: words(t.id),
      start: floating(t.start),
      end: floating(t.end),
      location: t.spaces.map((id) => oneLine(job.spaces.find((s) => s.id === id)?.name || id)).join(', '),
      description: `${t.sum}. ${t.people === 1 ? 'One person' : `${t.people} people`}, ${t.minutes / 60} h at work.${t.after.map((a) => `\nAfter: ${words(a.task)}${a.wait > 0 ? `, ${a.wait} h later${a.why ? ` (${a.why})` : ''}` : ''}`).join('')}`,
      busyStatus: 'BUSY',
    })),
    ...waits.map((w): EventAttributes => ({
      ...common,
      uid: oneLine(`wait/${w.after}/${w.task}@${home}`),
      title: `Over: ${w.why} (${words(w.after)})`,
      start: floating(w.ends),
      end: floating(w.ends + SHOWN),
      description: `${w.hours} h after “${words(w.after)}” ends. Then: ${words(w.task)}.`,
      busyStatus: 'FREE',
      transp: 'TRANSPARENT',
    })),
  ];
  const { error, value } = createEvents(events);
  if (error || typeof value !== 'string') throw error ?? new Error('no calendar was made');
  return folded(value);
}

/** A line of a calendar holds no more octets than this (RFC 5545, 3.1); it goes on after a line break and a blank. */
const LONGEST_LINE = 75;

/** A calendar with its lines folded by octets, not by letters, and no letter parted. */
function folded(text: string): string {
  const octets = new TextEncoder();
  const fold = (line: string): string => {
    let [out, used] = ['', 0];
    for (const letter of line) {
      const takes = octets.encode(letter).length;
      if (used + takes > LONGEST_LINE) [out, used] = [`${out}\r\n `, 1];
      out += letter;
      used += takes;
    }
    return out;
  };
  const whole = text.replace(/\r?\n[ \t]/g, '').split(/\r?\n/);
  return whole.map(fold).join('\r\n');
}
