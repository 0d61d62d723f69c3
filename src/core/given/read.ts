import { boxOf, crossingEdges, placesOf, signedArea, tidyRing, type Ring } from '../geometry';
import { SAME_PLACE } from './base';
import { minutesOf } from './crew';
import { endCapOf, kitsOf } from './feet';
import { plainly } from './fields';
import { isAnother } from './products';
import { bad, good, pathText, type Problem, type Result } from './problems';
import { jobSchema, type Base, type Job, type Product } from './schema';
import { LARGEST_FILE, MOST_POINTS, MOST_VALUES } from './sizes';

/** A job file is nested no deeper. */
export const DEEPEST = 40;
/** More problems than this of one file are not told. */
const MOST_PROBLEMS = 50;

/**
 * Reads a job file's text.
 *
 * @returns the job with every field it came with, or the problems with their paths; never throws
 */
export function readJobText(text: string): Result<Job> {
  const raw = readJson(text);
  return raw.ok ? readJob(raw.value) : raw;
}

/** The same of a job that is stored: what was taken before a bound existed still opens; see {@link marksOf}. */
export function readStoredText(text: string): Result<Job> {
  const raw = readJson(text);
  return raw.ok ? readStored(raw.value) : raw;
}

/** Parses JSON that somebody else wrote: no larger, no deeper and of no more values than is meant; never throws. */
export function readJson(text: string, deepest = DEEPEST, largest = LARGEST_FILE): Result<unknown> {
  if (text.length > largest) return bad({ path: '', text: `the file is larger than ${largest / 1e6} MB; a job file is not` });
  const { depth, values } = extentOf(text);
  if (depth > deepest) return bad({ path: '', text: `nested more than ${deepest} deep; a job file is not` });
  if (values > (largest / LARGEST_FILE) * MOST_VALUES) return bad({ path: '', text: 'holds far more values than a job file does' });
  try {
    return good(JSON.parse(text.replace(/^\uFEFF/, '')));
  } catch (error) {
    return bad({ path: '', text: `not JSON: ${error instanceof Error ? error.message : 'cannot be read'}` });
  }
}

/** Reads a job that has already been parsed from JSON; see {@link readJobText}. */
export function readJob(raw: unknown): Result<Job> {
  const { job, problems, marks } = looked(raw);
  const all = [...problems, ...marks].slice(0, MOST_PROBLEMS);
  return all.length > 0 ? bad(...all) : good(job);
}

/** Reads a job as it is stored, whatever bound it was taken before. */
export function readStored(raw: unknown): Result<Job> {
  const { job, problems } = looked(raw);
  return problems.length > 0 ? bad(...problems.slice(0, MOST_PROBLEMS)) : good(job);
}

const marked = new WeakMap<Job, readonly Problem[]>();
/** Values of a stored job that would not be taken today. */
export function marksOf(job: Job): readonly Problem[] {
  if (!marked.has(job)) marked.set(job, looked(job).marks);
  return marked.get(job)!;
}

/** What is wrong with a job, and what of it is only outside of bounds that came later. */
function looked(raw: unknown): { readonly job: Job; readonly problems: readonly Problem[]; readonly marks: readonly Problem[] } {
  const parsed = jobSchema.safeParse(raw, { error: plainly });
  const [problems, marks]: [Problem[], Problem[]] = [[], []];
  for (const issue of parsed.error?.issues ?? []) {
    const isMark = issue.code === 'custom' && issue.params?.since === true;
    (isMark ? marks : problems).push({ path: pathText(issue.path), text: issue.message });
  }
  // outside of a later bound alone it is all there as it came
  const job = (parsed.success ? parsed.data : raw) as Job;
  if (problems.length > 0) return { job, problems, marks };
  return { job, problems: checkJob(job), marks: [...marks, ...checkSince(job)] };
}

/** The same of what the schema cannot say. */
function checkSince(job: Job): readonly Problem[] {
  const marks: Problem[] = [];
  const say = (path: string, text: string) => marks.push({ path, text });
  const spaces = new Set(job.spaces.map((s) => s.id));
  once(job.laying?.order ?? [], 'laying.order', (id) => id, say);
  job.laying?.order?.forEach((id, i) => !spaces.has(id) && say(`laying.order[${i}]`, `there is no space "${id}"`));
  checkProducts(job, say);
  return marks;
}

