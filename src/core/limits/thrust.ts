import { engineCharger } from '../charger/charged-air';
import type { Build } from '../build/build';
import { turbineSideOf } from '../charger/charger';
import { defineFormula } from '../working/formula';
import type { OperatingPoint } from '../solve/point';

export const wheelThrust = defineFormula({
  id: 'wheel-thrust',
  form: '{reaction} · {difference} · π / 4 · (0.4 · {tip}^2 + 0.45 · {eye}^2)',
  note: 'back face at 0.85 of the pressure at the tip, the face between tip and eye at 0.45 of it on the mean',
  source: 'Pressures on both faces of a radial wheel; shares from memory: within a third',
  result: { symbol: 'F', quantity: 'force', meaning: 'load of one wheel along the shaft, towards its eye' },
  variables: {
    reaction: { symbol: 'R', quantity: 'ratio', meaning: 'share of the pressure that changes in the wheel' },
    difference: { symbol: 'Δp', quantity: 'pressureDrop', meaning: 'pressure over the stage' },
    tip: { symbol: 'd_2', quantity: 'bore', meaning: 'larger diameter of the wheel' },
    eye: { symbol: 'd_1', quantity: 'bore', meaning: 'smaller diameter of the wheel' },
  },
  fn: (a) => a.reaction * a.difference * (Math.PI / 4) * (0.4 * a.tip * a.tip + 0.45 * a.eye * a.eye),
});

/** Shares of the pressure that change in the wheel itself, not in diffuser or nozzle (from memory). */
const REACTION = { compressor: 0.6, turbine: 0.5 };

/**
 * Axial load on the thrust bearing of the turbocharger at the engine, N: towards the compressor's inlet above 0, towards the turbine's outlet
 * below. Null without a matched turbine and a map. Source: both wheels' loads, which pull apart. An estimate within a third of each.
 */
export function thrustAt(build: Build, point: OperatingPoint): number | null {
  const charger = engineCharger(build);
  const wheel = charger.machine?.map?.wheel;
  const side = turbineSideOf(charger);
  if (!wheel || !side || !point.match || point.status.kind === 'failed') return null;
  const air = engineCharger(point.path);
  const { inlet, outlet } = engineCharger(point.match).turbine;
  const compressor = wheelThrust.fn({
    reaction: REACTION.compressor,
    difference: Math.max(0, air.outlet.pressure - air.inlet.pressure),
    tip: wheel.exducer,
    eye: wheel.inducer,
  });
  const turbine = wheelThrust.fn({
    reaction: REACTION.turbine,
    difference: Math.max(0, inlet.pressure - outlet.pressure),
    tip: side.turbine.inducer,
    eye: side.turbine.exducer,
  });
  return compressor - turbine;
}
