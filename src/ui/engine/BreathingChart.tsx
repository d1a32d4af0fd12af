'use client';
import dynamic from 'next/dynamic';
import { memo, useDeferredValue, useMemo } from 'react';
import { breathingCurve, shapePoints } from '@/core/engine/breathing';
import { useSpeed, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';

import styles from './engine.module.css';

const Plot = memo(dynamic(() => import('./BreathingPlot'), { ssr: false }));

/** The breathing curve as it is edited, with its points and the selected speed. */
export function BreathingChart() {
  const { figure } = useWords();
  const { speedRpm } = useSpeed();
  const engine = useJobState((s) => s.draft.engine);
  const { breathing, idleRpm, redLineRpm } = engine;
  const curves = useMemo(() => {
    const { source, shape, table } = breathing;
    const points =
      source === 'table' ? table.rows : shapePoints(shape.id, shape.peak.value, shape.peakRpm.value);
    if (points.length < 2) return null;
    const curve = breathingCurve(points);
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
  }, [breathing, idleRpm.value, redLineRpm.value]);
  const wanted = useMemo(
    () =>
      curves && {
        line: curves.line,
        points: curves.given,
        selected: { rpm: speedRpm, ve: curves.curve.at(speedRpm).value * 100 },
      },
    [curves, speedRpm],
  );
  // Figures and fields answer at once; the drawing follows in the next frame.
  const shown = useDeferredValue(wanted);
  if (!curves) return <p className={styles.why}>No curve yet: the table needs at least two rows.</p>;
  const { from, to, best } = curves;
  const words = `Breathing curve from ${figure(from, 'engineSpeed')} to ${figure(to, 'engineSpeed')}, peak ${figure(best.ve / 100, 'share')} at ${figure(Math.round(best.rpm / 10) * 10, 'engineSpeed')}.`;
  return (
    <figure style={{ margin: 0 }}>
      <figcaption className={styles.caption}>
        Breathing<small>volumetric efficiency, per cent of displacement at manifold density</small>
      </figcaption>
      <div className={styles.chart} role="img" aria-label={words}>
        {shown && <Plot {...shown} />}
      </div>
    </figure>
  );
}
