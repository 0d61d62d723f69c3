'use client';
import { ArrowLeft, ArrowRight, ClipboardPaste } from 'lucide-react';
import { useState } from 'react';
import { presetSpacing } from '@/core/base';
import { formatHeight, formatLength } from '@/core/units';
import type { Base, Space } from '@/core/given';
import { readHeights } from '@/formats';
import { firstText, useJob } from '@/ui/desk';
import { useLevel } from '@/ui/desk/level';
import { Button, LengthField, Stops, Why } from '@/ui/kit';
import { editBase, spotsOf, withHeight } from './edits';
import { HeightField } from './HeightField';
import { InstrumentBar } from './InstrumentBar';
import { look, useLooking } from './looking';
import { PasteTable } from './PasteTable';

/** Heights, one point after the other: typed, taken from an instrument, or pasted. */
export function Heights({ space, base }: { space: Space; base: Base }) {
  const job = useJob();
  const { display } = job;
  const [pasting, setPasting] = useState(false);
  const level = useLevel();
  const spots = spotsOf(job, space);
  const next = Math.min(
    useLooking((s) => s.next),
    spots.length - 1,
  );
  const spot = spots[next]!;
  const read = spots.filter((s) => s.height !== null).length;
  const step = (by: 1 | -1) => look({ next: (next + by + spots.length) % spots.length });
  const put = (height: number | null): string | undefined =>
    height === spot.height ? undefined : firstText(editBase('a height', space.id, (b) => withHeight(b, spot.at, height)));
  return (
    <>
      <Why tone="quiet" mt="0">
        Heights from any mark that stays put: a laser line, a string, an instrument. Up is more. Points may be left out; {read} of{' '}
        {spots.length} are read.
      </Why>
      <HeightField
        label={`Point ${next + 1} of ${spots.length}: ring on the sheet`}
        height={spot.height}
        display={display}
        onHeight={put}
        onStep={step}
      />
      <Stops mt="2">
        <Button onClick={() => step(-1)} aria-label="The point before">
          <ArrowLeft size={17} />
        </Button>
        <Button onClick={() => step(1)} aria-label="The next point">
          <ArrowRight size={17} />
        </Button>
        <Button
          onClick={() =>
            look({
              next: Math.max(
                0,
                spots.findIndex((s) => s.height === null),
              ),
            })
          }
          disabled={read === spots.length}
        >
          First that is missing
        </Button>
      </Stops>
      <InstrumentBar at={spot.at} instrument={level} what="level" press="f2" write={(mm) => formatHeight(mm, display)} />
      <LengthField
        label="Points at most this far apart"
        mm={base.spacing ?? presetSpacing(space.outline)}
        display={display}
        hint="A dip is always wider than it looks; closer points find narrower ones."
        onLength={(mm) =>
          mm < 100 || mm > 3000
            ? `Between ${formatLength(100, display)} and ${formatLength(3000, display)}.`
            : firstText(editBase('how far apart heights are read', space.id, (b) => ({ ...b, spacing: mm })))
        }
      />
      <Stops mt="1">
        <Button onClick={() => setPasting(true)}>
          <ClipboardPaste size={17} /> Paste a table
        </Button>
        {read > 0 && (
          <Button variant="ghost" onClick={() => editBase('all heights taken away', space.id, (b) => ({ ...b, levels: [] }))}>
            Take all away
          </Button>
        )}
      </Stops>
      {pasting && <Paste space={space} onClose={() => setPasting(false)} />}
    </>
  );
}

/** A table of places and heights from elsewhere. */
function Paste({ space, onClose }: { space: Space; onClose: () => void }) {
  const { display } = useJob();
  const take = (text: string): string | undefined => {
    const levels = readHeights(text, display);
    if (!levels.ok) return levels.problems[0]!.text;
    const { value } = levels;
    return firstText(
      editBase(`${value.length} heights pasted`, space.id, (b) => value.reduce((now, l) => withHeight(now, l.at, l.height), b)),
    );
  };
  return (
    <PasteTable
      title="Paste heights"
      label="Places and heights"
      placeholder={display === 'metric' ? '500\t500\t-3.5\n1000\t500\t-4' : '20\t20\t-1/8\n40\t20\t-3/16'}
      onTake={take}
      onClose={onClose}
    >
      One point a line: how far right and how far up on the plan, then its height, with tabs, commas or semicolons between. A first line
      with names is passed over; a bare number is {display === 'metric' ? 'millimetres' : 'inches'}.
    </PasteTable>
  );
}
