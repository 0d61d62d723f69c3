'use client';
import { PROFILE_WORDS } from '@/core/edges';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { calledOf, kitsOf, PROFILE_KINDS, type Job, type Kit, type Profile } from '@/core/given';
import { Button, Choice, Fields, Folds, Marked, Mistake, NumberField, SmallLength, Stops, TextField, Thing, Why } from '@/ui/kit';
import { addKit, lengthsIn, putKit, removeKit } from './edits';
import { mmIn } from './words';

/** Kits of track, shims and profiles, editable as measured at the shop. */
export function Kits({ job }: { job: Job }) {
  const [wrong, setWrong] = useState<string>();
  return (
    <>
      <Why tone="quiet">
        Two invented kits to begin with: what the shop sells decides. Measure the track from the base to its top, each stack of shims, and
        how far the top of a floor may stand above them on either side.
      </Why>
      {kitsOf(job).map((kit) => (
        <Thing key={kit.id} name={calledOf(kit)}>
          <OneKit job={job} kit={kit} />
          <Button variant="ghost" onClick={() => setWrong(removeKit(kit.id))}>
            <Trash2 size={16} /> Take the kit away
          </Button>
        </Thing>
      ))}
      <Mistake text={wrong} />
      <Stops mt="1">
        <Button onClick={addKit}>Another kit, as measured</Button>
      </Stops>
    </>
  );
}

/** `low + high` and a height, line by line. */
const stackText = ({ shims, height, how }: Kit['stacks'][number]): string =>
  `${shims.join(' + ') || 'none'}${how ? ` (${how})` : ''} = ${height}`;

function stackIn(text: string): Kit['stacks'][number] | null {
  const read = /^(.*?)(?:\(([^)]*)\))?\s*=\s*([\d.,]+)$/.exec(text.trim());
  if (!read) return null;
  const height = Number(read[3]!.replace(',', '.'));
  const named = read[1]!.trim();
  const shims = named === '' || named === 'none' ? [] : named.split('+').map((s) => s.trim()).filter((s) => s !== ''); // prettier-ignore
  return Number.isFinite(height) ? { shims, height, ...(read[2] ? { how: read[2].trim() } : {}) } : null;
}

function OneKit({ job, kit }: { job: Job; kit: Kit }) {
  const put = (change: Partial<Kit>) => putKit(kit.id, (k) => ({ ...k, ...change }));
  const track = (field: 'height' | 'width', name: string) => (
    <SmallLength
      name={name}
      label={`${calledOf(kit)}: ${name.toLowerCase()}`}
      mm={kit.track[field]}
      display={job.display}
      onLength={(mm) => put({ track: { ...kit.track, [field]: mm } })}
    />
  );
  return (
    <>
      <TextField
        label="Called"
        value={calledOf(kit)}
        onText={(name) => (name === '' ? 'A name, so that it can be told apart.' : put({ name }))}
      />
      <Fields>
        {track('height', 'Height of the track')}
        {track('width', 'Width of the track')}
      </Fields>
      <TextField
        label="Stacks of shims, with semicolons"
        value={kit.stacks.map(stackText).join('; ')}
        hint="none = 0; low = 2; low + high (nested) = 3: millimetres under the track."
        onText={(text) => {
          const stacks = text.split(';').filter((t) => t.trim() !== '').map(stackIn); // prettier-ignore
          return stacks.every((s) => s !== null)
            ? put({ stacks })
            : 'Each stack as its shims, an equals sign and its height, such as low + high = 3.';
        }}
      />
      <Folds
        of={`kit:${kit.id}`}
        open={[]}
        parts={kit.profiles.map((profile, i) => ({
          name: `${i}`,
          title: PROFILE_WORDS[profile.kind],
          says: `cover ${mmIn(job)(profile.cover)}, foot ${mmIn(job)(profile.foot)}`,
          content: <OneProfile job={job} kit={kit} profile={profile} place={i} />,
        }))}
      />
      <Stops mt="1" mb="2">
        <Button
          onClick={() =>
            put({ profiles: [...kit.profiles, { kind: 't-mould', near: [2, 5], far: [2, 5], foot: 12, cover: 44, lengths: [900] }] })
          }
        >
          Another profile
        </Button>
      </Stops>
    </>
  );
}

function OneProfile({ job, kit, profile, place }: { job: Job; kit: Kit; profile: Profile; place: number }) {
  const put = (change: Partial<Profile>) =>
    putKit(kit.id, (k) => ({ ...k, profiles: k.profiles.map((p, i) => (i === place ? { ...p, ...change } : p)) }));
  const called = `${calledOf(kit)}, ${PROFILE_WORDS[profile.kind]}`;
  const range = (side: 'near' | 'far', end: 0 | 1) => {
    const name = `${side === 'near' ? 'Near' : 'Far'} side, ${end === 0 ? 'from' : 'to'}, mm`;
    const next = (n: number): [number, number] => {
      const [low, high] = profile[side] ?? [n, n];
      return end === 0 ? [n, high] : [low, n];
    };
    return (
      <div>
        <div className="quiet" style={{ fontSize: 13 }} aria-hidden>
          {name}
        </div>
        <NumberField
          compact
          label={`${called}: ${name.toLowerCase()}`}
          value={profile[side]?.[end] ?? null}
          wanted="Millimetres above the top of track and shims."
          onNumber={(n) => put({ [side]: next(n) })}
        />
      </div>
    );
  };
  const length = (name: string, field: 'foot' | 'cover' | 'nearCover') => (
    <SmallLength
      name={name}
      label={`${called}: ${name.toLowerCase()}`}
      mm={profile[field] ?? profile.cover / 2}
      display={job.display}
      onLength={(mm) => put({ [field]: mm })}
    />
  );
  return (
    <>
      <Choice
        label="Kind"
        value={profile.kind}
        options={PROFILE_KINDS.map((k) => [k, PROFILE_WORDS[k]])}
        onChoice={(kind) => put({ kind: kind as Profile['kind'] })}
      />
      <Fields>
        {range('near', 0)}
        {range('near', 1)}
        {range('far', 0)}
        {range('far', 1)}
        {length('Foot', 'foot')}
        {length('Cover', 'cover')}
        {length('Of it to the near side', 'nearCover')}
      </Fields>
      {kit.track.width > profile.foot && (
        <Why tone="should">
          The track is {mmIn(job)(kit.track.width - profile.foot)} wider than this foot: the floor would stand so much too near to it. The
          foot is at least as wide as what stands on the base.
        </Why>
      )}
      <Marked at={`kits[${kitsOf(job).indexOf(kit)}].profiles[${place}].lengths`}>
        <TextField
          label={`${called}: lengths sold, mm`}
          value={profile.lengths.join(', ')}
          onText={(text) => {
            const lengths = lengthsIn(text);
            return lengths ? put({ lengths }) : 'Lengths in millimetres, such as 900, 2700.';
          }}
        />
      </Marked>
      <Button variant="ghost" onClick={() => putKit(kit.id, (k) => ({ ...k, profiles: k.profiles.filter((_, i) => i !== place) }))}>
        <Trash2 size={16} /> Take the profile away
      </Button>
    </>
  );
}
