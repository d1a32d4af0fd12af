/**
 * Makes the invented compressors of the demo library from dimensionless head and flow characteristics:
 *   head ψ = Δh_s/U², flow φ = V̇/(U D²), both at the exducer tip speed U = π D N.
 * A wheel is a diameter, a trim, a tip speed at its limit and a family (how wide, how high, how quick). Run once by hand:
 *   node --import tsx scripts/generate/compressors.ts
 * and commit what it writes. Nothing here is taken from a real wheel. docs/physics/compressor-map.md states the bounds
 * that its test holds the result to.
 */
import { writeFileSync } from 'node:fs';
import { compressorSchema, type Compressor } from '../../src/core/compressor/document';

const GAMMA = 1.4;
const CP = 1004.5;
const R = 287.05;

type Conditions = Compressor['reference'];
/** Makers state their maps differently; a library has to live with that. */
const references: Conditions[] = [
  { pressure: 100_000, temperature: 298 },
  { pressure: 101_325, temperature: 288.15 },
  { pressure: 96_200, temperature: 302.8 },
];

type Family = {
  /** Surge flow over choke flow at a tip Mach number of one: small is wide. */
  surge: number;
  /** How fast the map narrows with tip Mach number. */
  narrowing: number;
  peakEfficiency: number;
  /** Share of the top speed at which the best efficiency lies. */
  bestSpeed: number;
  drop: number;
  head: number;
  /** Inducer over exducer. */
  inducerShare: number;
  tipSpeed: number;
  words: string;
};

const families = {
  wide: {
    surge: 0.185,
    narrowing: 1.25,
    peakEfficiency: 0.752,
    bestSpeed: 0.68,
    drop: 0.15,
    head: 0.535,
    inducerShare: 0.755,
    tipSpeed: 486,
    words: 'Wide and low: keeps off surge, asks for little ratio.',
  },
  narrow: {
    surge: 0.25,
    narrowing: 1.9,
    peakEfficiency: 0.803,
    bestSpeed: 0.72,
    drop: 0.24,
    head: 0.585,
    inducerShare: 0.735,
    tipSpeed: 546,
    words: 'Narrow and high: efficient in the middle, high ratios, little room at low flow.',
  },
  quick: {
    surge: 0.225,
    narrowing: 1.5,
    peakEfficiency: 0.774,
    bestSpeed: 0.56,
    drop: 0.19,
    head: 0.55,
    inducerShare: 0.79,
    tipSpeed: 512,
    words: 'Small and quick: much air for its diameter, best at low shaft speeds.',
  },
} satisfies Record<string, Family>;

type Wheel = {
  tree: string;
  /** Inducer in mm: it stands behind the name. */
  inducer: number;
  family: keyof typeof families;
  reference?: 1 | 2;
  price?: number;
  stock?: number;
};

const wheels: Wheel[] = [
  { tree: 'Willow', inducer: 22, family: 'quick', price: 390, stock: 4 },
  { tree: 'Elder', inducer: 25, family: 'wide', price: 380, stock: 2 },
  { tree: 'Thorn', inducer: 28, family: 'narrow', price: 460, stock: 0, reference: 1 },
  { tree: 'Sallow', inducer: 31, family: 'quick', price: 450, stock: 3 },
  { tree: 'Holly', inducer: 34, family: 'wide', price: 470, stock: 1 },
  { tree: 'Aspen', inducer: 37, family: 'narrow', price: 590, stock: 2 },
  { tree: 'Maple', inducer: 40, family: 'quick', price: 560, stock: 0 },
  { tree: 'Lime', inducer: 42, family: 'wide', price: 570, stock: 1, reference: 2 },
  { tree: 'Quince', inducer: 44, family: 'narrow', price: 690, stock: 1 },
  { tree: 'Alder', inducer: 46, family: 'quick', price: 640, stock: 2 },
  { tree: 'Hazel', inducer: 48, family: 'wide', price: 650, stock: 3 },
  { tree: 'Medlar', inducer: 49, family: 'quick', stock: 1, reference: 1 },
  { tree: 'Birch', inducer: 50, family: 'narrow', price: 790, stock: 1 },
  { tree: 'Rowan', inducer: 52, family: 'wide', price: 720, stock: 2 },
  { tree: 'Cedar', inducer: 54, family: 'narrow', price: 870, stock: 0 },
  { tree: 'Juniper', inducer: 55, family: 'quick', price: 780, stock: 1 },
  { tree: 'Ash', inducer: 58, family: 'wide', price: 820, stock: 1 },
  { tree: 'Beech', inducer: 60, family: 'narrow', price: 990, stock: 0, reference: 1 },
  { tree: 'Elm', inducer: 63, family: 'quick', price: 930, stock: 2 },
  { tree: 'Larch', inducer: 67, family: 'wide', price: 980, stock: 1 },
  { tree: 'Yew', inducer: 71, family: 'narrow', price: 1250, stock: 0 },
  { tree: 'Oak', inducer: 76, family: 'quick', price: 1230, stock: 1 },
  { tree: 'Pine', inducer: 82, family: 'wide', price: 1340, stock: 1, reference: 2 },
  { tree: 'Spruce', inducer: 88, family: 'narrow', price: 1720 },
  { tree: 'Walnut', inducer: 94, family: 'quick', price: 1690, stock: 0 },
  { tree: 'Chestnut', inducer: 102, family: 'wide', price: 1890, stock: 1 },
  { tree: 'Hornbeam', inducer: 112, family: 'narrow', stock: 0 },
];

