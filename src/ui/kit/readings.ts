/** Fields that take an instrument's readings: whatever is focused, or was last, gets the next one. */
type Taker = (mm: number) => void;

const takers = new WeakMap<Element, Taker>();
/** The field that was focused last: a button pressed in between takes the focus away, not the reading. */
let focused: Element | null = null;

/** Lets a length's input take readings; gives back how to stop it. */
export function takesReadings(input: Element, take: Taker): () => void {
  takers.set(input, take);
  return () => void takers.delete(input);
}

/** The field that the next reading is for, if it is still there. */
export const readingField = (): Element | null => (focused?.isConnected ? focused : null);

/** Gives a field its reading, and the focus. */
export function giveReading(input: Element, mm: number): void {
  if (input instanceof HTMLElement && input.isConnected) input.focus();
  takers.get(input)?.(mm);
}

if (typeof document !== 'undefined') {
  document.addEventListener('focusin', ({ target }) => {
    if (target instanceof Element && takers.has(target)) focused = target;
  });
}
