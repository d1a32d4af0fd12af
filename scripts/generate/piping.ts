/**
 * Makes the invented pipes, hoses and throttle bodies of the demo library. Run once by hand and commit what it writes:
 *   node --import tsx scripts/generate/piping.ts
 * Bench points are those of a resistance over the dynamic pressure in the bore; nothing here is taken from a real part.
 */
import { writeFileSync } from 'node:fs';
import { given } from '../../src/core/documents/input';
import { dropOfPipe } from '../../src/core/charge-air/pipe';
import { pipingSchema, type Piping } from '../../src/core/charge-air/piping-document';

const bench = { pressure: 101_325, temperature: 293.15 };
const round = (value: number, digits: number) => Number(value.toPrecision(digits));
const dynamic = (flow: number, bore: number) => {
  const area = (Math.PI / 4) * bore ** 2;
  return (flow / area) ** 2 / (2 * (bench.pressure / (287.05 * bench.temperature)));
};

type Row = [
  name: string,
  type: Piping['type'],
  bore: number,
  length: number,
  bends: number,
  price: number,
  stock: number,
];
const rows: Row[] = [
  ['Reed 51 straight', 'pipe', 51, 0.6, 0, 38, 6],
  ['Reed 51 elbow', 'pipe', 51, 0.3, 1, 44, 4],
  ['Reed 57 S', 'pipe', 57, 0.7, 2, 58, 3],
  ['Reed 63 straight', 'pipe', 63.5, 0.6, 0, 46, 5],
  ['Reed 63 run', 'pipe', 63.5, 1.4, 3, 96, 2],
  ['Reed 76 straight', 'pipe', 76, 0.6, 0, 54, 4],
  ['Reed 76 run', 'pipe', 76, 1.6, 3, 118, 1],
  ['Sedge 51 coupler', 'hose', 51, 0.08, 0, 12, 20],
  ['Sedge 57 elbow', 'hose', 57, 0.18, 1, 26, 9],
  ['Sedge 63 hump', 'hose', 63.5, 0.1, 0, 19, 12],
  ['Sedge 76 elbow', 'hose', 76, 0.22, 1, 34, 6],
];
const throttles: [name: string, bore: number, price: number, stock: number][] = [
  ['Rush 48 throttle', 48, 160, 1],
  ['Rush 60 throttle', 60, 190, 2],
  ['Rush 68 throttle', 68, 215, 1],
  ['Rush 80 throttle', 80, 260, 0],
];

const plain = ([name, type, bore, length, bends, price, stock]: Row): Piping => ({
  version: 1,
  kind: 'piping',
  name,
  type,
  bore: given(round(bore / 1000, 4), 'maker'),
  length: given(length, 'measured'),
  bends: given(bends, 'measured'),
  bench,
  points: [],
  price: given(price, 'maker'),
  stock,
  note: '',
});
/** Body, shaft and plate wide open cost about four tenths of the dynamic pressure (common practice). */
const throttle = ([name, millimetres, price, stock]: (typeof throttles)[number]): Piping => {
  const bore = millimetres / 1000;
  const most = 0.3 * (bore / 0.06) ** 2;
  return {
    ...plain([name, 'throttle-body', millimetres, 0.09, 0, price, stock]),
    points: [0.25, 0.5, 0.75, 1].map((share, i) => {
      const flow = round(most * share, 3);
      const wall = dropOfPipe(
        { diameter: bore, length: 0.09, bends: 0 },
        flow,
        bench.pressure,
        bench.temperature,
      );
      return { flow, drop: round((0.4 + 0.01 * i) * dynamic(flow, bore) + wall, 3) };
    }),
    note: 'Wide open, on the shop’s bench.',
  };
};

const items = [...rows.map(plain), ...throttles.map(throttle)].map((document) => ({
  id: document.name.toLowerCase().replace(/ /g, '-'),
  revision: 1,
  document: pipingSchema.parse(document),
}));
writeFileSync('src/data/demo/piping.json', `${JSON.stringify(items)}\n`);
