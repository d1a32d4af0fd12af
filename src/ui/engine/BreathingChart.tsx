'use client';
import dynamic from 'next/dynamic';
import { memo, useDeferredValue, useMemo } from 'react';
import { breathingCurve } from '@/core/engine/breathing';
import { statedBreathing } from '@/core/build/derived';
import { baselineOf } from '@/core/build/job-engine';
import { useSpeed, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';

import styles from './engine.module.css';

const Plot = memo(dynamic(() => import('./BreathingPlot'), { ssr: false }));

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
      return { rpm, ve: curve.at(rpm).value * 100 };
    });
    const given = points
      .filter((p) => p.speedRpm >= from && p.speedRpm <= to)
      .map((p) => ({ rpm: p.speedRpm, ve: p.value * 100 }));
    const best = [...given, ...line].reduce((a, b) => (b.ve > a.ve ? b : a));
    return { from, to, curve, line, given, best };
  }, [fit, isRun, engine, idleRpm.value, redLineRpm.value]);
  const wanted = useMemo(
    () =>
      curves && {
        line: curves.line,
        points: curves.given,
        selected: { rpm: speedRpm, ve: curves.curve.at(speedRpm).value * 100 },
        spread: fit?.rms ?? 0,
      },
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
  const words = `Breathing curve from ${figure(from, 'engineSpeed')} to ${figure(to, 'engineSpeed')}, peak ${figure(best.ve / 100, 'share')} at ${figure(Math.round(best.rpm / 10) * 10, 'engineSpeed')}.`;
  return (
    <figure style={{ margin: 0 }}>
      <figcaption className={styles.caption}>
        {isRun ? 'The run as breathing' : 'Breathing'}
        <small>volumetric efficiency, per cent of displacement at manifold density</small>
      </figcaption>
      <div className={styles.chart} role="img" aria-label={words}>
        {shown && <Plot {...shown} />}
      </div>
      {fit && (
        <p className={styles.fit}>
          The rows lie <b>±{figure(fit.rms, 'fineShare')}</b> around the curve, the furthest{' '}
          <b>{figure(Math.abs(fit.worst.error), 'fineShare')}</b> off at{' '}
          {figure(fit.worst.speedRpm, 'engineSpeed')}; the band is that spread.
        </p>
      )}
    </figure>
  );
}
