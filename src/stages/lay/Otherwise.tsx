'use client';
import { Box } from '@chakra-ui/react';
import { useState, type ReactNode } from 'react';
import { round3 } from '@/core/geometry';
import type { NewEvent } from '@/core/given';
import { wallLetter, withWallMoved } from '@/core/survey';
import { formatLength } from '@/core/units';
import { faultOf, happened, useJob } from '@/ui/desk';
import { Button, Choice, LengthField, Mistake, NumberField, TextField, WallOf, Why, Window } from '@/ui/kit';
import type { InHand } from './hand';
import { LaidOtherwise } from './LaidOtherwise';

/** What can go otherwise, as a person would say it; the first are what happens most. */
const KINDS = [
  ['broken', 'The plank in hand is broken'],
  ['cut-at', 'It was sawn in the wrong place'],
  ['lost', 'A remainder is lost or spoilt'],
  ['laid-as', 'The row lies otherwise'],
  ['moved', 'What lies was pushed'],
  ['wall', 'A wall is elsewhere'],
  ['stock', 'Only so many planks are left'],
  ['found', 'A piece was found'],
  ['face', 'Wrong face: put back for later'],
  ['note', 'Something to remember'],
] as const;
type Kind = (typeof KINDS)[number][0];

type Props = { hand: InHand; open: boolean; onClose: () => void };

/** Two taps: what happened, and where it needs one, a figure. */
export function Otherwise({ hand, open, onClose }: Props) {
  const [kind, setKind] = useState<Kind | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const { piece } = hand;
  const close = () => {
    setKind(null);
    setFault(null);
    onClose();
  };
  const tell = (event: NewEvent) => {
    const wrong = faultOf(event);
    setFault(wrong);
    if (wrong !== null) return;
    happened(event);
    close();
  };
  const pick = (which: Kind) => {
    if (which === 'broken') return tell({ what: 'broken', plank: piece.plank });
    if (which === 'face')
      return tell({ what: 'note', text: `Plank ${piece.plank}: its face was wrong for this place; put back, another taken.` });
    setKind(which);
  };
  const Form = kind === null ? null : FORMS[kind];
  return (
    <Window
      open={open}
      onClose={close}
      title={kind === null ? 'What went otherwise?' : KINDS.find(([k]) => k === kind)![1]}
      footer={
        <>
          {kind !== null && <Button onClick={() => (setKind(null), setFault(null))}>Back</Button>}
          <Button onClick={close}>Never mind</Button>
        </>
      }
    >
      <Mistake text={fault === null ? undefined : `That cannot be: it ${fault}.`} />
      {kind === null &&
        KINDS.map(([which, words]) => (
          <Button key={which} w="100%" h="56px" mb="2" justifyContent="flex-start" onClick={() => pick(which)}>
            {words}
          </Button>
        ))}
      {Form && <Form hand={hand} onTell={tell} />}
    </Window>
  );
}

type FormProps = { hand: InHand; onTell: (event: NewEvent) => void };

const Tell = ({ onClick, children }: { onClick: () => void; children: ReactNode }) => (
  <Button variant="solid" colorPalette="blue" h="56px" w="100%" mt="4" onClick={onClick}>
    {children}
  </Button>
);

function WrongCut({ hand: { piece, plan }, onTell }: FormProps) {
  const { display } = useJob();
  const length = plan.planks.find((p) => p.n === piece.plank)?.length ?? piece.cut.to;
  const [end, setEnd] = useState<'left' | 'right'>('left');
  const [mm, setMm] = useState(Math.round(piece.cut.to - piece.cut.from));
  return (
    <>
      <Choice
        label="Measured from its"
        value={end}
        options={[
          ['left', 'left factory end'],
          ['right', 'right factory end'],
        ]}
        onChoice={(v) => setEnd(v as 'left')}
      />
      <LengthField
        label="Sawn at"
        large
        mm={mm}
        display={display}
        onLength={(v) => (v <= 0 || v >= length ? `within the plank: less than ${formatLength(length, display)}` : (setMm(v), undefined))}
      />
      <Tell onClick={() => onTell({ what: 'cut-at', plank: piece.plank, along: end === 'left' ? mm : round3(length - mm) })}>
        It is in two pieces now
      </Tell>
    </>
  );
}

function Lost({ hand: { kept }, onTell }: FormProps) {
  const { display } = useJob();
  if (kept.length === 0) return <Why>No offcuts kept yet.</Why>;
  return (
    <>
      <Why>Which one?</Why>
      {kept.map((r) => (
        <Button
          key={`${r.plank} ${r.from}`}
          w="100%"
          h="52px"
          mb="2"
          justifyContent="space-between"
          onClick={() => onTell({ what: 'lost', plank: r.plank, from: r.from, to: r.to })}
        >
          <b>{r.label}</b> {formatLength(r.to - r.from, display)}
        </Button>
      ))}
    </>
  );
}

