/* What is done to one mutated thing, in a process of its own that can be ended. */
import { newJob, readJob, readJobText } from '../../src/core/given';
import { planJob } from '../../src/core/plan';
import { likelyUnit, offersOf, readDrawing, takenOver } from '../../src/formats/drawing';

export type Piece =
  { readonly kind: 'job'; readonly text: string } | { readonly kind: 'drawing'; readonly name: string; readonly text: string };
/** What became of it: refused in a sentence, taken, or a fault. */
export type Outcome = { readonly became: 'refused' | 'taken' | 'fault'; readonly words: string };

function outcomeOf(piece: Piece): Outcome {
  if (piece.kind === 'job') {
    const job = readJobText(piece.text);
    if (!job.ok) return { became: 'refused', words: job.problems[0]!.text };
    const plan = planJob(job.value, { steps: 5 });
    return plan.ok ? { became: 'taken', words: '' } : { became: 'refused', words: plan.problems[0]!.text };
  }
  const read = readDrawing(piece.name, piece.text, 'metric');
  if (!read.ok) return { became: 'refused', words: read.text };
  const { offers } = offersOf(read.drawing, likelyUnit(read.drawing));
  if (!offers.some((o) => o.role === 'room')) return { became: 'refused', words: 'no room in it' };
  const { job } = takenOver(newJob('x', 'metric', 4000, 3000), offers);
  const taken = readJob(job);
  return taken.ok ? { became: 'taken', words: '' } : { became: 'refused', words: taken.problems[0]!.text };
}

console.log = console.warn = console.error = () => undefined;
process.on('message', (piece: Piece) => {
  let outcome: Outcome;
  try {
    outcome = outcomeOf(piece);
    if (outcome.became === 'refused' && outcome.words.trim() === '') outcome = { became: 'fault', words: 'refused without a word' };
  } catch (error) {
    outcome = { became: 'fault', words: error instanceof Error ? (error.stack ?? error.message) : String(error) };
  }
  process.send?.(outcome);
});
