'use client';
import { Button } from '@chakra-ui/react';
import { usePathname } from 'next/navigation';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { floorsOf, type Floor } from '@/core/floors';
import { insideRing, turned, turnedMulti, type Point } from '@/core/geometry';
import { cutList } from '@/core/plan';
import { groundOf, originFor, placed, type SetOut, type SetOutGround } from '@/core/setout';
import { movedSpace, type Snap } from '@/core/survey';
import { formatLength } from '@/core/units';
import { restWords } from '@/formats';
import { KeysDialog } from './parts/KeysDialog';
import { Rule, STAGES, type StageName } from './parts/Rule';
import { StaleDialog } from './parts/StaleDialog';
import { Tally } from './parts/Tally';
import { Top } from './parts/Top';
import { Sheet, type Dragged, type Overlay } from './sheet/Sheet';
import { Faults } from './sheet/Faults';
import { HandMarks } from './sheet/HandMarks';
import { entrancesOf, LooksView } from './sheet/LooksView';
import { PlankMarks, Ticked } from './sheet/PieceMarks';
import { RowNumbers } from './sheet/RowNumbers';
import { OtherLines, SetOutOverlay } from './sheet/SetOutOverlay';
import { ShapeOverlay } from './sheet/ShapeOverlay';
import { SizeOverlay } from './sheet/SizeOverlay';
import { CutsReading } from './stages/Cuts';
import { PlankReading } from './stages/Plank';
import { RoomReading } from './stages/Room';
import { RowsReading } from './stages/Rows';
import { SetOutReading } from './stages/SetOut';
import type { JobView } from './state/api';
import { useJob } from './state/jobState';
import { firstText, withSpace } from './state/edit';
import { edgeNear, lineAt, withFloorLayout } from './state/setOutEdit';
import { isTicked, tickOf } from './state/ticks';
import { usePlan, type Progress } from './state/usePlan';