/** How deep a text is nested, and about how many values it holds: counted without making any of them. */
function extentOf(text: string): { readonly depth: number; readonly values: number } {
  let depth = 0;
  let deepest = 0;
  let values = 1;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (quoted) {
      if (c === 92) i++;
      else if (c === 34) quoted = false;
    } else if (c === 34) quoted = true;
    else if (c === 91 || c === 123) deepest = Math.max(deepest, ++depth);
    else if (c === 93 || c === 125) depth--;
    else if (c === 44) values++;
  }
  return { depth: deepest, values };
}

/** What the schema cannot say: outlines that cross, ids that repeat, names that lead nowhere, limits that contradict each other. */
function checkJob(job: Job): Problem[] {
  const problems: Problem[] = [];
  const say = (path: string, text: string) => problems.push({ path, text });

  const ids = new Set<string>();
  const unique = (list: readonly { id: string }[], name: string) => {
    list.forEach((item, i) => {
      if (ids.has(item.id)) say(`${name}[${i}].id`, `"${item.id}" is used twice; give each its own`);
      ids.add(item.id);
    });
  };
  unique(job.spaces, 'spaces');
  unique(job.openings ?? [], 'openings');
  unique(job.obstacles ?? [], 'obstacles');

  const outlines = [...job.spaces, ...(job.openings ?? []), ...(job.obstacles ?? [])];
  const points = outlines.reduce((sum, { outline }) => sum + outline.length, 0);
  if (points > MOST_POINTS) {
    say('spaces', `${points} points in all outlines together; at most ${MOST_POINTS}: draw them with fewer, or make a job of each part`);
    return problems;
  }
  job.spaces.forEach((space, i) => checkOutline(space.outline, `spaces[${i}].outline`, say));
  job.openings?.forEach((opening, i) => checkOutline(opening.outline, `openings[${i}].outline`, say));
  job.obstacles?.forEach((obstacle, i) => checkOutline(obstacle.outline, `obstacles[${i}].outline`, say));

  const spaces = new Set(job.spaces.map((s) => s.id));
  const known = (id: string | null | undefined, path: string) => {
    if (id !== null && id !== undefined && !spaces.has(id)) say(path, `there is no space "${id}"`);
  };
  job.openings?.forEach((o, i) => {
    known(o.between[0], `openings[${i}].between[0]`);
    known(o.between[1], `openings[${i}].between[1]`);
    if (o.between[0] === o.between[1]) say(`openings[${i}].between`, `joins "${o.between[0]}" with itself`);
  });
  known(job.layout.setOut.space, 'layout.setOut.space');
  job.layouts?.forEach((l, i) => {
    known(l.space, `layouts[${i}].space`);
    known(l.setOut?.space, `layouts[${i}].setOut.space`);
  });
  checkSetOut(job.layout.setOut, job.spaces.length, 'layout.setOut', say);

  checkProduct(job.product, 'product', say);
  job.layouts?.forEach((l, i) => l.product && checkProduct(l.product, `layouts[${i}].product`, say));
  checkBases(job.bases ?? [], known, say);
  checkBeneath(job, known, say);
  checkEdges(job, known, say);
  checkOrder(job, say);
  checkCrew(job, known, say);
  return problems;
}

function checkBases(bases: readonly Base[], known: (id: string, path: string) => void, say: Say): void {
  const seen = new Set<string>();
  bases.forEach(({ space, levels }, i) => {
    known(space, `bases[${i}].space`);
    if (seen.has(space)) say(`bases[${i}].space`, `a second entry for "${space}"; put both into one`);
    seen.add(space);
    const places = placesOf<number>(SAME_PLACE);
    levels?.forEach(({ at, height }, k) => {
      const other = places.near(at);
      if (other === null) places.add(at, k);
      else if (levels[other]!.height !== height) {
        say(`bases[${i}].levels[${k}]`, `two heights at one place: ${height} here, ${levels[other]!.height} in levels[${other}]; keep one`);
      }
    });
  });
}

