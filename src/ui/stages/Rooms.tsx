'use client';
import { Button, NativeSelect } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { Job, Opening, Problem, Space } from '@/core/job';
import { annexed, doorwayIn, doorwayOutline, walkOf, wallLetter, type Doorway } from '@/core/survey';
import { LengthField } from '../parts/LengthField';
import { firstText, freeId } from '../state/edit';

type Change = (next: Job) => readonly Problem[];

const FINISH_WORDS: Record<Opening['finish'], string> = {
  through: 'the floor runs through',
  't-mould': 'T-mould',
  reducer: 'reducer',
  'carpet-edge': 'carpet edge',
  'end-cap': 'end cap',
  stop: 'a wall: nothing is laid',
};

/** Which room is at hand, and a new one beyond one of its walls. */
export function Rooms({ job, space, onSpace, onChange }: { job: Job; space: Space; onSpace: (id: string) => void; onChange: Change }) {
  const [adding, setAdding] = useState(false);
  const remove = () => {
    const spaces = job.spaces.filter((s) => s.id !== space.id);
    const layouts = job.layouts?.filter((l) => l.space !== space.id);
    const openings = job.openings?.filter((o) => !o.between.includes(space.id));
    const { space: centre, ...setOut } = job.layout.setOut;
    onChange({
      ...job,
      spaces,
      openings,
      layouts,
      layout: { ...job.layout, setOut: centre === space.id ? { mode: 'auto' } : { ...setOut, ...(centre ? { space: centre } : {}) } },
    });
    onSpace(spaces[0]!.id);
  };
  return (
    <section>
      <div className="stops" role="group" aria-label="Rooms" style={{ marginTop: 12 }}>
        {job.spaces.length > 1 &&
          job.spaces.map((s) => (
            <Button
              key={s.id}
              h="44px"
              variant={s.id === space.id ? 'solid' : 'outline'}
              aria-pressed={s.id === space.id}
              onClick={() => onSpace(s.id)}
            >
              {s.name || s.id}
            </Button>
          ))}
        <Button h="44px" variant="outline" aria-expanded={adding} onClick={() => setAdding(!adding)}>
          <Plus size={17} /> Room beyond a wall
        </Button>
        {job.spaces.length > 1 && (
          <Button h="44px" variant="ghost" onClick={remove}>
            <Trash2 size={16} /> Take away {space.name || space.id}
          </Button>
        )}
      </div>
      {adding && (
        <NewRoom
          job={job}
          space={space}
          onChange={onChange}
          onDone={(id) => {
            setAdding(false);
            onSpace(id);
          }}
        />
      )}
    </section>
  );
}

function NewRoom({ job, space, onChange, onDone }: { job: Job; space: Space; onChange: Change; onDone: (id: string) => void }) {
  const walls = walkOf(space.outline);
  const [wall, setWall] = useState(0);
  const [size, setSize] = useState({ along: 0, length: 3000, depth: 2600 });
  const [door, setDoor] = useState({ along: 300, width: 800, thickness: 100 });
  const [problem, setProblem] = useState<string>();
  const create = () => {
    const { outline, doorway } = annexed(space.outline, { wall, ...size, door });
    const id = freeId(job, 'room');
    const wrong = onChange({
      ...job,
      spaces: [...job.spaces, { id, name: `Room ${job.spaces.length + 1}`, outline }],
      openings: [...(job.openings ?? []), { id: freeId(job, 'door'), between: [space.id, id], outline: doorway, finish: 'through' }],
    });
    if (wrong.length > 0) setProblem(wrong[0]!.text);
    else onDone(id);
  };
  const field = (label: string, mm: number, set: (mm: number) => void, least = 1) => (
    <div>
      <div className="quiet" style={{ fontSize: 13 }} aria-hidden>
        {label}
      </div>
      <LengthField
        compact
        label={`New room: ${label}`}
        mm={mm}
        display={job.display}
        onLength={(next) => (next < least ? `At least ${least} mm.` : void set(next))}
      />
    </div>
  );
  return (
    <fieldset className="thing" style={{ marginTop: 12 }}>
      <legend>New room</legend>
      <div className="thing-grid">
        <WallSelect label="Beyond wall" space={space} value={wall} onWall={setWall} />
        {field('Wall thickness', door.thickness, (thickness) => setDoor({ ...door, thickness }), 20)}
        {field('Begins along the wall', size.along, (along) => setSize({ ...size, along }), 0)}
        {field('Length along it', size.length, (length) => setSize({ ...size, length }), 300)}
        {field('Depth away from it', size.depth, (depth) => setSize({ ...size, depth }), 300)}
        {field('Doorway along the wall', door.along, (along) => setDoor({ ...door, along }), 0)}
        {field('Doorway width', door.width, (width) => setDoor({ ...door, width }), 200)}
        <div className="quiet" style={{ fontSize: 13, alignSelf: 'end' }}>
          Wall {wallLetter(wall)} is {Math.round(walls[wall]?.length ?? 0)} mm long.
        </div>
      </div>
      {problem && (
        <p className="must" role="alert">
          {problem}
        </p>
      )}
      <Button h="44px" my="2" colorPalette="blue" onClick={create}>
        Add the room
      </Button>
    </fieldset>
  );
}

