'use client';
import { Field, Input, NativeSelect } from '@chakra-ui/react';
import { useState } from 'react';
import {
  KERF_BY_TOOL,
  KINDS,
  LIMIT_NAMES,
  PRESET_LIMITS,
  sourceOf,
  type Job,
  type LimitName,
  type LimitSource,
  type Problem,
} from '@/core/job';
import { formatLength } from '@/core/units';
import { LengthField } from '../parts/LengthField';
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
export function PlankReading({ job, onChange }: Props) {
  const { product, display } = job;
  const plank = product.planks[0]!;
  const size = (change: Partial<typeof plank>) =>
    firstText(onChange(withProduct(job, { planks: [{ ...plank, ...change }, ...product.planks.slice(1)], widthSequence: undefined })));
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
