import type { StripPoint } from '@/core/selection/row';
import { useWords } from '../words/useWords';

const WIDTH = 150;
const SURGE = 17;
const EDGE = 133;
const OFF = new Set(['surge', 'choke', 'overspeed']);

const at = (across: number) => SURGE + Math.min(1.13, Math.max(-0.13, across)) * (EDGE - SURGE);

/** The way across a map from surge (hatched) to its edge (dashed): which share of the map the engine uses. */
export function Strip({ points, step }: { points: StripPoint[]; step: number }) {
  const { figure } = useWords();
  const round = points.filter((p) => p.speedRpm % step === 0);
  const beads = round.length >= 5 ? round : points.filter((_, i) => i % 2 === 0);
  const inside = points.filter((p) => !OFF.has(p.status)).map((p) => p.across);
  const words = inside.length
    ? `from ${figure(Math.min(...inside), 'share')} to ${figure(Math.max(...inside), 'share')} of the way from surge to the edge`
    : 'nowhere on the map';
  const out = points.length - inside.length;
  return (
    <svg
      width={WIDTH}
      height="16"
      viewBox={`0 0 ${WIDTH} 16`}
      role="img"
      aria-label={`Across the map: ${words}${out ? `, off the map at ${out} of ${points.length} speeds` : ''}`}
      style={{ flex: 'none' }}
    >
      <path d={`M${SURGE} 8H${EDGE}`} stroke="var(--rule)" />
      <path
        d={`M${SURGE - 3} 2l-8 8M${SURGE} 5l-8 8M${SURGE} 10l-4 4`}
        stroke="var(--ink)"
        strokeWidth="0.8"
        opacity="0.6"
      />
      <path d={`M${SURGE} 1V15`} stroke="var(--ink)" strokeWidth="1.8" />
      <path d={`M${EDGE} 1V15`} stroke="var(--ink)" strokeWidth="1.3" strokeDasharray="3 2.5" />
      {beads.map((p) =>
        OFF.has(p.status) ? (
          <g key={p.speedRpm} stroke="var(--ember)" strokeWidth="1.3">
            <circle cx={at(p.across)} cy="8" r="3.6" fill="var(--panel)" />
            <path d={`M${at(p.across) - 1.8} 6.2l3.6 3.6m0 -3.6l-3.6 3.6`} />
          </g>
        ) : (
          <circle
            key={p.speedRpm}
            cx={at(p.across)}
            cy="8"
            r="2.7"
            fill="var(--ink)"
            stroke="var(--panel)"
            strokeWidth="0.8"
          />
        ),
      )}
    </svg>
  );
}