/** Says where a list names one thing twice. */
function once<Of>(list: readonly Of[], path: string, of: (item: Of) => string, say: Say): void {
  const seen = new Set<string>();
  list.forEach((item, i) => {
    if (seen.has(of(item))) say(`${path}[${i}]`, `a second entry for "${of(item)}"; put both into one`);
    seen.add(of(item));
  });
}

function checkBeneath({ beneath }: Job, known: Known, say: Say): void {
  const { materials = [], choices = [] } = beneath ?? {};
  once(materials, 'beneath.materials', (m) => m.id, say);
  once(choices, 'beneath.choices', (c) => c.space, say);
  choices.forEach(({ space, pad, film }, i) => {
    known(space, `beneath.choices[${i}].space`);
    for (const [name, wanted] of [
      ['pad', pad],
      ['film', film],
    ] as const) {
      if (wanted === undefined || wanted === null || wanted === 'auto') continue;
      const material = materials.find((m) => m.id === wanted);
      if (!material) say(`beneath.choices[${i}].${name}`, `there is no material "${wanted}"`);
      else if ((material.kind === 'film') !== (name === 'film'))
        say(`beneath.choices[${i}].${name}`, `"${wanted}" is ${material.kind === 'film' ? 'a film and no pad' : 'a pad and no film'}`);
    }
  });
}

function checkEdges(job: Job, known: Known, say: Say): void {
  const kits = kitsOf(job);
  once(job.kits ?? [], 'kits', (k) => k.id, say);
  const kit = (id: string, path: string) => {
    if (!kits.some((k) => k.id === id)) say(path, `there is no kit "${id}"`);
  };
  job.openings?.forEach((o, i) => o.kit !== undefined && kit(o.kit, `openings[${i}].kit`));
  job.obstacles?.forEach(({ edge }, i) => {
    if (!edge) return;
    kit(edge.kit, `obstacles[${i}].edge.kit`);
    if (edge.foot === undefined && kits.some((k) => k.id === edge.kit) && !endCapOf(edge, job))
      say(`obstacles[${i}].edge.foot`, `the kit "${edge.kit}" has no end cap; say how wide the foot is`);
  });
  once(job.lowThings ?? [], 'lowThings', (t) => t.id, say);
  job.lowThings?.forEach(({ space, wall, from, to }, i) => {
    known(space, `lowThings[${i}].space`);
    const walls = job.spaces.find((s) => s.id === space)?.outline.length ?? Infinity;
    if (wall >= walls) say(`lowThings[${i}].wall`, `"${space}" has ${walls} walls, counted from 0`);
    if (to <= from) say(`lowThings[${i}].to`, 'ends where it begins, or before');
  });
}

function checkOrder({ order }: Job, say: Say): void {
  once(order?.sold ?? [], 'order.sold', (s) => s.item, say);
  once(order?.received ?? [], 'order.received', (r) => r.id, say);
  once(order?.placed ?? [], 'order.placed', (p) => p.number, say);
  order?.received?.forEach(({ packs, damaged = 0 }, i) => {
    if (damaged > packs) say(`order.received[${i}].damaged`, `${damaged} of ${packs} packs cannot be damaged`);
  });
}

/** The crew's day where nobody says another; presets. */
export const PRESET_CREW = { people: 2, from: '08:00', to: '16:30', break: 0.5, days: ['mo', 'tu', 'we', 'th', 'fr'] } as const;

function checkCrew({ crew }: Job, known: Known, say: Say): void {
  if (!crew) return;
  const { from, to, break: pause } = { ...PRESET_CREW, ...crew };
  const day = minutesOf(to) - minutesOf(from);
  if (day <= 0) say('crew.to', `the day ends at ${to}, and begins at ${from}`);
  else if (Math.round(pause * 60) >= day) say('crew.break', `a break of ${pause} hours leaves nothing of the day`);
  known(crew.first, 'crew.first');
  once(crew.held ?? [], 'crew.held', (h) => h.task, say);
}

