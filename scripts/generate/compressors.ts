/**
 * Makes the invented compressors of the demo library from dimensionless head and flow characteristics:
 *   head ψ = Δh_s/U², flow φ = V̇/(U D²), both at the exducer tip speed U = π D N.
 * A wheel is a diameter, a trim, a tip speed at its limit and a family (how wide, how peaky). Run once by hand:
 *   node --import tsx scripts/generate/compressors.ts
 * and commit what it writes. Nothing here is taken from a real wheel.
 */
import { writeFileSync } from 'node:fs';
import { compressorSchema, type Compressor } from '../../src/core/compressor/document';

const GAMMA = 1.4;
const CP = 1004.5;
const R = 287.05;
const reference = { pressure: 100_000, temperature: 298 };

type Family = { surge: number; peakEfficiency: number; bestSpeed: number; drop: number; head: number };

/** 'wide' keeps a broad map at some cost of peak efficiency; 'narrow' is the reverse; 'quick' favours low speeds. */
const families: Record<'wide' | 'narrow' | 'quick', Family> = {
  wide: { surge: 0.9, peakEfficiency: 0.765, bestSpeed: 0.66, drop: 0.17, head: 0.555 },
  narrow: { surge: 1.08, peakEfficiency: 0.8, bestSpeed: 0.72, drop: 0.23, head: 0.575 },
  quick: { surge: 0.96, peakEfficiency: 0.775, bestSpeed: 0.58, drop: 0.2, head: 0.54 },
};

type Wheel = {
  id: string;
  name: string;
  inducer: number;
  exducer: number;
  tipSpeed: number;
  family: keyof typeof families;
  note: string;
};

const wheels: Wheel[] = [
  {
    id: 'alder-46',
    name: 'Alder 46',
    inducer: 0.046,
    exducer: 0.0605,
    tipSpeed: 520,
    family: 'quick',
    note: 'Small and quick.',
  },
  {
    id: 'hazel-48',
    name: 'Hazel 48',
    inducer: 0.048,
    exducer: 0.063,
    tipSpeed: 510,
    family: 'wide',
    note: 'Wide map, keeps off surge.',
  },
  {
    id: 'birch-50',
    name: 'Birch 50',
    inducer: 0.05,
    exducer: 0.0655,
    tipSpeed: 525,
    family: 'narrow',
    note: 'Best in the middle of the map.',
  },
  {
    id: 'rowan-52',
    name: 'Rowan 52',
    inducer: 0.052,
    exducer: 0.0685,
    tipSpeed: 515,
    family: 'wide',
    note: 'Wide map, one frame up.',
  },
  {
    id: 'cedar-54',
    name: 'Cedar 54',
    inducer: 0.054,
    exducer: 0.07,
    tipSpeed: 530,
    family: 'narrow',
    note: 'High ratios, little room at low flow.',
  },
  {
    id: 'larch-67',
    name: 'Larch 67',
    inducer: 0.067,
    exducer: 0.09,
    tipSpeed: 510,
    family: 'wide',
    note: 'For big engines, single.',
  },
];

const round = (value: number, digits: number) => Number(value.toPrecision(digits));

function linesOf(wheel: Wheel): Compressor['lines'] {
  const family = families[wheel.family];
  const soundSpeed = Math.sqrt(GAMMA * R * reference.temperature);
  const density = reference.pressure / (R * reference.temperature);
  const annulus = (Math.PI / 4) * wheel.inducer ** 2 * 0.9;
  const lines: Compressor['lines'] = [];
  for (const fraction of [0.34, 0.45, 0.56, 0.66, 0.76, 0.86, 0.94, 1]) {
    const tip = wheel.tipSpeed * fraction;
    const mach = tip / soundSpeed;
    const speedRpm = Math.round((tip * 60) / (Math.PI * wheel.exducer) / 100) * 100;
    // Choke: the inducer passes air at a Mach number that rises with tip Mach number and flattens towards 0.66.
    const throat = 0.66 * Math.tanh(0.92 * mach);
    const chokeFlow =
      density *
      annulus *
      soundSpeed *
      throat *
      (1 + ((GAMMA - 1) / 2) * throat ** 2) ** (-(GAMMA + 1) / (2 * (GAMMA - 1)));
    // Surge: a share of choke flow that grows with tip Mach number.
    const surgeFlow = chokeFlow * Math.min(0.7, family.surge * (0.1 + 0.235 * mach ** 1.2));
    const best =
      family.peakEfficiency -
      0.3 * Math.abs(fraction - family.bestSpeed) ** 1.9 -
      (mach > 1.25 ? 0.06 * (mach - 1.25) : 0);
    const points = [];
    for (let i = 0; i <= 12; i++) {
      // Points crowd towards choke, where the line turns down.
      const x = i / 12;
      const t = 1 - (1 - x) ** 1.35;
      const flow = surgeFlow + (chokeFlow - surgeFlow) * t;
      const head = family.head * (1 + 0.03 * mach) * (1 - 0.1 * t ** 1.6 - 0.52 * t ** 6.5);
      const optimum = 0.44 + 0.1 * fraction;
      const off = t < optimum ? (optimum - t) / optimum : (t - optimum) / (1 - optimum);
      const efficiency =
        best - (t < optimum ? family.drop * 0.55 * off ** 1.9 : family.drop * 1.05 * off ** 2.4);
      const pressureRatio = (1 + (head * tip * tip) / (CP * reference.temperature)) ** (GAMMA / (GAMMA - 1));
      points.push({
        flow: round(flow, 4),
        pressureRatio: round(pressureRatio, 4),
        efficiency: round(efficiency, 3),
      });
    }
    lines.push({ speedRpm, points });
  }
  return lines;
}

const made = wheels.map((wheel) => {
  const maximum = (wheel.tipSpeed * 60) / (Math.PI * wheel.exducer);
  const document = compressorSchema.parse({
    version: 1,
    kind: 'compressor',
    name: wheel.name,
    reference,
    inducer: { value: wheel.inducer, confidence: 'maker' },
    exducer: { value: wheel.exducer, confidence: 'maker' },
    maxSpeedRpm: { value: Math.round(maximum / 1000) * 1000, confidence: 'maker' },
    lines: linesOf(wheel),
    note: wheel.note,
  });
  return { id: wheel.id, revision: 1, document };
});

writeFileSync(new URL('../../src/data/demo/compressors.json', import.meta.url), `${JSON.stringify(made)}\n`);
for (const { document } of made) {
  const last = document.lines.at(-1)!.points;
  console.log(
    document.name,
    document.maxSpeedRpm.value,
    'rpm',
    last[0],
    last.at(-1),
    document.lines[0]!.points[0],
  );
}
