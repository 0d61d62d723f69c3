/** A room's tag: three or four letters that stand for it on the labels of offcuts. */

/** Tags as people may write them. */
const TAG = /^\p{L}{3,4}$/u;

/** What is wrong with a tag, or null; `others` are the tags of the other rooms. */
export function tagProblem(tag: string, others: readonly (string | undefined)[]): string | null {
  if (!TAG.test(tag)) return 'Three or four letters, for example KIT.';
  return others.some((o) => o?.toUpperCase() === tag.toUpperCase()) ? 'Another room has this tag: choose other letters.' : null;
}

/** A tag for a room of this name that no other room has: its first letters, with another last letter where need be. */
export function freeTag(name: string, others: readonly (string | undefined)[]): string {
  const letters = [...name.toUpperCase()].filter((c) => /\p{L}/u.test(c)).join('');
  const base = (letters.slice(0, 3) || 'RM').padEnd(3, 'X');
  const taken = new Set(others.map((o) => o?.toUpperCase()));
  if (!taken.has(base)) return base;
  for (let k = 1; k < 26 ** 2; k++) {
    const ending = k < 26 ? String.fromCharCode(65 + k) : String.fromCharCode(64 + Math.floor(k / 26), 65 + (k % 26));
    const tag = `${base.slice(0, 4 - ending.length)}${ending}`;
    if (!taken.has(tag)) return tag;
  }
  return base;
}
