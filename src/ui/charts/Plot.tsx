'use client';
import { scaleLinear } from 'd3-scale';
import type { ReactNode } from 'react';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
  ZIndexLayer,
} from 'recharts';
import { formatNumber } from '../words/format';
import { axisProps, digitsOf } from './axis';
import { valueAt, type PlotCurve, type PlotDot, type PlotFlag, type PlotRow } from './curves';
import { EndLabels, type EndLabel } from './EndLabels';
import styles from './charts.module.css';

export type PlotProps = {
  rows: readonly PlotRow[];
  curves: readonly PlotCurve[];
  /** From where to where, and how many figures stand at the axis, about; x as far as its rows where nothing is said. */
  x?: { low: number; high: number };
  y: { low: number; high: number; ticks?: number };
  flags?: readonly PlotFlag[];
  dots?: readonly PlotDot[];
  /** Its curves have places of their own: a row without a value is no gap. */
  areMerged?: boolean;
  /** Key of rows that hold the low and the high end of a band. */
  band?: string;
  /** What the pointer's note says of a place and of a value; without it there is none. */
  say?: { x: (value: number) => string; y: (value: number) => string };
  /** Drawn over the curves in the plot's own scales: handles, marks. */
  children?: ReactNode;
};

const flagLooks = {
  goal: { stroke: 'var(--brass)', strokeWidth: 2 },
  asked: { stroke: 'var(--brass)', strokeWidth: 2, strokeDasharray: '6 3' },
  selected: { stroke: 'var(--ink)', strokeDasharray: '2 3' },
};

/** Where the curves of setups end, for their letters. */
const endsOf = (curves: readonly PlotCurve[], rows: readonly PlotRow[]): EndLabel[] =>
  curves.flatMap(({ key, end }) => {
    const last = end && rows.findLast((row) => row[key] !== undefined);
    return last ? [{ ...end, x: last.x, y: Number(last[key]) }] : [];
  });

/** Curves over one axis, with what is asked, the selected speed and what the pointer stands on. Every chart of curves is one. */
export default function Plot({
  rows,
  curves,
  x,
  y,
  flags = [],
  dots = [],
  areMerged = false,
  band,
  say,
  children,
}: PlotProps) {
  const low = x?.low ?? rows[0]?.x ?? 0;
  const high = x?.high ?? rows.at(-1)?.x ?? 1;
  const ticks = { x: ticksOf(low, high, 8), y: ticksOf(y.low, y.high, y.ticks ?? 5) };
  const ends = endsOf(curves, rows);
  return (
    <ResponsiveContainer width="100%" height="100%">
      <ComposedChart
        data={rows as PlotRow[]}
        margin={{
          top: 10,
          right: 16 + 8 * Math.max(0, ...ends.map((e) => e.letter.length)),
          bottom: 0,
          left: 0,
        }}
        accessibilityLayer={false}
      >
        <CartesianGrid stroke="var(--hair)" vertical={false} />
        <XAxis
          type="number"
          dataKey="x"
          domain={[low, high]}
          height={20}
          ticks={ticks.x}
          tickFormatter={(v: number) => formatNumber(v, digitsOf(ticks.x))}
          {...axisProps}
        />
        <YAxis
          type="number"
          domain={[y.low, y.high]}
          ticks={ticks.y}
          interval={0}
          width={44}
          tickFormatter={(v: number) => formatNumber(v, digitsOf(ticks.y))}
          {...axisProps}
        />
        {say && (
          <Tooltip
            isAnimationActive={false}
            cursor={{ stroke: 'var(--mute)' }}
            content={({ active, payload }) =>
              active && payload.length ? (
                <Note at={(payload[0]!.payload as PlotRow).x} rows={rows} curves={curves} say={say} />
              ) : null
            }
          />
        )}
        {flags.map(({ axis, at, kind }) => (
          <ReferenceLine key={`${axis}-${kind}`} {...{ [axis]: at }} {...flagLooks[kind]} />
        ))}
        {band && (
          <Area
            dataKey={band}
            stroke="none"
            fill="var(--brass)"
            fillOpacity={0.3}
            isAnimationActive={false}
            activeDot={false}
            connectNulls={areMerged}
          />
        )}
        {curves.map(({ key, look }) => (
          <Line
            key={key}
            dataKey={key}
            {...look}
            connectNulls={areMerged}
            dot={false}
            activeDot={false}
            isAnimationActive={false}
          />
        ))}
        {dots.map(({ x, y, radius, fill, stroke, label }, i) => (
          <ReferenceDot
            key={i}
            x={x}
            y={y}
            r={radius}
            fill={fill}
            stroke={stroke}
            strokeWidth={stroke === 'var(--ink)' ? 1.5 : 1}
            {...(label && {
              label: { value: label, position: 'top', fill: 'var(--ink)', fontWeight: 750, fontSize: 15 },
            })}
          />
        ))}
        {ends.length > 0 && <EndLabels labels={ends} />}
        {children && <ZIndexLayer zIndex={700}>{children}</ZIndexLayer>}
      </ComposedChart>
    </ResponsiveContainer>
  );
}

const ticksOf = (low: number, high: number, count: number) => scaleLinear([low, high], [0, 1]).ticks(count);

/** What the pointer stands on: the place, and every curve that has a value there. */
function Note({
  at,
  rows,
  curves,
  say,
}: Required<Pick<PlotProps, 'rows' | 'curves' | 'say'>> & { at: number }) {
  return (
    <div className={styles.note}>
      <b>{say.x(at)}</b>
      {curves.map(({ key, name, look }) => {
        const value = valueAt(rows, key, at);
        return value === null ? null : (
          <span key={key}>
            <svg width="16" height="4" aria-hidden="true">
              <path d="M0 2h16" {...look} />
            </svg>
            {name} <b>{say.y(value)}</b>
          </span>
        );
      })}
    </div>
  );
}
