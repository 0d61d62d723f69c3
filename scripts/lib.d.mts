// What TypeScript is told of lib.mjs, which is plain Node because it runs before anything is installed.
export declare const CHROMIUM_ARGS: string[];
export declare function ensureBuilt(): void;
/** The path of Chromium. */
export declare function ensureChromium(): string;
export declare function freePort(wanted: number): Promise<number>;
export declare function startServer(
  port: number,
  database: string,
): Promise<{ child: import('node:child_process').ChildProcess; url: string }>;
/** Why packages cannot be installed here, in one line; null where they can. */
export declare function whyNotInstall(here?: { node?: string; path?: string; found?: (command: string) => boolean }): string | null;
export declare function cachesFor(home?: string): Record<string, string>;
