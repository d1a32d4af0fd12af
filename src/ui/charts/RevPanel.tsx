'use client';
import { useMemo } from 'react';
import { formatNumber } from '../words/format';
import { evenReach, looks, type PlotCurve, type PlotDot, type PlotFlag } from './curves';
import { PlotPanel, type Read } from './PlotPanel';
import type { RevCurves } from './useCurves';

/** `tone`: what the goal asks for, what is hot or a limit, or a second of the same kind. */
export type Series = { key: string; name: string; thin?: boolean; tone?: 'asked' | 'hot' | 'second' };

type Props = {
  title: string;
  /** Unit of the axis, and of the pointer's note. */
  unit: string;
  /** What the lines are, behind the unit. */
  note?: string;
  curves: RevCurves;
  /** The thick line is what setups are compared by. */
  series: readonly Series[];
  /** What is asked, across, in the axis' unit. */
  level?: number;
  reads: Read[];
};

/** Curves over the revs of the setup in hand and of those drawn beside it, with the goal and the selected speed. */
export function RevPanel({ title, unit, note, curves, series, level, reads }: Props) {
  const plot = useMemo(() => plotOf(curves, series, unit, level), [curves, series, unit, level]);
  return (
    <PlotPanel
      {...plot}
      title={title}
      note={[unit, note].filter(Boolean).join('; ')}
      label={`${title}: the figures stand in the table below`}
      height={104}
      reads={reads}
    />
  );
}

function plotOf(
  { rows, selected, goal, own, others }: RevCurves,
  series: readonly Series[],
  unit: string,
  level?: number,
) {
  const main = series.find((s) => !s.thin && !s.tone)!;
  const beside = others.map(({ letter, slot }): PlotCurve => ({
    key: `${main.key}${slot}`,
    name: `${letter}: ${main.name}`,
    look: looks.beside(slot),
    end: { letter, slot },
  }));
  const ownCurves = series.map(({ key, name, thin, tone }): PlotCurve => ({
    key,
    name,
    look: tone ? looks[tone] : thin ? looks.thin : looks.own(own.slot),
    ...(key === main.key && beside.length ? { end: own } : {}),
  }));
  const shown = [...beside, ...ownCurves];
  const values = rows
    .flatMap((row) => shown.map(({ key }) => row[key] as number | undefined))
    .concat(level)
    .filter((value) => value !== undefined);
  const at = rows.find((row) => row.x === selected);
  const dots = shown.flatMap(({ key, look }): PlotDot[] =>
    at?.[key] === undefined || look === looks.asked
      ? []
      : [
          {
            x: selected,
            y: Number(at[key]),
            radius: key === main.key ? 5 : 3.3,
            fill: look.stroke,
            stroke: 'var(--ground)',
          },
        ],
  );
  const flags: PlotFlag[] = [
    { axis: 'x', at: goal, kind: 'goal' },
    { axis: 'x', at: selected, kind: 'selected' },
  ];
  if (level !== undefined) flags.push({ axis: 'y', at: level, kind: 'goal' });
  const high = Math.max(...values) * 1.06;
  return {
    rows,
    curves: shown,
    dots,
    flags,
    y: evenReach(Math.min(0, ...values), high, 3),
    say: {
      x: (speed: number) => `${formatNumber(speed, 0)} rpm`,
      y: (value: number) => `${formatNumber(value, high < 10 ? 2 : high < 100 ? 1 : 0)} ${unit}`.trim(),
    },
  };
}
