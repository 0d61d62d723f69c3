'use client';
import { Box, Field, Input } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import {
  type Job,
  KERF_BY_TOOL,
  KINDS,
  LIMIT_NAMES,
  type LimitName,
  type LimitSource,
  type Plan,
  PRESET_LIMITS,
  type Product,
  sourceOf,
} from '@/core/given';
import { OPEN_BOXES } from '@/core/plan';
import { leftInBoxes } from '@/core/wood';
import { formatLength } from '@/core/units';
import { edit, firstText, useJob, usePlan, withLimit, withProduct } from '@/ui/desk';
import { BigNumber, BigText, Button, Choice, Folds, LengthField, NumberField, ReadingTitle, Table, Why } from '@/ui/kit';

const LIMIT_WORDS: Record<LimitName, string> = {
  gap: 'Gap at walls and fixed things',
  stagger: 'Least stagger',
  endPiece: 'Least end piece',
  rip: 'Least rip (width of a strip)',
  runAlong: 'Longest floor along the planks',
  runAcross: 'Longest floor across the planks',
};
const SOURCE_WORDS: Record<LimitSource, string> = {
  product: 'from the product’s instructions',
  preset: 'a preset; the instructions decide',
  yours: 'you set it',
};
const KIND_WORDS = {
  laminate: 'Laminate',
  'rigid-vinyl': 'Rigid vinyl',
  'flexible-vinyl': 'Flexible vinyl',
  engineered: 'Engineered wood',
} as const;

/** Changes the product as it is now; gives back what is wrong with it. */
const put = (words: string, change: (product: Product) => Partial<Product>): string | undefined =>
  firstText(edit(words, (job) => withProduct(job, change(job.product))));

/** The plank and its limits, each with where it comes from. */
export function Reading() {
  const job = useJob();
  const { product, display } = job;
  const plank = product.planks[0]!;
  const bare = (mm: number) => formatLength(mm, display, { bare: true });
  const size = `${bare(plank.length)} × ${bare(plank.width)}`;
  const unsure = LIMIT_NAMES.filter((name) => sourceOf(product, name) === 'preset').length;
  return (
    <>
      <ReadingTitle>Plank, as it shows once locked</ReadingTitle>
      {display === 'metric' ? <BigNumber wide value={size} unit="mm" /> : <BigText>{size}</BigText>}
      <Folds
        of="plank"
        open={['plank', 'limits']}
        parts={[
          { name: 'plank', title: 'The plank', says: product.name, content: <ThePlank job={job} /> },
          {
            name: 'limits',
            title: 'Limits',
            says: unsure > 0 ? `${unsure} are presets` : 'from the product or set by you',
            content: <TheLimits job={job} />,
          },
          { name: 'box', title: 'The box', says: `${product.perBox} planks`, content: <TheBox job={job} /> },
          {
            name: 'cut',
            title: 'What a cut takes',
            says: formatLength(job.kerf, display, { decimals: 1, finest: 64 }),
            content: <TheCut job={job} />,
          },
        ]}
      />
    </>
  );
}

type Props = { readonly job: Job };

function ThePlank({ job: { product, display } }: Props) {
  const plank = product.planks[0]!;
  const size = (change: Partial<typeof plank>) => put('plank size', (now) => resizedPlanks(now, 0, change));
  return (
    <>
      <Field.Root mb="3">
        <Field.Label fontSize="14px">Name</Field.Label>
        <Input value={product.name} maxLength={200} onChange={(e) => put('name of the product', () => ({ name: e.target.value }))} />
      </Field.Root>
      <Choice
        label="Kind"
        value={product.kind}
        options={KINDS.map((k) => [k, KIND_WORDS[k]])}
        onChoice={(kind) => put('kind of plank', (now) => ofKind(now, kind as Product['kind']))}
      />
      <LengthField label="Length" mm={plank.length} display={display} onLength={(mm) => size({ length: mm })} />
      <LengthField label="Face width" mm={plank.width} display={display} onLength={(mm) => size({ width: mm })} />
      <LengthField
        label="Or: across ten, locked together"
        mm={plank.width * 10}
        display={display}
        hint="Measured is better than believed; a tenth of it becomes the width."
        onLength={(mm) => size({ width: Math.round(mm * 100) / 1000 })}
      />
      <LengthField
        label="Thickness"
        mm={product.thickness}
        display={display}
        onLength={(mm) => put('thickness', () => ({ thickness: mm }))}
      />
    </>
  );
}

/** A preset follows the kind; what the product or the user said stays. */
function ofKind(product: Product, kind: Product['kind']): Partial<Product> {
  const limits = { ...product.limits };
  for (const name of LIMIT_NAMES) if (sourceOf(product, name) === 'preset') limits[name] = PRESET_LIMITS[kind][name];
  return { kind, limits };
}

