/**
 * Makes the invented dyno runs of the demo: the coupé before and after its larger housing. Run once by hand and commit what it
 * writes: node --import tsx scripts/generate/runs.ts
 */
import { writeFileSync } from 'node:fs';
import { blankCard, type RunCard } from '../../src/core/dyno/card';
import { addRunSchema } from '../../src/formats/runs';

const COUPE = 'c4b17f2e-8d05-4e69-a1b8-22f0c6d32200';
const HP = 745.7;
const speeds = Array.from({ length: 90 }, (_, i) => 2_000 + 50 * i);
let seed = 7;
/** Evenly from −1/2 to 1/2, the same every time. */
const noise = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647 - 0.5;
const round = (value: number) => Number(value.toPrecision(6));
const onset = (n: number, at: number) => 1 / (1 + Math.exp(-(n - at) / 220));

const card = (name: string, change: Partial<RunCard>): RunCard => ({
  ...blankCard(name),
  operator: 'M.',
  dyno: 'Own cell',
  vehicle: 'Coupé',
  repeatability: 0.008,
  pressure: 98_600,
  temperature: 297.15,
  humidity: 0.45,
  file: 'coupe-base',
  slot: '1',
  fuel: '98 RON',
  gear: 4,
  boostControl: 'closed loop',
  level: 88_000,
  startOil: 361.15,
  startCoolant: 356.15,
  startCharge: 306.15,
  sweepRate: 400,
  startRpm: 2_000,
  tieDown: 'four straps',
  sensors: 'manifold behind the throttle; charge before it; λ in the down pipe',
  ...change,
});

function run(its: RunCard, { torque, late, manifold }: { torque: number; late: number; manifold: number }) {
  const made = speeds.map((n) =>
    round(torque * (0.36 + 0.64 * onset(n, 2_750 + late)) * (1 - ((n - 4_300) / 4_800) ** 2) + 3 * noise()),
  );
  const log = {
    time: speeds.map((_, i) => round(0.125 * i)),
    speedRpm: speeds,
    torque: made,
    power: made.map((value, i) => round((value * Math.PI * speeds[i]!) / 30)),
    manifold: speeds.map((n) => round(98_600 + (manifold - 98_600) * onset(n, 2_750 + late) + 300 * noise())),
    chargeTemperature: speeds.map((n) => round(306 + n / 650)),
    lambda: speeds.map(() => round(0.82 + 0.006 * noise())),
  };
  const raw = [
    'time s;rpm;torque Nm;power hp;MAP kPa;IAT °C;lambda',
    ...speeds.map((n, i) =>
      [
        log.time[i],
        n,
        made[i],
        round(log.power[i]! / HP),
        round(log.manifold[i]! / 1_000),
        round(log.chargeTemperature[i]! - 273.15),
        log.lambda[i],
      ].join(';'),
    ),
  ].join('\n');
  return { jobId: COUPE, ...addRunSchema.parse({ card: its, log, raw }) };
}

const runs = [
  {
    id: 'coupe-run-1',
    ...run(card('As it came back', { at: '2026-03-04' }), { torque: 318, late: 0, manifold: 181_000 }),
  },
  {
    id: 'coupe-run-2',
    ...run(card('Larger housing', { at: '2026-03-04', changed: 'turbine housing' }), {
      torque: 331,
      late: 210,
      manifold: 183_400,
    }),
  },
];
writeFileSync('src/data/demo/runs.json', `${JSON.stringify(runs)}\n`);
