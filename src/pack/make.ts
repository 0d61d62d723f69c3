import { createAsker, type AnyAnswer, type Given } from '../core/answer';
import { ANSWERS, type AnswerName } from '../core/answers';
import { good, type Result } from '../core/given';
import { packPdf, type FontFiles, type PaperSize } from '../formats/pdf';
import { labelsOf, PACK_WANTS, packOf } from '../stages/prints';
import type { Ask } from '../stages/stage';
import type { Elsewhere } from './apart';

/** What is wanted of a job on paper: all that the crew needs, or only the labels. */
export type PackWhat = 'pack' | 'labels';
export type PackOptions = { readonly what: PackWhat; readonly paper: PaperSize };

/** Of all the work so much is planning; the rest is putting it on pages. */
const PLANNING = 0.6;
/** A document says that it was made then: the same job gives the same bytes. */
const STAMP = new Date(Date.UTC(2000, 0, 1));

/** What is worked out beside the planning, where somebody can: it stands on nothing else. */
const BESIDE: AnswerName = 'flatness';
/** What stands on it is asked for last. */
const WANTS: readonly AnswerName[] = [...PACK_WANTS].sort((a, b) => Number(standsOn(a, BESIDE)) - Number(standsOn(b, BESIDE)));

function standsOn(name: AnswerName, other: AnswerName): boolean {
  const on = (one: AnyAnswer): boolean => one === ANSWERS[other] || Object.values(one.after).some(on);
  return on(ANSWERS[name]);
}

/** Who makes a pack: the fonts, who is told how far it is (0 to 1), and how an answer is worked out elsewhere, where there are threads. */
export type Making = {
  readonly fonts: FontFiles;
  readonly progress?: (done: number) => void;
  readonly apart?: (name: AnswerName, given: Given) => Elsewhere;
};

/**
 * Makes the job pack.
 *
 * @returns the PDF, or the problems of a job that cannot be laid
 */
export async function makePack(
  given: Given,
  options: PackOptions,
  { fonts, progress = () => undefined, apart }: Making,
): Promise<Result<Uint8Array>> {
  const asker = createAsker();
  const beside = apart?.(BESIDE, given);
  const stopped = <One>(problems: One): One => {
    beside?.stop();
    return problems;
  };
  const floors = asker.ask(ANSWERS.floors, given);
  if (!floors.ok) return stopped(floors);
  const plan = asker.ask(ANSWERS.plan, given, { progress: (done) => progress(done * PLANNING) });
  if (!plan.ok) return stopped(plan);
  for (const name of WANTS) if (!standsOn(name, BESIDE)) asker.ask<AnyAnswer>(ANSWERS[name], given);
  if (beside) asker.learn(beside.key, await beside.result);
  const answers = new Map(WANTS.map((name) => [name, asker.ask<AnyAnswer>(ANSWERS[name], given)] as const));
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
