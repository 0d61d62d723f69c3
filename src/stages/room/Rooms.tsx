'use client';
import { FileUp, Plus, Trash2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useMemo, useRef, useState } from 'react';
import { roomName, type Job, type Opening, type Space } from '@/core/given';
import { roomOf } from '@/core/lay';
import { annexed, doorwayIn, doorwayOutline, freeTag, neighboursBeyond, walkOf, wallLetter, type Doorway } from '@/core/survey';
import { formatLength } from '@/core/units';
import { chooseSpace, edit, firstText, freeId, useSite, withoutSpace } from '@/ui/desk';
import { Button, Choice, Fields, Mistake, SmallLength, Stops, Thing, Tick, WallOf, Why, Window } from '@/ui/kit';

// what reads drawings is needed only where one is imported
const ImportDialog = dynamic(() => import('@/ui/import/ImportDialog').then((m) => m.ImportDialog), { ssr: false });

const FINISH_WORDS: Record<Opening['finish'], string> = {
  through: 'the floor runs through',
  't-mould': 'T-mould',
  reducer: 'reducer',
  'carpet-edge': 'carpet edge',
  'end-cap': 'end cap',
  nosing: 'nosing',
  butt: 'butted, without a profile',
  stop: 'a wall: nothing is laid',
};

const BEYOND_WORDS: Record<string, string> = {
  '': 'not noted',
  stone: 'stone',
  tile: 'tiles',
  wood: 'wood',
  carpet: 'carpet',
  vinyl: 'vinyl',
  concrete: 'concrete',
  step: 'a step',
};

/** What may lie beyond; a file may name something else. */
const beyondOptions = (floor = ''): (readonly [string, string])[] =>
  Object.entries(floor in BEYOND_WORDS ? BEYOND_WORDS : { ...BEYOND_WORDS, [floor]: floor });

const THICKNESS_FOLLOWS = 'The two rooms stand so far apart; move one of them to change it.';

/** Where a leaf can stand in this doorway, in words. */
function leafWords(opening: Opening, job: Job): Record<string, string> {
  const side = (id: string | null) => (id === null ? 'outside' : `towards ${roomName(job, id)}`);
  return {
    '': 'not noted',
    none: 'no leaf',
    'first-side': `flush, ${side(opening.between[0])}`,
    'second-side': `flush, ${side(opening.between[1])}`,
    middle: 'in the middle',
    slides: 'slides',
  };
}

/** How many pieces lie in a room. */
function useLaidIn(job: Job, space: string): number {
  const lying = useSite((s) => s.site?.lying);
  return useMemo(() => {
    const room = roomOf(job.spaces);
    return [...(lying?.values() ?? [])].filter(({ piece }) => room(piece) === space).length;
  }, [job.spaces, lying, space]);
}

/** Which room is at hand, and a new one beyond one of its walls. */
export function Rooms({ job, space }: { job: Job; space: Space }) {
  const [adding, setAdding] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const [drawing, setDrawing] = useState<File | null>(null);
  const [asking, setAsking] = useState(false);
  const laid = useLaidIn(job, space.id);
  const remove = () => {
    setAsking(false);
    edit(`${space.name || space.id} taken away`, (now) => withoutSpace(now, space.id));
    chooseSpace(job.spaces.find((s) => s.id !== space.id)!.id);
  };
  return (
    <section>
      <Stops label="Rooms">
        {job.spaces.length > 1 &&
          job.spaces.map((s) => (
            <Button
              key={s.id}
              variant={s.id === space.id ? 'solid' : 'outline'}
              aria-pressed={s.id === space.id}
              onClick={() => chooseSpace(s.id)}
            >
              {s.name || s.id}
            </Button>
          ))}
        <Button aria-expanded={adding} onClick={() => setAdding(!adding)}>
          <Plus size={17} /> Room beyond a wall
        </Button>
        <Button onClick={() => file.current?.click()}>
          <FileUp size={17} /> From a drawing
        </Button>
        <input
          ref={file}
          type="file"
          accept=".dxf,.svg,.csv"
          hidden
          aria-label="Drawing"
          onChange={(e) => {
            setDrawing(e.target.files?.[0] ?? null);
            e.target.value = '';
          }}
        />
        {drawing && (
          <ImportDialog
            file={drawing}
            display={job.display}
            into={job}
            action="Take these rooms"
            onTake={(next) => {
              const wrong = firstText(edit('rooms of a drawing', () => next));
              if (wrong === undefined && !next.spaces.some((s) => s.id === space.id)) chooseSpace(next.spaces[0]!.id);
              return wrong;
            }}
            onClose={() => setDrawing(null)}
          />
        )}
        {job.spaces.length > 1 && (
          <Button variant="ghost" onClick={laid > 0 ? () => setAsking(true) : remove}>
            <Trash2 size={16} /> Take away {space.name || space.id}
          </Button>
        )}
      </Stops>
      <Window
        open={asking}
        onClose={() => setAsking(false)}
        title={`Remove ${space.name || space.id}?`}
        footer={
          <>
            <Button onClick={() => setAsking(false)}>Keep the room</Button>
            <Button colorPalette="red" variant="solid" onClick={remove}>
              Remove the room
            </Button>
          </>
        }
      >
        <Why tone="must">
          {laid} {laid === 1 ? 'piece is' : 'pieces are'} laid in this room. Laying will no longer show it; the log keeps what was recorded.
        </Why>
      </Window>
      {adding && (
        <NewRoom
          job={job}
          space={space}
          onDone={(id) => {
            setAdding(false);
            chooseSpace(id);
          }}
        />
      )}
    </section>
  );
}

