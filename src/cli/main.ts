import { isMainThread } from 'node:worker_threads';
import { refuse } from './refuse';
import { VERSION } from './version';

async function main([...args]: readonly string[]): Promise<void> {
  // a thread of a pack that is being made runs this bundle too
  if (!isMainThread) return void (await import('../pack')).answeredApart();
  // asked by scripts again and again: answered before anything else is loaded
  if (args[0] === '--version') return void process.stdout.write(`${VERSION}\n`);
  await (await import('./commandLine')).run(args);
}

main(process.argv.slice(2)).catch((error: unknown) =>
  refuse(
    `Pitsaw could not do this: ${error instanceof Error ? error.message.split('\n')[0] : 'an unknown fault'}. This is a fault of Pitsaw's; please report it with the job file.`,
  ),
);
