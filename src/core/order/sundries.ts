import { profileOf } from '../edges';
import { calledOf, PRESET_CREW, kitsOf, type Job } from '../given';
import { isStraight, type PieceCuts } from '../cuts';
import { boxOf, polygonArea } from '../geometry';
import { formatLength, formatRun } from '../units';
import { spacesOf, type Sources } from './used';
import { SHIM_WEIGHT, TRACK_WEIGHT } from './weights';
import type { Used } from './line';

/*
 * What no other answer counts and the work needs all the same: tracks and shims, glue, fixings, spacers, blades, protection, gear. Every rate
 * is a preset: what is printed on the pack decides.
 */

/** A fixing every so many mm of track and of trim, the ends included. */
const TRACK_FIXINGS = 200;
const TRIM_FIXINGS = 400;
/** A spacer every so many mm along what the floor stops at, and one at each end of each row at once. */
const SPACING = 400;
/** Metres of track that a cartridge of glue holds, of joint that a bottle glues. */
const CARTRIDGE = 8;
const BOTTLE = 30;
/** Metres that a blade saws before it burns or chips; vinyl is scored by knife blades. */
const BLADE = { laminate: 60, engineered: 80, 'rigid-vinyl': 120, 'flexible-vinyl': 30 } as const;
/** m² of a finished floor that a roll of protection covers. */
const PROTECTION = 30;

const usedUp = (line: Omit<Used, 'spare' | 'preset' | 'unitWeight'> & { unitWeight?: number }): Used[] =>
  line.need > 0 ? [{ unitWeight: null, ...line, spare: 0, preset: true }] : [];

/** Everything else that the list holds. */
export const sundriesIn = (job: Job, from: Sources): readonly Used[] => [
  ...tracksIn(job, from),
  ...glueIn(job, from),
  ...trimFixingsIn(job, from),
  ...spacersIn(job, from),
  ...bladesIn(job, from),
  ...protectionIn(from),
  ...gearIn(job),
];

const fixingsOver = (lengths: readonly number[], apart: number): number =>
  lengths.reduce((sum, mm) => sum + Math.max(2, Math.ceil(mm / apart) + 1), 0);

/** Tracks with what holds them, and the shims of every doorway's stack, by kit. */
function tracksIn(job: Job, { edges }: Sources): Used[] {
  const chosen = edges.openings.flatMap((o) => (o.chosen === null ? [] : [{ ...o, fit: o.fits[o.chosen]! }]));
  const rooms = (of: typeof chosen) => [...new Set(of.flatMap((o) => o.spaces.filter((s) => s !== null)))];
  const metres = (of: typeof chosen) => of.reduce((sum, o) => sum + o.length, 0) / 1000;
  const perKit = kitsOf(job).flatMap((kit): Used[] => {
    const own = chosen.filter((o) => o.fit.kit === kit.id);
    const lengths = [...new Set(own.flatMap((o) => profileOf(kitsOf(job), o.fit).lengths))].sort((a, b) => a - b);
    const pack = lengths.find((l) => own.every((o) => o.length <= l)) ?? lengths.at(-1) ?? 0;
    const shims = [...new Set(own.flatMap((o) => o.fit.shims))];
    return [
      ...usedUp({ id: `track/${kit.id}`, counter: 'profiles', what: `${calledOf(kit)}, track of ${formatLength(pack, job.display)}`, for: rooms(own), need: metres(own), unit: 'metres', pack: pack / 1000, from: 'edges', why: 'under every profile of this kit; leave it out where it comes with the cover', unitWeight: TRACK_WEIGHT }), // prettier-ignore
      ...shims.flatMap((shim) => {
        const on = own.filter((o) => o.fit.shims.includes(shim));
        const many = on.reduce((sum, o) => sum + (o.length / 1000) * o.fit.shims.filter((s) => s === shim).length, 0);
        return usedUp({ id: `shim/${kit.id}/${shim}`, counter: 'profiles', what: `${calledOf(kit)}, shim “${shim}”`, for: rooms(on), need: many, unit: 'metres', pack: 1, from: 'edges', why: 'under the track, as each doorway’s stack says', unitWeight: SHIM_WEIGHT }); // prettier-ignore
      }),
    ];
  });
  const screwed = chosen.filter((o) => o.fixing === 'screw');
  const glued = chosen.filter((o) => o.fixing !== 'screw');
  return [
    ...perKit,
    ...usedUp({ id: 'screws/track', counter: 'fixing', what: 'Screws for tracks on wood', for: rooms(screwed), need: fixingsOver(screwed.map((o) => o.length), TRACK_FIXINGS), unit: 'screws', pack: 50, from: 'edges', why: 'one every 200 mm of track' }), // prettier-ignore
    ...usedUp({ id: 'glue/track', counter: 'fixing', what: 'Assembly glue for tracks that are not screwed', for: rooms(glued), need: metres(glued), unit: 'metres', pack: CARTRIDGE, from: 'edges', why: `tracks on concrete, tile or a heated base; ${formatRun(CARTRIDGE * 1000, job.display)} to a cartridge`, unitWeight: 0.06 }), // prettier-ignore
  ];
}

