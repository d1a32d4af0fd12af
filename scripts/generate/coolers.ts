/**
 * Makes the invented charge air coolers of the demo library. Run once by hand and commit what it writes:
 *   node --import tsx scripts/generate/coolers.ts
 * Effectiveness by the transfer units of a core whose conductance goes with its volume (core/charge-air/exchanger.ts), at what
 * blows through its face at 8 m/s, or at a pump's water; the drop by the square of the flow over the charge's way. Nothing
 * here is taken from a real part.
 */
import { writeFileSync } from 'node:fs';
import { coolerSchema, type ChargeCooler } from '../../src/core/charge-air/cooler-document';
import { chargeSideEffectiveness, type Core } from '../../src/core/charge-air/exchanger';
import { given } from '../../src/core/documents/input';

const round = (value: number, digits: number) => Number(value.toPrecision(digits));
const maker = (value: number) => given(value, 'maker');

/** Face mm, depth mm, whether the charge runs along the long side, price, stock. */
type Row = [
  name: string,
  type: ChargeCooler['type'],
  height: number,
  width: number,
  depth: number,
  price: number,
  stock: number,
];
const rows: Row[] = [
  ['Floe 20', 'air', 140, 300, 57, 210, 4],
  ['Floe 30', 'air', 180, 400, 57, 260, 3],
  ['Floe 40', 'air', 230, 450, 63, 320, 2],
  ['Floe 50', 'air', 280, 500, 63, 390, 3],
  ['Floe 60', 'air', 300, 550, 76, 470, 2],
  ['Floe 80', 'air', 300, 600, 90, 590, 1],
  ['Floe 100', 'air', 310, 640, 102, 720, 1],
  ['Floe 130', 'air', 380, 700, 102, 910, 0],
  ['Floe 170', 'air', 450, 760, 115, 1_190, 0],
  ['Floe 220', 'air', 520, 840, 127, 1_540, 0],
  ['Brine 20', 'water', 110, 180, 100, 340, 2],
  ['Brine 35', 'water', 130, 220, 115, 430, 2],
  ['Brine 50', 'water', 150, 260, 130, 540, 1],
  ['Brine 75', 'water', 180, 300, 150, 690, 1],
  ['Brine 110', 'water', 220, 340, 165, 880, 0],
  ['Brine 150', 'water', 260, 380, 180, 1_120, 0],
];

/** Conductance of the two sides of a litre of core at their flows, W/K, and what a core weighs, kg/L (common practice, no source). */
const CHARGE_LITRE = { air: 68, water: 190 };
const COOLANT_LITRE = { air: 90, water: 900 };
const LITRE = { air: 0.9, water: 1.7 };
const AIR = { heat: 1_006, density: 1.16, speed: 8 };
const WATER = { heat: 3_700, flow: 0.55 };

function cooler([name, type, height, width, depth, price, stock]: Row): ChargeCooler {
  const litres = (height * width * depth) / 1e6;
  const face = (height * width) / 1e6;
  // The flow a core is sold for: so much through the litres of it.
  const rated = type === 'air' ? 0.024 * litres ** 0.93 : 0.075 * litres ** 0.93;
  const cooling = type === 'air' ? face * AIR.density * AIR.speed : WATER.flow;
  const core: Core = {
    arrangement: 'cross',
    charge: { conductance: CHARGE_LITRE[type] * litres, flow: rated },
    coolant: { conductance: COOLANT_LITRE[type] * litres, flow: cooling },
  };
  const points = [0.3, 0.6, 0.9, 1.2, 1.5].map((share) => {
    const flow = round(rated * share, 3);
    const effectiveness = chargeSideEffectiveness(
      core,
      { flow, heat: AIR.heat },
      { flow: cooling, heat: type === 'air' ? AIR.heat : WATER.heat },
    );
    const drop = (type === 'air' ? 7_500 : 5_500) * (flow / rated) ** 2;
    return { flow, effectiveness: round(effectiveness, 3), drop: round(drop, 3) };
  });
  return coolerSchema.parse({
    version: 1,
    kind: 'cooler',
    name,
    type,
    height: maker(height / 1_000),
    width: maker(width / 1_000),
    depth: maker(depth / 1_000),
    bench: { pressure: 200_000, temperature: 400 },
    points,
    mass: maker(round(litres * LITRE[type], 2)),
    price: maker(price),
    stock,
    note: type === 'air' ? 'Points with 8 m/s through the face.' : 'Points with 33 L/min of coolant.',
  });
}

const items = rows.map((row) => {
  const document = cooler(row);
  return { id: document.name.toLowerCase().replace(/ /g, '-'), revision: 1, document };
});
writeFileSync('src/data/demo/coolers.json', `${JSON.stringify(items)}\n`);
