/**
 * Makes the invented turbines and turbochargers of the demo library. A turbine is a wheel with housings whose capacity is a
 * throat area in proportion to the wheel's square; a turbocharger is one of the library's compressors with one of these
 * turbines, a gate and a shaft. Run once by hand, after `compressors.ts`:
 *   node --import tsx scripts/generate/turbochargers.ts
 * and commit what it writes. Nothing here is taken from a real part. docs/physics/turbine.md states the bounds that its
 * test holds the result to.
 */
import { writeFileSync } from 'node:fs';
import { sampleCompressors } from '../../src/data/demo/sample-compressors';
import { given } from '../../src/core/documents/input';
import { nozzleFunction, throatRatio } from '../../src/core/turbine/formulas';
import { turbineSchema, type Turbine } from '../../src/core/turbine/document';
import { turbochargerSchema, type Turbocharger } from '../../src/core/turbocharger/document';

const maker = (value: number) => given(value, 'maker');
const round = (value: number, digits: number) => Number(value.toPrecision(digits));
const INCH = 0.0254;

/** Makers state capacities differently: cold, warm, and as a hot-gas stand reads them. */
const references: Turbine['reference'][] = [
  { pressure: 101_325, temperature: 288.15 },
  { pressure: 100_000, temperature: 298 },
  { pressure: 101_325, temperature: 873.15 },
];
const HOT_GAS = { gamma: 1.33, gasConstant: 287 };

type Wheel = {
  tree: string;
  inducer: number;
  throats: number;
  reference: 0 | 1 | 2;
  /** Highest gas temperature, °C. */
  hottest: number;
  bearing?: true;
  divided?: true;
};

const wheels: Wheel[] = [
  { tree: 'Acacia', inducer: 25, throats: 1.48, reference: 0, hottest: 950 },
  { tree: 'Almond', inducer: 29, throats: 1.52, reference: 0, hottest: 950 },
  { tree: 'Bay', inducer: 34, throats: 1.5, reference: 1, hottest: 950, bearing: true },
  { tree: 'Box', inducer: 38, throats: 1.55, reference: 0, hottest: 980, divided: true },
  { tree: 'Cherry', inducer: 42, throats: 1.58, reference: 0, hottest: 980 },
  { tree: 'Cypress', inducer: 46, throats: 1.54, reference: 2, hottest: 1_000, divided: true },
  { tree: 'Damson', inducer: 50, throats: 1.6, reference: 0, hottest: 980 },
  { tree: 'Fir', inducer: 54, throats: 1.62, reference: 0, hottest: 1_000, divided: true },
  { tree: 'Ginkgo', inducer: 58, throats: 1.57, reference: 1, hottest: 1_000, bearing: true },
  { tree: 'Hickory', inducer: 62, throats: 1.63, reference: 0, hottest: 1_020, divided: true },
  { tree: 'Laurel', inducer: 66, throats: 1.6, reference: 0, hottest: 980 },
  { tree: 'Linden', inducer: 71, throats: 1.64, reference: 2, hottest: 1_020, divided: true },
  { tree: 'Mulberry', inducer: 77, throats: 1.66, reference: 0, hottest: 950 },
  { tree: 'Olive', inducer: 83, throats: 1.62, reference: 0, hottest: 980, divided: true },
  { tree: 'Pear', inducer: 89, throats: 1.68, reference: 1, hottest: 900 },
  { tree: 'Plane', inducer: 96, throats: 1.65, reference: 0, hottest: 950, divided: true },
  { tree: 'Poplar', inducer: 104, throats: 1.7, reference: 0, hottest: 850, bearing: true },
  { tree: 'Sorb', inducer: 114, throats: 1.68, reference: 2, hottest: 900, divided: true },
  { tree: 'Tamarisk', inducer: 125, throats: 1.72, reference: 0, hottest: 850 },
  { tree: 'Whitebeam', inducer: 137, throats: 1.7, reference: 0, hottest: 900, divided: true },
];

/** Throat area over the square of the wheel's inlet diameter, of the middle housing. */
const AREA_SHARE = 0.205;
const housingShares = [0.74, 0.87, 1, 1.18];

function pointsOf(area: number, throats: number, reference: Turbine['reference'], from: number, to: number) {
  return Array.from({ length: 9 }, (_, i) => {
    const ratio = round(from + ((to - from) * i) / 8, 3);
    const reduced =
      (area / Math.sqrt(HOT_GAS.gasConstant)) *
      nozzleFunction.fn({ ratio: throatRatio.fn({ ratio, throats }), gamma: HOT_GAS.gamma });
    return {
      ratio,
      flow: round((reduced * reference.pressure) / Math.sqrt(reference.temperature), 4),
    };
  });
}

