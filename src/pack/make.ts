import { createAsker, type AnyAnswer, type Given } from '../core/answer';
import { ANSWERS, type AnswerName } from '../core/answers';
import { bad, good, type Result } from '../core/given';
import { packPdf, type FontFiles, type PaperSize } from '../formats/pdf';
import { handoverSections, labelsOf, PACK_WANTS, packOf, recordSections, type Section } from '../stages/prints';
import type { Ask } from '../stages/stage';
import type { Elsewhere } from './apart';

/** What is wanted of a job on paper: all that the crew needs, only the labels; what the customer gets, all that is known of the floor. */
export type PackWhat = 'pack' | 'labels' | 'handover' | 'record';
const TITLES: Readonly<Record<PackWhat, string>> = {
  pack: 'job pack',
  labels: 'labels',
  handover: 'handed over',
  record: 'the whole record',
};
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
  const sections = sectionsOf(options.what, given, ask, asker);
  if (!sections.ok) return sections;
  const title = `${given.job.name || 'Floor'}, ${TITLES[options.what]}`;
  return good(
    await packPdf(
      { title, sections: sections.value, paper: options.paper, imperial: given.job.display === 'imperial', stamp: STAMP },
      fonts,
      (done) => progress(PLANNING + done * (1 - PLANNING)),
    ),
  );
}

function sectionsOf(what: PackWhat, given: Given, ask: Ask, asker: ReturnType<typeof createAsker>): Result<readonly Section[]> {
  if (what === 'labels') return good(labelsOf(ask));
  if (what === 'pack') return good(packOf(ask));
  const site = asker.ask(ANSWERS.lay, given);
  if (!site.ok) return site;
  if (site.value.lying.size === 0) return bad({ path: 'log', text: 'nothing lies yet; there is nothing to hand over' });
  const handed = { job: given.job, site: site.value, lines: given.log, beneath: ask.answer('beneath'), edges: ask.answer('edges') };
  return good(what === 'handover' ? handoverSections(handed) : recordSections(handed, { ...ask, plan: site.value.plan }));
}