/** A job's screen: the rule, the sheet, the reading and the tally. */
export function Work({ view }: { view: JobView }) {
  const { job: opened, id, open, change, undo, redo } = useJob();
  const mine = id === view.id ? opened : null;
  const job = mine ?? view.document;
  useEffect(() => open(view), [open, view]);

  const path = usePathname();
  const stage: StageName = STAGES.find((s) => path.endsWith(`/${s.name}`))?.name ?? 'room';
  const go = (name: StageName) => window.history.pushState(null, '', `/jobs/${view.id}/${name}`);
  const [keys, setKeys] = useState(false);
  const [chosen, setChosen] = useState<string | null>(null);
  const [floorId, setFloorId] = useState('f1');

  // floors are formed anew only where something changes that decides them
  const { spaces, openings, obstacles, product, layout, layouts } = job;
  const formed = useMemo(
    () => floorsOf({ spaces, openings, obstacles, product, layout, layouts }),
    [spaces, openings, obstacles, product, layout, layouts],
  );
  const floors = formed.ok ? formed.value : [];
  const floor = floors.find((f) => f.id === floorId) ?? floors[0];
  const otherFloors = useMemo(() => (formed.ok ? formed.value.filter((f) => f.id !== floor?.id) : []), [formed, floor?.id]);
  const { planned, before, problems, progress, busy, cancel, tryOut } = usePlan(mine);
  const current = problems.length > 0 || !formed.ok ? null : (planned?.plan ?? null);

  // the line while it is dragged: the origin of the rows, and where the line stands
  const ground = useMemo(() => (floor ? groundOf(floor) : null), [floor]);
  const [drag, setDrag] = useState<{ origin: number; w: number } | null>(null);
  const [lastLine, setLastLine] = useState<number | null>(null);
  const setOut = useMemo(() => {
    if (!ground) return null;
    const mode = ground.floor.layout.setOut.mode;
    return drag ? placed(ground, 'row-edge-at', drag.origin) : placed(ground, mode, originOf(ground));
  }, [ground, drag]);
  const lineW =
    setOut && ground
      ? (drag?.w ?? edgeNear(setOut.grid.origin, setOut.grid.widths, lastLine ?? (ground.reach[0] + ground.reach[1]) / 2))
      : 0;
  const place = (w: number) => {
    if (!ground || !floor) return;
    setLastLine(w);
    change(withFloorLayout(job, floor, floors.length, { setOut: lineAt(ground, w) }));
    setDrag(null);
  };

  // an outline while one of its corners is dragged
  const [shape, setShape] = useState<{ space: string; outline: [number, number][] } | null>(null);
  const [spaceId, setSpaceId] = useState<string | null>(null);
  const space = job.spaces.find((s) => s.id === spaceId) ?? job.spaces[0]!;
  const [typed, setTyped] = useState(0);
  const [shapeProblem, setShapeProblem] = useState<string | null>(null);
  const reshape = (space: string, outline: [number, number][]) => {
    setShapeProblem(firstText(change(withSpace(job, space, (s) => ({ ...s, outline })))) ?? null);
    setShape(null);
  };

  // the floor as a person sees it who walks in: as long as V is held, or shown by its button
  const [looking, setLooking] = useState<'held' | 'shown' | null>(null);
  const [entrance, setEntrance] = useState(0);
  const entrances = useMemo(() => (floor ? entrancesOf(floor) : []), [floor]);
  const entranceAt = Math.min(entrance, entrances.length - 1);
  useHotkeys('v', () => setLooking('held'), { useKey: true, keydown: true, preventDefault: true });
  useHotkeys('v', () => setLooking((now) => (now === 'held' ? null : now)), { useKey: true, keyup: true, keydown: false });

  // a room while it is dragged
  const [move, setMove] = useState<Snap | null>(null);
  const moving = move ? movedSpace(job, space.id, move.by) : null;
  const moveRoom = (by: Point) => {
    const made = movedSpace(job, space.id, by);
    setShapeProblem('problem' in made ? made.problem : (firstText(change(made.job)) ?? null));
    setMove(null);
  };
  const shown = shape
    ? withSpace(job, shape.space, (s) => ({ ...s, outline: shape.outline }))
    : moving && 'job' in moving
      ? moving.job
      : job;

  const option = { useKey: true, preventDefault: true } as const;
  useHotkeys('?', () => setKeys(true), option);
  useHotkeys('z', () => void undo(), option);
  useHotkeys(['y', 'shift+z'], () => void redo(), option);
  useHotkeys('mod+z', () => void undo(), { preventDefault: true });
  useHotkeys(['mod+shift+z', 'mod+y'], () => void redo(), { preventDefault: true });
  useHotkeys('u', () => void change({ ...job, display: job.display === 'metric' ? 'imperial' : 'metric' }), option);
  useHotkeys(
    STAGES.map((_, i) => `${i + 1}`),
    (event) => go(STAGES[Number(event.key) - 1]!.name),
    option,
  );

  const still = useMemo(() => ground && originOf(ground), [ground]);
  const dragged = useMemo((): Dragged | null => {
    if (!drag || !setOut || !floor || still === null) return null;
    // the pattern of rows comes again after all its widths: the floor moves by what is left over
    const turn = setOut.grid.widths.reduce((a, b) => a + b, 0);
    const by = drag.origin - still;
    return {
      floor: floor.id,
      by: turned(setOut.frame, [0, by - Math.round(by / turn) * turn]),
      rowEdges: rowEdgePath(floor, setOut),
    };
  }, [drag, setOut, floor, still]);

  const tickedPieces = useMemo(
    () =>
      new Set(current?.floors.flatMap((f) => f.pieces.filter((p) => isTicked(job, tickOf(f.id, p))).map((p) => `${f.id}/${p.id}`)) ?? []),
    [current, job],
  );
  // what is said of a piece is needed where pieces are looked at
  const describing = stage === 'rows' || stage === 'cuts';
  const lines = useMemo(
    () =>
      new Map(
        current && describing
          ? cutList(current, job.kerf).flatMap((r) => r.lines.map((l) => [`${l.floor}/${l.piece.id}` as string, l] as const))
          : [],
      ),
    [current, describing, job.kerf],
  );
  const describe = (key: string): string | null => {
    const line = lines.get(key);
    if (!line) return null;
    const rest = restWords(line, job.display);
    return `${line.piece.id} · ${formatLength(line.length, job.display)} · plank ${line.piece.plank}${rest ? ` · ${rest}` : ''}`;
  };

  const pickSpace = (p: Point) => {
    const found = job.spaces.find((s) => insideRing(p, s.outline));
    if (found) setSpaceId(found.id);
  };

  const overlay: Overlay = (sheet, size) => {
    const faults = current && stage !== 'room' && stage !== 'plank' && !drag && (
      <Faults plan={current} view={sheet} chosen={chosen} onChoose={setChosen} />
    );
    return (
      <>
        {(stage === 'plank' || (stage === 'room' && !shown.spaces.some((s) => s.walk))) && <SizeOverlay job={shown} view={sheet} />}
        {stage === 'room' && (
          <ShapeOverlay
            job={job}
            space={shown.spaces.find((s) => s.id === space.id)!}
            display={job.display}
            lengths={job.spaces.length > 1}
            view={sheet}
            typed={typed}
            onShape={(space, outline) => setShape(outline && { space, outline })}
            onDone={reshape}
            onMove={setMove}
            onMoved={moveRoom}
          />
        )}
        {/* strips are what is read here: they lie over the faults */}
        {stage === 'setout' && faults}
        {stage === 'setout' && <OtherLines floors={otherFloors} view={sheet} onFloor={setFloorId} />}
        {stage === 'setout' && setOut && ground && (
          <SetOutOverlay
            display={job.display}
            view={sheet}
            size={size}
            setOut={setOut}
            ground={ground}
            lineW={lineW}
            onDrag={setDrag}
            onPlace={place}
          />
        )}
        {stage === 'rows' && <HandMarks job={job} view={sheet} />}
        {current && stage === 'cuts' && (
          <Ticked plan={current} view={sheet} isTicked={(floorId, id) => tickedPieces.has(`${floorId}/${id}`)} />
        )}
        {current && (stage === 'rows' || stage === 'cuts') && (
          <>
            <RowNumbers plan={current} view={sheet} />
            <PlankMarks plan={current} view={sheet} />
          </>
        )}
        {stage !== 'setout' && faults}
        {current && stage === 'rows' && looking !== null && entrances[entranceAt] && (
          <LooksView plan={current} entrance={entrances[entranceAt]} width={size.width} height={size.height} />
        )}
      </>
    );
  };
  const props = floor ? { job, floors, floor } : null;
  const allProblems = formed.ok ? problems : formed.problems;
  return (
    <div className="work">
      <Top job={job} view={view} onKeys={() => setKeys(true)} />
      <Rule stage={stage} job={job} plan={current} base={`/jobs/${view.id}`} onGo={go} />
      <Sheet
        job={shown}
        fitTo={job}
        walking={stage === 'room'}
        floors={shape || move ? [] : floors}
        plan={stage === 'room' || stage === 'plank' ? null : current}
        faces={stage === 'rows' || stage === 'setout'}
        dragged={dragged}
        chosen={stage === 'rows' || stage === 'cuts' ? chosen : null}
        onChoose={stage === 'room' ? undefined : setChosen}
        onPoint={stage === 'room' ? pickSpace : undefined}
        describe={stage === 'rows' || stage === 'cuts' ? describe : undefined}
        overlay={overlay}
        label={`${job.name}: ${STAGES.find((s) => s.name === stage)!.title}`}
      >
        {allProblems.length > 0 && (
          <div className="problems" role="alert" style={{ position: 'absolute', top: 0 }}>
            {allProblems.slice(0, 3).map((p) => (
              <p key={p.path + p.text} style={{ margin: 0 }}>
                {p.path && <b>{p.path}: </b>}
                {p.text}
              </p>
            ))}
          </div>
        )}
        {shapeProblem && (
          <div className="problems" role="alert" style={{ position: 'absolute', top: 0 }}>
            It went back: {shapeProblem}.
          </div>
        )}
        {move && (move.text !== '' || (moving && 'problem' in moving)) && (
          <div className="busy" role="status">
            {moving && 'problem' in moving ? moving.problem : `Snaps: ${move.text}`}
          </div>
        )}
        {busy && <Searching progress={progress} onCancel={cancel} />}
      </Sheet>
      <aside className="reading" aria-label="Reading" key={stage}>
        {floors.length > 1 && stage !== 'room' && stage !== 'plank' && (
          <div className="stops" role="group" aria-label="Which floor" style={{ marginTop: 0, marginBottom: 14 }}>
            {floors.map((f) => (
              <Button
                key={f.id}
                size="sm"
                h="44px"
                variant={f === floor ? 'solid' : 'outline'}
                aria-pressed={f === floor}
                onClick={() => setFloorId(f.id)}
              >
                {f.spaces.map((s) => s.name).join(' + ')}
              </Button>
            ))}
          </div>
        )}
        {stage === 'room' && <RoomReading job={job} space={space} onSpace={setSpaceId} onChange={change} onTyped={setTyped} />}
        {stage === 'plank' && <PlankReading job={job} plan={current} onChange={change} />}
        {props && stage === 'setout' && setOut && ground && (
          <SetOutReading
            {...props}
            setOut={setOut}
            ground={ground}
            dragging={drag !== null}
            onChange={change}
            onPlace={place}
            lineW={lineW}
            planks={planned?.summary.planks ?? null}
          />
        )}
        {props && stage === 'rows' && (
          <RowsReading
            {...props}
            plan={current}
            planned={planned}
            tryOut={tryOut}
            chosen={chosen}
            onChoose={setChosen}
            onChange={change}
            looking={looking !== null}
            onLooking={(on) => setLooking(on ? 'shown' : null)}
            entrances={entrances.map((e) => e.name)}
            entrance={entranceAt}
            onEntrance={setEntrance}
          />
        )}
        {props && stage === 'cuts' && (
          <CutsReading {...props} id={view.id} plan={current} chosen={chosen} onChoose={setChosen} onChange={change} />
        )}
      </aside>
      <Tally
        job={job}
        now={current ? (planned?.summary ?? null) : null}
        before={before?.summary ?? null}
        stage={stage}
        onGo={go}
        dragged={drag ? setOut : null}
      />
      <KeysDialog open={keys} onClose={() => setKeys(false)} />
      <StaleDialog />
    </div>
  );
}

/** How far a search is that takes longer than half a second, and how to stop it. */
function Searching({ progress, onCancel }: { progress: Progress; onCancel: () => void }) {
  const done = useSyncExternalStore(progress.subscribe, progress.get, () => null);
  if (done === null) return null;
  return (
    <div className="busy" role="status">
      Searching <progress value={done} aria-label="How far the search is" />
      <Button size="sm" h="44px" variant="outline" onClick={onCancel}>
        Cancel
      </Button>
    </div>
  );
}

const originOf = (ground: SetOutGround): number => originFor(ground, ground.floor.layout.setOut.mode);

/** Row edges as one path over the floor's reach along the planks, in plan. */
function rowEdgePath(floor: Floor, { frame, rows }: SetOut): string {
  const us = turnedMulti(frame, floor.laid).flatMap((p) => p[0]!.map((q) => q[0]));
  const [from, to] = [Math.min(...us), Math.max(...us)];
  return rows
    .slice(1)
    .map((row) => {
      const [a, b] = [turned(frame, [from, row.from]), turned(frame, [to, row.from])];
      return `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
    })
    .join('');
}
