import { formatRoughArea, formatRun, formatVolume } from '../units';
import { checksOf, compoundOf, openAt, restOf, restOfBoxes, type BaseReport } from '../base';
import type { BeneathReport } from '../beneath';
import type { EdgesReport } from '../edges';
import type { Floor } from '../floors';
import { polygonArea, signedArea } from '../geometry';
import { hoursOf, type Base, type Job, type Pace, type PlanFloor, type Space } from '../given';
import type { WholeCrew } from './calendar';
import { weighed, type WholePace } from './pace';

export const TASK_KINDS = [
  'clear',
  'prepare',
  'boxes',
  'prime',
  'pour',
  'undercut',
  'beneath',
  'lay',
  'edges',
  'trim',
  'hand-over',
] as const;
export type TaskKind = (typeof TASK_KINDS)[number];

/** A task: what is done where, by how many, how long, and after what. */
export type Task = {
  /** KIND/WHERE */
  readonly id: string;
  readonly kind: TaskKind;
  readonly spaces: readonly string[];
  readonly people: number;
  /** of the clock at work, all people together, in quarters of an hour */
  readonly minutes: number;
  /** what ends before it, and hours of the clock in between with their reason */
  readonly after: readonly { readonly task: string; readonly wait: number; readonly why?: string }[];
  /** how its hours come about */
  readonly sum: string;
};

/** All that the tasks are read off. */
export type Asked = {
  readonly floors: readonly Floor[];
  readonly plan: readonly PlanFloor[];
  readonly base: BaseReport;
  readonly beneath: BeneathReport;
  readonly edges: EdgesReport;
  readonly boxes: number;
};

/** Minutes are planned in quarters of an hour; nothing is shorter. */
const QUARTER = 15;
const quarters = (hours: number): number => Math.max(1, Math.ceil((hours * 60) / QUARTER - 1e-9)) * QUARTER;
/** To set up and clear away, whatever the task, hours. */
const SET_UP = 0.25;
/** To go round with whoever takes the floor over, hours. */
const HAND_OVER = 1;
/** More people than this get in each other's way at one task. */
const TOGETHER: Readonly<Record<TaskKind, number>> = {
  clear: 2, prepare: 1, boxes: 2, prime: 1, pour: 2, undercut: 1, beneath: 1, lay: 2, edges: 1, trim: 1, 'hand-over': 1,
}; // prettier-ignore

const squareMetres = (outline: Space['outline']): number => Math.abs(signedArea(outline)) / 1e6;

/** Everything that is done for a job, in the order of the trade. */
export function tasksOf(job: Job, asked: Asked, crew: WholeCrew, pace: WholePace): readonly Task[] {
  const taken = new Set<string>();
  /** an id that no task has yet: a space may be called as another and its pours are */
  const named = (id: string): string => {
    let free = id;
    while (taken.has(free)) free += '+';
    taken.add(free);
    return free;
  };
  const task = (kind: TaskKind, id: string, spaces: readonly string[], amount: number, of: string, after: Task['after']): Task => {
    const people = Math.min(crew.people, TOGETHER[kind]);
    const rate = kind === 'hand-over' ? 1 : pace[kind satisfies Pace].value;
    const hours = SET_UP + amount / rate / people;
    return { id: named(id), kind, spaces, people, minutes: quarters(hours), after, sum: of };
  };
  const after = (...ids: readonly (string | undefined)[]): Task['after'] =>
    ids.flatMap((id) => (id === undefined ? [] : [{ task: id, wait: 0 }]));

  const boxes = task('boxes', 'boxes', job.spaces.map((s) => s.id), asked.boxes, `${asked.boxes} box${asked.boxes === 1 ? '' : 'es'} carried in, laid flat and opened`, []); // prettier-ignore
  const made = job.spaces.map((space) => preparedIn(job, space, asked.base, task));
  const ready = made.flatMap((m) => m.tasks);
  const undercut = asked.edges.casings.length === 0 ? [] : [task('undercut', 'undercut', [...new Set(asked.edges.casings.map((c) => c.side))], asked.edges.casings.length, `${asked.edges.casings.length} casing${asked.edges.casings.length === 1 ? '' : 's'}`, after(...made.map((m) => m.rough)))]; // prettier-ignore
  const laid = asked.floors.flatMap((floor) => laidOn(job, floor, asked, { task, after, boxes, made, undercut: undercut[0]?.id, begin: crew.begin! })); // prettier-ignore
  const lays = laid.filter((t) => t.kind === 'lay');
  const profiles = asked.edges.profiles.length;
  const edges = profiles === 0 ? [] : [task('edges', 'edges', [...new Set(asked.edges.openings.filter((o) => o.chosen !== null).flatMap((o) => o.spaces.filter((s) => s !== null)))], profiles, `${profiles} profile${profiles === 1 ? '' : 's'}`, after(...lays.map((l) => l.id)))]; // prettier-ignore
  const trims = job.spaces.flatMap((space): Task[] => {
    const metres = asked.edges.trims.filter((t) => t.space === space.id).reduce((sum, t) => sum + t.length, 0) / 1000;
    const lay = lays.find((l) => l.spaces.includes(space.id));
    return metres === 0
      ? []
      : [task('trim', `trim/${space.id}`, [space.id], metres, `${formatRun(metres * 1000, job.display)} of trim`, after(lay?.id))];
  });
  const all = [...ready, boxes, ...undercut, ...laid, ...edges, ...trims];
  const waited = new Set(all.flatMap((t) => t.after.map((a) => a.task)));
  const last = task('hand-over', 'hand-over', job.spaces.map((s) => s.id), HAND_OVER - SET_UP, 'checked all round, cleaned, protected, shown', after(...all.filter((t) => !waited.has(t.id)).map((t) => t.id))); // prettier-ignore
  return [...all, last];
}

