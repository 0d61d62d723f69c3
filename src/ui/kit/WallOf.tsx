'use client';
import { wallLetter } from '@/core/survey';
import { Choice } from './Choice';

/** Chooses one of a room's walls by its letter. */
export const WallOf = ({
  label,
  count,
  value,
  onWall,
}: {
  label: string;
  count: number;
  value: number;
  onWall: (wall: number) => void;
}) => (
  <Choice
    label={label}
    value={`${value}`}
    options={Array.from({ length: count }, (_, i) => [`${i}`, wallLetter(i)] as const)}
    onChoice={(wall) => onWall(Number(wall))}
  />
);
