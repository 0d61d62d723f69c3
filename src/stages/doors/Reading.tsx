'use client';
import type { DoorwaysReport, EdgeReport } from '@/core/edges';
import { roomName, type Job } from '@/core/given';
import { edit, firstText, useAnswer, useJob } from '@/ui/desk';
import { BigText, Choice, Folds, Heading2, Lines, Problems, ReadingTitle, SmallLength, Why } from '@/ui/kit';
import { ShapesDrawing } from '@/ui/sheet/ShapesDrawing';
import { Breaks } from './Breaks';
import styles from './doors.module.css';
import { NewEndCaps, WhatFits } from './Fits';
import { Kits } from './Kits';
import { look, useLooking } from './looking';
import { LowThings } from './LowThings';
import { sectionOf } from './section';
import { Slid } from './Slid';
import { Lengths, TrimLengths, Trims } from './Trims';
import { buttingWords, edgeName, FIXING_WORDS, missWords, mmIn, shortBy, stackWords, stopWords } from './words';

/** What the floor ends at: each doorway and hard edge cut across, what fits, undercuts, trims and what all of it is cut from. */
export function Reading() {
  const job = useJob();
  const { value, problems } = useAnswer('doorways');
  return (
    <>
      {problems.length > 0 && (
        <>
          <Problems list={problems} />
          <Heading2>Trim</Heading2>
          <TrimLengths job={job} />
          <Heading2>Kits of profiles</Heading2>
          <Kits job={job} />
        </>
      )}
      {value && <Edges job={job} report={value} />}
    </>
  );
}

function Edges({ job, report }: { job: Job; report: DoorwaysReport }) {
  const { edge: id } = useLooking();
  const { openings, trims, stock } = report;
  const edge = openings.find((o) => o.id === id) ?? openings.find((o) => o.finish !== 'through') ?? openings[0];
  const open = openings.filter((o) => o.missing !== null).length;
  return (
    <>
      {edge ? (
        <>
          <Choice
            label="Doorway or hard edge"
            value={edge.id}
            options={openings.map((o) => [o.id, edgeName(job, o)])}
            onChoice={(next) => look({ edge: next })}
          />
          <OneEdge job={job} edge={edge} />
        </>
      ) : (
        <>
          <ReadingTitle>Doorways and hard edges</ReadingTitle>
          <BigText>None</BigText>
          <Why>A doorway is entered at Room. A hearth or another upright thing gets an end cap below.</Why>
        </>
      )}
      <Folds
        of="doors"
        open={['fits']}
        parts={[
          ...(edge && edge.finish !== 'through'
            ? [
                {
                  name: 'fits',
                  title: 'What fits, and what does not',
                  says: edge.fits.length === 0 ? 'nothing fits' : `${edge.fits.length} ways`,
                  content: <WhatFits job={job} edge={edge} />,
                },
              ]
            : []),
          {
            name: 'caps',
            title: 'End caps at upright things',
            says: open === 0 ? undefined : `${open} without a fit`,
            content: <NewEndCaps job={job} />,
          },
          {
            name: 'undercuts',
            title: 'Undercuts',
            says: `${report.casings.length} casings`,
            content: <Undercuts job={job} report={report} />,
          },
          { name: 'slid', title: 'Pieces that are slid in', content: <Slid job={job} /> },
          { name: 'low', title: 'What hangs low', says: `${job.lowThings?.length ?? 0}`, content: <LowThings job={job} /> },
          {
            name: 'trim',
            title: 'Trim, wall by wall',
            says: trims.some((t) => !t.covers) ? 'does not cover' : 'covers',
            content: <Trims job={job} trims={trims} />,
          },
          {
            name: 'lengths',
            title: 'Lengths to buy and to cut',
            says: `${stock.reduce((sum, s) => sum + s.stock.length, 0)}`,
            content: <Lengths job={job} report={report} />,
          },
          { name: 'breaks', title: 'Breaks in long floors', content: <Breaks job={job} /> },
          { name: 'kits', title: 'Kits of profiles', content: <Kits job={job} /> },
        ]}
      />
    </>
  );
}

