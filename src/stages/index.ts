/** The stages of the work, in order: the only list of them. The rule, the keys, routes, pictures and paper are driven from it. */
import { base } from './base/stage';
import { beneath } from './beneath/stage';
import { buy } from './buy/stage';
import { check } from './check/stage';
import { cuts } from './cuts/stage';
import { days } from './days/stage';
import { doors } from './doors/stage';
import { handover } from './handover/stage';
import { lay } from './lay/stage';
import { plank } from './plank/stage';
import { repair } from './repair/stage';
import { room } from './room/stage';
import { rows } from './rows/stage';
import { setout } from './setout/stage';
import type { Stage } from './stage';

export const STAGES: readonly Stage[] = [room, base, plank, setout, rows, beneath, doors, buy, days, cuts, lay, check, handover, repair];

export { fetchReadings } from './lately';
export type * from './stage';
