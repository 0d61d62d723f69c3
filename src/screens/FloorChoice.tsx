'use client';
import type { Stage } from '@/stages';
import { chooseFloor, useFloor } from '@/ui/desk';
import { Button, Stops } from '@/ui/kit';

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
          onClick={() => chooseFloor(f.id)}
        >
          {f.spaces.map((s) => s.name).join(' + ')}
        </Button>
      ))}
    </Stops>
  );
}