/** Going back to the preset brings its number back. */
const withSource = (product: Product, name: LimitName, source: LimitSource): Partial<Product> => ({
  limits: source === 'preset' ? { ...product.limits, [name]: PRESET_LIMITS[product.kind][name] } : product.limits,
  limitSources: { ...product.limitSources, [name]: source },
});

function TheLimits({ job: { product, display } }: Props) {
  return (
    <>
      <Why tone="quiet" mt="0" mb="3">
        Read them from the instructions in the box: those decide, and breaking them voids the warranty.
      </Why>
      {LIMIT_NAMES.map((name) => (
        <Box key={name} mb="4">
          <LengthField
            compact
            named
            label={LIMIT_WORDS[name]}
            mm={product.limits[name]}
            display={display}
            onLength={(mm) => firstText(edit('a limit', (job) => withLimit(job, name, mm)))}
          />
          <Choice
            bare
            label={`Source of: ${LIMIT_WORDS[name]}`}
            value={sourceOf(product, name)}
            options={Object.entries(SOURCE_WORDS)}
            onChoice={(source) => put('source of a limit', (now) => withSource(now, name, source as LimitSource))}
          />
        </Box>
      ))}
    </>
  );
}

function TheBox({ job }: Props) {
  const { product } = job;
  const plan = usePlan();
  const count = (label: string, value: number, words: string, change: (n: number) => Partial<Product>) => (
    <NumberField whole label={label} value={value} wanted="Write a whole number." onNumber={(n) => put(words, () => change(n))} />
  );
  return (
    <>
      {count('Planks in a box', product.perBox, 'planks in a box', (perBox) => ({ perBox }))}
      {count('Printed faces', product.prints, 'printed faces', (prints) => ({ prints }))}
      {product.prints > 1 && <Dealing job={job} />}
      <Sizes job={job} />
      {product.planks.length > 1 && plan && <LeftInBoxes job={job} plan={plan} />}
    </>
  );
}

function TheCut({ job: { kerf, display } }: Props) {
  return (
    <>
      <Choice
        label="Cut with"
        value={KERF_BY_TOOL.find((t) => t.kerf === kerf)?.tool ?? ''}
        otherwise="Own measure"
        options={KERF_BY_TOOL.map(({ tool, kerf: mm }) => [
          tool,
          `${tool}, ${mm === 0 ? 'nothing' : formatLength(mm, display, { decimals: 1, finest: 64 })}`,
        ])}
        onChoice={(tool) => edit('the saw', (job) => ({ ...job, kerf: KERF_BY_TOOL.find((t) => t.tool === tool)?.kerf ?? job.kerf }))}
      />
      <LengthField
        label="Kerf"
        mm={kerf}
        display={display}
        hint="A preset; measure a cut of your own blade."
        onLength={(mm) => firstText(edit('kerf', (job) => ({ ...job, kerf: mm })))}
      />
      <Why tone="quiet">Saws and knives: eyes, ears and lungs covered; guards on; the knife away from the body in many light passes.</Why>
    </>
  );
}

/** One size changed; the order of widths follows a width that changes. */
function resizedPlanks(product: Product, at: number, change: Partial<Product['planks'][number]>): Partial<Product> {
  const before = product.planks[at]!;
  const planks = product.planks.map((p, i) => (i === at ? { ...p, ...change } : p));
  const gone = change.width !== undefined && !planks.some((p) => p.width === before.width);
  const sequence = product.widthSequence?.map((w) => (gone && w === before.width ? change.width! : w));
  const widths = new Set(planks.map((p) => p.width));
  return { planks, widthSequence: widths.size === 1 ? undefined : (sequence ?? [...widths]) };
}

