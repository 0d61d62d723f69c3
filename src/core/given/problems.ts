/** What is wrong with the input, where, and what would mend it; or where a finding or an error belongs in the job. */
export type Problem = {
  /** The place in the job file, such as `spaces[1].outline`; empty where it is the whole file. */
  readonly path: string;
  readonly text: string;
};

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

export const good = <T>(value: T): Result<T> => ({ ok: true, value });
export const bad = (...problems: readonly Problem[]): Result<never> => ({ ok: false, problems });

/** `['spaces', 1, 'outline']` → `spaces[1].outline` */
export function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (text, key) => (typeof key === 'number' ? `${text}[${key}]` : text === '' ? String(key) : `${text}.${String(key)}`),
    '',
  );
}

/** One line that names the place and the mend. */
export const problemLine = (p: Problem): string => (p.path === '' ? p.text : `${p.path}: ${p.text}`).replace(/[\r\n]+/g, ' ');
