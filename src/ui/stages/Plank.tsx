'use client';
import { Button, Field, Input, NativeSelect } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { memo, useState } from 'react';
import {
  type Job,
  KERF_BY_TOOL,
  KINDS,
  LIMIT_NAMES,
  type LimitName,
  type LimitSource,
  type Plan,
  PRESET_LIMITS,
  type Problem,
  type Product,
  sourceOf,
} from '@/core/given';
import { leftInBoxes, OPEN_BOXES } from '@/core/plan';
import { formatLength } from '@/core/units';
import { LengthField } from '../parts/LengthField';
import { NumberField } from '../parts/NumberField';
import { firstText, withLimit, withProduct } from '../state/edit';

type Props = { job: Job; onChange: (next: Job) => readonly Problem[] };

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

/** The plank and its limits, each with where it comes from. */
export const PlankReading = memo(function PlankReading({ job, plan, onChange }: Props & { plan: Plan | null }) {
  const { product, display } = job;
  const plank = product.planks[0]!;
  const size = (change: Partial<typeof plank>) => firstText(onChange(withProduct(job, resizedPlanks(product, 0, change))));
  const kind = (next: Job['product']['kind']) => {
    // a preset follows the kind; what the product or the user said stays
    const limits = { ...product.limits };
    for (const name of LIMIT_NAMES) if (sourceOf(product, name) === 'preset') limits[name] = PRESET_LIMITS[next][name];
    onChange(withProduct(job, { kind: next, limits }));
  };
  const source = (name: LimitName, next: LimitSource) =>
    onChange(
      withProduct(job, {
        // going back to the preset brings its number back
        limits: next === 'preset' ? { ...product.limits, [name]: PRESET_LIMITS[product.kind][name] } : product.limits,
        limitSources: { ...product.limitSources, [name]: next },
      }),
    );
  return (
    <>
      <h1>Plank, as it shows once locked</h1>
      <div className={display === 'metric' ? 'big' : 'big long'} style={display === 'metric' ? { fontSize: 54 } : { fontSize: 40 }}>
        {formatLength(plank.length, display, { bare: true })} × {formatLength(plank.width, display, { bare: true })}
        {display === 'metric' && <small>mm</small>}
      </div>
      <Field.Root mt="4" mb="3">
        <Field.Label fontSize="14px">Name</Field.Label>
        <Input
          h="44px"
          fontSize="17px"
          value={product.name}
          maxLength={200}
          onChange={(e) => onChange(withProduct(job, { name: e.target.value }))}
        />
      </Field.Root>
      <Field.Root mb="3">
        <Field.Label fontSize="14px">Kind</Field.Label>
        <NativeSelect.Root>
          <NativeSelect.Field
            h="44px"
            fontSize="17px"
            value={product.kind}
            onChange={(e) => kind(e.target.value as Job['product']['kind'])}
          >
            {KINDS.map((k) => (
              <option key={k} value={k}>
                {KIND_WORDS[k]}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Field.Root>
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
        onLength={(mm) => firstText(onChange(withProduct(job, { thickness: mm })))}
      />
      <Sizes job={job} onChange={onChange} />
      {product.planks.length > 1 && plan && <LeftInBoxes job={job} plan={plan} />}
      <CountField label="Printed faces" value={product.prints} onCount={(prints) => firstText(onChange(withProduct(job, { prints })))} />
      {product.prints > 1 && <Dealing job={job} onChange={onChange} />}
      <CountField label="Planks in a box" value={product.perBox} onCount={(perBox) => firstText(onChange(withProduct(job, { perBox })))} />

      <h2>Limits</h2>
      <p className="why quiet" style={{ marginTop: 0 }}>
        Read them from the instructions in the box: those decide, and breaking them voids the warranty.
      </p>
      {LIMIT_NAMES.map((name) => (
        <div key={name} className="limit">
          <LengthField
            label={LIMIT_WORDS[name]}
            mm={product.limits[name]}
            display={display}
            onLength={(mm) => firstText(onChange(withLimit(job, name, mm)))}
          />
          <NativeSelect.Root>
            <NativeSelect.Field
              h="44px"
              fontSize="14px"
              aria-label={`Source of: ${LIMIT_WORDS[name]}`}
              value={sourceOf(product, name)}
              onChange={(e) => source(name, e.target.value as LimitSource)}
            >
              {Object.entries(SOURCE_WORDS).map(([key, words]) => (
                <option key={key} value={key}>
                  {words}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </div>
      ))}

      <h2>What a cut takes</h2>
      <Field.Root mb="3">
        <Field.Label fontSize="14px">Cut with</Field.Label>
        <NativeSelect.Root>
          <NativeSelect.Field
            h="44px"
            fontSize="17px"
            value={KERF_BY_TOOL.find((t) => t.kerf === job.kerf)?.tool ?? ''}
            onChange={(e) => {
              const tool = KERF_BY_TOOL.find((t) => t.tool === e.target.value);
              if (tool) onChange({ ...job, kerf: tool.kerf });
            }}
          >
            <option value="" disabled>
              Own measure
            </option>
            {KERF_BY_TOOL.map(({ tool, kerf }) => (
              <option key={tool} value={tool}>
                {tool}, {kerf === 0 ? 'nothing' : formatLength(kerf, display, { decimals: 1, finest: 64 })}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Field.Root>
      <LengthField
        label="Kerf"
        mm={job.kerf}
        display={display}
        hint="A preset; measure a cut of your own blade."
        onLength={(mm) => firstText(onChange({ ...job, kerf: mm }))}
      />
      <p className="why quiet">
        Saws and knives: eyes, ears and lungs covered; guards on; the knife away from the body in many light passes.
      </p>
    </>
  );
});

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
function Sizes({ job, onChange }: Props) {
  const { product, display } = job;
  const { planks } = product;
  const widths = [...new Set(planks.map((p) => p.width))];
  const put = (change: Partial<Product>) => firstText(onChange(withProduct(job, change)));
  const add = () => {
    const last = planks[planks.length - 1]!;
    const length = Math.max(last.width, Math.round(last.length * 0.75));
    const share = Math.round(1000 / (planks.length + 1)) / 1000;
    put({ planks: [...planks.map((p) => ({ ...p, share })), { ...last, length, share }] });
  };
  const remove = (at: number) => {
    const kept = planks.filter((_, i) => i !== at);
    const share = Math.round(1000 / kept.length) / 1000;
    const left = new Set(kept.map((p) => p.width));
    const sequence = product.widthSequence?.filter((w) => left.has(w));
    put({
      planks: kept.map((p) => ({ ...p, share: kept.length === 1 ? 1 : share })),
      widthSequence: left.size === 1 ? undefined : sequence && sequence.length > 0 ? sequence : [...left],
    });
  };
  return (
    <section>
      {planks.length > 1 && (
        <table className="walls">
          <thead>
            <tr>
              <th>Length</th>
              <th>Face width</th>
              <th>Share, %</th>
              <th>
                <span className="unseen">Take away</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {planks.map((p, i) => (
              <tr key={i}>
                <td>
                  <LengthField
                    compact
                    label={`Size ${i + 1}, length`}
                    mm={p.length}
                    display={display}
                    onLength={(length) => put(resizedPlanks(product, i, { length }))}
                  />
                </td>
                <td>
                  <LengthField
                    compact
                    label={`Size ${i + 1}, face width`}
                    mm={p.width}
                    display={display}
                    onLength={(width) => put(resizedPlanks(product, i, { width }))}
                  />
                </td>
                <td>
                  <NumberField
                    compact
                    label={`Size ${i + 1}, share of a box in percent`}
                    value={p.share * 100}
                    wanted="A share of the box in percent, such as 25."
                    onNumber={(percent) =>
                      percent > 0 && percent <= 100
                        ? put(resizedPlanks(product, i, { share: percent / 100 }))
                        : 'More than 0 and at most 100.'
                    }
                  />
                </td>
                <td>
                  <Button h="44px" px="2" variant="ghost" aria-label={`Take away size ${i + 1}`} onClick={() => remove(i)}>
                    <Trash2 size={16} />
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {widths.length > 1 && (
        <SequenceField
          key={(product.widthSequence ?? []).join()}
          widths={widths}
          sequence={product.widthSequence ?? widths}
          onSequence={(widthSequence) => put({ widthSequence })}
        />
      )}
      <Button h="44px" mb="3" variant="outline" onClick={add} disabled={planks.length >= 12}>
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
      <Input
        h="44px"
        fontSize="17px"
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === 'Enter' && commit()}
      />
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
    <p className="why">
      Left in the boxes: {left.length === 0 ? 'nothing' : left.map((s) => `${s.count} of ${bare(s.length)} × ${bare(s.width)}`).join(', ')}.
    </p>
  );
}

/** How planks are dealt so that printed faces mix. */
function Dealing({ job, onChange }: Props) {
  const { habit = 'boxes', open = OPEN_BOXES } = job.layout.deal ?? {};
  const deal = (change: Partial<NonNullable<Job['layout']['deal']>>) =>
    onChange({ ...job, layout: { ...job.layout, deal: { habit, open, ...change } } });
  return (
    <Field.Root mb="3">
      <Field.Label fontSize="14px">Faces are mixed by</Field.Label>
      <NativeSelect.Root>
        <NativeSelect.Field h="44px" fontSize="17px" value={habit} onChange={(e) => deal({ habit: e.target.value as 'boxes' | 'piles' })}>
          <option value="boxes">dealing from {open} open boxes</option>
          <option value="piles">piles sorted by face</option>
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {habit === 'boxes' && (
        <CountField
          label="Boxes open at once"
          value={open}
          onCount={(n) => (n < 1 || n > 40 ? 'Between 1 and 40.' : firstText(deal({ open: n })))}
        />
      )}
    </Field.Root>
  );
}

function CountField({ label, value, onCount }: { label: string; value: number; onCount: (count: number) => string | undefined }) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string>();
  const commit = () => {
    if (text === null) return;
    const wrong = /^\d+$/.test(text.trim()) ? onCount(Number(text)) : 'Write a whole number.';
    setProblem(wrong);
    if (wrong === undefined) setText(null);
  };
  return (
    <Field.Root invalid={problem !== undefined} mb="3">
      <Field.Label fontSize="14px">{label}</Field.Label>
      <Input
        h="44px"
        fontFamily="var(--figures)"
        fontSize="19px"
        fontWeight="650"
        inputMode="numeric"
        value={text ?? value}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === 'Enter' && commit()}
      />
      {problem !== undefined && <Field.ErrorText>{problem}</Field.ErrorText>}
    </Field.Root>
  );
}
