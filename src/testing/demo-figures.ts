import { engineCharger, frontCharger } from '../core/charger/charged-air';
import { compileBuild } from '../core/build/build';
import { solveSweep } from '../core/solve/sweep';
import type { OperatingPoint } from '../core/solve/point';
import { sampleHistories, sampleLibrary } from '../data/demo/sample';

/** Figures of one speed, SI. Where there are several chargers the one at the engine comes first. */
export type Figures = Record<string, number>;

const figuresOf = (point: OperatingPoint): Figures => {
  const { path, match } = point;
  const { at } = engineCharger(point);
  const figures: Record<string, number | null | undefined> = {
    manifoldPressure: path.manifold.pressure,
    massFlow: path.massFlow,
    chargeTemperature: path.manifold.temperature,
    compressorRatio: engineCharger(path).outlet.ratio,
    compressorEfficiency: engineCharger(path).efficiency.value,
    backPressureRatio: path.backPressureRatio,
    power: point.power.flywheel,
    shaftSpeedRpm: at?.shaftSpeedRpm,
    surgeMargin: at?.surgeMargin,
    turbineInletPressure: (match && engineCharger(match))?.turbine.inlet.pressure,
    turbineInletTemperature: (match && engineCharger(match))?.turbine.inlet.temperature,
    gateFlow: (match && engineCharger(match))?.turbine.gateFlow,
    exhaustFlow: match?.exhaustFlow,
    frontRatio: frontCharger(path)?.outlet.ratio,
    frontShaftRpm: (match && frontCharger(match))?.shaftRpm,
  };
  return Object.fromEntries(
    Object.entries(figures).flatMap(([name, value]) => (typeof value === 'number' ? [[name, value]] : [])),
  );
};

/** Every how many speeds of a sweep are kept. */
const EVERY = 7;

/** Figures of every setup of the demo shop's jobs, at the goal and at speeds over the revs: 'job, setup, rev/min' → figures. */
export function demoFigures(): Record<string, Figures> {
  const found: Record<string, Figures> = {};
  for (const { revisions } of sampleHistories) {
    const { job } = revisions.at(-1)!;
    for (const setup of job.setups) {
      const result = compileBuild(job, setup.id, sampleLibrary);
      if ('problems' in result) continue;
      const { points, goalPoint } = solveSweep(result.build);
      const kept = [...points.filter((_, i) => i % EVERY === 0), goalPoint];
      for (const point of kept)
        if (point.status.kind !== 'failed')
          found[`${job.name}, ${setup.letter}, ${point.speedRpm}`] = figuresOf(point);
    }
  }
  return found;
}
