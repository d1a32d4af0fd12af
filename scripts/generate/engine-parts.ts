/**
 * Makes the invented engine parts and engine families of the demo library. Run once by hand and commit what it writes:
 * node --import tsx scripts/generate/engine-parts.ts
 * Nothing here is taken from a real part.
 */
import { writeFileSync } from 'node:fs';
import { given, guess } from '../../src/core/documents/input';
import type { LimitMetric, PartType } from '../../src/core/job/schema/component-choices';
import { engineFamilySchema, enginePartSchema } from '../../src/core/limits/part-documents';

const BAR = 1e5;
const KM_H = 1 / 3.6;
type Row = [
  name: string,
  type: PartType,
  fits: string,
  note: string,
  material: string,
  limits: Partial<Record<LimitMetric, number>>,
  price: number,
  stock: number,
];

const parts: Row[] = [
  ['Anvil R 32', 'rods', '', 'Any, by length.', 'forged steel, I-beam', { bmep: 32 * BAR }, 540, 2],
  ['Anvil R 40', 'rods', '', 'Any, by length.', 'forged steel, H-beam', { bmep: 40 * BAR }, 890, 1],
  ['Anvil B 26', 'rod-bolts', '', 'Anvil rods.', 'alloy steel, 1,400 MPa', { pistonSpeed: 26 }, 160, 4],
  ['Anvil B 29', 'rod-bolts', '', 'Anvil rods.', 'alloy steel, 1,700 MPa', { pistonSpeed: 29 }, 310, 2],
  ['Kiln P 30', 'pistons', '', 'Any, by bore.', 'forged, 4032', { bmep: 30 * BAR }, 620, 1],
  ['Kiln P 38', 'pistons', '', 'Any, by bore.', 'forged, 2618', { bmep: 38 * BAR }, 860, 1],
  [
    'Kiln set 34',
    'pistons-and-rods',
    '',
    'Any, by bore.',
    'forged pistons and rods',
    { bmep: 34 * BAR, pistonSpeed: 27 },
    1_290,
    1,
  ],
  ['Tenon S 30', 'head-clamp', '', 'Any, by thread.', 'studs, 1,200 MPa', { bmep: 30 * BAR }, 140, 3],
  ['Tenon S 42', 'head-clamp', '', 'Any, by thread.', 'studs, 1,500 MPa', { bmep: 42 * BAR }, 260, 2],
  [
    'Seal M 32',
    'head-gasket',
    '',
    'Any, by bore.',
    'steel, three layers',
    { bmep: 32 * BAR, cylinderPressure: 130 * BAR },
    120,
    5,
  ],
  [
    'Seal R 44',
    'head-gasket',
    '',
    'Any, by bore.',
    'steel with fire rings',
    { bmep: 44 * BAR, cylinderPressure: 190 * BAR },
    340,
    1,
  ],
  [
    'Tenon top 34',
    'top-end',
    'Haldon 2.0 pushrod',
    '',
    'gasket, studs, springs',
    { bmep: 34 * BAR, cylinderPressure: 140 * BAR, engineSpeed: 8_200 },
    590,
    1,
  ],
  [
    'Carrow top 36',
    'top-end',
    'Carrow 2.2 four',
    '',
    'gasket, studs, springs',
    { bmep: 36 * BAR, cylinderPressure: 150 * BAR, engineSpeed: 8_400 },
    640,
    1,
  ],
  [
    'Carrow caps 36',
    'main-caps',
    'Carrow 2.2 four',
    '',
    'steel caps, line bored',
    { bmep: 36 * BAR },
    520,
    1,
  ],
  ['Girdle 38', 'main-caps', 'Haldon 2.0 pushrod', '', 'steel caps, line bored', { bmep: 38 * BAR }, 480, 0],
  ['Anvil C 45', 'crank', 'Haldon 2.0 pushrod', '', 'forged, nitrided', { bmep: 45 * BAR }, 1_650, 0],
  [
    'Anvil short 40',
    'short-block',
    'Haldon 2.0 pushrod',
    '',
    'sleeved, forged inside',
    { bmep: 40 * BAR, pistonSpeed: 28 },
    4_900,
    0,
  ],
  [
    'Coil V 8200',
    'valve-springs',
    '',
    'Any, by height.',
    'dual, 1.45 kN open',
    { engineSpeed: 8_200 },
    280,
    2,
  ],
  [
    'Coil V 9200',
    'valve-springs',
    '',
    'Any, by height.',
    'dual, 1.75 kN open',
    { engineSpeed: 9_200 },
    410,
    1,
  ],
  ['Grip 450', 'clutch', '', '215 mm flywheel.', 'sintered, single plate', { torque: 450 }, 390, 2],
  ['Grip 700', 'clutch', '', '215 mm flywheel.', 'sintered, twin plate', { torque: 700 }, 980, 1],
  ['Shift 5 420', 'gearbox', '', 'Longitudinal fours.', 'five-speed, synchromesh', { torque: 420 }, 1_450, 1],
  ['Shift 6 650', 'gearbox', '', 'Longitudinal fours.', 'six-speed, straight-cut', { torque: 650 }, 4_600, 0],
  ['Halt 330', 'brakes', '', 'Front axle.', 'vented, 330 mm', { stopEnergy: 1.6e6 }, 720, 1],
  ['Tread V', 'tyres', '', '16 in.', 'summer', { roadSpeed: 240 * KM_H, runningMass: 2_400 }, 420, 8],
  ['Tread Y', 'tyres', '', '17 in.', 'summer', { roadSpeed: 300 * KM_H, runningMass: 2_300 }, 640, 4],
  [
    'Seal D 40',
    'head-gasket',
    'Merrow 7.2 diesel',
    '',
    'steel with fire rings',
    { bmep: 40 * BAR, cylinderPressure: 220 * BAR },
    460,
    1,
  ],
  ['Tenon D 44', 'head-clamp', 'Merrow 7.2 diesel', '', 'studs, 1,500 MPa', { bmep: 44 * BAR }, 620, 1],
];

