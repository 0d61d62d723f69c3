'use client';
import { CalendarDays } from 'lucide-react';
import { useMemo, useState } from 'react';
import { clockText, crewOf, pacesOf, taskWords, type DaysReport, type PaceFrom, type Planned, type WholePace } from '@/core/days';
import { roomName, PACES, WEEKDAYS, type Job, type Weekday } from '@/core/given';
import { daysIcs } from '@/formats/ics';
import { useAnswer, useJob, useLoggedPace } from '@/ui/desk';
import { BigText, Button, Choice, Fields, Folds, Heading2, Lines, Marked, NumberField, OptionalNumber, Problems, ReadingTitle, Stops, TextField, Tick, Why } from '@/ui/kit'; // prettier-ignore
import { download } from '@/ui/kit/download';
import { Chart } from './Chart';
import styles from './days.module.css';
import { begin, hold, putCrew, putFirst, putPace, turnDay, turnOff } from './edits';
import { look, useLooking } from './looking';
import { paceFrom, paceIn, paceOf } from './paces';
import { dayWords, hoursWords, momentWords, peopleWords, roomDays, spanWords } from './words';

/** Who works when: the end first, then the chart, what decides it, and the crew. */
export function Reading() {
  const job = useJob();
  const { value, problems, working } = useAnswer('days');
  if (job.crew?.begin === undefined) return <Begin job={job} />;
  if (problems.length > 0)
    return (
      <>
        <Problems list={problems.map(({ text }) => ({ text }))} />
        <Heading2>Crew and hours</Heading2>
        <CrewPart job={job} />
        <Heading2>Pace</Heading2>
        <PacePart job={job} pace={pacesOf(job.crew, null)} />
      </>
    );
  if (!value) return <Why tone="quiet">{working ? 'The days are being planned …' : 'The days come with the plan.'}</Why>;
  return <Known job={job} report={value} />;
}

function DateField({ label, value, onDate }: { label: string; value: string; onDate: (day: string) => unknown }) {
  return (
    <label style={{ display: 'block', margin: '10px 0' }}>
      <span style={{ display: 'block', fontSize: 14, fontWeight: 500 }}>{label}</span>
      <input type="date" className={styles.date} value={value} onChange={(e) => e.target.value !== '' && onDate(e.target.value)} />
    </label>
  );
}

