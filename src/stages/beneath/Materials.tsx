'use client';
import { Trash2 } from 'lucide-react';
import { calledOf, MATERIAL_KINDS, type Job, type Material } from '@/core/given';
import { Button, Fields, Marked, NumberField, SmallLength, Stops, TextField, Thing, Tick, Why } from '@/ui/kit';
import { addMaterial, preferMaterial, putMaterial, removeMaterial } from './edits';

const KIND_WORDS: Readonly<Record<Material['kind'], string>> = { foam: 'Foam on a roll', board: 'Stiff boards', film: 'Film' };

/** The materials, as the shop has them; the first pad and the first film are taken where nobody asks for another. */
export function Materials({ job }: { job: Job }) {
  const materials = job.beneath?.materials ?? [];
  return (
    <>
      <Why tone="quiet">Sizes begin as presets: the roll’s own label decides. Of pads, and of films, the first is taken.</Why>
      {materials.map((m) => (
        <One key={m.id} material={m} job={job} first={materials.find((x) => (x.kind === 'film') === (m.kind === 'film')) === m} />
      ))}
      <Stops>
        {MATERIAL_KINDS.map((kind) => (
          <Button key={kind} onClick={() => addMaterial(kind)}>
            Another: {KIND_WORDS[kind].toLowerCase()}
          </Button>
        ))}
      </Stops>
    </>
  );
}

function One({ material: m, job, first }: { material: Material; job: Job; first: boolean }) {
  const length = (name: string, field: 'width' | 'length' | 'thickness' | 'lap' | 'turnUp') => (
    <Marked at={`beneath.materials[${job.beneath!.materials!.indexOf(m)}].${field}`}>
      <SmallLength
        name={name}
        label={`${calledOf(m)}: ${name.toLowerCase()}`}
        mm={m[field] ?? 0}
        display={job.display}
        onLength={(mm) => putMaterial(m.id, { [field]: mm })}
      />
    </Marked>
  );
  return (
    <Thing name={calledOf(m)}>
      <TextField
        label={`${KIND_WORDS[m.kind]}, called`}
        value={calledOf(m)}
        onText={(name) => (name === '' ? 'A name, so that it can be told apart.' : putMaterial(m.id, { name }))}
      />
      <Fields>
        {length(m.kind === 'board' ? 'Length of one' : 'Length of the roll', 'length')}
        {length('Width', 'width')}
        {length('Thickness', 'thickness')}
        {m.kind === 'film' && length('Lap', 'lap')}
        {m.kind === 'film' && length('Turned up the wall', 'turnUp')}
        <div>
          <div className="quiet" style={{ fontSize: 13 }} aria-hidden>
            In a pack
          </div>
          <NumberField
            compact
            whole
            label={`${calledOf(m)}: in a pack`}
            value={m.perPack ?? 1}
            wanted="A whole number."
            onNumber={(perPack) => putMaterial(m.id, { perPack })}
          />
        </div>
      </Fields>
      <Stops mt="2">
        <Tick checked={m.tape ?? false} onTick={(tape) => putMaterial(m.id, { tape })}>
          seams are taped
        </Tick>
        {m.kind !== 'film' && (
          <Tick checked={m.film ?? false} onTick={(film) => putMaterial(m.id, { film })}>
            carries its own film
          </Tick>
        )}
      </Stops>
      <Stops mt="1">
        {!first && <Button onClick={() => preferMaterial(m.id)}>Take this one first</Button>}
        <Button variant="ghost" onClick={() => removeMaterial(m.id)}>
          <Trash2 size={16} /> Take it off the list
        </Button>
      </Stops>
    </Thing>
  );
}
