/**
 * Makes the invented pulleys, belts and centrifugal blowers of the demo library. Pulleys by the least diameter of their
 * profile and a usual wall and weight; belts in steps of a usual list; centrifugals from the compressors by a step-up that
 * puts their pulley within a belt's reach. Run once by hand:
 *   node --import tsx scripts/generate/drives.ts
 * and commit what it writes. Nothing here is taken from a real part.
 */
import { writeFileSync } from 'node:fs';
import { centrifugalSchema } from '../../src/core/blower/centrifugal';
import { given } from '../../src/core/documents/input';
import { beltSchema, pulleySchema, type Belt, type Pulley } from '../../src/core/drive/document';
import { isToothed, profiles, type BeltProfile } from '../../src/core/drive/profile';

const maker = (value: number) => given(value, 'maker');
const mm = (value: number) => Math.round(value * 1e4) / 1e7;
const round = (value: number, digits: number) => Number(value.toPrecision(digits));

type Item<D> = { id: string; revision: number; document: D };

/** Density of the alloy, and the share of a disc that is left once it is turned out (common practice, no source). */
const ALLOY = 2_750;
const LEFT = 0.55;

function pulley(
  profile: BeltProfile,
  ribs: number,
  place: Pulley['place'],
  diameterMm: number,
  boreMm: number,
  stock: number,
): Item<Pulley> {
  const toothed = isToothed(profile);
  const width = toothed ? 0.055 : ribs * profiles[profile].pitch + 0.006;
  const volume = (Math.PI / 4) * ((diameterMm / 1_000) ** 2 - (boreMm / 1_000) ** 2) * width;
  const mass = round(volume * ALLOY * LEFT, 2);
  const size = toothed ? `${ribs}-${profile}` : `${ribs}${profile}`;
  const where = place === 'crank' ? 'crank ' : place === 'idler' ? 'idler ' : '';
  const diameter = toothed ? (ribs * profiles[profile].pitch) / Math.PI : diameterMm / 1_000;
  const name = toothed ? `Pulley ${where}${size}` : `Pulley ${where}${size} ${diameterMm}`;
  return {
    id: name.toLowerCase().replaceAll(' ', '-'),
    revision: 1,
    document: pulleySchema.parse({
      version: 1,
      kind: 'pulley',
      name,
      place,
      profile,
      measured: toothed ? 'pitch' : 'effective',
      diameter: maker(mm(diameter * 1_000)),
      ribs,
      bore: maker(boreMm / 1_000),
      maxSpeedRpm: maker(Math.round(((95 / (Math.PI * diameter)) * 60) / 500) * 500),
      mass: maker(mass),
      price: maker(Math.round((55 + 62 * mass + (place === 'crank' ? 40 : 0)) / 5) * 5),
      stock,
      note: '',
    }),
  };
}

const blower: [BeltProfile, number, number, number[]][] = [
  ['PK', 6, 17, [50, 53, 56, 60, 64, 68, 72, 77, 82, 88]],
  ['PK', 8, 25, [56, 59, 62, 65, 68, 71, 74, 77, 80, 84, 88, 92, 98, 104]],
  ['PK', 10, 30, [62, 65, 68, 71, 74, 77, 80, 83, 86, 90, 94, 98, 103, 108, 114]],
  ['PK', 12, 30, [71, 74, 77, 80, 83, 86, 90, 94, 98, 103, 108, 114, 120]],
];
const crank: [BeltProfile, number, number, number[]][] = [
  ['PK', 6, 32, [125, 138, 152, 165]],
  ['PK', 8, 38, [132, 146, 160, 174, 188]],
  ['PK', 10, 42, [128, 140, 152, 166, 180]],
  ['PK', 12, 42, [128, 140, 152, 166]],
];
const pulleys = [
  ...blower.flatMap(([profile, ribs, bore, sizes]) =>
    sizes.map((size, i) => pulley(profile, ribs, 'blower', size, bore, [2, 1, 0, 3][(i * 7 + ribs) % 4]!)),
  ),
  ...crank.flatMap(([profile, ribs, bore, sizes]) =>
    sizes.map((size, i) => pulley(profile, ribs, 'crank', size, bore, [1, 0, 2][i % 3]!)),
  ),
  ...[65, 76].map((size) => pulley('PK', 10, 'idler', size, 17, 4)),
  ...[26, 28, 30, 32, 36].map((teeth) => pulley('8M', teeth, 'blower', (teeth * 8) / Math.PI, 30, 1)),
  ...[52, 60].map((teeth) => pulley('8M', teeth, 'crank', (teeth * 8) / Math.PI, 42, 1)),
];

