/**
 * A schema's type without the index signatures by which it keeps fields that it does not know: what is in a file survives, and a misspelt
 * field in our own code does not compile.
 */
export type Known<T> = T extends readonly [unknown, ...unknown[]]
  ? { [K in keyof T]: Known<T[K]> }
  : T extends readonly (infer Item)[]
    ? Known<Item>[]
    : T extends object
      ? { [K in keyof T as string extends K ? never : K]: Known<T[K]> }
      : T;