/** Joints of pieces that are slid in, glued all along one side and one end. */
function glueIn(job: Job, { edges, cuts, floors }: Sources): Used[] {
  const slid = new Set(edges.untippable.map((u) => `${u.floor}/${u.piece}`));
  const lines = cuts.filter((l) => slid.has(l.piece));
  const metres = lines.reduce((sum, { outline }) => sum + aroundHalf(outline[0]!) / 1000, 0);
  return usedUp({ id: 'glue/joint', counter: 'fixing', what: 'Joint glue for pieces that are slid in', for: spacesOf(floors.filter((f) => lines.some((l) => l.floor === f.id))), need: metres, unit: 'metres', pack: BOTTLE, from: 'edges', why: `${lines.length} piece${lines.length === 1 ? '' : 's'} with a lip shaved off; ${formatRun(BOTTLE * 1000, job.display)} to a bottle`, unitWeight: 0.02 }); // prettier-ignore
}

const trimFixingsIn = (job: Job, { edges: { trims } }: Sources): Used[] =>
  usedUp({ id: 'pins/trim', counter: 'fixing', what: 'Pins or screws for the trim, into the wall', for: [...new Set(trims.map((t) => t.space))], need: fixingsOver(trims.map((t) => t.length), TRIM_FIXINGS), unit: 'pieces', pack: 100, from: 'edges', why: `one every ${formatLength(400, job.display)}, never into the floor` }); // prettier-ignore

/** Spacers for every gap, along walls and things that the floor keeps off; those of the floor that needs most, for they are used again. */
function spacersIn(job: Job, { floors }: Sources): Used[] {
  const gaps = [...new Set(floors.flatMap((f) => f.edges.filter((e) => 'obstacle' in e.bound || e.bound.kind === 'wall').map((e) => gapAt(job, f, e.bound))))]; // prettier-ignore
  return gaps
    .filter((gap) => gap > 0)
    .sort((a, b) => b - a)
    .flatMap((gap) => {
      const many = (f: (typeof floors)[number]) =>
        f.edges
          .filter((e) => ('obstacle' in e.bound || e.bound.kind === 'wall') && gapAt(job, f, e.bound) === gap)
          .reduce((sum, { a, b }) => sum + Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / SPACING) + 1, 0);
      return usedUp({ id: `spacers/${gap}`, counter: 'fixing', what: `Spacers for a gap of ${formatLength(gap, job.display, { decimals: 1 })}`, for: spacesOf(floors.filter((f) => many(f) > 0)), need: Math.max(...floors.map(many)), unit: 'spacers', pack: 40, from: 'plan', why: `one every ${formatLength(400, job.display)} round the floor that needs most; used again in the next` }); // prettier-ignore
    });
}

