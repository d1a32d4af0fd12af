import { usePlotArea, useXAxisScale, useYAxisScale } from 'recharts';
import { strokeOf } from '../setups/dashes';
import { pushApart } from './push-apart';

export type EndLabel = { letter: string; slot: number; x: number; y: number };

/** Where a letter stands clear of every curve that ends about there. px. */
const besideAll = (left: number, shown: readonly { left: number }[]) =>
  Math.max(...shown.map((other) => other.left).filter((other) => Math.abs(other - left) < 22));

/** Letters of the setups at the ends of their curves: direct labels, pushed apart, in the order of their values. */
export function EndLabels({ labels }: { labels: readonly EndLabel[] }) {
  const area = usePlotArea();
  const across = useXAxisScale();
  const up = useYAxisScale();
  if (!area || !across || !up) return null;
  const shown = labels.map((l) => ({ ...l, left: across(l.x) ?? 0, top: up(l.y) ?? 0 }));
  const places = pushApart(
    shown.map(({ top }) => top),
    13,
    area.y + 4,
    area.y + area.height,
  );
  return (
    <g fontSize="12" fontWeight="700" data-testid="setup-labels">
      {shown.map((l, i) => (
        <text
          key={l.letter}
          x={besideAll(l.left, shown) + 8}
          y={places[i]! + 4}
          style={{ fill: strokeOf(l.slot).stroke }}
        >
          {l.letter}
        </text>
      ))}
    </g>
  );
}
