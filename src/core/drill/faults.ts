/** Faults that are planted into a sound floor, each found by the audit and nothing else with it. */
import type { Finding } from '../given';
import { AROUND, madeAround, type Around } from './around';
import { chanceFrom, type Chance } from './chance';
import { frameOf, modulo, turned, type Ring } from '../geometry';
import { endsOf, joinedFrom, jointsIn, said, saidOfRows, sliverFloor, soundFloor, withEnd, withFace, withFaces, withJoints, withRegister, type Laid } from './floor'; // prettier-ignore
import type { Display } from '../units';
import { doorwayNotes, gapNotes, roomNotes, thingNotes, type Note } from './notes';

/** Faults of rows: several can be in one floor. */
export const IN_ROWS = ['corners', 'near', 'short', 'letter-h', 'stairs', 'butt', 'register', 'wrong-end', 'equal-faces'] as const;
type InRows = (typeof IN_ROWS)[number];
export const FAULTS = [...IN_ROWS, 'sliver', ...AROUND] as const;
export type Fault = (typeof FAULTS)[number];

/** By which rule a fault is found. */
export const RULE_OF: Readonly<Record<Fault, string>> = {
  corners: 'stagger',
  near: 'stagger',
  short: 'endPiece',
  'letter-h': 'h-joint',
  stairs: 'stairs',
  butt: 'butt',
  register: 'register-joint',
  sliver: 'rip',
  'wrong-end': 'untrue',
  'equal-faces': 'equal-faces',
  jamb: 'jamb',
  'no-gap': 'gap',
  pinned: 'pinned',
  'end-cap': 'end-cap',
  'second-pad': 'second-pad',
  film: 'no-film',
};

/** A fault where it is: what is said of it, of each joint that has part in it, and outlines in which it is found besides. */
export type Found = { readonly fault: Fault; readonly findings: readonly Finding[]; readonly reach: readonly Ring[] };
/** A floor with faults in it, and what stands written on it. */
export type Planted = Laid & { readonly seed: number; readonly faults: readonly Found[]; readonly notes: readonly Note[] };

/** Places that are tried for one fault, and floors for all of them. */
const PLACES = 40;
const FLOORS = 60;
/** So many printed faces differ at a glance, and are enough that none need touch its like. */
const PRINTS = 10;

type Change = (laid: Laid, row: number, chance: Chance) => Laid | null;

/** The same floor with a row that has a joint at a place. */
const withJointAt = (laid: Laid, row: number, joint: number): Laid => {
  const { length } = laid.job.product.planks[0]!;
  const [u0] = endsOf(laid, row);
  return withJoints(laid, row, joinedFrom(laid, row, modulo(joint - u0, length) || length));
};

/** A joint of one row put beside a joint of another: the whole row follows. */
const beside =
  (rowsOn: number, off: (chance: Chance, limit: number) => number): Change =>
  (laid, row, chance) => {
    const near = jointsIn(laid, row);
    if (!near || near.length === 0 || !jointsIn(laid, row + rowsOn)) return null;
    return withJointAt(laid, row + rowsOn, chance.pick(near) + off(chance, laid.job.product.limits.stagger));
  };

/** Starters that are drawn until the limits hold: that is quick to see, the audit of a floor is not. */
const DRAWN = 200;

/** How far joints of two rows are from each other, where both repeat with the plank. */
const apart = (a: number, b: number, length: number): number => {
  const d = modulo(a - b, length);
  return Math.min(d, length - d);
};

/** Whether a row that has a joint at a place keeps its end pieces, and its distance from the joints of the row beside it. */
function holds(laid: Laid, row: number, joint: number, beside: number | undefined): boolean {
  const { planks, limits } = laid.job.product;
  const { length } = planks[0]!;
  const [u0, u1] = endsOf(laid, row);
  const part = (v: number) => modulo(v, length) || length;
  if (part(joint - u0) < limits.endPiece + 5 || part(u1 - joint) < limits.endPiece + 5) return false;
  return beside === undefined || apart(joint, beside, length) >= limits.stagger;
}

