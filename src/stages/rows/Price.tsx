'use client';
import { Slider } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import type { Floor } from '@/core/floors';
import type { Job } from '@/core/given';
import { priceFor } from '@/core/rows';
import { edit, withFloorLayout, type LayoutChange, type Trial } from '@/ui/desk';
import { Why } from '@/ui/kit';
import { Weighed } from './Weighed';

const PriceChart = dynamic(() => import('./PriceChart'), { ssr: false, loading: () => <div style={{ height: 160 }} /> });

/** How many faults of looks a plank is worth, from those who want it calm to those who want it thrifty. */
const PRICES = [0.3, 1, 3, 10, 30];
const NAMES = ['Calm', 'Rather calm', 'As most lay it', 'Rather thrifty', 'Thrifty'];

const faults = ({ summary }: Trial) => summary.musts + summary.shoulds;

/** The nearest of the prices that are offered. */
const placeOf = (price: number): number =>
  PRICES.reduce((best, p, i) => (Math.abs(Math.log(p / price)) < Math.abs(Math.log(PRICES[best]! / price)) ? i : best), 0);

/** What a plank is worth: turned from calm to thrifty, with what its neighbours on that trade cost. */
export function Price({ job, floors, floor }: { readonly job: Job; readonly floors: readonly Floor[]; readonly floor: Floor }) {
  const { stagger } = floor.layout;
  const price = stagger.price ?? priceFor(stagger.school);
  const place = placeOf(price);
  const at = (i: number): LayoutChange => ({ stagger: { ...stagger, price: PRICES[i]! } });
  const turn = (i: number) => i !== place && edit(NAMES[i]!, (now) => withFloorLayout(now, floor, floors.length, at(i)));
  return (
    <>
      <Slider.Root
        {...{ 'aria-label': ['From calm to thrifty'] }}
        min={0}
        max={PRICES.length - 1}
        step={1}
        value={[place]}
        onValueChange={({ value }) => turn(value[0]!)}
        colorPalette="blue"
        size="lg"
        mt="2"
        mb="4"
        px="3"
        getAriaValueText={({ value }) => NAMES[value] ?? ''}
      >
        <Slider.Control>
          <Slider.Track>
            <Slider.Range />
          </Slider.Track>
          <Slider.Thumbs />
          <Slider.Marks
            marks={[
              { value: 0, label: 'calm' },
              { value: PRICES.length - 1, label: 'thrifty' },
            ]}
          />
        </Slider.Control>
      </Slider.Root>
      <Why>
        One more plank is opened where it takes away more than {price} {price === 1 ? 'fault' : 'faults'} of looks.
      </Why>
      <Weighed
        job={job}
        floors={floors}
        floor={floor}
        label="Planks against faults"
        ways={NAMES.map((name, i) => ({ name, change: at(i), now: i === place }))}
        columns={[{ name: 'Faults', of: (t) => `${faults(t)}` }]}
        chart={(results) => (
          <PriceChart points={results.flatMap((r, i) => (r ? [{ planks: r.summary.planks, faults: faults(r), now: i === place }] : []))} />
        )}
      />
    </>
  );
}
