'use client';
import { FileText, Package, Printer } from 'lucide-react';
import { useState } from 'react';
import { floorText, isDate, type Handover } from '@/core/given';
import { edit, fetchLog, firstText, today, useJob, usePacking, useSaving, useSite } from '@/ui/desk';
import { BigText, Button, Folds, Lines, Mistake, ReadingTitle, Stops, TextField, Why } from '@/ui/kit';
import { download } from '@/ui/kit/download';
import { Packing } from '@/ui/pack/MakePack';

const FIELDS: readonly (readonly [keyof Handover & string, string])[] = [
  ['to', 'To whom'],
  ['by', 'By whom'],
  ['batch', 'Batch of the planks'],
  ['sparesAt', 'Where the spare planks are kept'],
  ['note', 'Besides'],
];

/** What goes with the floor: who takes it over, the document on paper, and the floor file. */
export function Reading() {
  const job = useJob();
  const site = useSite((s) => s.site);
  if (!site) return <Why tone="quiet">The site is being looked up …</Why>;
  const { handover = {}, snags = [] } = job;
  const open = snags.filter((s) => !s.settled).length;
  const planned = site.plan?.floors.reduce((sum, f) => sum + f.pieces.length, 0) ?? 0;
  const set = (words: string, change: Partial<Handover>) =>
    firstText(edit(words, (j) => ({ ...j, handover: { ...j.handover, ...change } })));
  return (
    <>
      <ReadingTitle>Hand over</ReadingTitle>
      <BigText>{site.lying.size === 0 ? 'Nothing lies yet' : handover.on ? 'Handed over' : 'Ready to write'}</BigText>
      {handover.on && (
        <Why tone="good">
          On {handover.on}
          {handover.to && `, to ${handover.to}`}.
        </Why>
      )}
      {site.plan && site.lying.size < planned && site.lying.size > 0 && (
        <Why tone="should">
          {site.lying.size} of {planned} pieces lie; the document shows what lies.
        </Why>
      )}
      {open > 0 && (
        <Why tone="should">
          {open} {open === 1 ? 'snag is' : 'snags are'} open; the document says so.
        </Why>
      )}
      {site.lying.size > 0 && <Papers />}
      {FIELDS.map(([field, label]) => (
        <TextField
          key={field}
          label={label}
          value={String(handover[field] ?? '')}
          onText={(text) => set(label.toLowerCase(), { [field]: text || undefined })}
        />
      ))}
      <TextField
        label="Handed over on"
        value={handover.on ?? ''}
        hint="2026-03-30; empty until it is"
        onText={(on) => (on !== '' && !isDate(on) ? 'a date, such as 2026-03-30' : set('handed over', { on: on || undefined }))}
      />
      {!handover.on && site.lying.size > 0 && (
        <Button w="100%" h="52px" onClick={() => set('handed over', { on: today() })}>
          Handed over today
        </Button>
      )}
    </>
  );
}

function Papers() {
  const job = useJob();
  const id = useSaving((s) => s.id);
  const { done, make } = usePacking();
  const [wrong, setWrong] = useState<string>();
  const paper = job.display === 'imperial' ? 'letter' : 'a4';
  const file = async () => {
    const log = await fetchLog(id).catch(() => null);
    if (log === null) return setWrong('The server does not answer; the floor file is made where there is network.');
    setWrong(undefined);
    download(`${job.name || 'floor'}.floor.pitsaw.json`, 'application/json', floorText(job, log));
  };
  return (
    <>
      <Stops>
        <Button variant="solid" colorPalette="blue" onClick={() => void make('handover', paper)} disabled={done !== null}>
          <FileText size={17} /> For the customer, PDF
        </Button>
        <Button onClick={() => void make('record', paper)} disabled={done !== null}>
          <FileText size={17} /> The whole record, PDF
        </Button>
        <Button onClick={() => window.open(`/jobs/${id}/print?paper=${paper}&what=handover`, '_blank')}>
          <Printer size={17} /> As a page
        </Button>
        <Button onClick={() => void file()}>
          <Package size={17} /> Floor file
        </Button>
      </Stops>
      <Packing />
      <Mistake text={wrong} />
      <Folds
        of="handover"
        open={[]}
        parts={[
          {
            name: 'what',
            title: 'What is in it',
            content: (
              <Lines>
                {[
                  'the floor as it lies, product, batch, spares',
                  'the gap at every wall, wanted, planned, measured',
                  'what lies hidden: registers, pipes, glued joints, fixings',
                  'what the year does, care, what voids the warranty',
                  'what to do when a plank is damaged; repairs so far',
                  'snags, open and settled; signatures',
                ].map((text) => (
                  <li key={text}>
                    <span>{text}</span>
                  </li>
                ))}
              </Lines>
            ),
          },
        ]}
      />
      <Why tone="quiet" mb="4">
        The floor file holds the job, its log and the plan that was laid: opened years later from the list of floors, it says which plank to
        lift.
      </Why>
    </>
  );
}
