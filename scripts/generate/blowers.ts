/**
 * Makes the invented displacement blowers of the demo library: a table of volumetric and isentropic efficiency over rotor
 * speed and pressure ratio by the losses of `src/core/blower/losses.ts`. Run once by hand:
 *   node --import tsx scripts/generate/blowers.ts
 * and commit what it writes. Nothing here is taken from a real part. docs/physics/blower.md states the bounds that its test
 * holds the result to.
 */
import { writeFileSync } from 'node:fs';
import { given } from '../../src/core/documents/input';
import { blowerSchema, type Blower, type BlowerType } from '../../src/core/blower/document';
import { blowerEfficiencies, type BlowerLosses } from '../../src/core/blower/losses';

const maker = (value: number) => given(value, 'maker');
const round = (value: number, digits: number) => Number(value.toPrecision(digits));
const LITRE = 1e-3;

/** Losses by type: straight lobes have wide gaps and sharp ports, screws the tightest and the best. */
const types: Record<
  BlowerType,
  { gaps: number; filling: number; ports: number; heat: number; hottest: number; most: number }
> = {
  roots: { gaps: 0.0085, filling: 0.06, ports: 0.16, heat: 0.12, hottest: 160, most: 2.1 },
  twisted: { gaps: 0.0068, filling: 0.045, ports: 0.085, heat: 0.1, hottest: 165, most: 2.5 },
  screw: { gaps: 0.0062, filling: 0.04, ports: 0.07, heat: 0.13, hottest: 175, most: 3 },
};

/** Name, type, L per turn, built-in ratio, highest rotor speed, step-up inside, and how tight it is against its type. */
const rows: [string, BlowerType, number, number, number, number, number][] = [
  ['Rill', 'twisted', 0.32, 1, 20_000, 1, 1.08],
  ['Beck', 'screw', 0.45, 1.35, 22_000, 1, 1.02],
  ['Brook', 'roots', 0.62, 1, 14_000, 1, 1],
  ['Tarn', 'twisted', 0.9, 1, 18_000, 1, 1],
  ['Burn', 'screw', 1.05, 1.4, 18_500, 1.2, 0.97],
  ['Mere', 'twisted', 1.32, 1.1, 17_000, 1, 0.95],
  ['Lough', 'screw', 1.6, 1.45, 17_000, 1, 1],
  ['Weir', 'roots', 1.75, 1, 12_000, 1, 1.05],
  ['Lagoon', 'twisted', 1.9, 1.1, 16_000, 1, 0.98],
  ['Fjord', 'screw', 2.3, 1.4, 15_000, 1, 0.95],
  ['Strait', 'twisted', 2.65, 1.12, 14_500, 1, 0.96],
  ['Sound', 'screw', 3.2, 1.45, 14_000, 1, 0.97],
  ['Estuary', 'roots', 3.9, 1, 9_500, 1, 1],
  ['Delta', 'screw', 4.5, 1.4, 12_000, 1, 0.94],
];

const speeds = [0.12, 0.25, 0.4, 0.55, 0.7, 0.85, 1];

const items = rows.map(([name, type, litres, internalRatio, maxSpeedRpm, stepUp, tightness]) => {
  const { gaps, filling, ports, heat, hottest, most } = types[type];
  const of: BlowerLosses = {
    volume: litres * LITRE,
    internalRatio,
    maxSpeedRpm,
    gaps: gaps / tightness,
    filling,
    ports,
    heat,
  };
  const ratios = [1.05, 1.1, 1.2, 1.3, 1.5, 1.7, 1.9, 2.1, 2.3, 2.5, 2.75, 3].filter(
    (ratio) => ratio <= most,
  );
  const document: Blower = blowerSchema.parse({
    version: 1,
    kind: 'blower',
    name: `${name} ${(litres * 1000).toFixed(0)}`,
    type,
    volume: maker(of.volume),
    internalRatio: maker(internalRatio),
    stepUp: maker(stepUp),
    maxSpeedRpm: maker(maxSpeedRpm),
    maxOutletTemperature: maker(round(hottest + 273.15, 5)),
    lines: speeds.map((share) => {
      const speedRpm = Math.round((share * maxSpeedRpm) / 50) * 50;
      return {
        speedRpm,
        // A table ends where hardly anything arrives any more.
        points: ratios
          .map((pressureRatio) => ({ pressureRatio, ...blowerEfficiencies(of, speedRpm, pressureRatio) }))
          .filter((p) => p.volumetric > 0.3)
          .map((p) => ({
            pressureRatio: round(p.pressureRatio, 3),
            volumetric: round(p.volumetric, 3),
            isentropic: round(p.isentropic, 3),
          })),
      };
    }),
    shaft: maker(litres < 1 ? 0.017 : litres < 2 ? 0.025 : 0.03),
    clearance: maker(round(0.036 + 0.018 * litres ** 0.5, 2)),
    mass: maker(round(4 + 11 * litres ** 0.85, 2)),
    price: maker(
      Math.round(
        (900 + 1_150 * litres ** 0.8 * (type === 'screw' ? 1.35 : type === 'roots' ? 0.75 : 1)) / 10,
      ) * 10,
    ),
    note: '',
  });
  return { id: `${name.toLowerCase()}-${(litres * 1000).toFixed(0)}`, revision: 1, document };
});

writeFileSync(new URL('../../src/data/demo/blowers.json', import.meta.url), `${JSON.stringify(items)}\n`);
console.log(`${items.length} blowers`);
