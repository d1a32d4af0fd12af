import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useMemo } from 'react';
import type { Turbine } from '@/core/turbine/document';
import { compileTurbine } from '@/core/turbine/flow';
import { useSize } from '../charts/useSize';
import { strokeOf } from '../setups/dashes';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';

const LEFT = 50;
const BOTTOM = 36;
const TOP_RATIO = 4;

/** What every housing of a turbine passes over the expansion ratio: points as rings, the law through and beyond them as a line. */
export function TurbinePicture({ turbine, height: tall = 300 }: { turbine: Turbine; height?: number }) {
  const { inUnit, symbol } = useWords();
  const { ref, width, height } = useSize<HTMLDivElement>({ width: 520, height: tall });
  const curves = useMemo(() => {
    const { pressure, temperature } = turbine.reference;
    return turbine.housings.flatMap((housing, slot) => {
      const compiled = compileTurbine(turbine, slot);
      if (!compiled) return [];
      const flow = (ratio: number) =>
        inUnit((compiled.reduced(ratio) * pressure) / Math.sqrt(temperature), 'massFlow');
      const points =
        housing.capacity.kind === 'points'
          ? housing.capacity.points.map((p) => ({ ratio: p.ratio, flow: inUnit(p.flow, 'massFlow') }))
          : [];
      const law = Array.from({ length: 61 }, (_, i) => {
        // Closer where the curve bends: flow goes with the root of what is over one.
        const ratio = 1 + (TOP_RATIO - 1) * (i / 60) ** 2;
        return { ratio, flow: flow(ratio) };
      });
      return [{ name: housing.name, slot, points, law }];
    });
  }, [turbine, inUnit]);
  const most = Math.max(1e-9, ...curves.flatMap((c) => [...c.law, ...c.points].map((p) => p.flow)));
  const x = scaleLinear([1, TOP_RATIO], [LEFT, width - 90]);
  const y = scaleLinear([0, most * 1.06], [height - BOTTOM, 10]);
  const path = line<{ ratio: number; flow: number }>()
    .x((p) => x(p.ratio))
    .y((p) => y(p.flow));
  const ticks = y.ticks(5);
  const digits = Math.max(0, -Math.floor(Math.log10((ticks[1] ?? 1) - (ticks[0] ?? 0)) + 1e-9));
  return (
    <div
      ref={ref}
      role="img"
      aria-label={`Flow of ${turbine.name} over the expansion ratio, ${turbine.housings.length} housings`}
      style={{ height: tall }}
    >
      <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} style={{ display: 'block' }}>
        <g fontSize="11.5" style={{ fill: 'var(--mute)', fontStretch: '86%' }}>
          {ticks.map((t) => (
            <g key={t}>
              <path d={`M${LEFT} ${y(t)}H${width - 90}`} stroke="var(--hair)" />
              <text x={LEFT - 6} y={y(t) + 4} textAnchor="end">
                {formatNumber(t, digits)}
              </text>
            </g>
          ))}
          {x.ticks(6).map((t) => (
            <text key={t} x={x(t)} y={height - BOTTOM + 16} textAnchor="middle">
              {formatNumber(t, 1)}
            </text>
          ))}
          <text x={LEFT} y={height - 4}>
            corrected flow, {symbol('massFlow')}
          </text>
          <text x={width - 90} y={height - 4} textAnchor="end">
            expansion ratio
          </text>
        </g>
        {curves.map((c) => {
          const end = c.law.at(-1)!;
          return (
            <g key={c.slot}>
              <path d={path(c.law) ?? ''} fill="none" {...strokeOf(c.slot % 3)} strokeWidth="1.8" />
              {c.points.map((p, i) => (
                <circle
                  key={i}
                  cx={x(p.ratio)}
                  cy={y(p.flow)}
                  r="3.2"
                  fill="var(--ground)"
                  stroke="var(--ink)"
                  strokeWidth="1.4"
                />
              ))}
              <text x={x(end.ratio) + 6} y={y(end.flow) + 4} fontSize="12" fill="var(--ink)">
                {c.name}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}
