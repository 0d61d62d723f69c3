'use client';
import { Slider } from '@chakra-ui/react';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import {
  airOf,
  extentOf,
  movedPerMetre,
  movementOf,
  PRESET_MOVEMENT,
  ratesOf,
  restOf,
  restOfBoxes,
  seasonsOf,
  whyOutside,
  type Movement,
  type Season,
  type Seasons,
} from '@/core/base';
import type { Job } from '@/core/given';
import { formatLength, formatTemperature, temperatureFrom, temperatureIn, temperatureUnit, type Display } from '@/core/units';
import { readClimate } from '@/formats';
import { edit, firstText, useAnswer, useFloors, useJob, withProduct } from '@/ui/desk';
import { Button, Lines, Mistake, NumberField, Stops, Why } from '@/ui/kit';
import { useLogger } from '@/ui/desk/level';
import styles from './base.module.css';
import { Dated } from './Dated';
import { InstrumentBar } from './InstrumentBar';
import { look, useLooking } from './looking';
import { airAt } from './Overlay';
import { PasteTable } from './PasteTable';

const ClimateChart = lazy(() => import('./ClimateChart'));

/** Now, as files have it, by the clock of the device. */
const now = (): string => {
  const local = new Date(Date.now() - new Date().getTimezoneOffset() * 60_000);
  return local.toISOString().slice(0, 16);
};

/** The air in the rooms, and the rest of the boxes in it. */
export function Climate() {
  const job = useJob();
  const climate = job.climate ?? [];
  const latest = climate.reduce<(typeof climate)[number] | undefined>((a, b) => (a && a.time >= b.time ? a : b), undefined);
  const [pasting, setPasting] = useState(false);
  const outside = latest && whyOutside(latest, job.product, job.display);
  return (
    <>
      {climate.length > 1 && (
        <Suspense fallback={null}>
          <ClimateChart climate={climate} product={job.product} display={job.display} />
        </Suspense>
      )}
      {latest ? (
        <Why tone={outside ? 'must' : 'quiet'}>
          {formatTemperature(latest.temperature, job.display)} and {latest.humidity} % on {latest.time.replace('T', ' at ')}
          {outside ? `: ${outside}. Bring the room to its usual air before the boxes come in.` : ', within what the product asks for.'}
        </Why>
      ) : (
        <Why tone="quiet">No air has been read yet. A thermometer with a hygrometer on the floor is enough.</Why>
      )}
      <NewAir display={job.display} />
      <Logger />
      <Stops mt="2">
        <Button onClick={() => setPasting(true)}>Paste a logger’s table</Button>
        {climate.length > 0 && (
          <Button variant="ghost" onClick={() => edit('the air taken away', (j) => ({ ...j, climate: [] }))}>
            Take all {climate.length} away
          </Button>
        )}
      </Stops>
      {pasting && <PasteAir onClose={() => setPasting(false)} />}
      <Boxes job={job} />
    </>
  );
}

function NewAir({ display }: { display: Display }) {
  const [time, setTime] = useState(now);
  const [air, setAir] = useState<Season>({ temperature: 20, humidity: 50 });
  const [wrong, setWrong] = useState<string>();
  const put = (change: Partial<Season>) => void setAir({ ...air, ...change });
  return (
    <>
      <Dated timed label="Read at" value={time} onDate={setTime} />
      <div className={styles.limits}>
        <span>{temperatureUnit(display)}</span>
        <NumberField
          compact
          label={`Temperature, ${temperatureUnit(display)}`}
          value={temperatureIn(air.temperature, display)}
          wanted="A number."
          onNumber={(n) => put({ temperature: temperatureFrom(n, display) }) as undefined}
        />
        <span>% humidity</span>
        <NumberField
          compact
          label="Humidity, %"
          value={air.humidity}
          wanted="A number."
          onNumber={(n) => put({ humidity: n }) as undefined}
        />
      </div>
      <Mistake text={wrong} />
      <Button
        onClick={() =>
          setWrong(
            firstText(
              edit('the air in the room', (j) => ({
                ...j,
                climate: [...(j.climate ?? []).filter((a) => a.time !== time), { time, ...air }],
              })),
            ),
          )
        }
      >
        Enter the air
      </Button>
    </>
  );
}

/** A logger in the room: each of its readings is the air now. */
function Logger() {
  const logger = useLogger();
  const { display } = useJob();
  const { count, latest, humidity } = logger;
  const taken = useRef(count);
  useEffect(() => {
    if (count === taken.current || latest === null || humidity === null) return;
    taken.current = count;
    const time = now();
    edit('the air in the room', (j) => ({
      ...j,
      climate: [...(j.climate ?? []).filter((a) => a.time !== time), { time, temperature: latest, humidity }],
    }));
  }, [count, latest, humidity]);
  return (
    <InstrumentBar
      at={null}
      instrument={logger}
      what="logger"
      press="f9"
      write={(v) => `${formatTemperature(v, display)}, ${humidity ?? '–'} %`}
    />
  );
}

