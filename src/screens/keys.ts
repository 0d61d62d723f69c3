'use client';
import { useEffect, useMemo } from 'react';
import { STAGES, type Key, type Stage } from '@/stages';
import { useSaving } from '@/ui/desk';
import { switchUnits } from './Top';

type Go = (name: string) => void;

/** The key of a stage by its place: 1 to 9, 0 for the tenth, and those beside it on the keyboard; all are reached by [ and ]. */
const digitOf = (i: number): string | null => (i < 9 ? `${i + 1}` : (['0', '-', '='][i - 9] ?? null));

/** Every key of the screen and of a stage, bound and listed from here. */
export function keysOf(stage: Stage, go: Go, showKeys: () => void): readonly Key[] {
  const { undo, redo } = useSaving.getState();
  const step = (by: number) => go(STAGES[(STAGES.indexOf(stage) + by + STAGES.length) % STAGES.length]!.name);
  const last = digitOf(Math.min(STAGES.length, 12) - 1)!;
  return [
    ...STAGES.flatMap(({ name }, i): Key[] => {
      const digit = digitOf(i);
      // listed in one line
      return digit === null ? [] : [{ press: digit, shows: i === 0 ? `1 – ${last}` : '', does: 'to a stage', run: () => go(name) }];
    }),
    { press: '[', shows: '[ ]', does: 'to the stage before, and to the next', run: () => step(-1) },
    { press: ']', shows: '', does: '', run: () => step(1) },
    ...(stage.keys ?? []),
    { press: 'z', shows: 'Z', does: 'undo', run: () => void undo() },
    { press: 'mod+z', shows: '', does: '', run: () => void undo() },
    { press: 'y', shows: 'Y', does: 'redo', run: () => void redo() },
    { press: 'shift+z', shows: '', does: '', run: () => void redo() },
    { press: 'mod+y', shows: '', does: '', run: () => void redo() },
    { press: 'mod+shift+z', shows: '', does: '', run: () => void redo() },
    { press: 'u', shows: 'U', does: 'millimetres or feet and inches', run: switchUnits },
    { press: '', shows: '↑ ↓', does: 'step a length in its field; Esc gives back the old one' },
    { press: '?', shows: '?', does: 'the guide, and these keys', run: showKeys },
  ];
}

/** The keys of the screen and of this stage first, then those of the other stages, each with its stage's name. */
export const listedKeys = (stage: Stage, keys: readonly Key[]): Pick<Key, 'shows' | 'does'>[] => [
  ...keys.filter((k) => k.shows !== ''),
  ...STAGES.filter((s) => s !== stage).flatMap((s) => (s.keys ?? []).map((k) => ({ shows: k.shows, does: `${k.does} (${s.title})` }))),
];

/** Whether what has the focus takes text: then letters are its own. A box to tick takes none. */
const takesText = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement ||
    (target instanceof HTMLInputElement && !['checkbox', 'radio', 'button'].includes(target.type)));

/** The pressed key as `press` writes it. */
function pressed(event: KeyboardEvent): string {
  const key = event.key.toLowerCase();
  const parts = [event.ctrlKey || event.metaKey ? 'mod' : '', event.shiftKey && /^[a-z]$/.test(key) ? 'shift' : '', key];
  return parts.filter(Boolean).join('+');
}

/** Binds keys while they are shown. */
export function useKeys(keys: readonly Key[]): void {
  const byPress = useMemo(() => new Map(keys.filter((k) => k.run).map((k) => [k.press, k])), [keys]);
  useEffect(() => {
    const open = () => document.querySelector('[role=dialog][data-state=open], [role=alertdialog][data-state=open]') !== null;
    const down = (event: KeyboardEvent) => {
      if (event.altKey || event.defaultPrevented || takesText(event.target) || open()) return;
      const key = byPress.get(pressed(event));
      if (!key?.run || (event.repeat && key.release)) return;
      event.preventDefault();
      key.run();
    };
    const up = (event: KeyboardEvent) => byPress.get(event.key.toLowerCase())?.release?.();
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
    };
  }, [byPress]);
}
