'use client';
import type { Stage } from '@/stages';
import { chooseFloor, useFloor } from '@/ui/desk';
import { Button, Stops } from '@/ui/kit';

/** So many rooms of a floor are named; of more those before the last, and how many come beside them. */
const MOST_NAMED = 3;

/** A floor by its rooms. */
function roomsIn(names: readonly string[]): string {
  const named = names.length > MOST_NAMED ? names.slice(0, MOST_NAMED - 1) : names;
  return [...named, ...(named.length < names.length ? [`${names.length - named.length} more`] : [])].join(' + ');
}

/** Which floor is at hand, where a job has several and the stage looks at one. */
export function FloorChoice({ stage }: { stage: Stage }) {
  const here = useFloor();
  if (!here || here.floors.length < 2 || stage.sheet.plan === 'none' || stage.sheet.whole) return null;
  return (
    <Stops label="Which floor" mt="0" mb="3.5">
      {here.floors.map((f) => (
        <Button
          key={f.id}
          size="sm"
          variant={f.id === here.floor.id ? 'solid' : 'outline'}
          aria-pressed={f.id === here.floor.id}
          title={f.spaces.map((s) => s.name).join(' + ')}
          onClick={() => chooseFloor(f.id)}
          maxW="full"
          h="auto"
          minH="11"
          py="2"
          whiteSpace="normal"
          textAlign="start"
        >
          {roomsIn(f.spaces.map((s) => s.name))}
        </Button>
      ))}
    </Stops>
  );
}
