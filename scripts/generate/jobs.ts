/**
 * Writes the demo shop's jobs (Fellwater Induction: all invented) as job documents. Run once by hand after a change:
 *   node --import tsx scripts/generate/jobs.ts
 */
import { writeFileSync } from 'node:fs';
import { factsOf } from '../../src/core/decisions/facts';
import { withMark } from '../../src/core/decisions/standing';
import { compileBuild } from '../../src/core/forecast/build';
import { solveSweep } from '../../src/core/forecast/sweep';
import { fuelDefaults, newJob } from '../../src/core/job/defaults';
import { jobSchema, type Job, type Setup } from '../../src/core/job/document';
import { given, guess } from '../../src/core/job/input';
import type { SettleableBench } from '../../src/core/job/settled';
import { sampleLibrary } from '../../src/data/demo/sample';

const HP = 745.6998715822702;
const celsius = (value: number) => value + 273.15;

function singleSeater(): Job {
  const job = newJob('Hill-climb single-seater', 'a');
  const base = job.setups[0]!;
  return {
    ...job,
    brief: {
      ...job.brief,
      goal: { power: given(285 * HP, 'reported'), basis: 'flywheel', speedRpm: given(8600, 'reported') },
      fuel: { ...fuelDefaults('petrol-98'), lambda: given(0.82, 'maker') },
      venue: {
        name: 'Skarnfell hill climb',
        altitude: given(1650, 'measured'),
        barometer: { kind: 'standard', pressure: guess(83_000) },
        temperature: given(celsius(22), 'reported'),
        humidity: { kind: 'relative', relative: given(0.38, 'reported'), dewPoint: guess(celsius(7)) },
      },
    },
    engine: {
      ...job.engine,
      bore: given(0.079, 'measured'),
      stroke: given(0.0684, 'measured'),
      cylinders: given(4, 'measured'),
      compressionRatio: given(8.8, 'measured'),
      redLineRpm: given(9500, 'maker'),
      idleRpm: given(1500, 'measured'),
      breathing: {
        ...job.engine.breathing,
        source: 'shape',
        shape: { id: 'race-cam', peak: given(1.02, 'reported'), peakRpm: given(7800, 'reported') },
        reference: { ...job.engine.breathing.reference, fuel: 'petrol-98' },
      },
    },
    setups: [
      {
        ...base,
        name: 'Birch 50',
        induction: {
          kind: 'turbo',
          arrangement: 'single',
          stages: [{ compressor: { id: 'birch-50', revision: 1 } }],
        },
        plumbing: [
          {
            place: 'filter',
            drop: given(1700, 'measured'),
            massFlow: given(0.21, 'measured'),
            pressure: given(83_000, 'measured'),
            temperature: given(celsius(22), 'measured'),
            diameter: given(0.083, 'measured'),
          },
          {
            place: 'cooler',
            drop: given(5200, 'maker'),
            massFlow: given(0.21, 'maker'),
            pressure: given(210_000, 'maker'),
            temperature: given(celsius(140), 'maker'),
          },
          {
            place: 'throttle',
            drop: guess(1300),
            massFlow: guess(0.21),
            pressure: guess(205_000),
            temperature: guess(celsius(50)),
            diameter: given(0.06, 'measured'),
          },
        ],
        cooler: { kind: 'air', effectiveness: given(0.78, 'maker'), coolantRise: guess(3) },
        boost: {
          ...base.boost,
          kind: 'goal',
          onsetRpm: guess(3000),
          fullRpm: guess(6000),
        },
        backPressureRatio: guess(1.25),
      },
    ],
  };
}

