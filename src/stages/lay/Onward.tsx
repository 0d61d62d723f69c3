'use client';
import { Box } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import { happened, useJob, useOnward, useSite } from '@/ui/desk';
import { BigNumber, Button, Problems, ReadingTitle, Why } from '@/ui/kit';
import { backOneStep } from './actions';
import { lookAt, usePreview } from './preview';
import { changeWords, givingWords } from './words';
import styles from './lay.module.css';

const NAMES = ['Best way on', 'Another way', 'A third way', 'A fourth way', 'A fifth way'];

/** After it went otherwise: what to do from here, what that changes, shown on the sheet before it is taken. */
export function Onward() {
  const onward = useOnward();
  const shown = usePreview((s) => s.way);
  const otherwise = useSite((s) => s.site?.otherwise === true);
  const { display } = useJob();
  const [which, setWhich] = useState(0);
  const kept = onward.state === 'found' ? onward.ways : null;
  const giving = onward.state === 'found' ? onward.giving : null;
  const ways = useMemo(() => kept && [...kept, ...(giving ? [giving] : [])], [kept, giving]);
  const way = ways?.[Math.min(which, ways.length - 1)] ?? null;
  useEffect(() => {
    lookAt(way);
    return () => lookAt(null);
  }, [way]);
  if (!otherwise) return null;
  if (onward.state === 'failed')
    return (
      <>
        <Problems list={[{ text: `There is no way on from here: ${onward.why}. Take back what was told, or correct the survey.` }]} />
        <TakeBack />
      </>
    );
  if (!ways || !way)
    return (
      <>
        <Why tone="quiet">The rest is being planned anew …</Why>
        <TakeBack />
      </>
    );
  const short = way.plan.findings.find((f) => f.rule === 'short');
  const gives = way === giving;
  const must = way.plan.findings.filter((f) => f.level === 'must' && f.rule !== 'short');
  return (
    <section className={styles.onward} aria-label="The way on">
      <ReadingTitle>{gives ? 'Joints give way' : (NAMES[which] ?? 'A way on')}</ReadingTitle>
      <BigNumber value={way.changes.begins} unit="new planks for the rest" />
      <Why>{changeWords(way.changes)}</Why>
      {short && <Why tone="must">{short.text}</Why>}
      {giving && <Why tone={gives ? 'must' : 'should'}>{givingWords(giving, display)}</Why>}
      {must.slice(0, 2).map((f) => (
        <Why key={f.text} tone="must">
          {f.text}
        </Why>
      ))}
      {must.length > 2 && <Why tone="must">… and {must.length - 2} more limits.</Why>}
      {ways.length > 1 && (
        <Box display="flex" gap="2" mt="2" flexWrap="wrap" role="group" aria-label="Ways on">
          {ways.map((w, i) => (
            <Button key={i} aria-pressed={i === which} onClick={() => setWhich(i)}>
              {w.changes.begins} planks, {w === giving ? 'joints give way' : `${w.changes.pieces} changes`}
            </Button>
          ))}
        </Box>
      )}
      <Button
        variant="solid"
        colorPalette="blue"
        h="64px"
        w="100%"
        mt="3"
        disabled={shown !== way}
        onClick={() => {
          happened({ what: 'replanned', plan: way.plan });
          setWhich(0);
        }}
      >
        Go on like this
      </Button>
      <TakeBack />
    </section>
  );
}

const TakeBack = () => (
  <Button h="52px" w="100%" mt="2" onClick={backOneStep}>
    Take back what was told
  </Button>
);
