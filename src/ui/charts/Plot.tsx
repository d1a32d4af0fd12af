'use client';
import { scaleLinear } from 'd3-scale';
import { memo, useMemo, type ReactNode } from 'react';
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
import { valueAt, type Look, type PlotCurve, type PlotDot, type PlotFlag, type PlotRow } from './curves';
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

/*
 * What does not follow an edit is drawn once: an axis that is handed anew, though it says the same, has the whole chart laid
 * out a second time.
 */

/** From where to where, and how many figures stand at each axis, about. */
type Reach = { left: number; right: number; low: number; high: number; count: number };

const Axes = memo(function Axes({ left, right, low, high, count }: Reach) {
  const ticks = { x: ticksOf(left, right, 8), y: ticksOf(low, high, count) };
  return (
    <>
      <CartesianGrid stroke="var(--hair)" vertical={false} />
      <XAxis
        type="number"
        dataKey="x"
        domain={[left, right]}
        height={20}
        ticks={ticks.x}
        tickFormatter={(v: number) => formatNumber(v, digitsOf(ticks.x))}
        {...axisProps}
      />
      <YAxis
        type="number"
        domain={[low, high]}
        ticks={ticks.y}
        interval={0}
        width={44}
        tickFormatter={(v: number) => formatNumber(v, digitsOf(ticks.y))}
        {...axisProps}
      />
    </>
  );
});

const Flag = memo(function Flag({ axis, at, kind }: PlotFlag) {
  return <ReferenceLine {...{ [axis]: at }} {...flagLooks[kind]} />;
});

const Curve = memo(function Curve({
  dataKey,
  areMerged,
  ...look
}: Look & { dataKey: string; areMerged: boolean }) {
  return (
    <Line
      dataKey={dataKey}
      {...look}
      connectNulls={areMerged}
      dot={false}
      activeDot={false}
      isAnimationActive={false}
    />
  );
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
  const ends = endsOf(curves, rows);
  const right = 16 + 8 * Math.max(0, ...ends.map((e) => e.letter.length));
  const margin = useMemo(() => ({ top: 10, right, bottom: 0, left: 0 }), [right]);
  return (
    <ResponsiveContainer width="100%" height="100%">
      <ComposedChart data={rows as PlotRow[]} margin={margin} accessibilityLayer={false}>
        <Axes left={low} right={high} low={y.low} high={y.high} count={y.ticks ?? 5} />
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
          <Flag key={`${axis}-${kind}`} axis={axis} at={at} kind={kind} />
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
          <Curve key={key} dataKey={key} areMerged={areMerged} {...look} />
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
