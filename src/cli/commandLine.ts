import { readFileSync, writeFileSync } from 'node:fs';
import { Command, CommanderError } from 'commander';
import { createAsker, type AnyAnswer, type Given } from '../core/answer';
import { ANSWERS } from '../core/answers';
import { LARGEST_FILE, problemLine, readJobText, readLogText, readPlan, type Plan, type Result } from '../core/given';
import { groundOfSite, siteOf } from '../core/lay';
import { EXPORTS } from './exports';
import { refuse } from './refuse';
import { VERSION } from './version';

/** The text of a file, or of standard input for `-`. */
function readText(file: string): string {
  try {
    const bytes = readFileSync(file === '-' ? 0 : file);
    // four bytes a letter at the most: what is longer cannot be one of our files, whatever it holds
    if (bytes.length > LARGEST_FILE * 20) refuse(`${file}: larger than a file of Pitsaw’s can be (${Math.round(bytes.length / 1e6)} MB)`);
    return bytes.toString('utf8');
  } catch (error) {
    const code = error instanceof Error && 'code' in error ? String(error.code) : '';
    const why = { ENOENT: 'there is no such file', EISDIR: 'is a folder, not a file', EACCES: 'may not be read' }[code];
    return refuse(`${file}: ${why ?? 'cannot be read'}`);
  }
}

function taken<T>(result: Result<T>): T {
  return result.ok ? result.value : refuse(problemLine(result.problems[0]!));
}

/** A plan file's content. */
function planFrom(file: string): Plan {
  let raw: unknown;
  try {
    raw = JSON.parse(readText(file));
  } catch {
    return refuse(`${file}: not JSON`);
  }
  return taken(readPlan(raw));
}

/** A job and its log; a log of another job is refused. */
function givenBy(file: string, logFile?: string): Given {
  const job = taken(readJobText(readText(file)));
  if (logFile === undefined) return { job, log: [] };
  const log = taken(readLogText(readText(logFile)));
  taken(siteOf(log, groundOfSite(job), true));
  return { job, log };
}

/** Answers, and prints what the answer's verb prints. */
function print(answer: AnyAnswer, given: Given): void {
  const out = taken(createAsker().ask(answer, given));
  process.stdout.write((answer.verb!.print as (out: unknown, given: Given) => string)(out, given));
}

async function printDays(given: Given, as: string | undefined): Promise<void> {
  if (as !== undefined && as !== 'ics') refuse(`--as ${as}: is none of ics`);
  const report = taken(createAsker().ask(ANSWERS.days, given));
  // which tasks there are is known only now
  given.job.crew?.held?.forEach(({ task }, i) => {
    if (!report.tasks.some((t) => t.id === task)) refuse(`crew.held[${i}].task: there is no task "${task}"`);
  });
  if (as === undefined) process.stdout.write(ANSWERS.days.verb!.print(report, given));
  else process.stdout.write((await import('../formats/ics')).daysIcs(report, given.job));
}

type PackOptions = { readonly out: string; readonly log?: string; readonly paper: string; readonly labels?: true };

async function writePack(given: Given, { out, paper, labels }: PackOptions): Promise<void> {
  if (paper !== 'a4' && paper !== 'letter') refuse(`--paper ${paper}: is none of a4, letter`);
  const { apart, FONTS, makePack } = await import('../pack');
  const pdf = taken(await makePack(given, { what: labels ? 'labels' : 'pack', paper }, { fonts: FONTS, apart }));
  try {
    writeFileSync(out, pdf);
  } catch {
    refuse(`${out}: cannot be written`);
  }
}

const FILE = 'a job file, *.pitsaw.json; - reads standard input';

