import { isPlaced, type Placed, type Plan } from '@/core/given';
import { toScreen, type View } from './view';

/** More of them would cover the drawing; what is not drawn is listed. */
const MOST_DRAWN = 200;

type Props = {
  plan: Plan;
  view: View;
  isChosen: (finding: Placed) => boolean;
  onChoose: (finding: Placed) => void;
};

/** Findings in their places: limits as filled diamonds, looks as hollow ones; each leads to its text. */
export function Faults({ plan, view, isChosen, onChoose }: Props) {
  return plan.findings
    .filter(isPlaced)
    .slice(0, MOST_DRAWN)
    .map((f, i) => {
      const [x, y] = toScreen(view, f.at);
      return (
        <g
          key={i}
          className="fault"
          transform={`translate(${x} ${y})`}
          role="button"
          tabIndex={-1}
          aria-label={f.text}
          onClick={(e) => (e.preventDefault(), onChoose(f))}
        >
          <title>{f.text}</title>
          <circle r="22" fill="transparent" stroke={isChosen(f) ? 'var(--ink)' : 'none'} strokeWidth="3" />
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
