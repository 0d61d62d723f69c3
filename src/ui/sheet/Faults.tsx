import type { Plan } from '@/core/given';
import { toScreen, type View } from './view';

/** Findings in their places: limits as filled diamonds, looks as hollow ones; each leads to its text. */
export function Faults({
  plan,
  view,
  chosen,
  onChoose,
}: {
  plan: Plan;
  view: View;
  chosen: string | null;
  onChoose: (id: string) => void;
}) {
  return plan.findings.slice(0, 200).map((f, i) => {
    const [x, y] = toScreen(view, f.at);
    return (
      <g
        key={i}
        className="fault"
        transform={`translate(${x} ${y})`}
        role="button"
        tabIndex={-1}
        aria-label={f.text}
        onClick={(e) => (e.preventDefault(), onChoose(`finding/${i}`))}
      >
        <title>{f.text}</title>
        <circle r="22" fill="transparent" stroke={chosen === `finding/${i}` ? 'var(--ink)' : 'none'} strokeWidth="3" />
        <path
          d="M0-11 11 0 0 11-11 0z"
          fill={f.level === 'must' ? 'var(--must)' : 'var(--paper)'}
          style={f.level === 'must' ? undefined : { stroke: 'var(--should)', strokeWidth: 2.5 }}
        />
        {f.level === 'must' && <path d="M0-5V1.5M0 4.6V5" stroke="var(--paper)" strokeLinecap="round" style={{ strokeWidth: 2.6 }} />}
      </g>
    );
  });
}