function Found({ hand: { plan, piece }, onTell }: FormProps) {
  const { display } = useJob();
  const size = plan.planks.find((p) => p.n === piece.plank)!;
  const [mm, setMm] = useState(500);
  const [ends, setEnds] = useState<'left' | 'right' | 'none' | 'both'>('right');
  return (
    <>
      <LengthField
        label="How long"
        large
        mm={mm}
        display={display}
        onLength={(v) => (v <= 0 || v > size.length ? `at most a plank: ${formatLength(size.length, display)}` : (setMm(v), undefined))}
      />
      <Choice
        label="Factory ends that it has"
        value={ends}
        options={[
          ['left', 'the left one'],
          ['right', 'the right one'],
          ['both', 'both: a whole plank'],
          ['none', 'none'],
        ]}
        onChoice={(v) => setEnds(v as 'left')}
      />
      <Tell onClick={() => onTell({ what: 'found', length: ends === 'both' ? size.length : mm, width: size.width, ends })}>
        Put it on the rack
      </Tell>
    </>
  );
}

function Pushed({ hand: { floor }, onTell }: FormProps) {
  const { display } = useJob();
  const [by, setBy] = useState({ along: 0, across: 0 });
  const far = (v: number) => (Math.abs(v) > 100 ? 'at most 100 mm: a floor is no rug' : undefined);
  const angle = (floor.direction * Math.PI) / 180;
  const shift: [number, number] = [
    round3(by.along * Math.cos(angle) + by.across * Math.sin(angle)),
    round3(by.along * Math.sin(angle) - by.across * Math.cos(angle)),
  ];
  return (
    <>
      <Why>As you face the starting wall. A minus turns it round.</Why>
      <LengthField
        label="To the right"
        mm={by.along}
        display={display}
        onLength={(v) => far(v) ?? (setBy({ ...by, along: v }), undefined)}
      />
      <LengthField
        label="Away from the starting wall"
        mm={by.across}
        display={display}
        onLength={(v) => far(v) ?? (setBy({ ...by, across: v }), undefined)}
      />
      <Tell onClick={() => onTell({ what: 'moved', floor: floor.id, shift })}>All that lies of this floor moved so</Tell>
    </>
  );
}

function Wall({ hand: { floor, site }, onTell }: FormProps) {
  const job = useJob();
  const spaces = job.spaces.filter((s) => floor.spaces.includes(s.id));
  const [id, setId] = useState(spaces[0]!.id);
  const [wall, setWall] = useState(0);
  const [by, setBy] = useState(0);
  const space = spaces.find((s) => s.id === id) ?? spaces[0]!;
  const outline = site.walls.get(space.id) ?? space.outline;
  return (
    <>
      {spaces.length > 1 && (
        <Choice
          label="Room"
          value={space.id}
          options={spaces.map((s) => [s.id, s.name || s.id] as const)}
          onChoice={(v) => (setId(v), setWall(0))}
        />
      )}
      <WallOf label="Which wall" count={outline.length} value={wall} onWall={setWall} />
      <LengthField
        label={`Wall ${wallLetter(wall)} is farther out by`}
        large
        mm={by}
        display={job.display}
        hint="a minus: nearer"
        onLength={(v) => (Math.abs(v) > 2000 ? 'at most 2 m; survey the room again' : (setBy(v), undefined))}
      />
      <Tell
        onClick={() =>
          onTell({
            what: 'wall',
            space: space.id,
            outline: withWallMoved(outline, wall, by).map(([x, y]): [number, number] => [round3(x), round3(y)]),
          })
        }
      >
        The wall is there
      </Tell>
    </>
  );
}

function Stock({ hand: { plan, site }, onTell }: FormProps) {
  const sizes = [...new Map(plan.planks.map((p) => [`${p.length} ${p.width} ${p.product ?? ''}`, p])).values()];
  const [counts, setCounts] = useState<readonly number[]>(
    sizes.map(
      (s) =>
        plan.planks.filter((p) => p.length === s.length && p.width === s.width && p.product === s.product && !site.begun.has(p.n)).length,
    ),
  );
  const set = (i: number) => (v: number) =>
    v < 0 ? 'none is the fewest' : (setCounts(counts.map((c, k) => (k === i ? v : c))), undefined);
  return (
    <>
      <Why>Planks that nothing was cut from yet.</Why>
      {sizes.map((s, i) => (
        <NumberField
          key={i}
          label={`${s.length} × ${s.width}${s.product ? `, ${s.product}` : ''}`}
          value={counts[i]!}
          whole
          wanted="a whole number"
          onNumber={set(i)}
        />
      ))}
      <Tell
        onClick={() =>
          onTell({
            what: 'stock',
            planks:
              sizes.length === 1
                ? counts[0]!
                : sizes.map(({ length, width, product }, i) => ({ length, width, ...(product ? { product } : {}), count: counts[i]! })),
          })
        }
      >
        So many are left
      </Tell>
    </>
  );
}

function Note({ onTell }: FormProps) {
  const [text, setText] = useState('');
  return (
    <>
      <TextField label="What should be remembered" value={text} onText={(v) => (setText(v), undefined)} />
      <Box>
        <Tell onClick={() => text.trim() !== '' && onTell({ what: 'note', text: text.trim() })}>Write it down</Tell>
      </Box>
    </>
  );
}

const FORMS: Record<Exclude<Kind, 'broken' | 'face'>, (props: FormProps) => ReactNode> &
  Partial<Record<Kind, (props: FormProps) => ReactNode>> = {
  'cut-at': WrongCut,
  lost: Lost,
  found: Found,
  'laid-as': LaidOtherwise,
  moved: Pushed,
  wall: Wall,
  stock: Stock,
  note: Note,
};