const CHANGES: Readonly<Record<InRows, Change>> = {
  corners: beside(1, (chance) => chance.below(9) - 4),
  near: beside(1, (chance, limit) => (chance.next() < 0.5 ? -1 : 1) * limit * (0.3 + 0.4 * chance.next())),
  'letter-h': beside(2, (chance) => chance.below(9) - 4),
  short(laid, row, chance) {
    if (!jointsIn(laid, row)) return null;
    const least = laid.job.product.limits.endPiece;
    return withJoints(laid, row, joinedFrom(laid, row, least * (0.25 + 0.4 * chance.next())));
  },
  stairs(laid, row, chance) {
    const { planks, limits } = laid.job.product;
    const { length } = planks[0]!;
    const long = 4 + chance.below(3);
    const rows = Array.from({ length: long + 1 }, (_, k) => row + k);
    if (!rows.every((n) => jointsIn(laid, n))) return null;
    const before = jointsIn(laid, row - 1)?.[0];
    const after = jointsIn(laid, row + long + 1)?.[0];
    const most = length / 2 - limits.stagger;
    for (let k = 0; k < DRAWN; k++) {
      const step = (chance.next() < 0.5 ? -1 : 1) * (limits.stagger + 2 + chance.below(Math.max(1, Math.min(120, most))));
      const first = chance.next() * length;
      const on = chance.next() * length;
      const joints = rows.map((_, i) => (i < long ? first + i * step : on));
      const held = rows.every((n, i) => holds(laid, n, joints[i]!, i === 0 ? before : joints[i - 1]));
      if (!held || (after !== undefined && apart(on, after, length) < limits.stagger)) continue;
      return rows.reduce((now, n, i) => withJointAt(now, n, joints[i]!), laid);
    }
    return null;
  },
  butt(laid, row, chance) {
    const joints = jointsIn(laid, row);
    if (!joints || joints.length < 2) return null;
    const at = 1 + chance.below(joints.length - 1);
    const [from, to] = [joints[at - 1]!, joints[at]!];
    const more = from + (to - from) * (0.35 + 0.3 * chance.next());
    return withJoints(laid, row, [...joints.slice(0, at), more, ...joints.slice(at)], at);
  },
  register(laid, row, chance) {
    const joints = jointsIn(laid, row);
    const at = laid.plan.rows.find((r) => r.n === row);
    if (!joints || joints.length === 0 || !at || (laid.job.obstacles ?? []).length > 0) return null;
    const frame = frameOf(laid.plan.direction);
    const [x, y] = turned(frame, [chance.pick(joints) + chance.below(200) - 100, (at.from + at.to) / 2]);
    return withRegister(laid, [Math.round(x), Math.round(y)]);
  },
  'wrong-end'(laid, row, chance) {
    const joints = jointsIn(laid, row);
    return joints && joints.length > 0 ? withEnd(laid, row, chance.next() < 0.5 ? 'first' : 'last') : null;
  },
  'equal-faces': (laid, row, chance) => withFace(laid, row, chance),
};

const ruleAt = (f: Finding): string => `${f.rule} ${f.rows?.join(' ') ?? ''} ${f.at?.map((v) => Math.round(v)).join(' ') ?? ''}`;

/** Faults that the audit of plans sees: it is quicker than all that is said of a floor, which is looked at once in the end. */
const BY_ROWS: ReadonlySet<InRows> = new Set(['corners', 'near', 'short', 'letter-h', 'stairs', 'butt']);

