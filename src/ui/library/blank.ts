import type { Compressor } from '@/core/compressor/document';
import { guess } from '@/core/job/input';

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
