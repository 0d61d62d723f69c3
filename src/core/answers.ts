/** Every answer that there is: the worker gives them to the screen, and those with a verb are the command line's. */
import type { AnyAnswer } from './answer';
import { judged } from './audit';
import { base, flatness, grinding } from './base';
import { beneath } from './beneath';
import { days } from './days';
import { doorways, edges } from './edges';
import { floors } from './floors';
import { inspect } from './inspect';
import { lay } from './lay';
import { order } from './order';
import { cuts, findings, pieces, plan, summary } from './plan';
import { cutsFromHere, giveWay, replan } from './replan';
import { repair } from './repair';
import { least, rows, runs } from './rows';
import { setOut } from './setout';

export const ANSWERS = {
  floors,
  setOut,
  runs,
  least,
  rows,
  pieces,
  findings,
  plan,
  cuts,
  summary,
  judged,
  flatness,
  grinding,
  base,
  beneath,
  doorways,
  edges,
  order,
  days,
  lay,
  replan,
  giveWay,
  cutsFromHere,
  inspect,
  repair,
} satisfies Readonly<Record<string, AnyAnswer>>;
export type AnswerName = keyof typeof ANSWERS;
