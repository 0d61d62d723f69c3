import { createAsker, type AnyAnswer, type Given } from '../core/answer';
import { ANSWERS, type AnswerName } from '../core/answers';
import { good, type Result } from '../core/given';
import { packPdf, type FontFiles, type PaperSize } from '../formats/pdf';
import { labelsOf, PACK_WANTS, packOf } from '../stages/prints';
import type { Ask } from '../stages/stage';

/** What is wanted of a job on paper: all that the crew needs, or only the labels. */
export type PackWhat = 'pack' | 'labels';
export type PackOptions = { readonly what: PackWhat; readonly paper: PaperSize };

/** Of all the work so much is planning; the rest is putting it on pages. */
const PLANNING = 0.6;
/** A document says that it was made then: the same job gives the same bytes. */
const STAMP = new Date(Date.UTC(2000, 0, 1));

/**
 * Makes the job pack.
 *
 * @param progress told how far it is, 0 to 1
 * @returns the PDF, or the problems of a job that cannot be laid
 */
export async function makePack(
  given: Given,
  options: PackOptions,
  fonts: FontFiles,
  progress: (done: number) => void = () => undefined,
): Promise<Result<Uint8Array>> {
  const asker = createAsker();
  const plan = asker.ask(ANSWERS.plan, given, { progress: (done) => progress(done * PLANNING) });
  if (!plan.ok) return plan;
  const floors = asker.ask(ANSWERS.floors, given);
  if (!floors.ok) return floors;
  const answers = new Map(PACK_WANTS.map((name) => [name, asker.ask<AnyAnswer>(ANSWERS[name], given)] as const));
  const answer = ((name: AnswerName) => {
    const result = answers.get(name) ?? asker.ask<AnyAnswer>(ANSWERS[name], given);
    // what a job does not ask for, such as days without a day to begin on, is left out
    return result.ok ? result.value : null;
  }) as Ask['answer'];
  const ask: Ask = { job: given.job, floors: floors.value, plan: plan.value, answer, working: false };
  const sections = options.what === 'labels' ? labelsOf(ask) : packOf(ask);
  const title = `${given.job.name || 'Floor'}, ${options.what === 'labels' ? 'labels' : 'job pack'}`;
  return good(
    await packPdf({ title, sections, paper: options.paper, imperial: given.job.display === 'imperial', stamp: STAMP }, fonts, (done) =>
      progress(PLANNING + done * (1 - PLANNING)),
    ),
  );
}
