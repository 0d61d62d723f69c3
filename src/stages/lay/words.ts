import { roomName, type Event, type Job, type Plan } from '@/core/given';
import type { Due, Step } from '@/core/lay';
import type { PieceCuts } from '@/core/cuts';
import type { Changes, GivingWay } from '@/core/replan';
import { formatLength, type Display } from '@/core/units';
import { pieceId, pieceWords } from '@/formats';

/** From where a piece comes: the label that is stuck on it, or a new plank and its box. */
export function fromWhere(
  { take, plank }: Pick<PieceCuts, 'take' | 'plank'>,
  box: number | undefined,
): { readonly take: string; readonly of: string } {
  switch (take.from) {
    case 'new':
      return { take: 'a new plank', of: `number ${plank.n}${box === undefined ? '' : `, from box ${box}`}` };
    case 'sawn':
      return { take: pieceId(take.left), of: 'sawn already' };
    case 'offcut':
    case 'found':
      return { take: take.label, of: 'from the offcuts kept' };
  }
}

/** Numbers as they are said: 1–4, 7, 9. */
export function inWords(numbers: readonly number[]): string {
  const spans: [number, number][] = [];
  for (const n of numbers) {
    const last = spans[spans.length - 1];
    if (last && n === last[1] + 1) last[1] = n;
    else spans.push([n, n]);
  }
  return spans.map(([a, b]) => (a === b ? `${a}` : b === a + 1 ? `${a}, ${b}` : `${a}–${b}`)).join(', ');
}

/** What a row asks for, beyond laying it. */
export function dueWords(due: Due, nameOf: (room: string) => string = (room) => room): string {
  switch (due.what) {
    case 'carry':
      return `Carry ${due.boxes.length === 1 ? 'box' : 'boxes'} ${inWords(due.boxes)} to ${nameOf(due.room)}, and the saw and what waits on the rack with them.`;
    case 'push':
      return 'These are the first rows: check them against the line, push them to their gap, set spacers at both ends and every metre, and weight them.';
    case 'register':
      return `A register is cut out here (${due.obstacle}): mark it from the row before, drill its corners, cut in short passes.`;
    case 'pad':
      return `Roll out pad ${due.strips.join(', ')} before this row, butted and taped as its own instructions say; tread on it as little as may be.`;
    case 'undercut':
      return `A casing stands here (${due.opening}): undercut it by the plank and what lies beneath before this row. Eyes, ears and mask; look for wires in the wall.`;
    case 'meets':
      return `Two parts of the floor meet in this row: both edges must lie in one line. Lay a straightedge over both before you lock it.`;
  }
}

export const wayWords = ({ way }: Pick<Step, 'way'>): string | null =>
  way === 'back'
    ? 'Laid backwards: lift the tongue of the row that lies, feed the plank in from beneath, tap it home with a scrap. Slow; do not force it.'
    : way === 'own-line'
      ? 'Begins on a line of its own: measure from the rows that lie, snap the line through, screw a straightedge on it as a stop.'
      : null;

const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
const many = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;

/** What a way on changes, in one line. */
export function changeWords({ planks, spoilt, rows, pieces }: Changes): string {
  const more =
    planks === 0
      ? 'no plank more'
      : planks > 0
        ? many(planks, 'plank more', 'planks more')
        : `${many(-planks, 'plank fewer', 'planks fewer')}`;
  const waste = spoilt.length === 0 ? 'nothing sawn is spoilt' : `${many(spoilt.length, 'sawn piece is', 'sawn pieces are')} not used`;
  return `${sentence(more)}; ${many(pieces, 'piece changes', 'pieces change')} in ${many(rows.length, 'row', 'rows')}; ${waste}.`;
}

/** Where joints could give way so that fewer planks are missing, and whose word that needs. */
export function givingWords({ missing, fewer, giving }: GivingWay, display: Display): string {
  const where = giving.map(({ row, least }) => `row ${row} (down to ${formatLength(least, display)})`).join(', ');
  const does = missing === 0 ? 'the planks that are there would do' : `${many(fewer, 'plank fewer', 'planks fewer')} would be missing`;
  return `If joints gave way${where && ` in ${where}`}, ${does}. That breaks the product’s limits: ask its maker before you saw.`;
}

/** How rooms and floors are called: a floor by its rooms, where there are several. */
export type Called = { readonly space: (id: string) => string; readonly ofFloor: (id: string) => string };

export function calledIn(job: Pick<Job, 'spaces'>, plan: Pick<Plan, 'floors'> | null | undefined): Called {
  const space = (id: string): string => roomName(job, id);
  const floors = plan?.floors ?? [];
  return {
    space,
    ofFloor: (id) => {
      const floor = floors.length > 1 ? floors.find((f) => f.id === id) : undefined;
      return floor ? ` of ${floor.spaces.map(space).join(' + ')}` : '';
    },
  };
}

/** A line of the log as somebody else reads it. */
export function eventWords(event: Event, display: Display, called: Called): string {
  const length = (mm: number) => formatLength(mm, display);
  switch (event.what) {
    case 'begun':
      return 'Laying began.';
    case 'laid':
      return event.piece === undefined
        ? `Row ${event.row}${called.ofFloor(event.floor)} lies.`
        : `${sentence(pieceWords(event.piece))}${called.ofFloor(event.floor)} lies.`;
    case 'laid-as':
      return `Row ${event.row}${called.ofFloor(event.floor)} lies otherwise: ${event.pieces.map((p) => length(p.to - p.from)).join(', ')}.`;
    case 'cut':
      return `${sentence(pieceWords(event.piece.split('/').at(-1)!))}${called.ofFloor(event.piece.split('/')[0]!)} is sawn.`;
    case 'cut-at':
      return `Plank ${event.plank} was sawn at ${length(event.along)}, where it should not have been.`;
    case 'broken':
      return event.plank === 'new'
        ? `${many(event.count ?? 1, 'new plank', 'new planks')} broken.`
        : `What was left of plank ${event.plank} broke.`;
    case 'lost':
      return `Of plank ${event.plank}, ${length(event.to - event.from)} is lost.`;
    case 'found':
      return `A piece of ${length(event.length)} was found, ${event.ends === 'none' ? 'sawn at both ends' : event.ends === 'both' ? 'whole' : `with its ${event.ends} end`}.`;
    case 'stock':
      return `There are ${typeof event.planks === 'number' ? event.planks : event.planks.reduce((sum, p) => sum + p.count, 0)} planks that are not begun.`;
    case 'moved':
      return `The floor${called.ofFloor(event.floor)} was pushed by ${event.shift.map(length).join(' and ')}.`;
    case 'wall':
      return `The walls of ${called.space(event.space)} were found elsewhere.`;
    case 'replanned':
      return 'The rest was planned anew.';
    case 'undone':
      return `Line ${event.event} was taken back.`;
    case 'delivered':
      return `Delivered: ${event.text}`;
    case 'returned':
      return `Returned: ${event.text}`;
    case 'checked':
      return `Checked: ${event.text}`;
    case 'snag':
      return `To put right: ${event.text}`;
    case 'repair-planned':
      return `Repair planned: ${event.text}`;
    case 'repaired':
      return `Repaired: ${event.text}`;
    case 'note':
      return event.text;
  }
}