const engineParts = parts.map(([name, type, fits, note, material, limits, price, stock]) =>
  enginePartSchema.parse({
    version: 1,
    kind: 'engine-part',
    name,
    type,
    fits,
    material,
    limits: Object.fromEntries(
      Object.entries(limits).map(([metric, value]) => [metric, given(value, 'maker')]),
    ),
    price: given(price, 'maker'),
    stock,
    note,
  }),
);

const families = [
  {
    name: 'Carrow 2.2 four',
    weakPoints:
      'Ring land of number three on early pistons\nOil pick-up gasket after long heat\nHead studs pull at the rear corner',
    components: [
      {
        id: 'pistons',
        kind: 'pistons',
        name: 'early, cast',
        note: 'Three failed here between these figures, all at number three',
        limits: { bmep: { low: given(18 * BAR, 'reported'), high: given(21 * BAR, 'reported') } },
      },
      {
        id: 'head-clamp',
        kind: 'head-clamp',
        name: '',
        note: 'Two that lifted',
        limits: { bmep: { low: given(24 * BAR, 'measured'), high: guess(28 * BAR) } },
      },
    ],
    note: 'From five engines of this shop.',
  },
  {
    name: 'Haldon 2.0 pushrod',
    weakPoints: 'Camshaft lobes after long lay-up\nThird main bearing at sustained high speed',
    components: [],
    note: '',
  },
  {
    name: 'Merrow 7.2 diesel',
    weakPoints: 'Head gasket between cylinders five and six',
    components: [],
    note: '',
  },
].map((family) => engineFamilySchema.parse({ version: 1, kind: 'engine-family', ...family }));

const write = (file: string, documents: { name: string }[]) => {
  const items = documents.map((document) => ({
    id: document.name.toLowerCase().replace(/[ :.]+/g, '-'),
    revision: 1,
    document,
  }));
  writeFileSync(`src/data/demo/${file}.json`, `${JSON.stringify(items)}\n`);
};
write('engine-parts', engineParts);
write('engine-families', families);