function belt(
  profile: BeltProfile,
  ribs: number,
  width: number,
  from: number,
  to: number,
  step: number,
): Item<Belt> {
  const toothed = isToothed(profile);
  const name = toothed ? `Belt ${profile} ${width * 1_000} mm` : `Belt ${ribs}${profile}`;
  const { mostTension, mostSpeed } = profiles[profile];
  const lengths = [];
  for (let length = from; length <= to + 1e-9; length += step)
    lengths.push({ length: mm(length * 1_000), price: Math.round(6 + 3.2 * length * (toothed ? 14 : ribs)) });
  return {
    id: name.toLowerCase().replaceAll(' ', '-'),
    revision: 1,
    document: beltSchema.parse({
      version: 1,
      kind: 'belt',
      name,
      profile,
      ribs,
      width: maker(width),
      lengths,
      mostTension: maker(toothed ? Math.round(mostTension * width) : mostTension),
      mostSpeed: maker(mostSpeed),
      note: '',
    }),
  };
}

const belts = [
  belt('PK', 6, 0.0214, 0.7, 1.9, 0.025),
  belt('PK', 8, 0.0285, 0.8, 2.2, 0.03),
  belt('PK', 10, 0.0356, 0.8, 2.2, 0.03),
  belt('PK', 12, 0.0427, 0.8, 2.2, 0.03),
  belt('8M', 10, 0.05, 0.8, 1.92, 0.08),
];

/** Name, compressor, step-up, highest wheel speed, pulley shaft in mm. */
const grasses: [string, string, number, number, number][] = [
  ['Bent 46', 'alder-46', 9.2, 108_000, 17],
  ['Fescue 50', 'birch-50', 8.4, 100_000, 17],
  ['Sedge 54', 'cedar-54', 7.6, 102_000, 17],
  ['Foxtail 58', 'ash-58', 7.1, 88_000, 17],
  ['Reed 63', 'elm-63', 6.4, 82_000, 25],
  ['Marram 71', 'yew-71', 5.6, 74_000, 25],
  ['Cocksfoot 82', 'pine-82', 4.8, 64_000, 25],
  ['Millet 94', 'walnut-94', 4.1, 56_000, 30],
];
const centrifugals = grasses.map(([name, compressor, stepUp, maxSpeedRpm, shaft]) => {
  const wheel = Number(name.split(' ')[1]) / 1_000;
  const mass = round(3 + 1.1e4 * wheel ** 2.6, 2);
  return {
    id: name.toLowerCase().replaceAll(' ', '-'),
    revision: 1,
    document: centrifugalSchema.parse({
      version: 1,
      kind: 'centrifugal',
      name,
      compressor: { id: compressor, revision: 1 },
      stepUp: maker(stepUp),
      mechanicalEfficiency: maker(0.94),
      maxSpeedRpm: maker(maxSpeedRpm),
      shaft: maker(shaft / 1_000),
      clearance: maker(mm(shaft * 2.4)),
      mass: maker(mass),
      price: maker(Math.round((1_250 + 95 * mass) / 10) * 10),
      note: '',
    }),
  };
});

const write = (file: string, items: unknown[]) => {
  writeFileSync(new URL(`../../src/data/demo/${file}.json`, import.meta.url), `${JSON.stringify(items)}\n`);
  console.log(`${items.length} ${file}`);
};
write('pulleys', pulleys);
write('belts', belts);
write('centrifugals', centrifugals);
