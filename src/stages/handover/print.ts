/** What is handed over with a floor: plain data, for the page and for the PDF alike. */
import { movementOf, seasonsOf, type Movement } from '@/core/base';
import type { BeneathReport } from '@/core/beneath';
import type { EdgesReport } from '@/core/edges';
import { floorsOf } from '@/core/floors';
import { middleOfRing, polygonArea } from '@/core/geometry';
import { calledOf, roomName, type Event, type Job, type Product } from '@/core/given';
import { inspectionOf } from '@/core/inspect';
import { asItLies, roomOf, withWalls, type Site } from '@/core/lay';
import { groundOf } from '@/core/setout';
import { wallLetter } from '@/core/survey';
import { formatArea, formatLength, formatTemperature } from '@/core/units';
import { pieceWords, REPAIR_WAY_NAMES } from '@/formats';
import { planPicture, type PrintPart } from '@/formats/paper';
import { CARE, VOIDS } from './care';

/** What the document is made of. */
export type HandedOver = {
  readonly job: Job;
  readonly site: Site;
  readonly lines: readonly Event[];
  readonly beneath: BeneathReport | null;
  readonly edges: EdgesReport | null;
};

type Part = { readonly title: string; readonly parts: readonly PrintPart[] };
const words = (text: string, tone?: 'must'): PrintPart => ({ kind: 'words', text, ...(tone ? { tone } : {}) });
const table = (caption: string, titles: readonly string[], rows: readonly (readonly string[])[]): PrintPart[] =>
  rows.length === 0
    ? []
    : [{ kind: 'table', caption, columns: titles.map((title) => ({ title })), rows: rows.map((cells, i) => ({ key: `${i}`, cells })) }];

const nameIn = (job: Job) => (id: string) => roomName(job, id);
const productsOf = (job: Job): readonly Product[] => [...new Map([job.product, ...(job.layouts ?? []).flatMap((l) => l.product ?? [])].map((p) => [p.name, p])).values()]; // prettier-ignore

/** The short document for the customer; nothing where nothing lies. */
export function handoverOf(given: HandedOver): readonly Part[] {
  const { job, site } = given;
  if (!site.plan) return [];
  const inspection = inspectionOf(job, site);
  const floors = floorsOf(withWalls(job, site.walls));
  if (!inspection.ok || !floors.ok) return [];
  const moves = movementOf(floors.value.map((f) => groundOf(f)), job); // prettier-ignore
  return [
    { title: 'Your floor', parts: theFloor(given) },
    { title: 'Gaps', parts: theGaps(job, inspection.value.walls) },
    { title: 'What lies hidden', parts: theHidden(given) },
    {
      title: 'Through the year',
      parts: theYear(job, moves, (id) =>
        floors.value
          .find((f) => f.id === id)!
          .spaces.map((s) => s.name || s.id)
          .join(', '),
      ),
    },
    { title: 'Care', parts: productsOf(job).flatMap((p) => CARE[p.kind].map((text) => words(text))) },
    { title: 'What voids the warranty', parts: VOIDS.map((text) => words(text)) },
    { title: 'When a plank is damaged', parts: theDamage(given) },
    { title: 'What was found and settled', parts: theSnags(job) },
    {
      title: 'Signatures',
      parts: [{ kind: 'blanks' as const, names: ['Handed over by, date, signature', 'Taken over by, date, signature'] }],
    },
  ].filter((part) => part.parts.length > 0);
}

function theFloor({ job, site, lines }: HandedOver): PrintPart[] {
  const { handover = {} } = job;
  const laid = asItLies(site.plan!, site);
  const area = laid.reduce((sum, f) => sum + f.pieces.reduce((s, p) => s + polygonArea(p.outline), 0), 0);
  const days = lines.filter((e) => e.what === 'laid' || e.what === 'laid-as').map((e) => e.time.slice(0, 10));
  const hands = [...new Set(lines.filter((e) => e.what === 'laid' || e.what === 'laid-as').map((e) => e.by))].filter(Boolean);
  const size = (mm: number) => formatLength(mm, job.display, { decimals: 1 });
  const said = [
    handover.to && `Handed over to ${handover.to}${handover.on ? ` on ${handover.on}` : ''}.`,
    handover.by && `By ${handover.by}.`,
    days.length > 0 &&
      `Laid ${days[0] === days.at(-1) ? `on ${days[0]!}` : `from ${days[0]!} to ${days.at(-1)!}`}${hands.length > 0 ? ` by ${hands.join(', ')}` : ''}.`,
    handover.batch ? `Batch ${handover.batch}.` : 'The batch of the planks was not written down.',
    `${job.spares?.planks ?? 0} spare planks${handover.sparesAt ? `, kept at: ${handover.sparesAt}` : ''}.`,
    handover.note,
  ].filter(Boolean);
  return [
    {
      kind: 'figures',
      figures: [
        { name: 'Laid', value: formatArea(area, job.display) },
        { name: 'Planks', value: `${new Set([...site.lying.values()].map((l) => l.piece.plank)).size}` },
        { name: 'Spare planks', value: `${job.spares?.planks ?? 0}` },
      ],
    },
    ...productsOf(job).map((p) => words(`${p.name || 'Planks'}: ${p.planks.map((s) => `${size(s.length)} × ${size(s.width)}`).join(', ')}, ${size(p.thickness)} thick.`)), // prettier-ignore
    words(said.join(' ')),
    { kind: 'drawing', drawing: planPicture(job, laid, false), caption: 'The floor as it lies', width: 460, true: true },
  ];
}

