/**
 * Writes the demo shop's jobs (Fellwater Induction: all invented) as job documents. Run once by hand after a change:
 *   node --import tsx scripts/generate/jobs.ts
 */
import { writeFileSync } from 'node:fs';
import { factsOf } from '../../src/core/decisions/facts';
import { withMark } from '../../src/core/decisions/standing';
import { compileBuild } from '../../src/core/build/build';
import { solveSweep } from '../../src/core/solve/sweep';
import { displacementOf } from '../../src/core/build/job-engine';
import { emptySetup, emptyTrial, fuelDefaults, newJob } from '../../src/core/job/defaults';
import { chargerAtEngine, fitted, openInduction, type Charged } from '../../src/core/job/chargers';
import {
  jobSchema,
  type ChargerDocument,
  type Job,
  type Loss,
  type Setup,
} from '../../src/core/job/schema/job';
import type { SprayDocument } from '../../src/core/charge-injection/schema';
import { usualSpray } from '../../src/core/charge-injection/usual';
import { given, guess } from '../../src/core/documents/input';
import { coolings, fuelSystems } from './fuel-systems';
import type { SettleableBench } from '../../src/core/job/schema/marks';
import { startingSet } from '../../src/core/limits/starting-set';
import { seated } from '../../src/core/drive/layout';
import { blowerFitOf, centrifugalFitOf, turboFitOf } from '../../src/core/job/fit';
import {
  sampleBlowers,
  sampleCentrifugals,
  sampleLibrary,
  sampleTurbochargers,
} from '../../src/data/demo/sample-library';

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
        coldest: given(celsius(6), 'reported'),
        hottest: given(celsius(31), 'reported'),
      },
      otherVenues: [
        {
          name: 'Lake shore sprint',
          altitude: given(420, 'measured'),
          barometer: { kind: 'standard', pressure: guess(96_400) },
          temperature: given(celsius(26), 'reported'),
          humidity: { kind: 'relative', relative: given(0.5, 'guess'), dewPoint: guess(celsius(15)) },
          hottest: given(celsius(35), 'guess'),
        },
        {
          name: 'High pass',
          altitude: given(2_380, 'measured'),
          barometer: { kind: 'standard', pressure: guess(75_800) },
          temperature: given(celsius(14), 'guess'),
          humidity: { kind: 'relative', relative: given(0.4, 'guess'), dewPoint: guess(celsius(1)) },
        },
      ],
    },
    engine: {
      ...job.engine,
      bore: given(0.079, 'measured'),
      stroke: given(0.0684, 'measured'),
      cylinders: given(4, 'measured'),
      compressionRatio: given(8.8, 'measured'),
      redLineRpm: given(9500, 'maker'),
      idleRpm: given(1500, 'measured'),
      condition: {
        ...job.engine.condition,
        hours: given(9 * 3_600, 'measured'),
        compression: [1.19, 1.21, 1.2, 1.18].map((v) => given(v * 1e6, 'measured')),
        leakDown: [0.04, 0.05, 0.04, 0.06].map((v) => given(v, 'measured')),
        factor: given(1, 'reported'),
      },
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
        induction: turbo('birch-50-58', {
          kind: 'air',
          effectiveness: given(0.78, 'maker'),
          coolantRise: guess(3),
        }),
        plumbing: [
          {
            place: 'filter',
            from: 'drop',
            drop: given(1700, 'measured'),
            massFlow: given(0.21, 'measured'),
            pressure: given(83_000, 'measured'),
            temperature: given(celsius(22), 'measured'),
            diameter: given(0.083, 'measured'),
          },
          {
            place: 'cooler',
            from: 'drop',
            drop: given(5200, 'maker'),
            massFlow: given(0.21, 'maker'),
            pressure: given(210_000, 'maker'),
            temperature: given(celsius(140), 'maker'),
          },
          {
            place: 'throttle',
            from: 'drop',
            drop: guess(1300),
            massFlow: guess(0.21),
            pressure: guess(205_000),
            temperature: guess(celsius(50)),
            diameter: given(0.06, 'measured'),
          },
          ...exhaustPipes(0.22, 'measured', [
            ['downpipe', 2_900, 0.083],
            ['silencer', 4_200, 0.083],
          ]),
        ],
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
      condition: {
        ...job.engine.condition,
        hours: given(310 * 3_600, 'measured'),
        belts: 'good',
        factor: given(1, 'reported'),
      },
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
        induction: turbo(
          'rowan-52-66',
          { kind: 'air', effectiveness: given(0.68, 'reported'), coolantRise: guess(8) },
          'parallel',
        ),
        plumbing: [
          {
            place: 'filter',
            from: 'drop',
            drop: given(2600, 'reported'),
            massFlow: given(0.45, 'reported'),
            pressure: given(89_000, 'reported'),
            temperature: given(celsius(30), 'reported'),
            diameter: given(0.09, 'measured'),
          },
          {
            place: 'cooler',
            from: 'drop',
            drop: guess(7000),
            massFlow: guess(0.45),
            pressure: guess(190_000),
            temperature: guess(celsius(140)),
          },
          {
            place: 'throttle',
            from: 'drop',
            drop: guess(1600),
            massFlow: guess(0.45),
            pressure: guess(185_000),
            temperature: guess(celsius(70)),
            diameter: given(0.085, 'measured'),
          },
          ...exhaustPipes(0.5, 'guess', [
            ['downpipe', 3_500, 0.089],
            ['silencer', 6_000],
          ]),
        ],
        boost: { ...base.boost, onsetRpm: guess(1800), fullRpm: guess(3400) },
        backPressureRatio: guess(1.35),
      },
    ],
  };
}

