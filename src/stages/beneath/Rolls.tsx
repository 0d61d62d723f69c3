'use client';
import type { BeneathReport } from '@/core/beneath';
import { calledOf, roomName, type Job } from '@/core/given';
import { formatLength } from '@/core/units';
import { Button, Why } from '@/ui/kit';
import { ShapesDrawing } from '@/ui/sheet/ShapesDrawing';
import styles from './beneath.module.css';
import { look, useLooking } from './looking';
import { cuttingsOf, isTrimmed, markWords, rollDrawing, sizeWords } from './cutting';

/** Every roll with its pieces: what to cut, from where to where, and which room it is for. */
export function Rolls({ job, report }: { job: Job; report: BeneathReport }) {
  const { roll } = useLooking();
  const cuttings = cuttingsOf(report);
  const whole = report.rolls.length - cuttings.length;
  const name = (space: string) => roomName(job, space);
  return (
    <>
      <Why tone="quiet">
        Write each piece’s letter and number on it as it is cut. Pieces that are not square are cut so large and trimmed where they lie.
      </Why>
      {whole > 0 && <Why>{whole} boards are laid whole; these are cut:</Why>}
      {cuttings.map((c) => (
        <section key={c.roll.n} className={styles.cutting} aria-label={`Roll ${c.roll.n}`}>
          <h3>
            {c.roll.material.kind === 'board' ? 'Board' : 'Roll'} {c.roll.n}: {calledOf(c.roll.material)}
            <Button
              variant={roll === c.roll.n ? 'solid' : 'outline'}
              aria-pressed={roll === c.roll.n}
              onClick={() => look({ roll: roll === c.roll.n ? null : c.roll.n, shows: c.pieces[0]?.layer.kind ?? 'pad' })}
            >
              Show
            </Button>
          </h3>
          {c.roll.material.kind !== 'board' && <ShapesDrawing drawing={rollDrawing(c, job.display)} size={11} />}
          <ul>
            {c.pieces.map((p) => (
              <li key={p.id}>
                <b>{p.id}</b>
                <span>
                  <strong>{sizeWords(p, job.display)}</strong> · {name(p.space)}
                  {isTrimmed(p) ? ' · trim in place' : ''}
                  <br />
                  <span className="quiet">{markWords(p, c.roll, job.display)}</span>
                </span>
              </li>
            ))}
          </ul>
          <span className="quiet">{restWords(c.roll.material.length, c.pieces, job)}</span>
        </section>
      ))}
    </>
  );
}

function restWords(length: number, pieces: readonly { cut: { to: number } }[], job: Job): string {
  const rest = length - Math.max(...pieces.map((p) => p.cut.to));
  return rest > 1 ? `${formatLength(rest, job.display)} of it is left.` : 'Nothing of it is left.';
}