function turbineOf(wheel: Wheel, index: number): Turbine {
  const inducer = wheel.inducer / 1_000;
  const reference = references[wheel.reference]!;
  const middle = AREA_SHARE * inducer ** 2;
  const ar = (area: number) => round(area / (0.72 * inducer), 3);
  const housing = (
    share: number,
    entry: Turbine['housings'][number]['entry'],
    how: 'points' | 'area' | 'scaled',
  ) => {
    const area = middle * share;
    const inches = (ar(area) / INCH).toFixed(2);
    return {
      name: `A/R ${inches}${entry === 'open' ? '' : ', divided'}`,
      ar: maker(ar(area)),
      entry,
      capacity:
        how === 'points'
          ? { kind: how, points: pointsOf(area, wheel.throats, reference, 1.2, 2.6 + 0.1 * (index % 4)) }
          : how === 'area'
            ? { kind: how, area: maker(round(area, 3)) }
            : { kind: how },
    };
  };
  const how = index % 3 === 2 ? 'area' : 'points';
  return turbineSchema.parse({
    version: 1,
    kind: 'turbine',
    name: `${wheel.tree} T${wheel.inducer}`,
    reference,
    inducer: maker(inducer),
    exducer: maker(round(inducer * 0.86, 3)),
    efficiency: maker(
      round((0.645 + 0.1 * (1 - Math.exp(-(wheel.inducer - 25) / 45))) * (wheel.bearing ? 0.96 : 1), 3),
    ),
    includesBearing: Boolean(wheel.bearing),
    bestVelocityRatio: maker(round(0.66 + 0.01 * (index % 4), 2)),
    throats: maker(wheel.throats),
    maxSpeedRpm: maker(Math.round((545 * 60) / (Math.PI * inducer) / 1_000) * 1_000),
    maxTemperature: maker(wheel.hottest + 273.15),
    housings: [
      ...housingShares.map((share, i) => housing(share, 'open', i === 3 && index % 4 === 1 ? 'scaled' : how)),
      ...(wheel.divided ? [housing(0.94, 'divided', how), housing(1.12, 'twin-scroll', how)] : []),
    ],
    price: maker(Math.round(12 * wheel.inducer ** 0.95)),
    note: wheel.bearing
      ? 'The stated efficiency holds the bearing’s loss.'
      : wheel.reference === 2
        ? 'Capacity as read on a hot-gas stand, corrected to 600 °C.'
        : '',
  });
}

const turbines = wheels.map((wheel, i) => ({
  id: `${wheel.tree.toLowerCase()}-t${wheel.inducer}`,
  revision: 1,
  document: turbineOf(wheel, i),
}));

type Pair = { compressor: (typeof sampleCompressors)[number]; turbine: (typeof turbines)[number] };

/** The turbine whose wheel lies nearest to a share of the compressor's exducer. */
const nearest = (exducer: number) =>
  turbines.reduce((a, b) =>
    Math.abs(b.document.inducer.value - exducer) < Math.abs(a.document.inducer.value - exducer) ? b : a,
  );

/** One smaller and, for most, one larger turbine on each compressor. */
const pairs: Pair[] = sampleCompressors.flatMap((compressor, i): Pair[] => {
  const exducer = compressor.document.exducer.value;
  const small = nearest(exducer * 0.84);
  const large = nearest(exducer * 0.95);
  return large === small || i % 5 === 4
    ? [{ compressor, turbine: small }]
    : [
        { compressor, turbine: small },
        { compressor, turbine: large },
      ];
});

/** Densities of a cast compressor wheel and a turbine wheel, kg/m³, and the shape factor of J = c ρ d⁵. */
const inertiaOf = (compressor: number, turbine: number) =>
  0.0105 * (2_750 * compressor ** 5 * 1.1 + 8_200 * turbine ** 5);

function gateOf(turbine: number, exducer: number, i: number): Turbocharger['gate'] {
  // Small diesels of the trade have vanes; a fair share of the small and middle ones a flap in the housing.
  if (i % 9 === 4 && exducer < 0.075) return { kind: 'vanes', closed: maker(0.42), open: maker(1.25) };
  const internal = turbine < 0.062 && i % 2 === 0;
  const bore = round(turbine * (internal ? 0.54 : 0.74), 3);
  return {
    kind: 'valve',
    mounting: internal ? 'internal' : 'external',
    bore: maker(bore),
    flowCoefficient: maker(internal ? 0.68 : 0.78),
    springGauge: maker([50_000, 70_000, 90_000][i % 3]!),
    diaphragm: maker(round(bore * (internal ? 2.1 : 2.35), 3)),
    reference: 'controlled',
  };
}

const turbochargers = pairs.map(({ compressor, turbine }, i) => {
  const [c, t] = [compressor.document, turbine.document];
  const twin = t.housings.findIndex((h) => h.entry !== 'open');
  const housing = i % 6 === 5 && twin >= 0 ? twin : t.inducer.value < c.exducer.value * 0.88 ? 1 : 2;
  const document = turbochargerSchema.parse({
    version: 1,
    kind: 'turbocharger',
    name: `${c.name}-${Math.round(t.inducer.value * 1_000)}`,
    compressor: { id: compressor.id, revision: 1 },
    turbine: { id: turbine.id, revision: 1 },
    housing,
    gate: gateOf(t.inducer.value, c.exducer.value, i),
    inertia: maker(round(inertiaOf(c.exducer.value, t.inducer.value), 3)),
    mechanicalEfficiency: maker(i % 4 === 0 ? 0.975 : 0.955),
    maxSpeedRpm: maker(Math.min(c.maxSpeedRpm.value, t.maxSpeedRpm.value)),
    flange: t.inducer.value < 0.052 ? 'three-bolt' : t.inducer.value < 0.09 ? 'four-bolt' : 'large four-bolt',
    ...(c.price && t.price
      ? { price: maker(Math.round((c.price.value * 1.35 + t.price.value * 1.1 + 120) / 10) * 10) }
      : {}),
    stock: (i * 7) % 4,
    note: i % 4 === 0 ? 'Rolling bearings.' : '',
  });
  return { id: `${compressor.id}-${Math.round(t.inducer.value * 1_000)}`, revision: 1, document };
});

const write = (name: string, items: unknown) =>
  writeFileSync(new URL(`../../src/data/demo/${name}.json`, import.meta.url), `${JSON.stringify(items)}\n`);
write('turbines', turbines);
write('turbochargers', turbochargers);
for (const { document: d } of turbochargers)
  console.log(d.name.padEnd(18), d.turbine.id.padEnd(14), d.housing, d.gate.kind, d.price?.value ?? '–');
console.log(turbines.length, 'turbines,', turbochargers.length, 'turbochargers');