type Cooler = ChargerDocument['aftercooler'];

/** An open place for a charger, with what cools behind it. */
const openPlace = (cooler: Cooler): Charged => {
  const open = openInduction(7_000);
  return { ...open, chargers: [{ ...open.chargers[0]!, aftercooler: cooler }] };
};

/** A turbocharger of the library on a setup, as the charger bench puts it on. */
function turbo(
  id: string,
  cooler: Cooler,
  arrangement: 'single' | 'parallel' = 'single',
  housing?: number,
): Charged {
  const fit = turboFitOf(sampleTurbochargers.find((t) => t.id === id)!);
  if (housing !== undefined) fit.drive.housing = housing;
  return fitted(openPlace(cooler), 7_000, arrangement, { engine: fit });
}

/** A supercharger of the library on a setup with pulleys and belt of the library, as the bench puts them on. */
function supercharged(
  id: string,
  redLine: number,
  cooler: Cooler,
  on: { ribs: number; crank: number; blower: number; tension: number; sprung?: true; length?: number },
): Charged {
  const displacement = sampleBlowers.find((b) => b.id === id);
  const fit = displacement
    ? blowerFitOf(displacement, redLine)
    : centrifugalFitOf(
        sampleCentrifugals.find((c) => c.id === id)!,
        redLine,
      );
  if (fit.drive.kind !== 'belt' || !fit.drive.layout) throw new Error(`${id} has no belt.`);
  const { layout } = fit.drive;
  const ref = (part: string) => ({ id: part, revision: 1 });
  const [crank, blower] = layout.route;
  crank!.part = ref(`pulley-crank-${on.ribs}pk-${on.crank}`);
  crank!.diameter = given(on.crank / 1_000, 'maker');
  blower!.part = ref(`pulley-${on.ribs}pk-${on.blower}`);
  blower!.diameter = given(on.blower / 1_000, 'maker');
  fit.drive.mechanicalEfficiency.confidence = 'reported';
  for (const pulley of layout.route) {
    pulley.diameter.confidence = 'maker';
    pulley.x = given(pulley.x.value, 'measured');
    pulley.y = given(pulley.y.value, 'measured');
  }
  fit.drive.layout = seated({
    ...layout,
    part: ref(`belt-${on.ribs}pk`),
    ribs: given(on.ribs, 'maker'),
    tensioning: on.sprung ? 'sprung' : 'fixed',
    tension: given(on.tension, 'measured'),
    friction: given(layout.friction.value, 'reported'),
    window: given(layout.window.value, 'measured'),
    ...(on.length ? { length: given(on.length, 'maker') } : {}),
  });
  return fitted(openPlace(cooler), redLine, 'single', { engine: fit });
}

/** An exhaust as it is measured or guessed at one flow of the whole engine. */
function exhaustPipes(
  massFlow: number,
  confidence: 'measured' | 'guess',
  drops: [Loss['place'], number, number?][],
): Loss[] {
  return drops.map(([place, drop, bore]) => ({
    place,
    from: 'drop',
    drop: given(drop, confidence),
    massFlow: given(massFlow, confidence),
    pressure: given(place === 'manifold' ? 200_000 : 105_000, confidence),
    temperature: given(celsius(place === 'manifold' ? 850 : 700), confidence),
    ...(bore ? { diameter: given(bore, 'measured') } : {}),
  }));
}

/** What belongs to an engine's size and fuel of the hot side. */
const hotRest = (job: Job): Pick<Setup, 'exhaust' | 'readings'> => {
  const { exhaust, readings } = emptySetup(displacementOf(job.engine), job.brief.fuel.id);
  return { exhaust, readings };
};

/** The job with every setup's exhaust guessed from its own engine. */
const withExhaust = (job: Job): Job => ({
  ...job,
  setups: job.setups.map((setup) => ({ ...setup, ...hotRest(job) })),
});

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

const coolerOf = (setup: Setup): Cooler => chargerAtEngine(setup)!.aftercooler;

