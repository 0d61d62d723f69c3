// What TypeScript is told of lib.mjs, which is plain Node because it runs before anything is installed.
export declare const CHROMIUM_ARGS: string[];
export declare function ensureBuilt(): void;
/** The path of Chromium. */
export declare function ensureChromium(): string;
export declare function freePort(wanted: number): Promise<number>;
export declare function startServer(port: number, database: string): Promise<{ child: { kill(): void }; url: string }>;
