import { usePlotArea, useYAxisScale } from 'recharts';
import { strokeOf } from '../setups/dashes';
import { pushApart } from '../charts/push-apart';

type Label = { letter: string; slot: number; value: number | null };

/** Letters of the setups at the ends of their curves: direct labels, pushed apart, in the order of their values. */
export function EndLabels({ labels }: { labels: Label[] }) {
  const area = usePlotArea();
  const scale = useYAxisScale();
  if (!area || !scale) return null;
  const shown = labels.flatMap((l) => {
    const y = l.value === null ? undefined : scale(l.value);
    return typeof y === 'number' ? [{ ...l, y }] : [];
  });
  const places = pushApart(
    shown.map((l) => l.y),
    13,
    area.y + 4,
    area.y + area.height,
  );
  return (
    <g fontSize="12" fontWeight="700" data-testid="setup-labels">
      {shown.map((l, i) => (
        <text
          key={l.letter}
          x={area.x + area.width + 5}
          y={places[i]! + 4}
          style={{ fill: strokeOf(l.slot).stroke }}
        >
          {l.letter}
        </text>
      ))}
    </g>
  );
}
