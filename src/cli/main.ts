import { readFileSync } from 'node:fs';
import { LARGEST_FILE, planText, problemLine, readJobText } from '../core/given';
import { planJob } from '../core/plan';

const USAGE = 'usage: npm run --silent pitsaw -- plan FILE.pitsaw.json';

/** Ends with status 2 and one line on standard error; standard output stays empty. */
function refuse(line: string): never {
  process.stderr.write(`${line}\n`);
  process.exit(2);
}

function readText(file: string): string {
  try {
    const bytes = readFileSync(file);
    // four bytes a letter at the most: what is longer cannot be a job file, whatever it holds
    if (bytes.length > LARGEST_FILE * 4) refuse(`${file}: larger than a job file can be (${Math.round(bytes.length / 1e6)} MB)`);
    return bytes.toString('utf8');
  } catch (error) {
    const code = error instanceof Error && 'code' in error ? String(error.code) : '';
    refuse(
      `${file}: ${code === 'ENOENT' ? 'there is no such file' : code === 'EISDIR' ? 'is a folder, not a job file' : 'cannot be read'}`,
    );
  }
}

function main([command, file, ...rest]: readonly string[]): void {
  if (command !== 'plan' || file === undefined || rest.length > 0) refuse(USAGE);
  const job = readJobText(readText(file));
  if (!job.ok) refuse(problemLine(job.problems[0]!));
  const plan = planJob(job.value);
  if (!plan.ok) refuse(problemLine(plan.problems[0]!));
  process.stdout.write(planText(plan.value, job.value.name));
}

try {
  main(process.argv.slice(2));
} catch (error) {
  refuse(
    `Pitsaw could not plan this job: ${error instanceof Error ? error.message.split('\n')[0] : 'an unknown fault'}. This is a fault of Pitsaw's; please report it with the job file.`,
  );
}
