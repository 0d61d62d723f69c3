/*
 * What keys ask of a panel that may or may not be in sight: it says what it does while it is.
 */
type Action = () => void;
const actions = new Map<string, Action>();

/** Lets a key do something as long as the panel is there; gives back how to end that. */
export function does(name: 'mend' | 'next', action: Action): () => void {
  actions.set(name, action);
  return () => void (actions.get(name) === action && actions.delete(name));
}

export const act = (name: 'mend' | 'next'): void => actions.get(name)?.();
