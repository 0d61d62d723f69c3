/**
 * Every rule of the audit, in one table: how grave it is, at which stage of work it is settled, and what mends it. The rule on screen, the
 * mend and the summary read it here.
 */
type Row = {
  /** `must` breaks a limit and with it the warranty; `should` displeases the eye or makes the work harder */
  readonly level: 'must' | 'should';
  /** the stage at which it is decided */
  readonly stage: 'setout' | 'rows';
  /** whether it lies in or beside a doorway */
  readonly doorway?: true;
  /** what is tried against it, mildest first; nothing where only another profile, product or patience helps */
  readonly remedies: readonly ('best-line' | 'line-into-doorway' | 'line-under-leaf' | 'other-starters' | 'free-school' | 'offcut-flow')[];
};

const table = <Name extends string>(rows: Record<Name, Row>): Record<Name, Row> => rows;

export const RULES = table({
  stagger: { level: 'must', stage: 'rows', remedies: ['other-starters'] },
  endPiece: { level: 'must', stage: 'rows', remedies: ['other-starters'] },
  rip: { level: 'must', stage: 'setout', remedies: ['best-line'] },
  runAlong: { level: 'must', stage: 'setout', remedies: [] },
  runAcross: { level: 'must', stage: 'setout', remedies: [] },
  butt: { level: 'should', stage: 'rows', remedies: [] },
  jamb: { level: 'should', stage: 'setout', doorway: true, remedies: ['line-into-doorway'] },
  'crosswise-doorway': { level: 'should', stage: 'rows', doorway: true, remedies: ['other-starters', 'free-school'] },
  'busy-doorway': { level: 'should', stage: 'rows', doorway: true, remedies: ['other-starters', 'free-school'] },
  'corner-piece': { level: 'should', stage: 'rows', remedies: ['other-starters', 'free-school'] },
  leaf: { level: 'should', stage: 'setout', doorway: true, remedies: ['line-under-leaf'] },
  'register-joint': { level: 'should', stage: 'rows', remedies: ['other-starters', 'free-school'] },
  'measure-again': { level: 'should', stage: 'setout', remedies: [] },
  'half-bond': { level: 'should', stage: 'rows', remedies: [] },
  school: { level: 'should', stage: 'rows', remedies: ['offcut-flow'] },
  'h-joint': { level: 'should', stage: 'rows', remedies: ['other-starters', 'free-school'] },
  repeat: { level: 'should', stage: 'rows', remedies: ['other-starters', 'free-school'] },
  stairs: { level: 'should', stage: 'rows', remedies: ['other-starters', 'free-school'] },
  wallpaper: { level: 'should', stage: 'rows', remedies: ['other-starters', 'free-school'] },
  'to-and-fro': { level: 'should', stage: 'rows', remedies: ['other-starters', 'free-school'] },
  'short-band': { level: 'should', stage: 'rows', remedies: ['other-starters', 'free-school'] },
});

/** A rule of the audit by its name in findings. */
export type RuleName = keyof typeof RULES;
/** What a finding may be mended by: a change of the job that is tried. */
export type Remedy = Row['remedies'][number];

/** What the table says of a finding's rule; undefined for a rule that is not the audit's. */
export const ruleOf = ({ rule }: { readonly rule: string }): Row | undefined => (RULES as Readonly<Record<string, Row>>)[rule];
