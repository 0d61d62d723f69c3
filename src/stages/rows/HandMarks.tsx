import type { Job } from '@/core/given';
import { toScreen, type View } from '@/ui/sheet/view';

/** Joints that a person keeps, as a filled mark; places where none shall be, crossed out. */
export function HandMarks({ job, view }: { job: Job; view: View }) {
  return (
    <g aria-hidden className="hand">
      {(job.hand?.pins ?? []).map((p, i) => {
        const [x, y] = toScreen(view, p);
        return <circle key={`pin ${i}`} cx={x} cy={y} r="6" />;
      })}
      {(job.hand?.forbid ?? []).map((p, i) => {
        const [x, y] = toScreen(view, p);
        return <path key={`forbid ${i}`} d={`M${x - 6} ${y - 6}L${x + 6} ${y + 6}M${x - 6} ${y + 6}L${x + 6} ${y - 6}`} />;
      })}
    </g>
  );
}