const round = (value: number, digits: number) => Number(value.toPrecision(digits));

/** Mass flow through an area at a throat Mach number, perfect gas. */
function nozzle(area: number, mach: number, { pressure, temperature }: Conditions): number {
  const soundSpeed = Math.sqrt(GAMMA * R * temperature);
  const expansion = (1 + ((GAMMA - 1) / 2) * mach ** 2) ** (-(GAMMA + 1) / (2 * (GAMMA - 1)));
  return (pressure / (R * temperature)) * area * soundSpeed * mach * expansion;
}

function linesOf(
  inducer: number,
  exducer: number,
  family: Family,
  reference: Conditions,
): Compressor['lines'] {
  const soundSpeed = Math.sqrt(GAMMA * R * reference.temperature);
  const annulus = (Math.PI / 4) * inducer ** 2 * 0.9;
  return [0.34, 0.45, 0.56, 0.66, 0.76, 0.86, 0.94, 1].map((fraction) => {
    const tip = family.tipSpeed * fraction;
    const mach = tip / soundSpeed;
    // Choke: the inducer passes air at a Mach number that rises with tip Mach number and flattens towards 0.66.
    const chokeFlow = nozzle(annulus, 0.66 * Math.tanh(0.92 * mach), reference);
    // Surge: a share of choke flow that grows with tip Mach number.
    const surgeFlow = chokeFlow * Math.min(0.72, 0.06 + family.surge * mach ** family.narrowing);
    const best =
      family.peakEfficiency -
      0.34 * Math.abs(fraction - family.bestSpeed) ** 1.9 -
      (mach > 1.25 ? 0.06 * (mach - 1.25) : 0);
    const points = Array.from({ length: 13 }, (_, i) => {
      // Points crowd towards choke, where the line turns down.
      const t = 1 - (1 - i / 12) ** 1.35;
      const head = family.head * (1 + 0.03 * mach) * (1 - 0.1 * t ** 1.6 - 0.52 * t ** 6.5);
      const optimum = 0.44 + 0.1 * fraction;
      const off = t < optimum ? (optimum - t) / optimum : (t - optimum) / (1 - optimum);
      const efficiency =
        best - (t < optimum ? family.drop * 0.55 * off ** 1.9 : family.drop * 1.05 * off ** 2.4);
      const pressureRatio = (1 + (head * tip * tip) / (CP * reference.temperature)) ** (GAMMA / (GAMMA - 1));
      return {
        flow: round(surgeFlow + (chokeFlow - surgeFlow) * t, 4),
        pressureRatio: round(pressureRatio, 4),
        efficiency: round(efficiency, 3),
      };
    });
    return { speedRpm: Math.round((tip * 60) / (Math.PI * exducer) / 100) * 100, points };
  });
}

const made = wheels.map((wheel) => {
  const family = families[wheel.family];
  const reference = references[wheel.reference ?? 0]!;
  const inducer = wheel.inducer / 1000;
  const exducer = round(inducer / family.inducerShare, 3);
  const document = compressorSchema.parse({
    version: 1,
    kind: 'compressor',
    name: `${wheel.tree} ${wheel.inducer}`,
    reference,
    inducer: { value: inducer, confidence: 'maker' },
    exducer: { value: exducer, confidence: 'maker' },
    maxSpeedRpm: {
      value: Math.round((family.tipSpeed * 60) / (Math.PI * exducer) / 1000) * 1000,
      confidence: 'maker',
    },
    lines: linesOf(inducer, exducer, family, reference),
    ...(wheel.price === undefined ? {} : { price: { value: wheel.price, confidence: 'maker' } }),
    ...(wheel.stock === undefined ? {} : { stock: wheel.stock }),
    note: family.words,
  });
  return { id: `${wheel.tree.toLowerCase()}-${wheel.inducer}`, revision: 1, document };
});

writeFileSync(new URL('../../src/data/demo/compressors.json', import.meta.url), `${JSON.stringify(made)}\n`);
for (const { document } of made) {
  const last = document.lines.at(-1)!.points;
  const points = document.lines.flatMap((l) => l.points);
  console.log(
    document.name.padEnd(14),
    String(document.maxSpeedRpm.value).padStart(7),
    'rpm  flow',
    document.lines[0]!.points[0]!.flow,
    'to',
    Math.max(...points.map((p) => p.flow)),
    ' top line',
    last[0]!.flow,
    '–',
    last.at(-1)!.flow,
    ' ratio',
    last[0]!.pressureRatio,
    ' best',
    Math.max(...points.map((p) => p.efficiency)),
  );
}