function WallSelect({ label, space, value, onWall }: { label: string; space: Space; value: number; onWall: (wall: number) => void }) {
  return (
    <label>
      <span className="quiet" style={{ fontSize: 13 }}>
        {label}
      </span>
      <NativeSelect.Root>
        <NativeSelect.Field h="44px" fontSize="17px" value={value} onChange={(e) => onWall(Number(e.target.value))}>
          {space.outline.map((_, i) => (
            <option key={i} value={i}>
              {wallLetter(i)}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </label>
  );
}

/** The doorways of the room at hand: where, how wide, what becomes of the floor there, how busy. */
export function Doorways({ job, space, onChange }: { job: Job; space: Space; onChange: Change }) {
  const own = (job.openings ?? []).filter((o) => o.between.includes(space.id));
  const outward = () => {
    const doorway = doorwayOutline(space.outline, { wall: 0, along: 400, width: 800, thickness: 100 });
    onChange({
      ...job,
      openings: [...(job.openings ?? []), { id: freeId(job, 'door'), between: [space.id, null], outline: doorway, finish: 'end-cap' }],
    });
  };
  return (
    <section>
      <h2>Doorways</h2>
      {own.map((opening) => (
        <DoorwayReading key={opening.id} job={job} space={space} opening={opening} onChange={onChange} />
      ))}
      <Button h="44px" variant="outline" onClick={outward}>
        <Plus size={17} /> Doorway that leads out
      </Button>
    </section>
  );
}

function DoorwayReading({ job, space, opening, onChange }: { job: Job; space: Space; opening: Opening; onChange: Change }) {
  const place = doorwayIn(space.outline, opening.outline);
  const other = opening.between.find((id) => id !== space.id) ?? null;
  const name = other === null ? 'Out of the house' : `To ${job.spaces.find((s) => s.id === other)?.name || other}`;
  const set = (next: Partial<Opening>) =>
    onChange({ ...job, openings: (job.openings ?? []).map((o) => (o.id === opening.id ? { ...o, ...next } : o)) });
  const move = (change: Partial<Doorway>) => place && firstText(set({ outline: doorwayOutline(space.outline, { ...place, ...change }) }));
  return (
    <fieldset className="thing">
      <legend>{name}</legend>
      <div className="thing-grid">
        {place && (
          <>
            <div>
              <div className="quiet" style={{ fontSize: 13 }} aria-hidden>
                Along wall {wallLetter(place.wall)}
              </div>
              <LengthField
                compact
                label={`${name}: along wall ${wallLetter(place.wall)}`}
                mm={Math.max(0, place.along)}
                display={job.display}
                onLength={(along) => move({ along }) ?? undefined}
              />
            </div>
            <div>
              <div className="quiet" style={{ fontSize: 13 }} aria-hidden>
                Width
              </div>
              <LengthField
                compact
                label={`${name}: width`}
                mm={place.width}
                display={job.display}
                onLength={(width) => (width < 200 ? 'At least 200 mm.' : (move({ width }) ?? undefined))}
              />
            </div>
            {other === null && (
              <WallSelect label="In wall" space={space} value={place.wall} onWall={(wall) => void move({ wall, along: 200 })} />
            )}
          </>
        )}
        <label>
          <span className="quiet" style={{ fontSize: 13 }}>
            There
          </span>
          <NativeSelect.Root>
            <NativeSelect.Field
              aria-label={`${name}: what becomes of the floor`}
              h="44px"
              fontSize="16px"
              value={opening.finish}
              onChange={(e) => set({ finish: e.target.value as Opening['finish'] })}
            >
              {Object.entries(FINISH_WORDS).map(([finish, words]) => (
                <option key={finish} value={finish}>
                  {words}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </label>
        <label style={{ display: 'flex', alignItems: 'center', gap: 8, minHeight: 44 }}>
          <input
            type="checkbox"
            style={{ width: 24, height: 24 }}
            checked={opening.busy ?? false}
            onChange={(e) => set({ busy: e.target.checked })}
          />
          everybody walks here
        </label>
      </div>
      <Button
        h="44px"
        variant="ghost"
        onClick={() => onChange({ ...job, openings: (job.openings ?? []).filter((o) => o.id !== opening.id) })}
      >
        <Trash2 size={16} /> Close it up
      </Button>
    </fieldset>
  );
}
