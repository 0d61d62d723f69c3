'use client';
import { Box } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useSyncExternalStore } from 'react';
import { formatLength } from '@/core/units';
import { goToStage, useJob } from '@/ui/desk';
import { Button, Stops, Why } from '@/ui/kit';
import { inUnits, PAGES } from './pages';
import { beginTour, leaveTour, nextInTour, TOUR, tourIsOver, useTour } from './tour';

/** A first look over a floor, offered once: taken or refused it does not come back. */
export function TourOffer({ job }: { job: string | undefined }) {
  const router = useRouter();
  const step = useTour((s) => s.step);
  // the server does not know; what was said here is told by the tour's own state
  const over = useSyncExternalStore(useTour.subscribe, tourIsOver, () => true);
  if (over || step !== null || job === undefined) return null;
  return (
    <Box as="section" aria-label="A first look" borderWidth="2px" borderColor="line" borderRadius="8px" px="4" py="3" mt="4">
      <Why>
        <b>New here?</b> Six steps over a floor show what Pitsaw does. You can leave at any step.
      </Why>
      <Stops>
        <Button
          variant="solid"
          colorPalette="blue"
          onClick={() => {
            beginTour();
            router.push(`/jobs/${job}/${TOUR[0]}`);
          }}
        >
          Show me
        </Button>
        <Button onClick={leaveTour}>No, thanks</Button>
      </Stops>
    </Box>
  );
}

/** Where the tour is: what this stage is for, and on to the next. */
export function TourStep({ stage }: { stage: string }) {
  const { display } = useJob();
  const step = useTour((s) => s.step);
  const page = step === null ? undefined : PAGES.find((p) => p.stage === TOUR[step]);
  if (step === null || !page) return null;
  const isHere = stage === page.stage;
  const go = () => {
    const next = isHere ? nextInTour() : page.stage;
    if (next !== null) goToStage(next);
  };
  return (
    <Box as="section" aria-label="Tour" borderWidth="2px" borderColor="line" borderRadius="8px" px="3" py="2" mb="4">
      <Why>
        <b>
          {step + 1} of {TOUR.length}: {page.title}.
        </b>{' '}
        {inUnits(page.about, (mm) => formatLength(mm, display))}
      </Why>
      <Stops mt="2">
        <Button variant="solid" colorPalette="blue" onClick={go}>
          {!isHere ? 'Back to it' : step + 1 === TOUR.length ? 'That was it' : 'On'}
        </Button>
        <Button onClick={leaveTour}>Leave the tour</Button>
      </Stops>
    </Box>
  );
}
