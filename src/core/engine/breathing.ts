import { monotoneCubic } from '../numerics/monotone-cubic';
import type { Range } from '../working/range';

/**
 * Breathing shapes: ηv over its peak against speed over the speed of the peak. Common practice, no source: typical forms
 * to start from, until a measured curve replaces them.
 */
export const breathingShapes = {
  'two-valve': {
    name: 'Two valves, torque low',
    x: [0.15, 0.35, 0.55, 0.75, 1, 1.2, 1.4, 1.6, 2, 2.5],
    y: [0.84, 0.91, 0.96, 0.99, 1, 0.965, 0.895, 0.81, 0.65, 0.5],
  },
  'four-valve': {
    name: 'Four valves, road cams',
    x: [0.15, 0.3, 0.5, 0.7, 0.85, 1, 1.15, 1.3, 1.5, 2, 2.5],
    y: [0.8, 0.85, 0.9, 0.945, 0.98, 1, 0.985, 0.945, 0.86, 0.67, 0.52],
  },
  'race-cam': {
    name: 'Race cams, peak high',
    x: [0.15, 0.3, 0.45, 0.6, 0.75, 0.9, 1, 1.1, 1.2, 1.35, 1.7],
    y: [0.62, 0.7, 0.77, 0.83, 0.93, 0.99, 1, 0.985, 0.945, 0.86, 0.66],
  },
  diesel: {
    name: 'Diesel',
    x: [0.2, 0.5, 0.8, 1, 1.3, 1.6, 2, 2.5],
    y: [0.95, 0.975, 0.995, 1, 0.98, 0.94, 0.86, 0.75],
  },
} as const;

export type BreathingShapeId = keyof typeof breathingShapes;
export const breathingShapeIds = Object.keys(breathingShapes) as [BreathingShapeId, ...BreathingShapeId[]];

export type BreathingPoint = { speedRpm: number; value: number };

export type BreathingCurve = {
  at: (speedRpm: number) => { value: number; range: Range };
  points: BreathingPoint[];
};

/**
 * Volumetric efficiency over speed through points (rev/min, ηv as a share, referred to manifold density).
 * Outside the points the end value is held and marked 'extrapolated'. Needs two points with rising speed.
 */
export function breathingCurve(points: readonly BreathingPoint[]): BreathingCurve {
  const sorted = [...points].sort((a, b) => a.speedRpm - b.speedRpm);
  const curve = monotoneCubic(
    sorted.map((p) => p.speedRpm),
    sorted.map((p) => p.value),
  );
  // A solver asks for one speed many times over.
  let last: { value: number; range: Range } | null = null;
  let lastSpeed = NaN;
  return {
    points: sorted,
    at: (speedRpm) => {
      if (!last || speedRpm !== lastSpeed) {
        lastSpeed = speedRpm;
        last = {
          value: curve.at(speedRpm),
          range: speedRpm < curve.first || speedRpm > curve.last ? 'extrapolated' : 'inside',
        };
      }
      return last;
    },
  };
}

/** Points of a chosen shape scaled to its peak. In: shape; peak ηv as a share; speed of the peak, rev/min. */
export const shapePoints = (id: BreathingShapeId, peak: number, peakRpm: number): BreathingPoint[] =>
  breathingShapes[id].x.map((x, i) => ({ speedRpm: x * peakRpm, value: breathingShapes[id].y[i]! * peak }));
