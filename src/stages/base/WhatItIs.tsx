'use client';
import { SUBSTRATE_WORDS } from '@/core/base';
import { SUBSTRATES, type Base, type Space, type Substrate } from '@/core/given';
import { edit, firstText } from '@/ui/desk';
import { Button, Choice, NumberField, Stops, Tick, Why } from '@/ui/kit';
import { editBase, withSubstrate } from './edits';

/** Nothing has been said of a base yet: what it is comes first, for all else follows from it. */
export function FirstWord({ space }: { space: Space }) {
  return (
    <>
      <Why>What is beneath the floor here? What to look for, how it dries and what mends it follow from that.</Why>
      <Stops label="What the base is">
        {SUBSTRATES.map((s) => (
          <Button key={s} size="lg" onClick={() => edit('what a base is', (job) => withSubstrate(job, space.id, s))}>
            {SUBSTRATE_WORDS[s]}
          </Button>
        ))}
      </Stops>
    </>
  );
}

/** What the base is, whether it lies below ground, is heated, and about when it was built. */
export function WhatItIs({ space, base }: { space: Space; base: Base }) {
  return (
    <>
      <Choice
        label="The base"
        value={base.substrate}
        options={SUBSTRATES.map((s) => [s, SUBSTRATE_WORDS[s]])}
        onChoice={(s) => edit('what a base is', (job) => withSubstrate(job, space.id, s as Substrate))}
      />
      <Stops mt="1" mb="3">
        <Tick
          checked={base.belowGround ?? false}
          onTick={(on) => editBase('below ground or not', space.id, (b) => ({ ...b, belowGround: on }))}
        >
          Below the ground outside
        </Tick>
        <Tick checked={base.heated ?? false} onTick={(on) => editBase('heated or not', space.id, (b) => ({ ...b, heated: on }))}>
          Heated from beneath
        </Tick>
      </Stops>
      <NumberField
        whole
        label="Built about (year; 0 if nobody knows)"
        value={base.built ?? 0}
        wanted="A year of four digits, or 0."
        onNumber={(year) =>
          firstText(editBase('when it was built', space.id, ({ built: _, ...b }) => (year === 0 ? b : { ...b, built: year })))
        }
      />
      <Why tone="quiet" mt="0">
        An unknown year counts as an early one: old glue and paint are taken for what they may hold.
      </Why>
    </>
  );
}
