/*
 * A DXF as the package that reads it wants it. Its reading loops end only on well-formed text, and what people bring is not: half files, counts that
 * lie, polylines without an end. Here a file is taken apart into its groups, and put together again from what of it is needed and whole.
 */

/** A code and its value, two lines of the file. */
type Group = { readonly code: number; readonly value: string };
type Record = { readonly type: string; readonly groups: readonly Group[] };

/** What of a drawing is understood; anything else is counted. */
const KNOWN = new Set('LINE LWPOLYLINE POLYLINE VERTEX ARC CIRCLE ELLIPSE INSERT TEXT MTEXT SOLID 3DFACE HATCH'.split(' '));
/** What only holds others together. */
const SILENT = new Set('SEQEND ATTRIB ATTDEF ENDBLK'.split(' '));
/** Groups of a polyline that say where it runs. */
const OF_POLYLINE = new Set([8, 70, 10, 20, 42, 210, 220, 230]);

/** A drawing that the package reads to its end, and what was left out on the way: what kind of thing, on which layer. */
export type Mended = { readonly text: string; readonly foreign: readonly string[] };

/** @throws Error where the text is no DXF, or half of one */
export function mendedDxf(text: string): Mended {
  const out: Group[] = [];
  const foreign: string[] = [];
  const records = recordsOf(text);
  if (!records.some((r) => r.type === 'SECTION')) throw new Error('there is no section in it');
  // half a drawing may lack a room
  if (!records.some((r) => r.type === 'EOF')) throw new Error('it ends in the middle');
  const section = (name: string, inside: () => void) => {
    out.push({ code: 0, value: 'SECTION' }, { code: 2, value: name });
    inside();
    out.push({ code: 0, value: 'ENDSEC' });
  };
  section('HEADER', () => out.push(...unitOf(records)));
  section('BLOCKS', () => {
    let open = false;
    for (const record of within(records, 'BLOCKS')) {
      if (record.type === 'BLOCK' || record.type === 'ENDBLK') {
        if (open) out.push({ code: 0, value: 'ENDBLK' });
        open = record.type === 'BLOCK';
        if (open)
          out.push({ code: 0, value: 'BLOCK' }, ...record.groups.filter(({ code }) => code === 2 || code === 8), ...pointOf(record, 10));
      } else if (open) put(record, out, foreign);
    }
    if (open) out.push({ code: 0, value: 'ENDBLK' });
  });
  section('ENTITIES', () => {
    for (const record of within(records, 'ENTITIES')) put(record, out, foreign);
  });
  out.push({ code: 0, value: 'EOF' });
  return { text: closed(out).map(({ code, value }) => `${code}\n${value}\n`).join(''), foreign }; // prettier-ignore
}

/** The file's records: each begins with a code of 0. A half one at the end is left out. */
function recordsOf(text: string): Record[] {
  const lines = text.split(/\r\n|\r|\n/);
  const records: { type: string; groups: Group[] }[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = Number.parseInt(lines[i]!, 10);
    const value = lines[i + 1]!.trim();
    // a line too many or too few: from here on codes are values
    if (Number.isNaN(code)) break;
    if (code === 0) records.push({ type: value, groups: [] });
    else if (code !== 999) records.at(-1)?.groups.push({ code, value });
  }
  return records;
}

/** The records of a section. */
function within(records: readonly Record[], name: string): Record[] {
  const found: Record[] = [];
  let inside = false;
  for (const record of records) {
    if (record.type === 'SECTION') inside = record.groups.some(({ code, value }) => code === 2 && value === name);
    else if (record.type === 'ENDSEC' || record.type === 'EOF') inside = false;
    else if (inside) found.push(record);
  }
  return found;
}

/** The header's unit, the only thing of it that is needed. */
function unitOf(records: readonly Record[]): Group[] {
  const header = records.find((r) => r.type === 'SECTION' && r.groups[0]?.value === 'HEADER')?.groups ?? [];
  const at = header.findIndex(({ code, value }) => code === 9 && value === '$INSUNITS');
  const unit = at < 0 ? undefined : header[at + 1];
  return unit?.code === 70 ? [header[at]!, unit] : [];
}

/** A point by the code of its x, if it is whole. */
function pointOf({ groups }: Record, code: number): Group[] {
  const [x, y] = [groups.find((g) => g.code === code), groups.find((g) => g.code === code + 10)];
  return x && y && isNumber(x) && isNumber(y) ? [x, y] : [];
}

const isNumber = ({ value }: Group): boolean => Number.isFinite(Number.parseFloat(value));

function put(record: Record, out: Group[], foreign: string[]): void {
  const { type, groups } = record;
  const layer = groups.find((g) => g.code === 8)?.value ?? '0';
  if (!KNOWN.has(type)) {
    if (!SILENT.has(type)) foreign.push(`${type.toLowerCase().slice(0, 40)} on layer ${layer.slice(0, 80)}`);
    return;
  }
  const kept = type === 'LWPOLYLINE' ? polyline(groups) : type === 'HATCH' ? groups : paired(groups);
  if (kept.length === 0) foreign.push(`${type.toLowerCase()} without a place on layer ${layer.slice(0, 80)}`);
  else out.push({ code: 0, value: type }, ...kept);
}

/** A polyline's groups with as many points as it has, whatever it claims. */
function polyline(groups: readonly Group[]): Group[] {
  const kept: Group[] = [];
  const first: Group[] = [];
  let points = 0;
  groups.forEach((group, i) => {
    const next = groups[i + 1];
    if (!OF_POLYLINE.has(group.code) || !isFine(group)) return;
    if (group.code === 10 && next?.code === 20 && isNumber(next)) {
      points++;
      kept.push(group, next);
    } else if (group.code === 42) {
      if (points > 0) kept.push(group);
    } else if (group.code !== 10 && group.code !== 20) first.push(group);
  });
  return points === 0 ? [] : [...first, { code: 90, value: `${points}` }, ...kept];
}

/** Numbers where numbers belong; words are as they are. */
const isFine = (group: Group): boolean => group.code < 10 || isNumber(group);

/** Groups without points that lack their y, without what programs add for themselves. */
function paired(groups: readonly Group[]): Group[] {
  return groups.filter((group, i) => {
    const { code } = group;
    if ((code >= 100 && (code < 210 || code > 230)) || !isFine(group)) return false;
    const isX = (code >= 10 && code <= 18) || code === 210;
    const next = groups[i + 1];
    return !isX || (next?.code === code + 10 && isNumber(next));
  });
}

/** Every old polyline with its end. */
function closed(groups: readonly Group[]): Group[] {
  const out: Group[] = [];
  let open = false;
  for (const group of groups) {
    if (group.code === 0) {
      if (open && group.value !== 'VERTEX') {
        out.push({ code: 0, value: 'SEQEND' });
        open = false;
      }
      if (group.value === 'POLYLINE') open = true;
      else if (group.value === 'VERTEX' && !open) {
        // a corner of nothing: its groups are passed over as unknown ones
        out.push({ code: 0, value: 'POINT' });
        continue;
      }
    }
    out.push(group);
  }
  return out;
}