type Make = (kind: TaskKind, id: string, spaces: readonly string[], amount: number, of: string, after: Task['after']) => Task;
/** A space's tasks before anything lies in it: when the rough work is over, and the last pour. */
type Prepared = { readonly space: string; readonly tasks: readonly Task[]; readonly rough?: string; readonly pour?: string };

/** What is done to one space's base: cleared, looked at and mended, primed, poured. */
function preparedIn(job: Job, space: Space, base: BaseReport, task: Make): Prepared {
  const own = job.bases?.find((b) => b.space === space.id);
  const area = squareMetres(space.outline);
  const tasks: Task[] = [];
  const last = (): Task['after'] => tasks.slice(-1).map((t) => ({ task: t.id, wait: 0 }));
  if (!own?.checks?.some((c) => c.id === 'strip-out')) tasks.push(task('clear', `clear/${space.id}`, [space.id], area, `${formatRoughArea(area * 1e6, job.display)} cleared to the base`, [])); // prettier-ignore
  const open = toLookAt(own);
  if (open > 0) tasks.push(task('prepare', `prepare/${space.id}`, [space.id], open, `${open} thing${open === 1 ? '' : 's'} to look at and mend`, last())); // prettier-ignore
  const rough = tasks.at(-1)?.id;
  const fill = base.spaces.find((s) => s.space === space.id);
  const litres = fill?.flat?.least.litres ?? 0;
  if (!fill || litres <= 0) return { space: space.id, tasks, rough };
  const compound = compoundOf(job);
  const primed = fill.flat!.least.area / 1e6;
  tasks.push(task('prime', `prime/${space.id}`, [space.id], primed, `${formatRoughArea(primed * 1e6, job.display)} primed`, last()));
  for (let n = 1; n <= fill.pours.least; n++) {
    // the last has the plain name: what follows waits for it
    const id = n === fill.pours.least ? `pour/${space.id}` : `pour/${space.id}/${n}`;
    const wait =
      n === 1
        ? { wait: compound.primerDries, why: 'the primer dries' }
        : { wait: compound.walkAfter, why: 'until the pour before can be walked on' };
    tasks.push(task('pour', id, [space.id], litres / fill.pours.least, formatVolume(litres / fill.pours.least, job.display), [{ task: tasks.at(-1)!.id, ...wait }])); // prettier-ignore
  }
  return { space: space.id, tasks, rough, pour: tasks.at(-1)!.id };
}

/** Things at a base that nobody has ticked; a base that nobody described asks for those of bare concrete. */
const toLookAt = (base: Base | undefined): number => (base ? openAt(base).checks.length : checksOf({ substrate: 'concrete' }).length);

type Laying = {
  readonly task: Make;
  readonly after: (...ids: readonly (string | undefined)[]) => Task['after'];
  readonly boxes: Task;
  readonly made: readonly Prepared[];
  readonly undercut: string | undefined;
  readonly begin: string;
};

/** What lies beneath a floor, and the floor. */
function laidOn(job: Job, floor: Floor, asked: Asked, { task, after, boxes, made, undercut, begin }: Laying): readonly Task[] {
  const spaces = floor.spaces.map((s) => s.id);
  const own = made.filter((m) => spaces.includes(m.space));
  const { layAfter } = compoundOf(job);
  const set = own.flatMap(({ pour }) =>
    pour === undefined ? [] : [{ task: pour, wait: layAfter, why: 'until the compound may be laid on' }],
  );
  const bare = after(...own.filter((m) => m.pour === undefined).map((m) => m.rough), undercut);
  const layers = asked.beneath.layers.filter((l) => l.floor === floor.id);
  const covered = layers.reduce((sum, l) => sum + l.laid, 0) / 1e6;
  const beneath = layers.length === 0 ? [] : [task('beneath', `beneath/${floor.id}`, spaces, covered, `${formatRoughArea(covered * 1e6, job.display)} in ${layers.length} layer${layers.length === 1 ? '' : 's'}`, [...bare, ...set])]; // prettier-ignore
  const plan = asked.plan.find((f) => f.id === floor.id)!;
  const area = floor.laid.reduce((sum, p) => sum + polygonArea(p), 0) / 1e6;
  const rest = { task: boxes.id, wait: restLeft(job, floor, begin), why: 'the boxes rest in the room' };
  const lay = task('lay', `lay/${floor.id}`, spaces, weighed(plan), `${formatRoughArea(area * 1e6, job.display)} in ${plan.rows.length} row${plan.rows.length === 1 ? '' : 's'}; the first three cost as much as the next ten`, [rest, ...set, ...(beneath[0] ? after(beneath[0].id) : bare)]); // prettier-ignore
  return [...beneath, lay];
}

/** Hours that a floor's boxes still rest once they have been carried in: all of them, less what they have rested when work begins. */
function restLeft(job: Job, { product }: Floor, begin: string): number {
  const whole = restOfBoxes(product);
  const known = restOf(job.climate ?? [], product, job.boxesSince, job.display);
  const rested = known ? hoursOf(begin) - hoursOf(known.since) : 0;
  return Math.max(0, whole - Math.max(0, rested));
}
