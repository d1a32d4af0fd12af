import type { Compressor } from '@/core/compressor/document';
import { guess } from '@/core/documents/input';
import type { Ref } from '@/core/documents/ref';
import type { Turbine } from '@/core/turbine/document';
import type { Turbocharger } from '@/core/turbocharger/document';
import type { Gate } from '@/core/turbocharger/gate-schema';

/** Head and efficiency along a line from surge to choke, flow as a share of the line's choke flow: a plain, made-up wheel. */
const shape = [
  { flow: 0.42, head: 1, efficiency: 0.66 },
  { flow: 0.6, head: 0.98, efficiency: 0.73 },
  { flow: 0.76, head: 0.93, efficiency: 0.74 },
  { flow: 0.9, head: 0.8, efficiency: 0.7 },
  { flow: 1, head: 0.55, efficiency: 0.6 },
];

/** A wheel to start from when a map is typed in by hand: sound, unremarkable, and every figure a guess. */
export function blankCompressor(): Compressor {
  const lines = [60_000, 90_000, 120_000, 145_000].map((speedRpm) => {
    const share = speedRpm / 145_000;
    return {
      speedRpm,
      points: shape.map((p) => ({
        flow: Number((0.3 * share * p.flow).toPrecision(4)),
        pressureRatio: Number(((1 + 0.53 * p.head * share ** 2) ** 3.5).toPrecision(4)),
        efficiency: p.efficiency,
      })),
    };
  });
  return {
    version: 1,
    kind: 'compressor',
    name: 'New compressor',
    reference: { pressure: 100_000, temperature: 298.15 },
    inducer: guess(0.05),
    exducer: guess(0.068),
    maxSpeedRpm: guess(150_000),
    lines,
    note: 'Started from a made-up shape: replace every figure and its reference conditions.',
  };
}

/** A turbine to start from when it is typed in by hand: sound, unremarkable, and every figure a guess. */
export const blankTurbine = (): Turbine => ({
  version: 1,
  kind: 'turbine',
  name: 'New turbine',
  reference: { pressure: 101_325, temperature: 288.15 },
  inducer: guess(0.055),
  exducer: guess(0.047),
  efficiency: guess(0.68),
  includesBearing: false,
  bestVelocityRatio: guess(0.67),
  throats: guess(1.4),
  maxSpeedRpm: guess(150_000),
  maxTemperature: guess(1_223.15),
  housings: [{ name: 'Housing 1', entry: 'open', capacity: { kind: 'area', area: guess(7e-4) } }],
  note: 'Started from guesses: replace every figure and its reference conditions.',
});

/** What holds the boost, as guesses to start from. */
export function gateOf(kind: Gate['kind']): Gate {
  switch (kind) {
    case 'none':
      return { kind };
    case 'vanes':
      return { kind, closed: guess(0.45), open: guess(1.25) };
    case 'valve':
      return {
        kind,
        mounting: 'external',
        bore: guess(0.038),
        flowCoefficient: guess(0.75),
        springGauge: guess(50_000),
        diaphragm: guess(0.088),
        reference: 'controlled',
      };
  }
}

/** A turbocharger to start from, put together of parts the library has. */
export const blankTurbocharger = ({
  compressor,
  turbine,
}: {
  compressor: Ref;
  turbine: Ref;
}): Turbocharger => ({
  version: 1,
  kind: 'turbocharger',
  name: 'New turbocharger',
  compressor,
  turbine,
  housing: 0,
  gate: gateOf('valve'),
  inertia: guess(1e-4),
  mechanicalEfficiency: guess(0.96),
  maxSpeedRpm: guess(150_000),
  flange: '',
  note: '',
});
