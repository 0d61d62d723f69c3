'use client';
import { useMemo } from 'react';
import { frameOf, type MultiPolygon } from '@/core/geometry';
import type { Site } from '@/core/lay';
import { multiPath } from './paths';
import styles from './sheet.module.css';

type Outlines = readonly (readonly (readonly (readonly [number, number])[])[])[];
const path = (outlines: Outlines) => multiPath(outlines as MultiPolygon);

/** The floor as it lies: its planks in three tones, as neighbours, so that joints are seen; some of them marked. */
export function AsItLies({ site, marked, strong }: { site: Site; marked?: ReadonlySet<string>; strong?: ReadonlySet<string> }) {
  const tones = useMemo(() => {
    const list = [...site.lying.values()];
    const tone = (floor: string, row: number, u: number) => {
      const direction = site.plan?.floors.find((f) => f.id === floor)?.direction ?? 0;
      return Math.abs(row * 2 + Math.round(u / 700) + Math.round(frameOf(direction).cos)) % 3;
    };
    return [0, 1, 2].map((k) => path(list.filter((l) => tone(l.floor, l.piece.row, l.piece.outline[0]![0]![0]) === k).map((l) => l.piece.outline))); // prettier-ignore
  }, [site]);
  const of = (keys: ReadonlySet<string> | undefined) => path([...(keys ?? [])].flatMap((key) => (site.lying.has(key) ? [site.lying.get(key)!.piece.outline] : []))); // prettier-ignore
  return (
    <g aria-hidden>
      {tones.map((d, k) => (
        <path key={k} className={styles.lies} data-tone={k} d={d} fillRule="evenodd" />
      ))}
      <path className={styles.markedLies} d={of(marked)} fillRule="evenodd" />
      <path className={styles.strongLies} d={of(strong)} fillRule="evenodd" />
    </g>
  );
}