const nextMonday = (): string => {
  const day = new Date();
  day.setDate(day.getDate() + ((8 - day.getDay()) % 7 || 7));
  return new Date(day.getTime() - day.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
};

function Begin({ job }: { job: Job }) {
  const [day, setDay] = useState(nextMonday);
  return (
    <>
      <ReadingTitle>Days</ReadingTitle>
      <BigText>No first day</BigText>
      <Why>
        Say when work begins. Pitsaw then plans every task with its waits: until compound sets, until the boxes have rested; it takes{' '}
        {crewOf(job.crew).people} people from {crewOf(job.crew).from} to {crewOf(job.crew).to} until you say otherwise.
      </Why>
      <DateField label="Work begins on" value={day} onDate={setDay} />
      <Stops>
        <Button variant="solid" colorPalette="blue" size="lg" onClick={() => begin(day)}>
          Plan the days
        </Button>
      </Stops>
    </>
  );
}

function Known({ job, report }: { job: Job; report: DaysReport }) {
  const { task } = useLooking();
  const chosen = report.tasks.find((t) => t.id === task);
  const people = report.tasks.reduce((sum, t) => sum + (t.minutes * t.people) / 60, 0);
  return (
    <>
      <ReadingTitle>Done and handed over</ReadingTitle>
      <BigText>{dayWords(report.finish)}</BigText>
      <Why>
        At {clockText(report.finish).slice(11)}. {Math.round(people)} hours of work for {peopleWords(report.crew.people)}
        {report.proven ? '; no earlier end is possible.' : '; no earlier end was found.'}
      </Why>
      <Stops>
        <Button variant="solid" onClick={() => download(`${job.name || 'job'}.ics`, 'text/calendar', daysIcs(report, job))}>
          <CalendarDays size={17} /> Calendar file
        </Button>
      </Stops>
      <Folds
        of="days"
        open={['chart', 'crew']}
        parts={[
          { name: 'chart', title: 'Tasks by day', content: <ChartPart job={job} report={report} chosen={chosen} /> },
          { name: 'rooms', title: 'Rooms, and when they are free again', content: <Rooms job={job} report={report} /> },
          {
            name: 'critical',
            title: 'What decides the end',
            says: `${report.critical.length} tasks`,
            content: <Critical job={job} report={report} />,
          },
          { name: 'waits', title: 'Waits', says: `${report.waits.length}`, content: <Waits job={job} report={report} /> },
          { name: 'crew', title: 'Crew and hours', says: `${peopleWords(report.crew.people)}`, content: <CrewPart job={job} /> },
          { name: 'pace', title: 'Pace', says: paceSays(report), content: <PacePart job={job} pace={report.pace} /> },
        ]}
      />
    </>
  );
}

const paceSays = ({ pace }: DaysReport): string => {
  const yours = PACES.filter((p) => pace[p].from !== 'preset').length;
  return yours === 0 ? 'presets' : `${yours} of your own`;
};

function ChartPart({ job, report, chosen }: { job: Job; report: DaysReport; chosen: Planned | undefined }) {
  return (
    <>
      <Why tone="quiet">
        Drag a task down to begin it later, or focus it and press ↓; what it pushes is said. A thick edge marks what decides the end, a
        dotted line the end of a wait.
      </Why>
      {chosen && <Chosen job={job} report={report} task={chosen} />}
      <Chart job={job} report={report} />
    </>
  );
}

function Chosen({ job, report, task }: { job: Job; report: DaysReport; task: Planned }) {
  const name = (id: string) =>
    taskWords(
      report.tasks.find((t) => t.id === id)!,
      job,
    );
  return (
    <div aria-live="polite">
      <Why>
        <b>{taskWords(task, job)}</b>
      </Why>
      <Why>
        {spanWords(task)}: {hoursWords(task.minutes)} for {peopleWords(task.people)}; {task.sum}.
      </Why>
      <Why tone={report.critical.includes(task.id) ? 'should' : undefined}>
        {report.critical.includes(task.id) || task.slack === 0
          ? 'Any delay here moves the end.'
          : `May begin up to ${hoursWords(task.slack)} of work later without moving the end.`}
      </Why>
      {task.after.length > 0 && (
        <Why tone="quiet">
          After {task.after.map((a) => `${name(a.task)}${a.wait > 0 ? ` + ${a.wait} h (${a.why ?? 'wait'})` : ''}`).join('; ')}.
        </Why>
      )}
      {task.held && (
        <Stops mt="2">
          <Button onClick={() => hold(task.id, null)}>Let it go: as early as it can be</Button>
        </Stops>
      )}
    </div>
  );
}

const Rooms = ({ job, report }: { job: Job; report: DaysReport }) => (
  <>
    <Lines>
      {[...roomDays(job, report)].map(([id, { free }]) => (
        <li key={id}>
          <span>{roomName(job, id)}</span>
          <b className={styles.figure}>{momentWords(free)}</b>
        </li>
      ))}
    </Lines>
    {job.spaces.length > 1 && (
      <Choice
        label="A room that people need back first"
        value={job.crew?.first ?? ''}
        options={[['', 'none: all as early as can be'], ...job.spaces.map((s) => [s.id, s.name || s.id] as const)]}
        onChoice={(id) => putFirst(id === '' ? null : id)}
      />
    )}
  </>
);

const Critical = ({ job, report }: { job: Job; report: DaysReport }) => (
  <Lines>
    {report.critical.map((id) => {
      const t = report.tasks.find((x) => x.id === id)!;
      return (
        <li key={id}>
          <Button variant="ghost" px="0" onClick={() => look(id)} style={{ whiteSpace: 'normal', textAlign: 'start' }}>
            {taskWords(t, job)}
          </Button>
          <b className={styles.figure}>{momentWords(t.start)}</b>
        </li>
      );
    })}
  </Lines>
);

const Waits = ({ job, report }: { job: Job; report: DaysReport }) => (
  <>
    {report.waits.length === 0 && <Why tone="quiet">Nothing has to be waited for.</Why>}
    <Lines>
      {report.waits.map((w) => (
        <li key={`${w.after} ${w.hours}`}>
          <span>
            {taskWords(
              report.tasks.find((t) => t.id === w.after)!,
              job,
            )}
            : {w.hours} h, {w.why}
          </span>
          <b className={styles.figure}>{momentWords(w.ends)}</b>
        </li>
      ))}
    </Lines>
    <Why tone="quiet">
      Compound’s and primer’s hours are the bag’s at Base, the boxes’ rest the product’s: where they are presets, what is printed decides.
    </Why>
  </>
);

const DAY_NAMES: Readonly<Record<Weekday, string>> = { mo: 'Mon', tu: 'Tue', we: 'Wed', th: 'Thu', fr: 'Fri', sa: 'Sat', su: 'Sun' };

function CrewPart({ job }: { job: Job }) {
  const crew = crewOf(job.crew);
  return (
    <>
      <Marked at="crew.begin">
        <DateField label="Work begins on" value={(crew.begin ?? '').slice(0, 10)} onDate={begin} />
      </Marked>
      <Fields>
        <NumberField
          whole
          label="People"
          value={crew.people}
          wanted="A whole number."
          onNumber={(people) => putCrew('how many work', { people })}
        />
        <NumberField
          label="Break, hours"
          value={crew.break}
          wanted="Hours, such as 0.5."
          onNumber={(pause) => putCrew('the break', { break: pause })}
        />
        <TextField label="From" value={crew.from} onText={(from) => putCrew('hours of work', { from })} />
        <TextField label="To" value={crew.to} onText={(to) => putCrew('hours of work', { to })} />
      </Fields>
      <div className={styles.week} role="group" aria-label="Days of work">
        {WEEKDAYS.map((day) => (
          <Tick key={day} checked={crew.days.includes(day)} onTick={(on) => turnDay(job, day, on)}>
            {DAY_NAMES[day]}
          </Tick>
        ))}
      </div>
      <DateField label="A day off" value="" onDate={(day) => turnOff(job, day, true)} />
      <Lines>
        {crew.off.map((day) => (
          <li key={day}>
            <span>{day}</span>
            <Button size="sm" variant="ghost" onClick={() => turnOff(job, day, false)}>
              Work that day
            </Button>
          </li>
        ))}
      </Lines>
    </>
  );
}

const FROM_WORDS: Readonly<Record<PaceFrom, string>> = { preset: 'a preset', log: 'from your log', yours: 'yours' };

function PacePart({ job, pace }: { job: Job; pace: WholePace }) {
  const logged = useLoggedPace(useMemo(() => crewOf(job.crew).people, [job.crew]));
  return (
    <>
      <Why>
        What one person does in an hour. Every preset is a guess until you have measured yourselves; emptied, a field takes it again.
      </Why>
      {logged && logged.lay !== job.crew?.pace?.lay && (
        <Stops mt="2">
          <Button variant="solid" onClick={() => putPace('lay', logged.lay)}>
            Take {paceIn(logged.lay, 'lay', job.display)} {paceOf('lay', job.display).split(' laid')[0]} an hour, from {logged.rows} rows of
            your log
          </Button>
        </Stops>
      )}
      <Fields>
        {PACES.map((p) => (
          <Marked key={p} at={`crew.pace.${p}`}>
            <OptionalNumber
              label={`Pace: ${paceOf(p, job.display)} an hour`}
              name={`${paceOf(p, job.display)} (${FROM_WORDS[pace[p].from]})`}
              value={paceIn(pace[p].value, p, job.display)}
              onNumber={(value) => putPace(p, value === undefined ? undefined : paceFrom(value, p, job.display))}
            />
          </Marked>
        ))}
      </Fields>
      <Why tone="quiet">The first three rows cost as much as the next ten; that is counted already.</Why>
    </>
  );
}
