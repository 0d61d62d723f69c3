/*
 * A large answer in one message would hold up the page that takes it: floors of a plan and rows of a list come as messages of their own.
 */

/** Rows of a list that go in one message. */
const AT_ONCE = 120;

export type Parts = { readonly head: unknown; readonly of: 'whole' | 'list' | 'floors'; readonly parts: readonly unknown[] };

const hasFloors = (value: unknown): value is { readonly floors: readonly unknown[] } =>
  typeof value === 'object' && value !== null && 'floors' in value && Array.isArray(value.floors) && value.floors.length > 1;

export function apart(value: unknown): Parts {
  if (Array.isArray(value) && value.length > AT_ONCE) {
    const parts = Array.from(
      { length: Math.ceil(value.length / AT_ONCE) },
      (_, k) => value.slice(k * AT_ONCE, (k + 1) * AT_ONCE) as unknown[],
    );
    return { head: [], of: 'list', parts };
  }
  if (hasFloors(value)) return { head: { ...value, floors: [] }, of: 'floors', parts: value.floors };
  return { head: value, of: 'whole', parts: [] };
}

export function together({ head, of, parts }: Parts): unknown {
  if (of === 'list') return parts.flat();
  return of === 'floors' ? { ...(head as object), floors: parts } : head;
}