function rallyRaid(): Job {
  const job = newJob('Rally-raid truck, V10 twins', 'a');
  const base = job.setups[0]!;
  return {
    ...job,
    brief: {
      ...job.brief,
      goal: { power: given(505 * HP, 'reported'), basis: 'wheels', speedRpm: given(5900, 'reported') },
      drivetrain: { school: 'share', lossShare: given(0.17, 'reported'), fixedLoss: guess(6_000) },
      fuel: { ...fuelDefaults('petrol-92'), lambda: given(0.8, 'reported') },
      venue: {
        name: 'Middle stages',
        altitude: given(1100, 'reported'),
        barometer: { kind: 'seaLevel', pressure: given(101_200, 'reported') },
        temperature: given(celsius(38), 'reported'),
        humidity: { kind: 'relative', relative: given(0.15, 'reported'), dewPoint: guess(celsius(6)) },
      },
    },
    engine: {
      ...job.engine,
      bore: given(0.09, 'maker'),
      stroke: given(0.0754, 'maker'),
      cylinders: given(10, 'maker'),
      compressionRatio: given(8.5, 'measured'),
      redLineRpm: given(6800, 'maker'),
      idleRpm: given(800, 'measured'),
      breathing: {
        ...job.engine.breathing,
        source: 'table',
        shape: { id: 'four-valve', peak: guess(0.95), peakRpm: guess(4800) },
        table: {
          confidence: 'measured',
          rows: [
            { speedRpm: 800, value: 0.72 },
            { speedRpm: 1500, value: 0.79 },
            { speedRpm: 2200, value: 0.835 },
            { speedRpm: 3000, value: 0.885 },
            { speedRpm: 3800, value: 0.925 },
            { speedRpm: 4600, value: 0.95 },
            { speedRpm: 5200, value: 0.945 },
            { speedRpm: 5900, value: 0.91 },
            { speedRpm: 6500, value: 0.855 },
            { speedRpm: 7000, value: 0.79 },
          ],
        },
        reference: {
          ...job.engine.breathing.reference,
          fuel: 'petrol-92',
          temperature: given(celsius(31), 'measured'),
        },
      },
    },
    setups: [
      {
        ...base,
        name: 'Twin Rowan 52',
        induction: {
          kind: 'turbo',
          arrangement: 'parallel',
          stages: [{ compressor: { id: 'rowan-52', revision: 1 } }],
        },
        plumbing: [
          {
            place: 'filter',
            drop: given(2600, 'reported'),
            massFlow: given(0.45, 'reported'),
            pressure: given(89_000, 'reported'),
            temperature: given(celsius(30), 'reported'),
            diameter: given(0.09, 'measured'),
          },
          {
            place: 'cooler',
            drop: guess(7000),
            massFlow: guess(0.45),
            pressure: guess(190_000),
            temperature: guess(celsius(140)),
          },
          {
            place: 'throttle',
            drop: guess(1600),
            massFlow: guess(0.45),
            pressure: guess(185_000),
            temperature: guess(celsius(70)),
            diameter: given(0.085, 'measured'),
          },
        ],
        cooler: { kind: 'air', effectiveness: given(0.68, 'reported'), coolantRise: guess(8) },
        boost: { ...base.boost, onsetRpm: guess(1800), fullRpm: guess(3400) },
        backPressureRatio: guess(1.35),
      },
    ],
  };
}

/** Settles benches of the first setup on what the job says; `as` changes it first, for a decision of an earlier day. */
function settled(job: Job, benches: SettleableBench[], as: (job: Job) => void = () => undefined): Job {
  const then = structuredClone(job);
  as(then);
  const setup = then.setups[0]!;
  const result = compileBuild(then, setup.id, sampleLibrary);
  if ('problems' in result) throw new Error(`${job.name} does not solve.`);
  const facts = factsOf(then, setup, { build: result.build, sweep: solveSweep(result.build) }, () => 1);
  return benches.reduce((now, bench) => ({ ...now, settled: withMark(now, bench, setup, facts) }), job);
}

/** The job with further setups, each the first one with another charger on. */
function withSetups(
  job: Job,
  more: { letter: Setup['letter']; name: string; compressor: string; arrangement: 'single' | 'parallel' }[],
): Job {
  const base = job.setups[0]!;
  const setups = more.map(({ letter, name, compressor, arrangement }): Setup => ({
    ...base,
    id: letter.toLowerCase(),
    letter,
    name,
    induction: { kind: 'turbo', arrangement, stages: [{ compressor: { id: compressor, revision: 1 } }] },
  }));
  return { ...job, setups: [base, ...setups] };
}

const hillClimb = withSetups(settled(singleSeater(), ['brief', 'engine', 'demand']), [
  { letter: 'B', name: 'Hazel 48', compressor: 'hazel-48', arrangement: 'single' },
  { letter: 'C', name: 'Twin Aspen 37', compressor: 'aspen-37', arrangement: 'parallel' },
]);
// The rally's route was moved to higher ground after the charger had been chosen.
const truck = settled(settled(rallyRaid(), ['brief', 'engine', 'demand']), ['charger'], (job) => {
  job.brief.venue.altitude.value = 650;
});

const jobs = [
  { id: '6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340', job: jobSchema.parse(hillClimb) },
  { id: 'b2a9c7e4-5b1f-4c38-8f60-48a0d1e61000', job: jobSchema.parse(truck) },
];
writeFileSync(
  new URL('../../src/data/demo/jobs.json', import.meta.url),
  `${JSON.stringify(jobs, null, 1)}\n`,
);