function theGaps(
  job: Job,
  walls: readonly {
    space: string;
    wall: number;
    wanted: number;
    least: number | null;
    most: number | null;
    measured: number | null;
    grows: number;
  }[],
): PrintPart[] {
  const mm = (v: number) => formatLength(v, job.display, { decimals: 1 });
  const name = nameIn(job);
  return [
    words('The floor is loose and moves. Beneath the trim it keeps this distance from every wall; nothing may fill it.'),
    ...table(
      'Gaps by wall',
      ['Room', 'Wall', 'Wanted', 'By the plan', 'Measured', 'The year takes'],
      walls.map((w) => [name(w.space), wallLetter(w.wall), mm(w.wanted), w.least === null ? '—' : w.most! - w.least < 0.5 ? mm(w.least) : `${mm(w.least)} to ${mm(w.most!)}`, w.measured === null ? '—' : mm(w.measured), mm(w.grows)]), // prettier-ignore
    ),
  ];
}

function theHidden({ job, edges, beneath }: HandedOver): PrintPart[] {
  const name = nameIn(job);
  const at = ([x, y]: readonly [number, number]) => `${formatLength(x, job.display)}, ${formatLength(y, job.display)}`;
  const things = (job.obstacles ?? []).filter((o) => o.kind === 'register' || o.kind === 'pipe' || o.kind === 'flange');
  const heated = (job.bases ?? []).filter((b) => b.heated).map((b) => name(b.space));
  const materials = [...new Set((beneath?.layers ?? []).map((l) => calledOf(l.material)))];
  const rows = [
    ...things.map((o) => [o.kind, o.id, at(middleOfRing(o.outline))]),
    ...(edges?.untippable ?? []).map((u) => ['slid in, glued joint', `${u.floor}/${u.piece}: ${u.why}`, at(u.at)]),
    ...(job.fixings ?? []).map((f) => ['held to the base', f.why ?? '', at(f.at)]),
    ...(edges?.casings ?? []).map((c) => ['undercut casing', `doorway ${c.opening}, ${name(c.side)}`, '']),
  ];
  return [
    ...(materials.length > 0 ? [words(`Beneath the planks: ${materials.join(', ')}.`)] : []),
    ...(heated.length > 0 ? [words(`Heated from below: ${heated.join(', ')}. Drill and nail nothing into this floor; the heating’s own drawing says where pipes run.`, 'must')] : []), // prettier-ignore
    ...table('Hidden things, by distance from the drawing’s corner', ['What', 'Which', 'Where'], rows),
  ];
}

function theYear(job: Job, moves: readonly Movement[], roomsOf: (floor: string) => string): PrintPart[] {
  const mm = (v: number) => formatLength(v, job.display, { decimals: 1 });
  const { laid, least, greatest } = seasonsOf(job);
  const air = (a: { temperature: number; humidity: number }) =>
    `${formatTemperature(a.temperature, job.display)} and ${a.humidity} % humidity`;
  return [
    words(`It was laid at ${air(laid)}. We reckon with ${air(least)} in the driest season and ${air(greatest)} in the dampest.`),
    ...moves.map((m) => words(`${roomsOf(m.floor)}: the floor grows by up to ${mm(m.grows[0])} along the planks and ${mm(m.grows[1])} across, shrinks by up to ${mm(m.shrinks[0])} and ${mm(m.shrinks[1])}, shared between both ends.${m.from === 'preset' ? ' The rates are presets; the product’s sheet decides.' : ''}`)), // prettier-ignore
    ...moves.flatMap((m) => (m.fixings.count > 1 ? [words(`${roomsOf(m.floor)}: the floor is held at ${m.fixings.count} places: between two of them a joint may open by ${mm(m.fixings.opens)}.`, 'must')] : [])), // prettier-ignore
  ];
}

/** A piece, by the room it lies in, its row and its place. */
function whereIs({ job, site }: HandedOver): (key: string) => string {
  const room = roomOf(job.spaces);
  const name = nameIn(job);
  return (key) => {
    const [floor, id] = key.split('/') as [string, string];
    const piece = site.plan!.floors.find((f) => f.id === floor)?.pieces.find((p) => p.id === id);
    const space = piece && room(piece);
    return `${space ? `${name(space)}, ` : ''}${pieceWords(id)}`;
  };
}

function theDamage(given: HandedOver): PrintPart[] {
  const where = whereIs(given);
  return [
    words(
      'Stop water at once: dry the top, then ask who laid the floor; what has run below has to be looked at before it is closed again.',
    ),
    words('Keep the spare planks flat, dry and in this house: another batch has another colour and perhaps another lock.'),
    words(
      'Every plank can be replaced. Which way is least work, which trim comes off and how the new piece is cut follows from where it lies; the floor file that comes with this paper says it.',
    ),
    ...table('Repaired so far', ['On', 'Pieces', 'How', 'By', 'Note'], (given.job.repairs ?? []).map((r) => [r.on ?? 'planned', r.pieces.map(where).join('; '), REPAIR_WAY_NAMES[r.way].toLowerCase(), r.by ?? '', r.note ?? ''])), // prettier-ignore
  ];
}

function theSnags(job: Job): PrintPart[] {
  const name = nameIn(job);
  const snags = job.snags ?? [];
  const open = snags.filter((s) => !s.settled).length;
  return [
    ...(open > 0 ? [words(`${open} ${open === 1 ? 'point is' : 'points are'} still open.`, 'must')] : []),
    ...table('Points', ['Room', 'What', 'Found', 'Who', 'By', 'Settled'], snags.map((s) => [name(s.space), s.text, s.found, s.who ?? '', s.by ?? '', s.settled ?? '—'])), // prettier-ignore
  ];
}