type Say = (path: string, text: string) => void;
type Known = (id: string | null | undefined, path: string) => void;

function checkOutline(outline: Ring, path: string, say: Say): void {
  const first = outline[0]!;
  const last = outline[outline.length - 1]!;
  if (first[0] === last[0] && first[1] === last[1]) return say(path, 'the last point repeats the first; leave it out');
  for (let i = 0; i < outline.length; i++) {
    const [a, b] = [outline[i]!, outline[(i + 1) % outline.length]!];
    if (a[0] === b[0] && a[1] === b[1]) return say(path, `edge ${i + 1} has no length; leave out one of its points`);
  }
  const crossing = crossingEdges(outline);
  if (crossing) return say(path, `edges ${crossing[0]} and ${crossing[1]} cross`);
  const box = boxOf(outline);
  if (tidyRing(outline).length < 3 || Math.abs(signedArea(outline)) < 1) {
    say(path, `encloses no area (${Math.round(box.maxX - box.minX)} × ${Math.round(box.maxY - box.minY)} mm)`);
  }
}

function checkSetOut(setOut: Job['layout']['setOut'], spaces: number, path: string, say: Say): void {
  if (setOut.mode === 'row-edge-at' && !setOut.at) say(`${path}.at`, 'row-edge-at needs a point that a row’s edge passes through');
  if ((setOut.mode === 'edge-on-centre' || setOut.mode === 'plank-on-centre') && setOut.space === undefined && spaces > 1) {
    say(`${path}.space`, `${setOut.mode} needs the space whose centre line is meant`);
  }
}

/** Where two different products go by one name and nothing tells them apart. */
function checkProducts({ product, layouts = [] }: Job, say: Say): void {
  const all = [{ product, path: 'product' }, ...layouts.flatMap((l, i) => (l.product ? [{ product: l.product, path: `layouts[${i}].product` }] : []))]; // prettier-ignore
  all.forEach(({ product: one, path }, i) => {
    const other = all.slice(0, i).find(({ product: before }) => isAnother(one, before) && (one.id === undefined || before.id === undefined ? one.name === before.name : one.id === before.id)); // prettier-ignore
    if (!other) return;
    if (one.id !== undefined && one.id === other.product.id)
      say(`${path}.id`, `"${one.id}" is the id of another product, ${other.path}; give each its own`);
    else say(`${path}.name`, `"${one.name}" is the name of another product, ${other.path}; give each an id of its own`);
  });
}

function checkProduct(product: Product, path: string, say: Say): void {
  const longest = Math.max(...product.planks.map((p) => p.length));
  const widest = Math.max(...product.planks.map((p) => p.width));
  const narrowest = Math.min(...product.planks.map((p) => p.width));
  const { stagger, endPiece, rip, gap } = product.limits;
  product.planks.forEach((p, i) => {
    if (p.length < p.width) say(`${path}.planks[${i}]`, `its length ${p.length} is less than its width ${p.width}`);
    if (p.length < 50) say(`${path}.planks[${i}].length`, `${p.length} mm is no plank; at least 50`);
    if (p.width < 20) say(`${path}.planks[${i}].width`, `${p.width} mm is no plank; at least 20`);
  });
  if (stagger > longest / 2) {
    say(`${path}.limits.stagger`, `${stagger} cannot be kept: joints of ${longest} mm planks are never more than ${longest / 2} apart`);
  }
  if (endPiece > longest) say(`${path}.limits.endPiece`, `${endPiece} is longer than the longest plank (${longest})`);
  if (rip > narrowest) say(`${path}.limits.rip`, `${rip} is wider than a whole plank (${narrowest})`);
  if (gap > widest * 5) say(`${path}.limits.gap`, `${gap} is far wider than any gap; check the unit`);
  const widths = new Set(product.planks.map((p) => p.width));
  product.widthSequence?.forEach((w, i) => {
    if (!widths.has(w)) say(`${path}.widthSequence[${i}]`, `no plank is ${w} wide`);
  });
  if (!product.widthSequence && widths.size > 1)
    say(`${path}.widthSequence`, 'planks of several widths need the order in which rows use them');
}
