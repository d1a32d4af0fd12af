'use client';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from 'recharts';
import { axisProps, speedTicks } from '../charts/axis';
import { formatNumber } from '../words/format';

type Point = { rpm: number; ve: number };
type Props = {
  line: Point[];
  points: Point[];
  selected: Point;
  /** How far measured rows scatter around the line, as a share: drawn as a band. */
  spread: number;
};

/** The drawing of the VE curve; loaded when an Engine bench opens. */
export default function BreathingPlot({ line, points, selected, spread }: Props) {
  const data = spread ? line.map((p) => ({ ...p, band: [p.ve * (1 - spread), p.ve * (1 + spread)] })) : line;
  const values = [...line, ...points].map((p) => p.ve);
  const low = Math.max(0, Math.floor((Math.min(...values) - 4) / 10) * 10);
  const high = Math.ceil((Math.max(...values) + 3) / 10) * 10;
  const step = high - low > 70 ? 20 : 10;
  const ticks = Array.from({ length: Math.floor((high - low) / step) + 1 }, (_, i) => low + i * step);
  return (
    <ResponsiveContainer width="100%" height="100%">
      <ComposedChart data={data} margin={{ top: 12, right: 46, bottom: 8, left: 0 }}>
        <CartesianGrid stroke="var(--hair)" vertical={false} />
        <XAxis
          type="number"
          dataKey="rpm"
          domain={['dataMin', 'dataMax']}
          ticks={speedTicks(line[0]!.rpm, line.at(-1)!.rpm)}
          tickFormatter={(v: number) => formatNumber(v, 0)}
          {...axisProps}
        />
        <YAxis type="number" domain={[low, high]} ticks={ticks} width={40} {...axisProps} />
        <ReferenceLine x={selected.rpm} stroke="var(--ink)" strokeDasharray="2 3" />
        {spread > 0 && (
          <Area
            dataKey="band"
            stroke="none"
            fill="var(--brass)"
            fillOpacity={0.3}
            isAnimationActive={false}
          />
        )}
        <Line dataKey="ve" stroke="var(--ink)" strokeWidth={2} dot={false} isAnimationActive={false} />
        <Scatter
          data={points}
          dataKey="ve"
          fill="var(--panel)"
          stroke="var(--ink)"
          isAnimationActive={false}
          {...(points.length > 40 ? { shape: <circle r={1.6} fill="var(--ink)" /> } : {})}
        />
        <ReferenceDot
          x={selected.rpm}
          y={selected.ve}
          r={5}
          fill="var(--ink)"
          stroke="none"
          label={{
            value: `${formatNumber(selected.ve, 0)} %`,
            position: 'top',
            fill: 'var(--ink)',
            fontWeight: 750,
            fontSize: 15,
          }}
        />
      </ComposedChart>
    </ResponsiveContainer>
  );
}