function NewRoom({ job, space, onDone }: { job: Job; space: Space; onDone: (id: string) => void }) {
  const walls = walkOf(space.outline);
  const [wall, setWall] = useState(0);
  const [size, setSize] = useState({ along: 0, length: 3000, depth: 2600 });
  const [door, setDoor] = useState({ along: 300, width: 800, thickness: 100 });
  const [problem, setProblem] = useState<string>();
  const create = (walked: boolean) => {
    const { outline, doorway } = annexed(space.outline, { wall, ...size, door });
    const id = freeId(job, 'room');
    const opening = freeId(job, 'door');
    const walk = walked ? { walk: [], walkFrom: { opening, along: 0 } } : {};
    const wrong = edit('a new room', (now) => ({
      ...now,
      spaces: [
        ...now.spaces,
        {
          id,
          name: `Room ${now.spaces.length + 1}`,
          tag: freeTag(
            'Room',
            now.spaces.map((s) => s.tag),
          ),
          outline,
          ...walk,
        },
      ],
      openings: [...(now.openings ?? []), { id: opening, between: [space.id, id], outline: doorway, finish: 'through' }],
    }));
    if (wrong.length > 0) setProblem(wrong[0]!.text);
    else onDone(id);
  };
  const field = (label: string, mm: number, set: (mm: number) => void, least = 1) => (
    <SmallLength
      name={label}
      label={`New room: ${label}`}
      mm={mm}
      display={job.display}
      onLength={(next) => (next < least ? `At least ${least} mm.` : void set(next))}
    />
  );
  return (
    <Thing name="New room">
      <Fields>
        <WallOf label="Beyond wall" count={space.outline.length} value={wall} onWall={setWall} />
        {field('Wall thickness', door.thickness, (thickness) => setDoor({ ...door, thickness }), 20)}
        {field('Begins along the wall', size.along, (along) => setSize({ ...size, along }), 0)}
        {field('Length along it', size.length, (length) => setSize({ ...size, length }), 300)}
        {field('Depth away from it', size.depth, (depth) => setSize({ ...size, depth }), 300)}
        {field('Doorway along the wall', door.along, (along) => setDoor({ ...door, along }), 0)}
        {field('Doorway width', door.width, (width) => setDoor({ ...door, width }), 200)}
        <div className="quiet" style={{ fontSize: 13, alignSelf: 'end' }}>
          Wall {wallLetter(wall)} is {formatLength(walls[wall]?.length ?? 0, job.display)} long.
        </div>
      </Fields>
      <Mistake text={problem} />
      <Stops>
        <Button variant="solid" colorPalette="blue" onClick={() => create(false)}>
          Add the room
        </Button>
        <Button onClick={() => create(true)}>Add it and walk its walls</Button>
      </Stops>
    </Thing>
  );
}

