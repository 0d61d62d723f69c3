/** Ends with status 2 and one line on standard error; standard output stays empty. */
export function refuse(line: string): never {
  process.stderr.write(`${line.replace(/\s*[\r\n]+\s*/g, ' ').trim()}\n`);
  process.exit(2);
}