/** The job with further setups, each the first one with another charger on. */
function withSetups(
  job: Job,
  more: { letter: Setup['letter']; name: string; turbocharger: string; arrangement: 'single' | 'parallel' }[],
): Job {
  const base = job.setups[0]!;
  const setups = more.map(({ letter, name, turbocharger, arrangement }): Setup => ({
    ...base,
    id: letter.toLowerCase(),
    letter,
    name,
    induction: turbo(turbocharger, coolerOf(base), arrangement),
  }));
  return { ...job, setups: [base, ...setups] };
}

/** Repeatable noise around one, uniform, this wide. */
function noise(seed: number, width: number): () => number {
  let state = seed;
  return () => {
    state = (state * 16_807) % 2_147_483_647;
    return 1 + width * ((2 * state) / 2_147_483_647 - 1);
  };
}

type Baseline = Job['engine']['baseline'];

/** The run an engine of this job would have shown on a dyno that day, with the scatter of one. */
function measuredRun(
  job: Job,
  {
    from,
    step,
    seed,
    boosted,
    ...more
  }: { from: number; step: number; seed: number; boosted: boolean } & Pick<Baseline, 'name' | 'on' | 'basis'>,
): Baseline {
  const then = structuredClone(job);
  const day = { pressure: 99_200, temperature: celsius(21), humidity: 0.45 };
  then.brief.venue = {
    ...then.brief.venue,
    barometer: { kind: 'station', pressure: given(day.pressure, 'measured') },
    altitude: given(180, 'measured'),
    temperature: given(day.temperature, 'measured'),
    humidity: { ...then.brief.venue.humidity, kind: 'relative', relative: given(day.humidity, 'measured') },
  };
  if (!boosted) then.setups[0]!.induction = { kind: 'none' };
  const result = compileBuild(then, then.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  const { build } = result;
  const { points } = solveSweep(build);
  const scatter = noise(seed, 0.012);
  const share = more.basis === 'wheels' ? 1 - job.brief.drivetrain.lossShare.value : 1;
  const rows = points
    .filter((p) => p.speedRpm >= from && p.speedRpm % step === 0)
    .map((p) => ({
      speedRpm: p.speedRpm,
      power: Math.round((boosted ? p.power.flywheel : p.alonePower) * share * scatter()),
      boostGauge: boosted ? Math.round(p.boostGauge / 100) * 100 : null,
      chargeTemperature: boosted ? Math.round(p.path.manifold.temperature * 10) / 10 : null,
      lambda: null,
      readings: 1,
    }));
  return {
    ...job.engine.baseline,
    ...more,
    confidence: 'measured',
    pressure: given(day.pressure, 'measured'),
    temperature: given(day.temperature, 'measured'),
    humidity: given(day.humidity, 'measured'),
    chargeTemperature: given(day.temperature, 'measured'),
    fuel: job.brief.fuel.id,
    lambda: job.brief.fuel.lambda,
    bsfc: job.brief.fuel.bsfc,
    bsfcLambda: job.brief.fuel.bsfcLambda,
    inletDrop: guess(1_400),
    backPressureRatio: boosted ? job.setups[0]!.backPressureRatio : guess(1),
    rows,
  };
}

/** Figures of a setup whose charger is still open, for an air flow of about `massFlow` kg/s. */
function openSetup(
  base: Setup,
  name: string,
  massFlow: number,
  pressure: number,
  more: Partial<Setup>,
): Setup {
  const at = (place: 'filter' | 'cooler' | 'throttle', drop: number, p: number, t: number) => ({
    place,
    from: 'drop' as const,
    drop: guess(drop),
    massFlow: guess(massFlow),
    pressure: guess(p),
    temperature: guess(t),
  });
  return {
    ...base,
    name,
    plumbing: [
      at('filter', 1_800, 97_000, 293),
      at('cooler', 5_000, pressure, 380),
      at('throttle', 1_500, pressure - 5_000, 325),
    ],
    ...more,
  };
}

function groomer(): Job {
  const job = newJob('Snow groomer, 7.2 L diesel', 'a');
  const base = job.setups[0]!;
  const venue = {
    name: 'Upper slopes',
    altitude: given(2_900, 'measured'),
    barometer: { kind: 'standard' as const, pressure: guess(71_000) },
    temperature: given(celsius(-8), 'reported'),
    humidity: { kind: 'relative' as const, relative: given(0.7, 'guess'), dewPoint: guess(celsius(-12)) },
    coldest: given(celsius(-28), 'reported'),
    hottest: given(celsius(9), 'reported'),
  };
  return {
    ...job,
    brief: {
      ...job.brief,
      customer: 'The lifts above the lake',
      wish: 'It climbs the red run in second now and should do it in third. It works from dusk to four in the morning and nobody can fetch it down if it stops.',
      goal: {
        power: given(400 * HP, 'reported'),
        basis: 'flywheel',
        speedRpm: given(1_900, 'reported'),
        torque: given(1_560, 'reported'),
        torqueRpm: given(1_400, 'reported'),
      },
      use: { kind: 'machine', loadHours: given(8 * 3_600, 'reported') },
      fuel: fuelDefaults('diesel'),
      venue,
      otherVenues: [
        {
          ...venue,
          name: 'Workshop in the valley',
          altitude: given(1_180, 'measured'),
          temperature: given(celsius(4), 'reported'),
          coldest: given(celsius(-18), 'reported'),
          hottest: given(celsius(26), 'reported'),
        },
      ],
      budget: { amount: given(21_000, 'reported'), currency: 'EUR' },
      due: '2027-10-15',
      fixed: [
        { what: 'block', note: 'no machine shop in the season' },
        { what: 'gearbox', note: 'hydrostatic, sealed' },
      ],
      local: {
        place: 'works',
        answers: [
          {
            topic: 'emissions',
            answer: 'The engine must keep its type plate; the office wants the change in writing first.',
            from: 'District office, machines',
            on: '2026-10-02',
          },
        ],
      },
      vehicle: {
        ...job.brief.vehicle,
        kind: 'machine',
        name: 'Groomer with winch',
        mass: given(9_800, 'maker'),
        load: [
          { speedRpm: given(900, 'reported'), power: given(62_000, 'reported') },
          { speedRpm: given(1_400, 'reported'), power: given(148_000, 'reported') },
          { speedRpm: given(1_900, 'reported'), power: given(262_000, 'reported') },
          { speedRpm: given(2_200, 'reported'), power: given(356_000, 'reported') },
        ],
        gearbox: { name: 'Hydrostatic pump', torque: given(1_900, 'maker') },
      },
    },
    engine: {
      ...job.engine,
      bore: given(0.108, 'maker'),
      stroke: given(0.131, 'maker'),
      cylinders: given(6, 'maker'),
      compressionRatio: given(16.5, 'maker'),
      rodLength: given(0.215, 'maker'),
      redLineRpm: given(2_200, 'maker'),
      idleRpm: given(680, 'measured'),
      evaporatedShare: given(0, 'maker'),
      condition: {
        ...job.engine.condition,
        hours: given(6_420 * 3_600, 'measured'),
        compression: [2.71, 2.68, 2.74, 2.66, 2.7, 2.69].map((v) => given(v * 1e6, 'measured')),
        oilHotGauge: given(340_000, 'measured'),
        oilHotRpm: given(1_900, 'measured'),
        blowBy: given(62e-3 / 60, 'measured'),
        blowByLimit: given(90e-3 / 60, 'maker'),
        belts: 'good',
        weakPoints: [{ note: 'Head gasket between cylinders five and six', state: 'passed' }],
        factor: given(0.97, 'reported'),
      },
      breathing: {
        ...job.engine.breathing,
        shape: { id: 'diesel', peak: given(0.93, 'reported'), peakRpm: given(1_500, 'reported') },
        reference: {
          ...job.engine.breathing.reference,
          temperature: given(celsius(40), 'guess'),
          fuel: 'diesel',
          lambda: given(1.4, 'guess'),
        },
      },
    },
    setups: [
      openSetup(base, 'Oak 76', 0.42, 290_000, {
        induction: turbo(
          'oak-76-83',
          { kind: 'air', effectiveness: given(0.8, 'maker'), coolantRise: guess(6) },
          'single',
          0,
        ),
        boost: { ...base.boost, hold: 'torque', onsetRpm: guess(760), fullRpm: guess(1_300) },
        backPressureRatio: guess(1.1),
      }),
    ],
  };
}

function jetSprint(): Job {
  const job = newJob('Jet-sprint boat, 6.7 L V8', 'a');
  const base = job.setups[0]!;
  const degrees = Math.PI / 180;
  const lakeWater: Cooler = {
    kind: 'water',
    effectiveness: guess(0.8),
    coolantRise: given(-8, 'reported'),
  };
  return {
    ...job,
    brief: {
      ...job.brief,
      customer: 'Two brothers with one boat',
      wish: 'All of it, for twelve seconds, and again after the next boat. It must idle for an hour in the queue without boiling.',
      goal: { power: given(860 * HP, 'reported'), basis: 'flywheel', speedRpm: given(6_200, 'reported') },
      use: {
        kind: 'boat',
        fullSeconds: given(12, 'measured'),
        restSeconds: given(300, 'reported'),
        repeats: given(8, 'reported'),
      },
      fuel: fuelDefaults('e85'),
      venue: {
        name: 'Course on the lower lake',
        altitude: given(410, 'measured'),
        barometer: { kind: 'seaLevel', pressure: given(101_500, 'reported') },
        temperature: given(celsius(27), 'reported'),
        humidity: { kind: 'relative', relative: given(0.6, 'reported'), dewPoint: guess(celsius(18)) },
        coldest: given(celsius(11), 'reported'),
        hottest: given(celsius(35), 'reported'),
      },
      budget: { amount: given(38_000, 'reported'), currency: 'EUR' },
      due: '2027-05-01',
      fixed: [{ what: 'class-rule', note: 'one engine, eight cylinders, no nitrous' }],
      local: {
        place: 'water',
        answers: [
          {
            topic: 'noise',
            answer: 'A measuring at the jetty before the first run of the year decides.',
            from: 'Harbour master',
            on: '2026-11-09',
          },
        ],
      },
      vehicle: {
        ...job.brief.vehicle,
        kind: 'boat',
        name: 'Two-seat sprint hull',
        mass: given(690, 'measured'),
        propellerPower: given(870 * HP, 'maker'),
        propellerRpm: given(6_300, 'maker'),
        propellerExponent: given(3, 'reported'),
      },
    },
    engine: {
      ...job.engine,
      bore: given(0.1048, 'measured'),
      stroke: given(0.0971, 'measured'),
      cylinders: given(8, 'measured'),
      compressionRatio: given(9.6, 'reported'),
      volumes: {
        used: true,
        chamber: given(72e-6, 'measured'),
        crown: given(16e-6, 'measured'),
        gasketBore: given(0.1062, 'maker'),
        gasketThickness: given(0.00114, 'maker'),
        deck: given(0.0001, 'measured'),
      },
      rodLength: given(0.1556, 'maker'),
      redLineRpm: given(6_800, 'reported'),
      idleRpm: given(950, 'measured'),
      cam: {
        ...job.engine.cam,
        known: true,
        intake: given(246 * degrees, 'maker'),
        exhaust: given(256 * degrees, 'maker'),
        intakeLift: given(0.0159, 'maker'),
        exhaustLift: given(0.0156, 'maker'),
        separation: given(115 * degrees, 'maker'),
        intakeCentre: given(112 * degrees, 'maker'),
      },
      valve: {
        mass: given(0.148, 'measured'),
        seatForce: given(780, 'maker'),
        openForce: given(2_150, 'maker'),
        headDiameter: given(0.0546, 'measured'),
      },
      breathing: {
        ...job.engine.breathing,
        shape: { id: 'two-valve', peak: given(0.98, 'reported'), peakRpm: given(5_000, 'reported') },
        reference: { ...job.engine.breathing.reference, fuel: 'e85', lambda: given(0.86, 'guess') },
      },
    },
    setups: [
      openSetup(base, 'Delta 4500', 0.72, 190_000, {
        induction: supercharged('delta-4500', 6_800, lakeWater, {
          ...{ ribs: 12, crank: 140, blower: 90, tension: 950, sprung: true },
        }),
        efficiencyGuess: guess(0.68),
        boost: { ...base.boost, onsetRpm: guess(1_000), fullRpm: guess(2_600) },
        backPressureRatio: guess(1.05),
      }),
      {
        ...openSetup(base, 'Delta 4500, the small pulley', 0.72, 190_000, {
          induction: supercharged('delta-4500', 6_800, lakeWater, {
            ...{ ribs: 12, crank: 152, blower: 80, tension: 950, sprung: true },
          }),
          efficiencyGuess: guess(0.68),
          boost: { ...base.boost, onsetRpm: guess(1_000), fullRpm: guess(2_600) },
          backPressureRatio: guess(1.05),
        }),
        id: 'b',
        letter: 'B',
      },
    ],
  };
}

function saloon(): Job {
  const job = newJob('Vintage saloon, 2.0 L', 'a');
  const noCooler: Cooler = { kind: 'none', effectiveness: guess(0.7), coolantRise: guess(5) };
  const base = job.setups[0]!;
  const made: Job = {
    ...job,
    brief: {
      ...job.brief,
      customer: 'Its second owner since new',
      wish: 'It should keep up with the traffic over the pass and look as if nobody had touched it. The gearbox cannot be had again.',
      goal: {
        power: given(158 * HP, 'reported'),
        basis: 'flywheel',
        speedRpm: given(5_600, 'reported'),
        torque: given(235, 'reported'),
        torqueRpm: given(3_600, 'reported'),
      },
      use: { kind: 'road', fullSeconds: given(20, 'reported'), repeats: given(3, 'guess') },
      drivetrain: { school: 'share', lossShare: given(0.16, 'reported'), fixedLoss: guess(4_000) },
      fuel: { ...fuelDefaults('petrol-95'), lambda: given(0.86, 'measured') },
      fuelBest: 'petrol-98',
      fuelWorst: 'petrol-92',
      venue: {
        name: 'Lake road',
        altitude: given(430, 'measured'),
        barometer: { kind: 'standard', pressure: guess(96_000) },
        temperature: given(celsius(18), 'reported'),
        humidity: { kind: 'relative', relative: given(0.55, 'reported'), dewPoint: guess(celsius(9)) },
        coldest: given(celsius(-5), 'reported'),
        hottest: given(celsius(32), 'reported'),
      },
      otherVenues: [
        {
          name: 'The pass',
          altitude: given(2_050, 'measured'),
          barometer: { kind: 'standard', pressure: guess(79_000) },
          temperature: given(celsius(9), 'reported'),
          humidity: { kind: 'relative', relative: given(0.5, 'guess'), dewPoint: guess(celsius(1)) },
          hottest: given(celsius(24), 'reported'),
        },
      ],
      budget: { amount: given(9_500, 'reported'), currency: 'EUR' },
      due: '2027-04-10',
      fixed: [
        { what: 'block', note: 'its own number must stay' },
        { what: 'gearbox', note: 'none to be had' },
      ],
      local: {
        place: 'road',
        answers: [
          {
            topic: 'approval',
            answer: 'A single inspection with the workshop’s report; the plate for old vehicles may be lost.',
            from: 'Inspection office by the lake',
            on: '2026-11-16',
          },
        ],
      },
      vehicle: {
        ...job.brief.vehicle,
        kind: 'vehicle',
        name: 'Four-door saloon',
        mass: given(1_160, 'measured'),
        tyreRadius: given(0.302, 'measured'),
        finalDrive: given(4.1, 'maker'),
        gears: [3.42, 2.05, 1.35, 1].map((v) => given(v, 'maker')),
        dragArea: given(0.92, 'guess'),
        rollingResistance: given(0.014, 'guess'),
        clutch: { name: 'Single plate, 215 mm', torque: given(290, 'maker') },
        gearbox: { name: 'Four-speed, all original', torque: given(260, 'reported') },
      },
    },
    engine: {
      ...job.engine,
      bore: given(0.084, 'measured'),
      stroke: given(0.09, 'measured'),
      cylinders: given(4, 'measured'),
      compressionRatio: given(8.4, 'measured'),
      rodLength: given(0.148, 'measured'),
      redLineRpm: given(6_000, 'maker'),
      idleRpm: given(850, 'measured'),
      condition: {
        ...job.engine.condition,
        hours: given(3_100 * 3_600, 'reported'),
        compression: [1.14, 1.12, 1.16, 1.1].map((v) => given(v * 1e6, 'measured')),
        leakDown: [0.09, 0.11, 0.08, 0.12].map((v) => given(v, 'measured')),
        oilHotGauge: given(285_000, 'measured'),
        oilHotRpm: given(3_000, 'measured'),
        belts: 'good',
        weakPoints: [{ note: 'Camshaft lobes after long lay-up', state: 'open' }],
        factor: given(0.96, 'reported'),
      },
      breathing: {
        ...job.engine.breathing,
        shape: { id: 'two-valve', peak: given(0.86, 'reported'), peakRpm: given(3_900, 'reported') },
        reference: { ...job.engine.breathing.reference, fuel: 'petrol-95' },
      },
    },
    setups: [
      openSetup(base, 'Sedge 54', 0.125, 150_000, {
        induction: supercharged('sedge-54', 6_000, noCooler, {
          ribs: 6,
          crank: 152,
          blower: 68,
          tension: 760,
        }),
        boost: { ...base.boost, onsetRpm: guess(1_400), fullRpm: guess(5_500) },
        backPressureRatio: guess(1.03),
      }),
      {
        ...openSetup(base, 'Tarn 900', 0.125, 150_000, {
          induction: supercharged('tarn-900', 6_000, noCooler, {
            ribs: 6,
            crank: 152,
            blower: 82,
            tension: 760,
          }),
          boost: { ...base.boost, onsetRpm: guess(1_400), fullRpm: guess(5_500) },
          backPressureRatio: guess(1.03),
        }),
        id: 'b',
        letter: 'B',
      },
    ],
  };
  // No room for a cooler under its bonnet: the same blower with a spray in its place.
  made.setups.push({
    ...structuredClone(made.setups[0]!),
    id: 'c',
    letter: 'C',
    name: 'Sedge 54, sprayed',
    injection: { spray: sprayed() },
  });
  made.engine.baseline = measuredRun(made, {
    name: 'As it came',
    on: '2026-11-05',
    basis: 'wheels',
    from: 1_500,
    step: 100,
    seed: 11,
    boosted: false,
  });
  made.engine.breathing.source = 'baseline';
  return made;
}

/** What may give of the jobs that are judged for it: a usual set. Clutch and gearbox are the Brief's. */
function withParts(job: Job): Job {
  const known = job.name.startsWith('Coupé') || job.name.startsWith('Vintage');
  if (!known) return job;
  const components = startingSet({
    ignition: 'spark',
    wasBoosted: job.name.startsWith('Coupé'),
    redLineRpm: job.engine.redLineRpm.value,
  });
  return { ...job, engine: { ...job.engine, components } };
}

/** Two nozzles before the throttle of an uncooled blower: what is sprayed into so hot a charge evaporates nearly whole. */
function sprayed(): SprayDocument {
  const spray = usualSpray({
    fuelFlow: 0.01,
    dryFlow: 0.14,
    boostGauge: 100_000,
    redLineRpm: 6_000,
    ambient: 291.15,
    isSpark: true,
  });
  const [stage] = spray.stages;
  return {
    ...spray,
    evaporated: guess(0.85),
    tank: given(4e-3, 'measured'),
    stages: [{ ...stage!, nozzles: given(2, 'measured'), flow: given(5.5 / 3.6e6, 'maker') }],
  };
}

/** A job that went wrong and was put right: what was sold, what came back, what was found, and how it stands now. */
function putRight(): { name: string; job: Job }[] {
  const job = newJob('Coupé that came back, 2.2 L', 'a');
  const base = job.setups[0]!;
  const sold: Job = {
    ...job,
    brief: {
      ...job.brief,
      customer: 'A dentist who drives to work',
      wish: 'More of the same, please, it was so good for a week.',
      goal: { power: given(330 * HP, 'reported'), basis: 'flywheel', speedRpm: given(6_200, 'reported') },
      use: { kind: 'road', fullSeconds: given(15, 'guess') },
      fuel: { ...fuelDefaults('petrol-98'), lambda: given(0.84, 'reported') },
      venue: {
        name: 'Lake road',
        altitude: given(430, 'measured'),
        barometer: { kind: 'standard', pressure: guess(96_000) },
        temperature: given(celsius(15), 'reported'),
        humidity: { kind: 'relative', relative: given(0.5, 'guess'), dewPoint: guess(celsius(5)) },
      },
      budget: { amount: given(6_800, 'reported'), currency: 'EUR' },
      due: '2026-07-20',
      vehicle: {
        ...job.brief.vehicle,
        name: 'Two-door coupé',
        mass: given(1_390, 'measured'),
        driven: 'front',
        clutch: { name: 'As built', torque: given(390, 'reported') },
        gearbox: { name: 'Five-speed' },
      },
    },
    engine: {
      ...job.engine,
      bore: given(0.0865, 'maker'),
      stroke: given(0.0935, 'maker'),
      cylinders: given(4, 'maker'),
      compressionRatio: given(9.2, 'maker'),
      redLineRpm: given(6_800, 'maker'),
      idleRpm: given(850, 'measured'),
      breathing: {
        ...job.engine.breathing,
        shape: { id: 'four-valve', peak: guess(0.98), peakRpm: guess(4_900) },
      },
    },
    setups: [
      openSetup(base, 'Hazel 48', 0.25, 230_000, {
        induction: turbo('hazel-48-54', { kind: 'air', effectiveness: guess(0.72), coolantRise: guess(6) }),
        boost: { ...base.boost, onsetRpm: guess(2_000), fullRpm: guess(3_600) },
        backPressureRatio: guess(1.35),
      }),
    ],
  };
  sold.setups = withExhaust(sold).setups;
  const back: Job = structuredClone(sold);
  back.brief.wish = 'It lost power on the third pull and smells of hot oil. It was so good for a week.';
  back.engine.condition = {
    ...back.engine.condition,
    hours: given(1_950 * 3_600, 'reported'),
    compression: [1.21, 1.19, 0.83, 1.2].map((v) => given(v * 1e6, 'measured')),
    leakDown: [0.07, 0.08, 0.41, 0.09].map((v) => given(v, 'measured')),
    weakPoints: [{ note: 'Ring land of number three on early pistons', state: 'failed' }],
    factor: given(0.86, 'reported'),
  };
  // The run shows what it did that day on the boost it was sold with, not what it was promised to do.
  const thatDay = structuredClone(back);
  thatDay.setups[0]!.boost = {
    ...thatDay.setups[0]!.boost,
    kind: 'level',
    levelGauge: given(122_000, 'measured'),
  };
  back.engine.baseline = measuredRun(thatDay, {
    name: 'As it came back',
    on: '2026-08-18',
    basis: 'wheels',
    from: 2_000,
    step: 100,
    seed: 23,
    boosted: true,
  });
  const right: Job = structuredClone(back);
  right.brief.wish = 'As it was promised, and this time for good.';
  right.brief.goal.power = given(290 * HP, 'reported');
  right.engine.compressionRatio = given(8.8, 'measured');
  right.engine.condition = {
    ...right.engine.condition,
    compression: [1.18, 1.19, 1.17, 1.18].map((v) => given(v * 1e6, 'measured')),
    leakDown: [0.05, 0.04, 0.05, 0.05].map((v) => given(v, 'measured')),
    weakPoints: [{ note: 'Ring land of number three on early pistons', state: 'passed' }],
    factor: given(1, 'reported'),
  };
  chargerAtEngine(right.setups[0]!)!.aftercooler = {
    kind: 'air',
    effectiveness: given(0.79, 'maker'),
    coolantRise: guess(4),
  };
  return [
    { name: 'As it was sold', job: sold },
    { name: 'As it came back', job: back },
    { name: 'Put right', job: right },
  ];
}

/** Gauges of one pull at the hill, as the driver's helper wrote them down. */
const spotReadings: Setup['readings'] = {
  speedRpm: given(8_600, 'measured'),
  boost: given(119_000, 'measured'),
  turbineInletGauge: given(172_000, 'measured'),
  turbineOutletGauge: given(11_000, 'measured'),
  compressorOutletTemperature: given(celsius(143), 'measured'),
  chargeTemperature: given(celsius(52), 'measured'),
};

const withReadings = (job: Job): Job => ({
  ...job,
  setups: job.setups.map((setup, i) => (i ? setup : { ...setup, readings: spotReadings })),
});

const hillClimb = withSetups(
  settled(withReadings(withExhaust(singleSeater())), ['brief', 'engine', 'demand']),
  [
    { letter: 'B', name: 'Hazel 48', turbocharger: 'hazel-48-54', arrangement: 'single' },
    { letter: 'C', name: 'Twin Aspen 37', turbocharger: 'aspen-37-42', arrangement: 'parallel' },
  ],
);
// The rally's route was moved to higher ground after the charger had been chosen.
const truck = settled(
  settled(withExhaust(rallyRaid()), ['brief', 'engine', 'demand']),
  ['charger'],
  (job) => {
    job.brief.venue.altitude.value = 650;
  },
);

/** The groomer's way up: the turbo it has alone, and a large one in front of a smaller one. */
function withPair(job: Job): Job {
  const base = job.setups[0]!;
  const engine = turboFitOf(sampleTurbochargers.find((t) => t.id === 'cedar-54-62')!);
  const front = turboFitOf(sampleTurbochargers.find((t) => t.id === 'spruce-88-104')!);
  const pair: Setup = {
    ...base,
    id: 'b',
    letter: 'B',
    name: 'Spruce 88 on Cedar 54',
    induction: fitted(base.induction, 7_000, 'compound', { engine, front }),
    plumbing: [
      ...base.plumbing,
      {
        place: 'between',
        from: 'drop',
        drop: guess(3_000),
        massFlow: guess(0.42),
        pressure: guess(150_000),
        temperature: guess(celsius(90)),
      },
    ],
  };
  return { ...job, setups: [base, pair] };
}

const trials: Record<string, Partial<Job['trial']>> = {
  'Hill-climb single-seater': {
    kind: 'brake',
    speedRpm: given(3_000, 'measured'),
    inertia: given(0.045, 'reported'),
    rate: given(600, 'measured'),
  },
  'Rally-raid truck, V10 twins': {
    kind: 'brake',
    speedRpm: given(2_000, 'measured'),
    rate: given(350, 'measured'),
  },
  'Snow groomer, 7.2 L diesel': { speedRpm: given(1_500, 'reported'), load: given(0.35, 'reported') },
};

/** What belongs to an engine's revs: how time to boost is tried, and where a pair would change over. */
const withTrial = (job: Job): Job => {
  const redLine = job.engine.redLineRpm.value;
  return {
    ...job,
    trial: { ...emptyTrial(redLine), ...trials[job.name] },
    setups: job.setups.map((s) => ({
      ...s,
      ...(fuelSystems[job.name] ? { fuelSystem: fuelSystems[job.name] } : {}),
      ...(coolings[job.name] ? { cooling: coolings[job.name] } : {}),
      ...(s.induction.kind === 'charged'
        ? { induction: { ...s.induction, changeover: openInduction(redLine).changeover } }
        : {}),
    })),
  };
};

const [soldCoupe, returnedCoupe, rightCoupe] = putRight();
const jobs = [
  { id: '6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340', job: hillClimb },
  { id: 'b2a9c7e4-5b1f-4c38-8f60-48a0d1e61000', job: truck },
  {
    id: '3d7f0b96-1f4e-4b0a-9c55-72a6e0c47200',
    job: withPair(settled(withExhaust(groomer()), ['brief', 'engine'])),
  },
  { id: '9e52c1d8-7a36-4f1b-8e0d-67b3f2a16700', job: settled(withExhaust(jetSprint()), ['brief']) },
  { id: '51c8e6a0-2b9d-4a7c-b3f4-20d5a8e92000', job: settled(withExhaust(saloon()), ['brief']) },
  {
    id: 'c4b17f2e-8d05-4e69-a1b8-22f0c6d32200',
    job: rightCoupe!.job,
    name: rightCoupe!.name,
    // What it was before, oldest first.
    earlier: [soldCoupe!, returnedCoupe!],
  },
].map(({ job, earlier = [], ...rest }) => ({
  ...rest,
  job: jobSchema.parse(withTrial(withParts(job))),
  ...(earlier.length
    ? { earlier: earlier.map((one) => ({ name: one.name, job: jobSchema.parse(withTrial(one.job)) })) }
    : {}),
}));
writeFileSync(
  new URL('../../src/data/demo/jobs.json', import.meta.url),
  // What a demo job has was given: nothing of it follows.
  `${JSON.stringify(jobs, (key, value: unknown) => (key === 'auto' ? undefined : value), 1)}\n`,
);
