'use client';
import { scaleLinear } from 'd3-scale';
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { axisProps, speedTicks } from '../charts/axis';
import { formatNumber } from '../words/format';

type Row = Record<string, number> & { rpm: number };
type Series = { key: string; thin?: boolean };
type Props = { rows: Row[]; series: Series[]; selected: number; goal: number; level?: number };

/** Curves over engine speed with the selected speed and the goal. The thick line is the one asked for. */
export default function DemandPlot({ rows, series, selected, goal, level }: Props) {
  const values = rows.flatMap((r) => series.map((s) => r[s.key]!)).concat(level ?? []);
  const low = Math.min(0, ...values);
  const high = Math.max(...values) * 1.06;
  const ticks = scaleLinear([low, high], [0, 1]).ticks(4);
  const step = ticks[1]! - ticks[0]!;
  const at = rows.find((r) => r.rpm === selected);
  return (
    <ResponsiveContainer width="100%" height="100%">
      <ComposedChart data={rows} margin={{ top: 8, right: 14, bottom: 0, left: 0 }}>
        <CartesianGrid stroke="var(--hair)" vertical={false} />
        <XAxis
          type="number"
          dataKey="rpm"
          domain={['dataMin', 'dataMax']}
          height={20}
          ticks={speedTicks(rows[0]!.rpm, rows.at(-1)!.rpm)}
          tickFormatter={(v: number) => formatNumber(v, 0)}
          {...axisProps}
        />
        <YAxis
          type="number"
          domain={[low, high]}
          ticks={ticks}
          width={42}
          tickFormatter={(v: number) => formatNumber(v, Math.max(0, -Math.floor(Math.log10(step) + 1e-9)))}
          {...axisProps}
        />
        <ReferenceLine x={goal} stroke="var(--brass)" strokeWidth={2} />
        {level !== undefined && <ReferenceLine y={level} stroke="var(--brass)" strokeWidth={2} />}
        <ReferenceLine x={selected} stroke="var(--ink)" strokeDasharray="2 3" />
        {series.map((s) => (
          <Line
            key={s.key}
            dataKey={s.key}
            stroke={s.thin ? 'var(--mute)' : 'var(--ink)'}
            strokeWidth={s.thin ? 1.1 : 2}
            dot={false}
            isAnimationActive={false}
          />
        ))}
        {at &&
          series.map((s) => (
            <ReferenceDot
              key={s.key}
              x={selected}
              y={at[s.key]!}
              r={s.thin ? 3 : 5}
              fill={s.thin ? 'var(--mute)' : 'var(--ink)'}
              stroke="var(--ground)"
            />
          ))}
      </ComposedChart>
    </ResponsiveContainer>
  );
}