type Bound = Sources['floors'][number]['edges'][number]['bound'];
const gapAt = (job: Job, floor: Sources['floors'][number], bound: Bound): number =>
  ('obstacle' in bound ? job.obstacles?.find((o) => o.id === bound.obstacle)?.gap : undefined) ?? floor.product.limits.gap;

const between = ([a, b]: readonly [number, number], [c, d]: readonly [number, number]): number => Math.hypot(a - c, b - d);

/** One long side and one end of a box round a ring, mm. */
function aroundHalf(ring: readonly (readonly [number, number])[]): number {
  const { minX, minY, maxX, maxY } = boxOf(ring);
  return maxX - minX + maxY - minY;
}

/** Metres that the cut list has sawn: every straight cut, and round every notch and hole. */
export const sawnMetres = (lines: readonly PieceCuts[]): number =>
  lines
    .flatMap((line) => line.cuts)
    .reduce(
      (sum, cut) =>
        sum + (isStraight(cut) ? between(...cut.line) : cut.out.reduce((s, p, i) => s + between(p, cut.out[(i + 1) % cut.out.length]!), 0)),
      0,
    ) / 1000;

function bladesIn(job: Job, { floors, cuts }: Sources): Used[] {
  const kinds = [...new Set(floors.map((f) => f.product.kind))];
  return kinds.flatMap((kind) => {
    const own = floors.filter((f) => f.product.kind === kind);
    const lines = cuts.filter((l) => own.some((f) => f.id === l.floor));
    const knife = kind === 'flexible-vinyl';
    return usedUp({ id: `blades/${kind}`, counter: 'fixing', what: knife ? 'Knife blades' : `Saw blade for ${kind.replace('-', ' ')}`, for: spacesOf(own), need: sawnMetres(lines), unit: 'metres sawn', pack: BLADE[kind], from: 'plan', why: `what the cut list saws; a blade does about ${formatRun(BLADE[kind] * 1000, job.display)}` }); // prettier-ignore
  });
}

const protectionIn = ({ floors, planks }: Sources): Used[] =>
  usedUp({ id: 'protection', counter: 'safety', what: 'Protection of the finished floor, breathing, no tape on the planks', for: spacesOf(floors), need: planks.length === 0 ? 0 : laidArea(floors) / 1e6, unit: 'm²', pack: PROTECTION, from: 'plan', why: 'everything that is laid, until the keys are handed over' }); // prettier-ignore

const laidArea = (floors: Sources['floors']): number =>
  floors.reduce((sum, f) => sum + f.laid.reduce((s, p) => s + Math.abs(polygonArea(p)), 0), 0);

/** Eyes, ears, lungs, knees and hands of everybody at work. */
function gearIn(job: Job): Used[] {
  const people = job.crew?.people ?? PRESET_CREW.people;
  const dusty =
    job.bases?.some((b) => b.substrate === 'concrete' || b.substrate === 'screed' || b.substrate === 'gypsum' || b.substrate === 'tile') ??
    false;
  const each = (id: string, what: string, why: string) =>
    usedUp({ id: `gear/${id}`, counter: 'safety', what, for: [], need: people, unit: 'people', pack: 1, from: 'crew', why });
  return [
    ...each('eyes', 'Safety glasses', 'one for everybody: sawing, prising, grinding'),
    ...each('ears', 'Ear defenders', 'one for everybody: saws'),
    ...each('lungs', dusty ? 'Dust masks of the class that local rules ask for with concrete dust' : 'Dust masks', dusty ? 'concrete dust harms lungs for good' : 'sawdust'), // prettier-ignore
    ...each('knees', 'Knee pads', 'one pair for everybody'),
    ...each('hands', 'Cut-resistant gloves', 'gripper strips and knives; off at the running saw'),
  ];
}
