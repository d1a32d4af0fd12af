'use client';
import { useMemo } from 'react';
import type { ShapedPoint } from '@/core/studies/boost-shaping';
import charts from '../charts/charts.module.css';
import { looks, rowsOf, type PlotCurve, type PlotFlag } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import frame from '../frame/frame.module.css';
import { useSpeed } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { partName } from '../words/components';
import { useWords } from '../words/useWords';
import { useShaping, type ShapeResult } from './useShape';

/** Boost over the revs shaped to a ceiling, against a flat target. */
export default function ShapePart() {
  const { isPossible, result, kind, ceiling } = useShaping();
  if (!isPossible)
    return (
      <p className={frame.lead}>
        Boost is shaped where a turbocharger’s gate holds it. A belt gives what its pulley gives: Pulleys, on
        the Charger bench.
      </p>
    );
  if (!result) return <p className={frame.lead}>Shaping the boost …</p>;
  return (
    <>
      <h2 className={charts.head}>
        Shaped boost
        <small>thick: shaped, thin: flat</small>
      </h2>
      <Pictures result={result} ceiling={kind === 'torque' ? ceiling : null} />
      <Brings result={result} />
    </>
  );
}

function Pictures({ result, ceiling }: { result: ShapeResult; ceiling: number | null }) {
  const { inUnit, symbol } = useWords();
  const { speedRpm } = useSpeed();
  const plots = useMemo(() => {
    const solved = (which: 'flat' | 'shaped') =>
      result[which].sweep.drawn.filter(({ status }) => status.kind !== 'failed');
    const rows = (quantity: 'boost' | 'torque', key: 'boostGauge' | 'torque') => {
      const along = (which: 'flat' | 'shaped') =>
        solved(which).map((p) => ({ x: p.speedRpm, y: inUnit(p[key], quantity) }));
      return rowsOf({ shaped: along('shaped'), flat: along('flat') });
    };
    const [boost, torque] = [rows('boost', 'boostGauge'), rows('torque', 'torque')];
    const high = (all: typeof boost) =>
      1.08 * Math.max(...all.map((row) => Math.max(Number(row.shaped ?? 0), Number(row.flat ?? 0))));
    return {
      boost: { rows: boost, y: { low: 0, high: high(boost), ticks: 4 } },
      torque: { rows: torque, y: { low: 0, high: high(torque), ticks: 4 } },
    };
  }, [result, inUnit]);
  const curves: PlotCurve[] = [
    { key: 'flat', name: 'flat', look: looks.thin },
    { key: 'shaped', name: 'shaped', look: looks.own(0) },
  ];
  const selected: PlotFlag = { axis: 'x', at: speedRpm, kind: 'selected' };
  const sayRpm = (at: number) => `${formatNumber(at, 0)} rpm`;
  return (
    <>
      <PlotPanel
        {...plots.boost}
        curves={curves}
        areMerged
        flags={[selected]}
        title="Boost"
        note={`${symbol('boost')} gauge`}
        label="Boost over the revs, shaped and flat: in the table below"
        height={150}
        say={{ x: sayRpm, y: (value) => `${formatNumber(value, 0)} ${symbol('boost')}` }}
      />
      <PlotPanel
        {...plots.torque}
        curves={curves}
        areMerged
        flags={[
          selected,
          ...(ceiling === null ? [] : [{ axis: 'y', at: inUnit(ceiling, 'torque'), kind: 'asked' } as const]),
        ]}
        title="Torque"
        note={`${symbol('torque')} at the flywheel${ceiling === null ? '' : '; dashed: ceiling'}`}
        label="Torque over the revs, shaped and flat: in the table below"
        height={150}
        say={{ x: sayRpm, y: (value) => `${formatNumber(value, 0)} ${symbol('torque')}` }}
      />
    </>
  );
}

/** What holds the boost, with the speeds it does so between. */
function holdsOf(points: readonly ShapedPoint[]): { name: string; from: number; to: number }[] {
  const spans: { name: string; from: number; to: number }[] = [];
  let open = false;
  for (const { heldBy, speedRpm } of points) {
    if (heldBy === null) {
      open = false;
      continue;
    }
    const name =
      heldBy === 'torque'
        ? 'the torque ceiling'
        : heldBy === 'peak'
          ? 'cylinder pressure at the goal'
          : partName(heldBy).toLowerCase();
    const last = spans.at(-1);
    if (open && last?.name === name) last.to = speedRpm;
    else spans.push({ name, from: speedRpm, to: speedRpm });
    open = true;
  }
  return spans;
}

function Brings({ result }: { result: ShapeResult }) {
  const { figure, signedFigure } = useWords();
  const { points, spark } = result;
  const [flat, shaped] = [result.flat.figures, result.shaped.figures];
  const spans = holdsOf(points);
  const over = points.filter(({ isOver }) => isOver);
  const rows = [
    { name: 'Peak power', quantity: 'power', of: 'peakPower' },
    { name: 'Power at the red line', quantity: 'power', of: 'redLinePower' },
    { name: 'Peak torque', quantity: 'torque', of: 'peakTorque' },
    { name: 'Mean torque, idle to red line', quantity: 'torque', of: 'meanTorque' },
    { name: 'Peak cylinder pressure', quantity: 'cylinderPressure', of: 'cylinderPeak' },
  ] as const;
  return (
    <>
      <FigureTable
        caption="What the shape costs and brings"
        rows={rows.filter(({ of }) => flat[of] !== null && shaped[of] !== null)}
        keyOf={({ of }) => of}
        columns={[
          { name: 'at the flywheel', cell: ({ name }) => name },
          { name: 'flat', cell: ({ of, quantity }) => figure(flat[of], quantity) },
          { name: 'shaped', cell: ({ of, quantity }) => figure(shaped[of], quantity) },
          { name: 'change', cell: ({ of, quantity }) => signedFigure(shaped[of]! - flat[of]!, quantity) },
        ]}
      />
      <p className={frame.lead}>
        {spans.length === 0
          ? 'Nothing holds it: all of the boost is let through.'
          : `Held by ${spans
              .map(
                ({ name, from, to }) =>
                  `${name} ${from === to ? `at ${figure(from, 'engineSpeed')}` : `from ${figure(from, 'engineSpeed')} to ${figure(to, 'engineSpeed')}`}`,
              )
              .join(', ')}.`}
      </p>
      {over.length > 0 && (
        <p role="alert" className={frame.foot}>
          Over even with the least boost the gate lets through, from{' '}
          {figure(over[0]!.speedRpm, 'engineSpeed')} to {figure(over.at(-1)!.speedRpm, 'engineSpeed')}: a
          softer spring, or another way to hold it.
        </p>
      )}
      {spark && (
        <p className={frame.foot}>
          {spark.reaches
            ? `By late spark instead, at all of the boost: ${figure(spark.retard, 'angle')} later than planned at ${figure(spark.speedRpm, 'engineSpeed')}, gas ${figure(spark.hotter, 'temperatureRise')} hotter where the exhaust opens.`
            : `Late spark alone does not hold it at ${figure(spark.speedRpm, 'engineSpeed')}.`}{' '}
          By throttle the compressor stays at full pressure ratio with less flow: nearer surge, and hotter.
        </p>
      )}
    </>
  );
}