function PasteAir({ onClose }: { onClose: () => void }) {
  const take = (text: string): string | undefined => {
    const read = readClimate(text);
    if (!read.ok) return read.problems[0]!.text;
    const { value } = read;
    const times = new Set(value.map((a) => a.time));
    return firstText(
      edit(`${value.length} readings of the air`, (j) => ({
        ...j,
        climate: [...(j.climate ?? []).filter((a) => !times.has(a.time)), ...value].sort((a, b) => (a.time < b.time ? -1 : 1)),
      })),
    );
  };
  return (
    <PasteTable
      title="Paste a logger’s table"
      label="The air, line by line"
      placeholder={'time;temperature;humidity\n2026-03-02 08:00;19.5;52'}
      onTake={take}
      onClose={onClose}
    >
      One reading a line: time, temperature, humidity. Columns with names may stand in any order.
    </PasteTable>
  );
}

/** The rest of the boxes: from when, until when, what broke it. */
function Boxes({ job }: { job: Job }) {
  const rest = restOf(job.climate ?? [], job.product, job.boxesSince, job.display);
  const hours = restOfBoxes(job.product);
  return (
    <>
      {job.boxesSince === undefined ? (
        <Stops mt="3">
          <Button onClick={() => edit('the boxes are in the room', (j) => ({ ...j, boxesSince: now() }))}>
            The boxes lie flat in the room now
          </Button>
        </Stops>
      ) : (
        <Dated
          timed
          label="Boxes in the room since"
          value={job.boxesSince.slice(0, 16)}
          onDate={(time) => edit('when the boxes came', (j) => ({ ...j, boxesSince: time }))}
        />
      )}
      <NumberField
        label="Hours they rest"
        value={hours}
        wanted="A number of hours, 0 or more."
        onNumber={(n) => firstText(edit('hours of rest', (j) => withProduct(j, { rest: n })))}
      />
      {rest && (
        <Why tone={rest.left > 0 ? 'should' : 'good'}>
          {rest.left > 0
            ? `Rested ${Math.round(rest.rested)} of ${rest.hours} hours by the latest reading; ${Math.ceil(rest.left)} to go.`
            : `Rested ${rest.hours} hours: they may be laid.`}
          {rest.brokenBy && ` It began anew on ${rest.brokenBy.time.replace('T', ' at ')}: ${rest.brokenBy.why}.`}
        </Why>
      )}
      <Why tone="quiet">{job.product.rest === undefined ? 'A preset; the product’s instructions decide.' : 'As you set it.'}</Why>
    </>
  );
}

