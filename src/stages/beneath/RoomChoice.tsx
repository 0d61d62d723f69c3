'use client';
import { refusalOf, type BeneathReport } from '@/core/beneath';
import { calledOf, type Job, type Space } from '@/core/given';
import { useFloors } from '@/ui/desk';
import { Choice, Mistake, NumberField, Why } from '@/ui/kit';
import { useState } from 'react';
import { choiceOf, choose } from './edits';

const sentence = (text: string): string => (text === '' ? '' : `${text[0]!.toUpperCase()}${text.slice(1)}.`);

/** What goes beneath one room: as derived, with its reasons, or as a person insists. */
export function RoomChoice({ job, space, report }: { job: Job; space: Space; report: BeneathReport }) {
  const [wrong, setWrong] = useState<string>();
  const chosen = report.chosen.find((c) => c.space.id === space.id);
  const product = useFloors().find((f) => f.spaces.some((s) => s.id === space.id))?.product ?? job.product;
  const choice = choiceOf(job, space.id);
  const materials = job.beneath?.materials ?? [];
  const layers = report.layers.filter((l) => l.spaces.includes(space.id));
  const put = (change: Parameters<typeof choose>[1]) => setWrong(choose(space.id, change));
  const options = (kind: 'pad' | 'film'): (readonly [string, string])[] => [
    ['auto', 'As it has to be'],
    ['none', kind === 'pad' ? 'No pad' : 'No film'],
    ...materials
      .filter((m) => (m.kind === 'film') === (kind === 'film'))
      .map((m) => [`=${m.id}`, refusalOf(m, product) ? `${calledOf(m)} (refused)` : calledOf(m)] as const),
  ];
  const value = (wanted: string | null) => (wanted === null ? 'none' : wanted === 'auto' ? 'auto' : `=${wanted}`);
  const read = (text: string) => (text === 'none' ? null : text === 'auto' ? 'auto' : text.slice(1));
  return (
    <>
      <Choice label="Film on the base" value={value(choice.film)} options={options('film')} onChoice={(v) => put({ film: read(v) })} />
      <Why tone="quiet" mt="0">
        {chosen?.film ? `${calledOf(chosen.film)}. ` : ''}
        {sentence(chosen?.why.film ?? '')}
      </Why>
      <Choice label="Pad under the planks" value={value(choice.pad)} options={options('pad')} onChoice={(v) => put({ pad: read(v) })} />
      <Why tone="quiet" mt="0">
        {chosen?.pad ? `${calledOf(chosen.pad)}. ` : ''}
        {sentence(chosen?.why.pad ?? '')}
      </Why>
      <Choice
        label="Which way it runs"
        value={choice.direction === 'auto' ? 'auto' : 'asked'}
        options={[
          ['auto', 'Across the planks, or along where that saves a roll'],
          ['asked', 'As I ask'],
        ]}
        onChoice={(v) => put({ direction: v === 'auto' ? 'auto' : Math.round(layers[0]?.direction ?? 0) })}
      />
      {choice.direction !== 'auto' && (
        <NumberField
          label="Direction, degrees"
          value={choice.direction}
          wanted="An angle between −360 and 360."
          onNumber={(direction) => choose(space.id, { direction })}
        />
      )}
      {layers.map((l) => (
        <Why key={`${l.kind} ${l.material.id}`} tone="quiet" mt="0">
          {calledOf(l.material)} {l.reasons[1]}
          {l.underEdges > 0 ? `; ${l.underEdges} of its seams lie under a long edge of planks` : ''}.
        </Why>
      ))}
      <Mistake text={wrong} />
      <Why tone="quiet">What is insisted on against the product’s words stays said here, on every sheet and on paper.</Why>
    </>
  );
}