/** Further sizes in the same box: mixed lengths, or widths that come in an order from row to row. */
function Sizes({ job }: Props) {
  const { product, display } = job;
  const { planks } = product;
  const widths = [...new Set(planks.map((p) => p.width))];
  const add = () => {
    const last = planks[planks.length - 1]!;
    const length = Math.max(last.width, Math.round(last.length * 0.75));
    const share = Math.round(1000 / (planks.length + 1)) / 1000;
    put('another size', () => ({ planks: [...planks.map((p) => ({ ...p, share })), { ...last, length, share }] }));
  };
  const remove = (at: number) => {
    const kept = planks.filter((_, i) => i !== at);
    const share = Math.round(1000 / kept.length) / 1000;
    const left = new Set(kept.map((p) => p.width));
    const sequence = product.widthSequence?.filter((w) => left.has(w));
    put('a size taken away', () => ({
      planks: kept.map((p) => ({ ...p, share: kept.length === 1 ? 1 : share })),
      widthSequence: left.size === 1 ? undefined : sequence && sequence.length > 0 ? sequence : [...left],
    }));
  };
  return (
    <section>
      {planks.length > 1 && (
        <Table.Root size="sm" variant="line">
          <Table.Header>
            <Table.Row>
              <Table.ColumnHeader>Length</Table.ColumnHeader>
              <Table.ColumnHeader>Face width</Table.ColumnHeader>
              <Table.ColumnHeader>Share, %</Table.ColumnHeader>
              <Table.ColumnHeader>
                <span className="unseen">Take away</span>
              </Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {planks.map((p, i) => (
              <Table.Row key={i}>
                <Table.Cell>
                  <LengthField
                    compact
                    label={`Size ${i + 1}, length`}
                    mm={p.length}
                    display={display}
                    onLength={(length) => put('plank size', (now) => resizedPlanks(now, i, { length }))}
                  />
                </Table.Cell>
                <Table.Cell>
                  <LengthField
                    compact
                    label={`Size ${i + 1}, face width`}
                    mm={p.width}
                    display={display}
                    onLength={(width) => put('plank size', (now) => resizedPlanks(now, i, { width }))}
                  />
                </Table.Cell>
                <Table.Cell>
                  <NumberField
                    compact
                    label={`Size ${i + 1}, share of a box in percent`}
                    value={p.share * 100}
                    wanted="A share of the box in percent, such as 25."
                    onNumber={(percent) =>
                      percent > 0 && percent <= 100
                        ? put('plank size', (now) => resizedPlanks(now, i, { share: percent / 100 }))
                        : 'More than 0 and at most 100.'
                    }
                  />
                </Table.Cell>
                <Table.Cell>
                  <Button size="xs" variant="ghost" aria-label={`Take away size ${i + 1}`} onClick={() => remove(i)}>
                    <Trash2 size={16} />
                  </Button>
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      )}
      {widths.length > 1 && (
        <SequenceField
          key={(product.widthSequence ?? []).join()}
          widths={widths}
          sequence={product.widthSequence ?? widths}
          onSequence={(widthSequence) => put('order of widths', () => ({ widthSequence }))}
        />
      )}
      <Button mb="3" onClick={add} disabled={planks.length >= 12}>
        <Plus size={17} /> Another size in the box
      </Button>
    </section>
  );
}

/** The order in which rows come in several widths, by the widths' places in the list. */
function SequenceField({
  widths,
  sequence,
  onSequence,
}: {
  widths: number[];
  sequence: number[];
  onSequence: (s: number[]) => string | undefined;
}) {
  const [text, setText] = useState(sequence.join(', '));
  const [problem, setProblem] = useState<string>();
  const commit = () => {
    const read = text
      .split(/[,;\s]+/)
      .filter(Boolean)
      .map(Number);
    const wrong =
      read.length === 0 || read.some((w) => !widths.includes(w))
        ? `Write the widths in the order of the rows, such as ${widths.join(', ')}.`
        : onSequence(read);
    setProblem(wrong);
  };
  return (
    <Field.Root invalid={problem !== undefined} mb="3">
      <Field.Label fontSize="14px">Order of the rows’ widths, mm</Field.Label>
      <Input value={text} onChange={(e) => setText(e.target.value)} onBlur={commit} onKeyDown={(e) => e.key === 'Enter' && commit()} />
      {problem !== undefined && <Field.ErrorText>{problem}</Field.ErrorText>}
    </Field.Root>
  );
}

/** What whole boxes leave over, size by size. */
function LeftInBoxes({ job, plan }: { job: Job; plan: Plan }) {
  const own = plan.planks.filter((p) => p.product === undefined || p.product === job.product.name);
  const left = leftInBoxes(job.product, own).filter((s) => s.count > 0);
  const bare = (mm: number) => formatLength(mm, job.display, { bare: true });
  return (
    <Why>
      Left in the boxes: {left.length === 0 ? 'nothing' : left.map((s) => `${s.count} of ${bare(s.length)} × ${bare(s.width)}`).join(', ')}.
    </Why>
  );
}

/** How planks are dealt so that printed faces mix. */
function Dealing({ job }: Props) {
  const { habit = 'boxes', open = OPEN_BOXES } = job.layout.deal ?? {};
  const deal = (change: Partial<NonNullable<Job['layout']['deal']>>) =>
    edit('how faces are mixed', (now) => ({ ...now, layout: { ...now.layout, deal: { habit, open, ...now.layout.deal, ...change } } }));
  return (
    <>
      <Choice
        label="Faces are mixed by"
        value={habit}
        options={[
          ['boxes', `dealing from ${open} open boxes`],
          ['piles', 'piles sorted by face'],
        ]}
        onChoice={(next) => deal({ habit: next as 'boxes' | 'piles' })}
      />
      {habit === 'boxes' && (
        <NumberField
          whole
          label="Boxes open at once"
          value={open}
          wanted="Write a whole number."
          onNumber={(n) => (n < 1 || n > 40 ? 'Between 1 and 40.' : firstText(deal({ open: n })))}
        />
      )}
    </>
  );
}