/** One edge: the number that is needed there, its section, and what it asks for. */
function OneEdge({ job, edge }: { job: Job; edge: EdgeReport }) {
  const beneath = useAnswer('beneath').value ?? null;
  const fit = edge.chosen === null ? null : edge.fits[edge.chosen]!;
  const mm = mmIn(job);
  const butting = buttingWords(job, edge, useEndsMeet(edge));
  const [first] = edge.undercuts;
  return (
    <>
      <ReadingTitle>{edge.finish === 'through' || !fit ? 'Saw the casings at' : 'Shims under the track'}</ReadingTitle>
      <BigText>
        {edge.finish === 'through' || !fit
          ? first
            ? mm(Math.max(...edge.undercuts.map((u) => u.height)))
            : '–'
          : fit.shims.length === 0
            ? 'none'
            : `${fit.shims.join(' + ')}, ${mm(fit.stack)}`}
      </BigText>
      {edge.missing && (
        <Why tone="must" role="alert">
          Nothing fits here. {edge.misses[0] ? `Nearest: ${missWords(job, edge, edge.misses[0])}.` : edge.missing.text}
        </Why>
      )}
      {edge.finish === 'through' && <Why>The floor runs through: no profile. The plank goes under both casings.</Why>}
      {fit && <Why>{stackWords(job, fit)}.</Why>}
      <ShapesDrawing drawing={sectionOf(job, edge, beneath, fit)} />
      <Lines>
        {edge.undercuts.map(({ side, height }) => (
          <li key={side}>
            <span>Undercut in {roomName(job, side)}</span>
            <b className={styles.figure}>{mm(height)}</b>
          </li>
        ))}
        <li>
          <span>{edge.of === 'obstacle' ? 'Profile round it' : 'From jamb to jamb'}</span>
          <b className={styles.figure}>{mm(edge.length)}</b>
        </li>
      </Lines>
      {stopWords(job, edge).map((line) => (
        <Why key={line}>{line}</Why>
      ))}
      <LastRips job={job} edge={edge} />
      {fit && <Why tone="quiet">Cut the cover {shortBy(job)} short of tight and tap it in with a rubber mallet.</Why>}
      {edge.finish !== 'through' && edge.fixing && <Why>{FIXING_WORDS[edge.fixing]}</Why>}
      {edge.finish !== 'through' && !edge.fixing && (
        <Why tone="quiet">How the track is held follows from what the base is; say that at Base.</Why>
      )}
      {butting && <Why tone="should">{butting}</Why>}
    </>
  );
}

/** The rips that come out beside an edge that runs with the planks: space, less foot, less gap, already taken off. */
function LastRips({ job, edge }: { job: Job; edge: EdgeReport }) {
  const floors = useAnswer('setOut').value ?? [];
  const mm = mmIn(job);
  const strips = floors.flatMap(({ setOut, ground }) =>
    setOut.strips
      .filter(
        ({ wall: { bound } }) =>
          (bound.kind === 'line' && bound.opening === edge.id) || ('obstacle' in bound && bound.obstacle === edge.id),
      )
      .map((s) => ({ ...s, room: ground.floor.spaces.map((space) => space.name || space.id).join(' + ') })),
  );
  return strips.map(({ room, wall, least, greatest }, i) => (
    <Why key={i}>
      {room}: the {wall.side === 'far' ? 'last' : 'first'} rip there is {least === greatest ? mm(least) : `${mm(least)} to ${mm(greatest)}`}{' '}
      wide, foot and gap taken off.
    </Why>
  ));
}

/** Whether planks meet the line of an opening with their ends. */
function useEndsMeet({ line, spaces }: EdgeReport): boolean {
  const floor = useAnswer('setOut').value?.find((f) => f.ground.floor.spaces.some((s) => s.id === spaces[0]));
  if (!line || !floor) return false;
  const { cos, sin } = floor.ground.frame;
  const [a, b] = line;
  return Math.abs((b[0] - a[0]) * cos + (b[1] - a[1]) * sin) < Math.hypot(b[0] - a[0], b[1] - a[1]) * Math.SQRT1_2;
}

function Undercuts({ job, report }: { job: Job; report: DoorwaysReport }) {
  const mm = mmIn(job);
  const doorways = report.openings.filter((o) => o.undercuts.length > 0);
  return (
    <>
      <Why>
        Stack a scrap of the plank on scraps of what lies beneath it and lay the saw on them: test before cutting. Saw casing and jamb; the
        skirting stays, a bead hides its gap. Sweep the crumbs out.
      </Why>
      <Lines>
        {doorways.flatMap((o) =>
          o.undercuts.map(({ side, height }) => (
            <li key={`${o.id} ${side}`}>
              <span>
                {edgeName(job, o)}, in {roomName(job, side)}
              </span>
              <b className={styles.figure}>{mm(height)}</b>
            </li>
          )),
        )}
      </Lines>
      <SmallLength
        name="Room above the floor under a sawn casing"
        label="Room above the floor under a sawn casing"
        mm={job.casings?.leave ?? 0}
        display={job.display}
        onLength={(leave) => firstText(edit('room under the casings', (j) => ({ ...j, casings: { ...j.casings, leave } })))}
      />
      <Why tone="should">
        Old paint may hold lead: no dry sanding before it is tested. Nails in casings: eyes covered, blade off before you reach in.
      </Why>
    </>
  );
}
