import { answer } from '../answer';
import { base } from '../base';
import { beneath } from '../beneath';
import { edges } from '../edges';
import { floors } from '../floors';
import { round3 } from '../geometry';
import { bad, good, type Job } from '../given';
import { order } from '../order';
import { pieces } from '../plan';
import { calendarOf, clockOf, clockText, crewOf, type Calendar, type WholeCrew } from './calendar';
import { paceOfLog, pacesOf, type WholePace } from './pace';
import { criticalOf, scheduled, slackOf, type Duty } from './schedule';
import { tasksOf, type Task } from './tasks';

/** A task in the calendar. */
export type Planned = Task & {
  /** minutes of the clock: the first at work, and the first after it */
  readonly start: number;
  readonly end: number;
  /** minutes of work from the first of the job */
  readonly at: number;
  /** minutes of work by which it could begin later without the end being later */
  readonly slack: number;
  /** whether somebody does not want it to begin earlier */
  readonly held: boolean;
};

/** A wait that cannot be shortened, and when it is over. */
export type Wait = { readonly task: string; readonly after: string; readonly hours: number; readonly why: string; readonly ends: number };

/** Who works when. */
export type DaysReport = {
  readonly tasks: readonly Planned[];
  readonly waits: readonly Wait[];
  readonly finish: number;
  /** ids of a chain that decides the end */
  readonly critical: readonly string[];
  /** whether no earlier end is possible */
  readonly proven: boolean;
  readonly crew: WholeCrew & { readonly begin: string };
  readonly pace: WholePace;
};

export const days = answer({
  name: 'days',
  bounded: /^crew\./,
  after: { floors, pieces, base, beneath, edges, order },
  takes: ({ job, log }) => ({ job, logged: paceOfLog(log, crewOf(job.crew).people)?.lay ?? null }),
  work({ job, logged }, before) {
    const crew = crewOf(job.crew);
    const { begin } = crew;
    if (begin === undefined) return bad({ path: 'crew.begin', text: 'says on which day work begins, and is missing: 2026-03-30' });
    const pace = pacesOf(job.crew, logged);
    const boxes = before.order.boxes.reduce((sum, b) => sum + b.boxes, 0);
    const tasks = tasksOf(job, { ...before, plan: before.pieces.floors, boxes }, crew, pace);
    return good(plannedIn(tasks, { ...crew, begin }, pace));
  },
  verb: {
    about: 'who works when: tasks with the waits that cannot be shortened, the earliest finish and what decides it',
    print: (report: DaysReport, { job }) => `${JSON.stringify(reportText(report, job))}\n`,
  },
});

/** How tasks are put into a calendar: fewer places tried than usual, and the starts whose order is kept where that costs nothing. */
export type PlanningHow = { readonly places?: number; readonly like?: readonly number[] };

/** Puts tasks into a crew's calendar: what the answer does, and what a task that is dragged is tried by. */
export function plannedIn(
  tasks: readonly Task[],
  crew: WholeCrew & { readonly begin: string },
  pace: WholePace,
  how: PlanningHow = {},
): DaysReport {
  const calendar = calendarOf(crew, crew.begin);
  const begin = clockOf(crew.begin);
  const duties = dutiesOf(tasks, crew);
  const wish = { people: crew.people, begin, first: firstOf(tasks, crew.first), places: how.places };
  const free = duties.map((d): Duty => ({ ...d, notBefore: undefined }));
  const isHeld = duties.some((d) => d.notBefore !== undefined);
  // what is held moves what it must, and leaves the rest in the order that it has without it
  const like = isHeld ? (how.like ?? scheduled(free, calendar, wish).starts) : undefined;
  const { starts, proven } = scheduled(duties, calendar, { ...wish, like });
  const slack = slackOf(duties, starts, calendar, crew.people);
  const planned = tasks.map((task, i): Planned => ({ ...task, ...times(calendar, starts[i]!, task.minutes), at: starts[i]!, slack: slack[i]!, held: duties[i]!.notBefore !== undefined })); // prettier-ignore
  return {
    tasks: planned,
    waits: onceEach(planned.flatMap((t) => waitsOf(t, planned))),
    finish: Math.max(...planned.map((t) => t.end)),
    critical: criticalOf(duties, starts, calendar).map((i) => tasks[i]!.id),
    proven,
    crew,
    pace,
  };
}

