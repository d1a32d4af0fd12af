/**
 * Makes the invented heat exchangers of the demo library: conductance with the volume of the core, 82 W/K a litre at 8 m/s
 * (common practice, no source). Run once by hand and commit what it writes:
 *   node --import tsx scripts/generate/heat-exchangers.ts
 * Nothing here is taken from a real part.
 */
import { writeFileSync } from 'node:fs';
import { heatExchangerSchema } from '../../src/core/charge-air/heat-exchanger-document';
import { given } from '../../src/core/documents/input';

const maker = (value: number) => given(Number(value.toPrecision(4)), 'maker');
const rows: [
  name: string,
  height: number,
  width: number,
  depth: number,
  fan: boolean,
  price: number,
  stock: number,
][] = [
  ['Tarn 20', 150, 300, 32, false, 120, 3],
  ['Tarn 30', 180, 400, 38, false, 150, 2],
  ['Tarn 30 fan', 180, 400, 38, true, 235, 2],
  ['Tarn 45', 220, 500, 42, false, 195, 2],
  ['Tarn 45 fan', 220, 500, 42, true, 290, 1],
  ['Tarn 60', 260, 560, 45, false, 245, 1],
  ['Tarn 90', 320, 620, 50, false, 330, 1],
  ['Tarn 90 fan', 320, 620, 50, true, 460, 0],
  ['Tarn 140', 400, 700, 58, false, 480, 0],
];
const items = rows.map(([name, height, width, depth, hasFan, price, stock]) => {
  const litres = (height * width * depth) / 1e6;
  const document = heatExchangerSchema.parse({
    version: 1,
    kind: 'heat-exchanger',
    name,
    height: maker(height / 1_000),
    width: maker(width / 1_000),
    depth: maker(depth / 1_000),
    conductance: maker(82 * litres),
    hasFan,
    mass: maker(litres * 0.75 + (hasFan ? 1.6 : 0)),
    price: maker(price),
    stock,
    note: '',
  });
  return { id: name.toLowerCase().replace(/ /g, '-'), revision: 1, document };
});
writeFileSync('src/data/demo/heat-exchangers.json', `${JSON.stringify(items)}\n`);