/** Plants one fault so that it is said, and nothing else more; null where this floor has no place for it. */
function plantOne(laid: Laid, fault: InRows, chance: Chance): { readonly laid: Laid; readonly findings: readonly Finding[] } | null {
  const sayOf = BY_ROWS.has(fault) ? saidOfRows : said;
  const before = sayOf(laid);
  const known = new Set(before.map(ruleAt));
  const rows = laid.plan.rows.map((r) => r.n).slice(1, -1);
  for (let k = 0; k < PLACES; k++) {
    const row = chance.pick(rows);
    if (!laid.plan.rows.some((r) => r.n === row + 2)) continue;
    const changed = CHANGES[fault](laid, row, chance);
    if (!changed) continue;
    const after = sayOf(changed);
    const more = after.filter((f) => !known.has(ruleAt(f)));
    const kept = before.every((f) => after.some((g) => ruleAt(g) === ruleAt(f)));
    const alike = more.every((f) => f.rule === RULE_OF[fault] && f.rows?.join() === more[0]!.rows?.join());
    if (kept && more.length > 0 && alike && after.length === before.length + more.length) return { laid: changed, findings: more };
  }
  return null;
}

/** What a flight of stairs or a sliver takes up: all of its rows. */
const rowsOf = ({ plan }: Laid, findings: readonly Finding[]): readonly Ring[] =>
  plan.pieces.filter((p) => findings.some((f) => f.rows?.includes(p.row))).map((p) => p.outline[0]!);

/**
 * A floor with these faults planted and no other: what is said of it is just them. The same for a seed.
 *
 * @param display the units in which it is written
 * @throws where no floor has place for them all, which no seed that was tried has come to
 */
export function planted(seed: number, faults: readonly Fault[], display: Display = 'metric'): Planted {
  const [first] = faults;
  if (isAround(first)) return plantedAround(seed, first, display);
  return first === 'sliver' ? withSliver(seed, display) : plantedInRows(seed, faults as readonly InRows[], display);
}

const NOTES: Readonly<Record<Around, (laid: Laid) => readonly Note[]>> = {
  jamb: doorwayNotes,
  'no-gap': gapNotes,
  pinned: thingNotes,
  'end-cap': thingNotes,
  'second-pad': roomNotes,
  film: roomNotes,
};

const isAround = (fault: Fault | undefined): fault is Around => (AROUND as readonly (Fault | undefined)[]).includes(fault);

function plantedInRows(seed: number, faults: readonly InRows[], display: Display): Planted {
  const chance = chanceFrom(seed);
  for (let k = 0; k < FLOORS; k++) {
    const sound = soundFloor(seed * FLOORS + k, display);
    let laid: Laid | null = faults.includes('equal-faces') ? withFaces(sound, PRINTS) : sound;
    const found: Found[] = [];
    for (const fault of faults) {
      const one: ReturnType<typeof plantOne> = laid && plantOne(laid, fault, chance);
      laid = one?.laid ?? null;
      if (one) found.push({ fault, findings: one.findings, reach: fault === 'stairs' ? rowsOf(one.laid, one.findings) : [] });
    }
    const all = found.reduce((sum, f) => sum + f.findings.length, 0);
    if (laid && found.length === faults.length && said(laid).length === all) return { ...laid, seed, faults: found, notes: [] };
  }
  throw new Error(`no floor for ${faults.join(', ')} with seed ${seed}`);
}

function plantedAround(seed: number, fault: Around, display: Display): Planted {
  const chance = chanceFrom(seed);
  for (let k = 0; k < FLOORS; k++) {
    const made = madeAround(fault, RULE_OF[fault], { chance, display });
    if (made)
      return { ...made.laid, seed, notes: NOTES[fault](made.laid), faults: [{ fault, findings: made.findings, reach: made.reach }] };
  }
  throw new Error(`no floor with ${fault} for seed ${seed}`);
}

/** The set-out makes a sliver, nothing that is done to a row: such a floor has no other fault. */
function withSliver(seed: number, display: Display): Planted {
  for (let k = 0; k < FLOORS; k++) {
    const laid = sliverFloor(seed * FLOORS + k, display);
    if (!laid) continue;
    const findings = said(laid);
    const [first] = findings;
    if (!first || findings.some((f) => f.rule !== RULE_OF.sliver || f.rows?.join() !== first.rows?.join())) continue;
    return { ...laid, seed, notes: [], faults: [{ fault: 'sliver', findings, reach: rowsOf(laid, findings) }] };
  }
  throw new Error(`no floor with a sliver for seed ${seed}`);
}
