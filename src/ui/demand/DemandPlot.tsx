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
import { strokeOf } from '../setups/dashes';
import { EndLabels } from './EndLabels';
import { formatNumber } from '../words/format';

type Row = Record<string, number> & { rpm: number };
/** `tone`: what the goal asks for, or what is hot. */
type Series = { key: string; thin?: boolean; tone?: 'goal' | 'hot' };

const tones = {
  goal: { stroke: 'var(--brass)', strokeWidth: 2, strokeDasharray: '6 3' },
  hot: { stroke: 'var(--ember)', strokeWidth: 1.7 },
};
type Setup = { slot: number; letter: string };
type Props = {
  rows: Row[];
  series: Series[];
  selected: number;
  goal: number;
  level?: number;
  /** The setup in hand and those drawn beside it: its key with their slot behind it. */
  own: Setup;
  others: Setup[];
};

/** Curves over engine speed with the selected speed and the goal. The thick line is the one asked for. */
export default function DemandPlot({ rows, series, selected, goal, level, own, others }: Props) {
  const main = series.find((s) => !s.thin && !s.tone)!.key;
  const beside = others.map((o) => ({ ...o, key: `${main}${o.slot}` }));
  const values = rows
    .flatMap((r) => [...series, ...beside].map((s) => r[s.key]))
    .concat(level)
    .filter((v) => v !== undefined);
  const low = Math.min(0, ...values);
  const high = Math.max(...values) * 1.06;
  const ticks = scaleLinear([low, high], [0, 1]).ticks(4);
  const step = ticks[1]! - ticks[0]!;
  const at = rows.find((r) => r.rpm === selected);
  return (
    <ResponsiveContainer width="100%" height="100%">
      <ComposedChart data={rows} margin={{ top: 8, right: others.length ? 24 : 14, bottom: 0, left: 0 }}>
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
        {beside.map((o) => (
          <Line
            key={o.key}
            dataKey={o.key}
            {...strokeOf(o.slot)}
            strokeWidth={1.7}
            dot={false}
            isAnimationActive={false}
          />
        ))}
        {series.map((s) => (
          <Line
            key={s.key}
            dataKey={s.key}
            strokeWidth={s.thin ? 1.1 : 2}
            {...(s.tone ? tones[s.tone] : s.thin ? { stroke: 'var(--mute)' } : strokeOf(own.slot))}
            dot={false}
            isAnimationActive={false}
          />
        ))}
        {at &&
          series.map((s) =>
            at[s.key] === undefined || s.tone === 'goal' ? null : (
              <ReferenceDot
                key={s.key}
                x={selected}
                y={at[s.key]!}
                r={s.thin || s.tone ? 3 : 5}
                fill={s.tone ? tones[s.tone].stroke : s.thin ? 'var(--mute)' : strokeOf(own.slot).stroke}
                stroke="var(--ground)"
              />
            ),
          )}
        {at &&
          beside.map(
            (o) =>
              at[o.key] !== undefined && (
                <ReferenceDot
                  key={o.key}
                  x={selected}
                  y={at[o.key]!}
                  r={3.5}
                  fill={strokeOf(o.slot).stroke}
                  stroke="var(--ground)"
                />
              ),
          )}
        {beside.length > 0 && (
          <EndLabels
            labels={[{ ...own, key: main }, ...beside].map((o) => ({
              letter: o.letter,
              slot: o.slot,
              value: rows.findLast((r) => r[o.key] !== undefined)?.[o.key] ?? null,
            }))}
          />
        )}
      </ComposedChart>
    </ResponsiveContainer>
  );
}
