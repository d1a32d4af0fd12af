import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useSize } from '../charts/useSize';
import { strokeOf } from '../setups/dashes';
import { formatNumber } from '../words/format';

export type SpoolLine = {
  slot: number;
  letter: string;
  points: { x: number; y: number }[];
  /** Nine tenths of the target, and full boost, where they come. */
  ninety: { x: number; y: number } | null;
  full: { x: number; y: number } | null;
};

type Props = {
  lines: SpoolLine[];
  /** The steady line under them, thin; empty where there is none to draw. */
  steady: { x: number; y: number }[];
  /** What is asked, across. */
  level: number | null;
  xName: string;
  label: string;
};

const LEFT = 44;
const BOTTOM = 34;
const digits = (step: number) => Math.max(0, -Math.floor(Math.log10(step) + 1e-9));

/** Boost over time or over the revs, setups over each other in their own lines: hollow ring nine tenths, full ring full boost. */
export function SpoolPlot({ lines, steady, level, xName, label }: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>({ width: 780, height: 250 });
  const all = [...lines.flatMap((l) => l.points), ...steady];
  const xs = all.map((p) => p.x);
  const ys = [...all.map((p) => p.y), ...(level === null ? [] : [level]), 0];
  const x = scaleLinear([Math.min(...xs), Math.max(...xs)], [LEFT, width - 22]);
  const y = scaleLinear([Math.min(...ys), Math.max(...ys) * 1.08], [height - BOTTOM, 10]);
  const path = line<{ x: number; y: number }>()
    .x((p) => x(p.x))
    .y((p) => y(p.y));
  const xTicks = x.ticks(8);
  const yTicks = y.ticks(5);
  const xDigits = digits((xTicks[1] ?? 1) - (xTicks[0] ?? 0));
  const yDigits = digits((yTicks[1] ?? 1) - (yTicks[0] ?? 0));
  return (
    <div ref={ref} role="img" aria-label={label} style={{ height: 250 }}>
      <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} style={{ display: 'block' }}>
        <g fontSize="11.5" style={{ fill: 'var(--mute)', fontStretch: '86%' }}>
          {yTicks.map((t) => (
            <g key={t}>
              <path d={`M${LEFT} ${y(t)}H${width - 22}`} stroke="var(--hair)" />
              <text x={LEFT - 6} y={y(t) + 4} textAnchor="end">
                {formatNumber(t, yDigits)}
              </text>
            </g>
          ))}
          {xTicks.map((t) => (
            <text key={t} x={x(t)} y={height - BOTTOM + 16} textAnchor="middle">
              {formatNumber(t, xDigits)}
            </text>
          ))}
          <text x={width - 22} y={height - 4} textAnchor="end">
            {xName}
          </text>
        </g>
        <path d={`M${LEFT} ${y(0)}H${width - 22}`} stroke="var(--mute)" />
        {level !== null && (
          <path
            d={`M${LEFT} ${y(level)}H${width - 22}`}
            stroke="var(--brass)"
            strokeWidth="2"
            strokeDasharray="6 3"
          />
        )}
        {steady.length > 1 && (
          <path d={path(steady) ?? ''} fill="none" stroke="var(--mute)" strokeWidth="1.2" />
        )}
        {lines.map((l, i) => {
          const last = l.points.at(-1);
          // A letter that would stand on another's steps aside.
          const isCrowded = lines.slice(0, i).some((o) => {
            const end = o.points.at(-1);
            return end && last && Math.abs(x(end.x) - x(last.x)) < 22 && Math.abs(y(end.y) - y(last.y)) < 14;
          });
          return (
            <g key={l.slot}>
              <path d={path(l.points) ?? ''} fill="none" {...strokeOf(l.slot)} strokeWidth="2.4" />
              {l.ninety && (
                <circle
                  cx={x(l.ninety.x)}
                  cy={y(l.ninety.y)}
                  r="5"
                  fill="var(--ground)"
                  stroke="var(--ink)"
                  strokeWidth="2"
                />
              )}
              {l.full && <circle cx={x(l.full.x)} cy={y(l.full.y)} r="5" fill="var(--ink)" />}
              {last && (
                <text
                  x={x(last.x) + 8}
                  y={y(last.y) + (isCrowded ? 20 : 4)}
                  fontSize="13"
                  fontWeight="700"
                  fill="var(--ink)"
                >
                  {l.letter}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