/** The command line: a verb for every answer that prints, and `export`. */
function commandLine(): Command {
  const program = new Command('pitsaw')
    .description(
      'Set-out, rows and cut lists for plank floors. Prints to standard output; status 2 and one line on standard error where it cannot.',
    )
    .version(VERSION, '--version')
    .helpOption('--help', 'how a verb is used')
    .helpCommand(false)
    .exitOverride()
    .configureOutput({ writeErr: () => undefined });
  for (const answer of Object.values<AnyAnswer>(ANSWERS)) {
    if (!answer.verb) continue;
    const verb = program.command(answer.name).description(answer.verb.about).argument('<file>', FILE);
    if (answer === ANSWERS.judged) {
      verb.argument('<plan>', 'the plan file that is judged').action((file: string, plan: string) => {
        if (file === '-' && plan === '-') refuse('only one of two files can come from standard input');
        print(answer, { ...givenBy(file), judged: planFrom(plan) });
      });
    } else if (answer === ANSWERS.days) {
      verb
        .option('--as <format>', 'ics: a calendar file, one entry a task')
        .option('--log <log>', 'the log of the site, for the crew’s own pace')
        .action((file: string, options: { as?: string; log?: string }) => printDays(givenBy(file, options.log), options.as));
    } else if (answer === ANSWERS.cuts) {
      verb
        .option('--log <log>', 'the log of the site: what does not lie yet, from the wood that is in hand')
        .action((file: string, { log }: { log?: string }) => {
          const given = givenBy(file, log);
          const out = taken(createAsker().ask(log === undefined ? ANSWERS.cuts : ANSWERS.cutsFromHere, given));
          process.stdout.write(ANSWERS.cuts.verb!.print(out, given));
        });
    } else if (answer === ANSWERS.replan) {
      verb
        .requiredOption('--log <log>', 'the log of the site')
        .action((file: string, { log }: { log: string }) => print(answer, givenBy(file, log)));
    } else if (answer === ANSWERS.repair) {
      verb
        .requiredOption('--log <log>', 'the log of the site')
        .requiredOption('--piece <pieces...>', 'what is damaged, as floor and piece: f1/12.3; several of one floor may be named')
        .action((file: string, { log, piece }: { log: string; piece: string[] }) =>
          print(answer, { ...givenBy(file, log), damaged: piece }),
        );
    } else verb.action((file: string) => print(answer, givenBy(file)));
  }
  program
    .command('pack')
    .description('the job pack: everything that a crew works from on paper, as PDF')
    .argument('<file>', FILE)
    .requiredOption('--out <pdf>', 'where the PDF is written')
    .option('--log <log>', 'the log of the site')
    .option('--paper <size>', 'a4 or letter', 'a4')
    .option('--labels', 'nothing but the labels for offcuts and rows')
    .action(async (file: string, options: PackOptions) => writePack(givenBy(file, options.log), options));
  program
    .command('export')
    .description('what the application exports: the cut list as CSV, the floor as SVG or DXF')
    .argument('<file>', FILE)
    .requiredOption('--as <format>', Object.keys(EXPORTS).join(', '))
    .action(async (file: string, { as }: { as: string }) => {
      const write = (EXPORTS as Readonly<Record<string, (typeof EXPORTS)['csv']>>)[as];
      if (!write) refuse(`--as ${as}: is none of ${Object.keys(EXPORTS).join(', ')}`);
      const given = givenBy(file);
      const asker = createAsker();
      process.stdout.write(await write(given.job, taken(asker.ask(ANSWERS.plan, given)), taken(asker.ask(ANSWERS.cuts, given)).pieces));
    });
  return program;
}

/** Reads the arguments and does what they say. */
export async function run(args: readonly string[]): Promise<void> {
  const program = commandLine();
  if (args.length === 0) refuse(`usage: pitsaw ${program.commands.map((c) => c.name()).join('|')} FILE; --help says more`);
  try {
    await program.parseAsync(args, { from: 'user' });
  } catch (error) {
    if (!(error instanceof CommanderError)) throw error;
    // help has been printed
    if (error.exitCode !== 0) refuse(error.message.replace(/^error: /, ''));
  }
}