/** The tasks of a room that is needed first, but what is done everywhere. */
function firstOf(tasks: readonly Task[], room: string | undefined): readonly number[] | undefined {
  if (room === undefined) return undefined;
  const all = new Set(tasks.flatMap((t) => t.spaces)).size;
  const own = [...tasks.keys()].filter((i) => tasks[i]!.spaces.includes(room) && tasks[i]!.spaces.length < all);
  return own.length > 0 ? own : undefined;
}

const times = (calendar: Calendar, at: number, minutes: number) => ({ start: calendar.startOf(at), end: calendar.endOf(at + minutes) });
/** A wait in whole minutes of the clock, never a part of one too short. */
const minutesIn = (hours: number): number => Math.ceil(hours * 60 - 1e-6);

function dutiesOf(tasks: readonly Task[], crew: WholeCrew): readonly Duty[] {
  const placeOf = new Map(tasks.map((t, i) => [t.id, i] as const));
  return tasks.map(({ id, people, minutes, after }): Duty => {
    const held = crew.held?.find((h) => h.task === id);
    return {
      id,
      people,
      minutes,
      after: after.map(({ task, wait }) => ({ duty: placeOf.get(task)!, wait: minutesIn(wait) })),
      ...(held ? { notBefore: clockOf(held.from) } : {}),
    };
  });
}

/** Several waits that begin with one task and last as long are one. */
const onceEach = (waits: readonly Wait[]): readonly Wait[] =>
  waits.filter((w, i) => waits.findIndex((other) => other.after === w.after && other.hours === w.hours) === i);

/** Waits before a task, each with its end. */
const waitsOf = (task: Planned, all: readonly Planned[]): Wait[] =>
  task.after.flatMap(({ task: before, wait, why }) =>
    wait > 0
      ? [{ task: task.id, after: before, hours: wait, why: why ?? '', ends: all.find((t) => t.id === before)!.end + minutesIn(wait) }]
      : [],
  );

function reportText({ tasks, finish, critical, proven }: DaysReport, job: Job): object {
  return {
    format: 'pitsaw/days',
    version: 1,
    job: job.name,
    tasks: tasks.map((t) => ({
      id: t.id,
      what: taskWords(t, job),
      spaces: t.spaces,
      people: t.people,
      hours: round3(t.minutes / 60),
      after: t.after.map(({ task, wait }) => ({ task, wait: round3(wait) })),
      start: clockText(t.start),
      end: clockText(t.end),
      slack: round3(t.slack / 60),
    })),
    finish: clockText(finish),
    critical,
    proven,
  };
}

const KIND_WORDS: Readonly<Record<Task['kind'], string>> = {
  clear: 'Clear',
  prepare: 'Look over and mend the base',
  boxes: 'Carry in the boxes',
  prime: 'Prime',
  pour: 'Pour',
  undercut: 'Saw the casings',
  beneath: 'Lay what lies beneath',
  lay: 'Lay',
  edges: 'Fix the profiles',
  trim: 'Fix the trim',
  'hand-over': 'Check and hand over',
};
/** Tasks that are done everywhere are not said room by room. */
const EVERYWHERE: readonly Task['kind'][] = ['boxes', 'hand-over', 'undercut', 'edges'];

/** A task in words: what is done, and in which rooms. */
export function taskWords({ kind, spaces, id }: Pick<Task, 'kind' | 'spaces' | 'id'>, { spaces: all }: Pick<Job, 'spaces'>): string {
  const pour = /^pour\/.*\/(\d+)\+*$/.exec(id);
  const what = pour && !all.some((s) => id === `pour/${s.id}`) ? `${KIND_WORDS.pour} ${pour[1]}` : KIND_WORDS[kind];
  if (EVERYWHERE.includes(kind)) return what;
  return `${what}: ${spaces.map((id) => all.find((s) => s.id === id)?.name || id).join(' + ')}`;
}
