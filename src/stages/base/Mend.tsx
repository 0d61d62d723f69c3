'use client';
import { Input, Field } from '@chakra-ui/react';
import { useState } from 'react';
import {
  buildUpFor,
  compoundFrom,
  compoundOf,
  MOST_POURS,
  poursFor,
  pourOf,
  PRESET_COMPOUNDS,
  type FillSum,
  type Flat,
  type WholeCompound,
} from '@/core/base';
import { distanceToSegment } from '@/core/geometry';
import type { Job, Space } from '@/core/given';
import {
  formatLength,
  type Display,
  formatRoughArea,
  formatVolume,
  formatWeight,
  LITRES_PER_GALLON,
  POUNDS_PER_KILOGRAM,
} from '@/core/units';
import { edit, firstText, useAnswer, useJob } from '@/ui/desk';
import { Button, Choice, LengthField, Lines, Marked, NumberField, Stops, Table, Why } from '@/ui/kit';
import { baseOf, editBase } from './edits';
import { look, useLooking } from './looking';

/** m² in a square foot. */
const SQUARE_METRES_PER_FOOT = 0.3048 ** 2;
const fine = (mm: number, display: Display): string => formatLength(mm, display, { decimals: 1, finest: 32 });

/** What mends a base: the least fill that passes and fill flush, side by side; what is too deep; where it would run away; the compound. */
export function Mend({ space, flat }: { space: Space; flat: Flat }) {
  const job = useJob();
  const { display } = job;
  const compound = compoundOf(job);
  const shows = useLooking((s) => s.shows);
  if (flat.least.litres === 0) {
    return <Why tone="good">Flat enough as it is: nothing to fill.</Why>;
  }
  const ways = [
    { name: 'least' as const, title: 'Least that passes', sum: flat.least },
    { name: 'flush' as const, title: 'Flush', sum: flat.flush },
  ];
  const row = (name: string, of: (sum: FillSum) => string) => (
    <Table.Row key={name}>
      <Table.ColumnHeader scope="row">{name}</Table.ColumnHeader>
      {ways.map((w) => (
        <Table.Cell key={w.name} className="figures" textAlign="end">
          {of(w.sum)}
        </Table.Cell>
      ))}
    </Table.Row>
  );
  const pour = (sum: FillSum) => pourOf([sum], compound);
  return (
    <>
      <Stops mt="0" label="Shown on the sheet">
        {(['before', 'least', 'flush'] as const).map((s) => (
          <Button key={s} variant={shows === s ? 'solid' : 'outline'} aria-pressed={shows === s} onClick={() => look({ shows: s })}>
            {{ before: 'Gaps now', least: 'Least fill', flush: 'Flush' }[s]}
          </Button>
        ))}
      </Stops>
      <Table.Root size="sm" mt="3">
        <Table.Header>
          <Table.Row>
            <Table.ColumnHeader>
              <span className="unseen">Figure</span>
            </Table.ColumnHeader>
            {ways.map((w) => (
              <Table.ColumnHeader key={w.name} scope="col" textAlign="end">
                {w.title}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {row('Fill', (s) => formatVolume(s.litres, display))}
          {row(`Bags of ${formatWeight(compound.bag, display)}`, (s) => String(pour(s).bags))}
          {row('Pours', (s) => String(poursFor(s.deepest, compound)))}
          {row('Deepest', (s) => fine(s.deepest, display))}
          {row('Area', (s) => formatRoughArea(s.area, display))}
          {row('Primer', (s) => formatVolume(pour(s).primer, display))}
          {row('Walk on it after', (s) => `${pour(s).walk} h`)}
          {row('Boxes in after', (s) => `${pour(s).hours} h`)}
        </Table.Body>
      </Table.Root>
      <Why>
        The least leaves no gap over {fine(flat.limit, display)}; flush costs more and takes the straightedge out of doubt. Prime wherever
        the pour may run; let each pour be walkable before the next; fresh on set compound needs no primer.
      </Why>
      <TooDeep sum={flat.least} compound={compound} display={display} />
      <Grind space={space} flat={flat} />
      <RunsAway space={space} flat={flat} />
      <CompoundFields job={job} compound={compound} />
    </>
  );
}

/** What is deeper than two pours: plywood first. */
function TooDeep({ sum, compound, display }: { sum: FillSum; compound: WholeCompound; display: Display }) {
  const built = buildUpFor(sum.deepest, compound);
  if (!built) return null;
  return (
    <Why tone="should">
      {fine(sum.deepest, display)} is more than {MOST_POURS} pours of {fine(compound.deepest, display)}. Build up first: plywood of{' '}
      {built.layers.map((t) => fine(t, display)).join(' and ')}, screwed and primed, cut to where the dip is deeper than that; then{' '}
      {fine(built.rest, display)} of compound over it.
    </Why>
  );
}

/** Humps: whether grinding instead is worth it, worked out when somebody asks. */
function Grind({ space, flat }: { space: Space; flat: Flat }) {
  const [asked, setAsked] = useState(false);
  if (asked) return <Ground space={space} flat={flat} />;
  return (
    <Stops mt="3">
      <Button onClick={() => setAsked(true)}>Would grinding do instead?</Button>
    </Stops>
  );
}

function Ground({ space, flat }: { space: Space; flat: Flat }) {
  const { display } = useJob();
  const { value, working } = useAnswer('grinding');
  const ground = value?.find((s) => s.space === space.id)?.grinding;
  if (working || !value) return <Why tone="quiet">Looking whether grinding would do …</Why>;
  if (!ground) return <Why tone="quiet">No: more would have to come off than is filled.</Why>;
  return (
    <Why tone="should">
      Or grind {ground.humps.length === 1 ? 'the hump' : `the ${ground.humps.length} humps`} outlined by dashes among the gaps:{' '}
      {formatRoughArea(ground.off.area, display)}, up to {fine(ground.off.deepest, display)} off; then{' '}
      {ground.left.fill.litres > 0.05 ? `${formatVolume(ground.left.fill.litres, display)} to fill` : 'nothing to fill'} rather than{' '}
      {formatVolume(flat.least.litres, display)}. Only with a shroud, an extractor and a mask: the dust of concrete harms lungs for good;
      old glue and paint are tested first.
    </Why>
  );
}

/** Compound within this of an opening or a hole (mm) runs there. */
const RUNS = 150;

/** Where compound would run away: openings and what was marked, near where it is poured; and where battens hold it in. */
function RunsAway({ space, flat }: { space: Space; flat: Flat }) {
  const job = useJob();
  const placing = useLooking((s) => s.placing);
  const rims = flat.places.map((p) => p.outline);
  const near = (at: readonly [number, number]): boolean =>
    rims.some((ring) => ring.some((a, i) => distanceToSegment(at, a, ring[(i + 1) % ring.length]!) < RUNS));
  const leaks = baseOf(job, space.id)?.leaks ?? [];
  const ways = (job.openings ?? []).filter((o) => o.between.includes(space.id) && o.outline.some((p) => near(p)));
  const things = (job.obstacles ?? []).filter((o) => ['register', 'pipe', 'flange'].includes(o.kind) && o.outline.some((p) => near(p)));
  const lines = [
    ...ways.map(
      (o) => `a batten across the doorway to ${job.spaces.find((s) => s.id === o.between.find((b) => b !== space.id))?.name ?? 'outside'}`,
    ),
    ...things.map((o) => `a collar round the ${o.kind}`),
    ...leaks.map((l) => `${l.what}: plug it, cut flush`),
  ];
  return (
    <>
      <Why>
        {lines.length > 0 ? `Before it is poured: ${lines.join('; ')}. ` : 'No doorway and no hole that is marked lies at the pour. '}
        Where only a part is poured, battens go along the thick line on the sheet.
      </Why>
      <Stops mt="1">
        <Button
          variant={placing === 'leak' ? 'solid' : 'outline'}
          aria-pressed={placing === 'leak'}
          onClick={() => look({ placing: placing === 'leak' ? null : 'leak' })}
        >
          {placing === 'leak' ? 'Tap the hole on the sheet' : 'Mark a hole'}
        </Button>
        {leaks.length > 0 && (
          <Button variant="ghost" onClick={() => editBase('holes unmarked', space.id, (b) => ({ ...b, leaks: [] }))}>
            Unmark {leaks.length}
          </Button>
        )}
      </Stops>
    </>
  );
}

const put = (words: string, change: Partial<WholeCompound>): string | undefined =>
  firstText(edit(words, (job) => ({ ...job, compound: { ...compoundOf(job), ...change } })));

/** The compound as its bag says. */
function CompoundFields({ job, compound }: { job: Job; compound: WholeCompound }) {
  const isImperial = job.display === 'imperial';
  const number = (label: string, of: keyof Omit<WholeCompound, 'name' | 'deepest'>, perUnit = 1) => (
    <NumberField
      label={label}
      value={compound[of] * perUnit}
      wanted="A number, 0 or more."
      onNumber={(n) => put(label.toLowerCase(), { [of]: n / perUnit })}
    />
  );
  return (
    <>
      <Choice
        label="Start from a preset"
        value={PRESET_COMPOUNDS.find((p) => p.name === compound.name)?.name ?? ''}
        otherwise="your own"
        options={PRESET_COMPOUNDS.map((p) => [p.name, p.name])}
        onChoice={(name) => edit('a compound', (now) => ({ ...now, compound: PRESET_COMPOUNDS.find((p) => p.name === name)! }))}
      />
      <Field.Root mb="3">
        <Field.Label fontSize="14px">Compound</Field.Label>
        <Input h="44px" value={compound.name} maxLength={120} onChange={(e) => put('the compound’s name', { name: e.target.value })} />
      </Field.Root>
      {isImperial ? number('Pounds in a bag', 'bag', POUNDS_PER_KILOGRAM) : number('Kilograms in a bag', 'bag')}
      {isImperial ? number('Gallons a bag makes', 'litresPerBag', 1 / LITRES_PER_GALLON) : number('Litres a bag makes', 'litresPerBag')}
      <Marked at="compound.deepest">
        <LengthField
          label="Deepest in one pour"
          mm={compound.deepest}
          display={job.display}
          onLength={(mm) => put('deepest pour', { deepest: mm })}
        />
      </Marked>
      {number('Hours until it is walked on', 'walkAfter')}
      {number('Hours until it is laid on', 'layAfter')}
      {isImperial
        ? number('Square feet a gallon of primer covers', 'primerPerLitre', LITRES_PER_GALLON / SQUARE_METRES_PER_FOOT)
        : number('Square metres a litre of primer covers', 'primerPerLitre')}
      {number('Hours until the primer is dry', 'primerDries')}
      <Lines>
        <li className="quiet">
          {compoundFrom(job) === 'preset'
            ? 'Presets: what is printed on the bag decides.'
            : 'As you set it; what is printed on the bag decides.'}
        </li>
      </Lines>
    </>
  );
}