/** How far each floor moves over the year, and what it is held by. */
export function Movements() {
  const job = useJob();
  const floors = useFloors();
  const { value } = useAnswer('setOut');
  const { season, placing } = useLooking();
  const { display, product } = job;
  const seasons = seasonsOf(job);
  const moves: readonly Movement[] = value ? movementOf(value.map((s) => s.ground), job) : []; // prettier-ignore
  const mm = (n: number) => formatLength(Math.abs(n), display, { decimals: 1, finest: 32 });
  const rates = ratesOf(product);
  const air = season === null ? null : airAt(season, seasons);
  const set = (of: keyof Seasons, change: Partial<Season>) =>
    firstText(edit('a season’s air', (j) => ({ ...j, seasons: { ...seasonsOf(j), [of]: { ...seasonsOf(j)[of], ...change } } })));
  const rate = (of: 'perDegree' | 'perHumidity', k: 0 | 1) => (n: number) => {
    const next: [number, number] = [...rates[of]];
    next[k] = n;
    return firstText(
      edit('how the product moves', (j) =>
        withProduct(j, { movement: { perDegree: [...rates.perDegree], perHumidity: [...rates.perHumidity], [of]: next } }),
      ),
    );
  };
  return (
    <>
      {moves.map((m) => (
        <section
          key={m.floor}
          aria-label={floors
            .find((f) => f.id === m.floor)
            ?.spaces.map((s) => s.name)
            .join(', ')}
        >
          <Lines>
            <li>
              <span>
                {floors
                  .find((f) => f.id === m.floor)
                  ?.spaces.map((s) => s.name)
                  .join(', ')}
                : least gap
              </span>
              <b className={`${styles.figure} ${m.leastGap < 2 ? 'must' : ''}`}>{m.leastGap < 0 ? `−${mm(m.leastGap)}` : mm(m.leastGap)}</b>
            </li>
            <li>
              <span>grows along, across</span>
              <b className={styles.figure}>
                {mm(m.grows[0])}, {mm(m.grows[1])}
              </b>
            </li>
            <li>
              <span>shrinks along, across</span>
              <b className={styles.figure}>
                {mm(m.shrinks[0])}, {mm(m.shrinks[1])}
              </b>
            </li>
            {m.fixings.count > 0 && (
              <li>
                <span>{m.fixings.count} places hold it; between two of them opens</span>
                <b className={`${styles.figure} ${m.fixings.opens > 0.2 ? 'must' : ''}`}>{mm(m.fixings.opens)}</b>
              </li>
            )}
          </Lines>
          {m.leastGap < 0 && <Why tone="must">At its greatest it would press against the wall: a wider gap, or a break in the floor.</Why>}
        </section>
      ))}
      <Slider.Root mt="4" min={0} max={2} step={0.05} value={[season ?? 1]} onValueChange={(e) => look({ season: e.value[0]! })}>
        <Slider.Label>
          Season
          {air ? `: ${formatTemperature(air.temperature, job.display, 0)}, ${air.humidity.toFixed(0)} %` : ': drag to see the floor move'}
        </Slider.Label>
        <Slider.Control>
          <Slider.Track>
            <Slider.Range />
          </Slider.Track>
          <Slider.Thumb index={0} aria-label="Season, from the least of the year to the greatest">
            <Slider.HiddenInput />
          </Slider.Thumb>
        </Slider.Control>
      </Slider.Root>
      {air &&
        value?.map(({ ground }) => {
          const moved = movedPerMetre(ratesOf(ground.floor.product), seasons.laid, air);
          const [along, across] = extentOf(ground).map((extent, k) => (extent / 1000) * moved[k]!) as [number, number];
          const signed = (n: number) => `${n < -0.005 ? '−' : '+'}${mm(n)}`;
          return (
            <Why key={ground.floor.id} mt="1">
              {ground.floor.spaces.map((s) => s.name).join(', ')}: {signed(along)} along, {signed(across)} across.
            </Why>
          );
        })}
      <Stops mt="1">
        {season !== null && <Button onClick={() => look({ season: null })}>Let it lie</Button>}
        <Button
          variant={placing === 'fixing' ? 'solid' : 'outline'}
          aria-pressed={placing === 'fixing'}
          onClick={() => look({ placing: placing === 'fixing' ? null : 'fixing' })}
        >
          {placing === 'fixing' ? 'Tap what holds the floor' : 'Something holds the floor'}
        </Button>
        {(job.fixings?.length ?? 0) > 0 && (
          <Button variant="ghost" onClick={() => edit('what holds the floor taken away', (j) => ({ ...j, fixings: [] }))}>
            Nothing holds it
          </Button>
        )}
      </Stops>
      {season !== null && <Why tone="quiet">On the sheet the movement is drawn twenty times larger than it is.</Why>}
      <details>
        <summary>The seasons, and how the product moves</summary>
        {(['laid', 'least', 'greatest'] as const).map((of) => (
          <div key={of} className={styles.limits}>
            <span>
              {{ laid: 'Day of laying', least: 'Least of the year', greatest: 'Greatest of the year' }[of]}: {temperatureUnit(job.display)},
              %
            </span>
            <NumberField
              compact
              label={`${of}: ${temperatureUnit(job.display)}`}
              value={temperatureIn(seasons[of].temperature, job.display)}
              wanted="A number."
              onNumber={(n) => set(of, { temperature: temperatureFrom(n, job.display) })}
            />
            <NumberField
              compact
              label={`${of}: %`}
              value={seasons[of].humidity}
              wanted="A number."
              onNumber={(n) => set(of, { humidity: n })}
            />
          </div>
        ))}
        {(['perDegree', 'perHumidity'] as const).map((of) => (
          <div key={of} className={styles.limits}>
            <span>mm per metre and {of === 'perDegree' ? '°C' : '%'}: along, across</span>
            <NumberField compact label={`${of} along`} value={rates[of][0]} wanted="A number." onNumber={rate(of, 0)} />
            <NumberField compact label={`${of} across`} value={rates[of][1]} wanted="A number." onNumber={rate(of, 1)} />
          </div>
        ))}
        <Why tone="quiet">
          {product.movement
            ? 'From the product.'
            : `What ${Object.keys(PRESET_MOVEMENT).includes(product.kind) ? product.kind.replace('-', ' ') : 'it'} usually does: a preset; the product’s sheet decides.`}{' '}
          Air it may lie in:{' '}
          {airOf(product)
            .temperature.map((t) => formatTemperature(t, job.display, 0))
            .join(' to ')}
          , {airOf(product).humidity.join(' to ')} %.
        </Why>
      </details>
    </>
  );
}
