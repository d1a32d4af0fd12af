'use client';
import { useDeferredValue, useMemo } from 'react';
import { breathingCurve } from '@/core/engine/breathing';
import { statedBreathing } from '@/core/build/derived';
import { baselineOf } from '@/core/build/job-engine';
import { looks, type PlotCurve, type PlotDot, type PlotRow } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import { useSpeed, useJobState } from '../store/solved';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import styles from './engine.module.css';

/** The VE curve as it is edited, with its points and the selected speed; of a run its rows and how far they scatter. */
export function BreathingChart({ isRun: asked = false }: { isRun?: boolean }) {
  const { figure } = useWords();
  const { speedRpm } = useSpeed();
  const job = useJobState((s) => s.draft);
  const { engine } = job;
  const { breathing, idleRpm, redLineRpm } = engine;
  const isRun = asked || breathing.source === 'baseline';
  // A setup's change, or the goal's, is none of this one.
  const { drivetrain } = job.brief;
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const fit = useMemo(() => (isRun ? baselineOf(job) : null), [isRun, engine, drivetrain]);
  const curves = useMemo(() => {
    const points = fit
      ? fit.rows.map((r) => ({ speedRpm: r.speedRpm, value: r.efficiency }))
      : isRun
        ? []
        : statedBreathing(engine);
    if (points.length < 2) return null;
    const curve = fit?.curve ?? breathingCurve(points);
    const steps = 120;
    const from = idleRpm.value;
    const to = Math.max(redLineRpm.value, from + 100);
    const line = Array.from({ length: steps + 1 }, (_, i) => {
      const rpm = from + ((to - from) * i) / steps;
      return { x: rpm, ve: curve.at(rpm).value * 100 };
    });
    const given = points
      .filter((p) => p.speedRpm >= from && p.speedRpm <= to)
      .map((p) => ({ x: p.speedRpm, ve: p.value * 100 }));
    const best = [...given, ...line].reduce((a, b) => (b.ve > a.ve ? b : a));
    return { from, to, curve, line, given, best };
  }, [fit, isRun, engine, idleRpm.value, redLineRpm.value]);
  const wanted = useMemo(
    () =>
      curves &&
      plotOf(
        curves.line,
        curves.given,
        { x: speedRpm, ve: curves.curve.at(speedRpm).value * 100 },
        fit?.rms ?? 0,
      ),
    [curves, speedRpm, fit],
  );
  // Figures and fields answer at once; the drawing follows in the next frame.
  const shown = useDeferredValue(wanted);
  if (!curves)
    return (
      <p className={styles.why}>
        No curve yet: {isRun ? 'there is no measured run' : 'the table needs at least two rows'}.
      </p>
    );
  const { from, to, best } = curves;
  const words = `VE curve from ${figure(from, 'engineSpeed')} to ${figure(to, 'engineSpeed')}, peak ${figure(best.ve / 100, 'share')} at ${figure(Math.round(best.x / 10) * 10, 'engineSpeed')}.`;
  return (
    <>
      {shown && (
        <PlotPanel
          {...shown}
          title={isRun ? 'VE from the measured run' : 'Volumetric efficiency'}
          note="% of displacement, at manifold density"
          label={words}
          height={300}
        />
      )}
      {fit && (
        <p className={styles.fit}>
          The rows lie <b>±{figure(fit.rms, 'fineShare')}</b> around the curve, the furthest{' '}
          <b>{figure(Math.abs(fit.worst.error), 'fineShare')}</b> off at{' '}
          {figure(fit.worst.speedRpm, 'engineSpeed')}; the band is that spread.
        </p>
      )}
    </>
  );
}

type Place = { x: number; ve: number };

/** What is drawn: the curve, the points it goes through, the selected speed; of a run how far its rows scatter, a share. */
function plotOf(line: Place[], points: Place[], selected: Place, spread: number) {
  const rows: PlotRow[] = line.map((p) => ({
    ...p,
    ...(spread ? { band: [p.ve * (1 - spread), p.ve * (1 + spread)] as [number, number] } : {}),
  }));
  const values = [...line, ...points].map((p) => p.ve);
  const isRun = points.length > 40;
  const dots = points.map(({ x, ve }): PlotDot => ({
    x,
    y: ve,
    radius: isRun ? 1.6 : 4,
    fill: isRun ? 'var(--ink)' : 'var(--panel)',
    stroke: isRun ? 'none' : 'var(--ink)',
  }));
  const at: PlotDot = {
    x: selected.x,
    y: selected.ve,
    radius: 5,
    fill: 'var(--ink)',
    stroke: 'none',
    label: `${formatNumber(selected.ve, 0)} %`,
  };
  return {
    rows,
    curves,
    dots: [...dots, at],
    flags: [{ axis: 'x' as const, at: selected.x, kind: 'selected' as const }],
    y: {
      low: Math.max(0, Math.floor((Math.min(...values) - 4) / 10) * 10),
      high: Math.ceil((Math.max(...values) + 3) / 10) * 10,
    },
    say,
    ...(spread ? { band: 'band' } : {}),
  };
}

const curves: PlotCurve[] = [{ key: 've', name: 'VE', look: looks.own(0) }];
const say = {
  x: (speed: number) => `${formatNumber(speed, 0)} rpm`,
  y: (value: number) => `${formatNumber(value, 1)} %`,
};