/** The doorways of the room at hand: where, how wide, what becomes of the floor there, how busy. */
export function Doorways({ job, space }: { job: Job; space: Space }) {
  const own = (job.openings ?? []).filter((o) => o.between.includes(space.id));
  const outward = () => {
    const doorway = doorwayOutline(space.outline, { wall: 0, along: 400, width: 800, thickness: 100 });
    edit('a doorway that leads out', (now) => ({
      ...now,
      openings: [...(now.openings ?? []), { id: freeId(now, 'door'), between: [space.id, null], outline: doorway, finish: 'end-cap' }],
    }));
  };
  // rooms that stand behind a wall and have no doorway to this one yet
  const beyond = space.outline.flatMap((_, wall) =>
    neighboursBeyond(job, space, wall)
      .filter(({ space: s, from, to }) => to - from >= 400 && !own.some((o) => o.between.includes(s.id)))
      .map(({ space: room, from, to, thickness }) => ({ wall, room, thickness, along: Math.round(Math.max(from, (from + to) / 2 - 400)) })),
  );
  const onward = (wall: number, room: Space, along: number, thickness: number) => {
    const outline = doorwayOutline(space.outline, { wall, along, width: 800, thickness });
    edit('a doorway', (now) => ({
      ...now,
      openings: [...(now.openings ?? []), { id: freeId(now, 'door'), between: [space.id, room.id], outline, finish: 'through' }],
    }));
  };
  return (
    <section>
      {own.map((opening) => (
        <DoorwayReading key={opening.id} job={job} space={space} opening={opening} />
      ))}
      <Stops>
        {beyond.map(({ wall, room, along, thickness }) => (
          <Button key={`${wall} ${room.id}`} onClick={() => onward(wall, room, along, thickness)}>
            <Plus size={17} /> Doorway to {room.name || room.id}
          </Button>
        ))}
        <Button onClick={outward}>
          <Plus size={17} /> Doorway that leads out
        </Button>
      </Stops>
    </section>
  );
}

function DoorwayReading({ job, space, opening }: { job: Job; space: Space; opening: Opening }) {
  const place = doorwayIn(space.outline, opening.outline);
  const other = opening.between.find((id) => id !== space.id) ?? null;
  const name = other === null ? 'Out of the house' : `To ${roomName(job, other)}`;
  const set = (next: Partial<Opening>) =>
    edit('a doorway', (now) => ({ ...now, openings: (now.openings ?? []).map((o) => (o.id === opening.id ? { ...o, ...next } : o)) }));
  const move = (change: Partial<Doorway>) => place && firstText(set({ outline: doorwayOutline(space.outline, { ...place, ...change }) }));
  return (
    <Thing name={name}>
      <Fields>
        {place && (
          <>
            <SmallLength
              name={`Along wall ${wallLetter(place.wall)}`}
              label={`${name}: along wall ${wallLetter(place.wall)}`}
              mm={Math.max(0, place.along)}
              display={job.display}
              onLength={(along) => move({ along }) ?? undefined}
            />
            <SmallLength
              name="Width"
              label={`${name}: width`}
              mm={place.width}
              display={job.display}
              onLength={(width) => (width < 200 ? 'At least 200 mm.' : (move({ width }) ?? undefined))}
            />
            {other === null && (
              <WallOf label="In wall" count={space.outline.length} value={place.wall} onWall={(wall) => void move({ wall, along: 200 })} />
            )}
          </>
        )}
        <Choice
          label={`${name}: what becomes of the floor`}
          value={opening.finish}
          options={Object.entries(FINISH_WORDS)}
          onChoice={(finish) => set({ finish: finish as Opening['finish'] })}
        />
        <Tick checked={opening.busy ?? false} onTick={(busy) => set({ busy })}>
          everybody walks here
        </Tick>
        {place && (
          <SmallLength
            name="Wall thickness"
            label={`${name}: wall thickness`}
            mm={place.thickness}
            display={job.display}
            onLength={(thickness) =>
              other === null ? (thickness < 20 ? 'At least 20 mm.' : (move({ thickness }) ?? undefined)) : THICKNESS_FOLLOWS
            }
          />
        )}
        <SmallLength
          name="Casing stands proud"
          label={`${name}: casing stands proud of the wall`}
          mm={opening.casing ?? 0}
          display={job.display}
          onLength={(casing) => firstText(set({ casing }))}
        />
        <Choice
          label="The closed leaf stands"
          value={opening.leaf ?? ''}
          options={Object.entries(leafWords(opening, job))}
          onChoice={(leaf) => set({ leaf: leaf === '' ? undefined : (leaf as Opening['leaf']) })}
        />
        {opening.finish !== 'through' && opening.finish !== 'stop' && (
          <>
            <Choice
              label="Beyond lies"
              value={opening.beyond?.floor ?? ''}
              options={beyondOptions(opening.beyond?.floor)}
              onChoice={(floor) =>
                set({
                  beyond: floor === '' ? undefined : { ...opening.beyond, floor },
                })
              }
            />
            {opening.beyond && (
              <SmallLength
                name="Its top over our base"
                label={`${name}: height of the floor beyond over the base here`}
                mm={opening.beyond.height ?? null}
                display={job.display}
                onLength={(height) => firstText(set({ beyond: { ...opening.beyond!, height } }))}
              />
            )}
          </>
        )}
      </Fields>
      <Button
        variant="ghost"
        onClick={() =>
          edit('a doorway closed up', (now) => ({ ...now, openings: (now.openings ?? []).filter((o) => o.id !== opening.id) }))
        }
      >
        <Trash2 size={16} /> Close it up
      </Button>
    </Thing>
  );
}
