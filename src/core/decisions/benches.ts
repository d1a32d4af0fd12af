import { engineCharger } from '../charger/charged-air';
import { engineMachine } from '../build/row';
import { seaLevelReading, usualPressures } from '../air/standard-atmosphere';
import type { Input } from '../documents/input';
import type { JobBench, Where } from '../job/benches';
import { exhaustDriveOf, turboChargerOf } from '../job/chargers';
import type { Job, Setup } from '../job/schema/job';
import { limitLineOf } from '../limits/judge';
import { dutyOf } from '../studies/heat-soak';
import type { Facts } from '../job/schema/marks';
import { reason, type Reason } from '../working/range';
import type { Answer } from './facts';
import {
  briefRules,
  chargerRules,
  coolingRules,
  demandRules,
  engineRules,
  fuelRules,
  limitRules,
  type Rule,
} from './rules';

/** What a bench is asked about: the job, one of its setups, the answer to them (null while it cannot be solved). */
export type Asked = { job: Job; setup: Setup; answer: Answer | null };
/** Where something that is missing is given: an input by its path, or a sheet where it is chosen. */
export type WhereGiven = string | Where;
type Add = (when: boolean, why: Reason, where?: WhereGiven) => void;

/** All that decisions know of a bench. */
export type Bench = {
  /** Whose decision it is: the whole job's, or one setup's. */
  of: 'job' | 'setup';
  /** Whether it rests on the sums: it cannot be settled while they do not stand. */
  needsAnswer: boolean;
  /** Whether there is a decision to be settled. */
  hasDecided: (facts: Facts, setup: Setup) => boolean;
  /** What it still lacks, most telling first. */
  missing: (asked: Asked, add: Add) => void;
  /** The later changes that overturn its decision. */
  rules: Rule[];
};

const isGuess = (input: Input | undefined) => input?.confidence === 'guess';
/** Adds what rests on an estimate, with the way to the first input that is one. In: inputs by their paths. */
function addGuess(add: Add, inputs: Record<string, Input | undefined>, why: Reason): void {
  const path = Object.keys(inputs).find((at) => isGuess(inputs[at]));
  add(path !== undefined, why, path);
}
const ranking: Where = { bench: 'charger', sheet: 'rank' };
const coolersOf = ({ induction }: Setup) =>
  induction.kind === 'charged' ? induction.chargers.map(({ aftercooler }) => aftercooler) : [];
const isCharged = ({ induction }: Setup): boolean => induction.kind === 'charged';
const isStopped = ({ sweep: { level, goalPoint } }: Answer): boolean =>
  level.kind === 'failed' || goalPoint.status.kind === 'failed';

function missingOnBrief({ job: { brief } }: Asked, add: Add): void {
  const { goal, venue } = brief;
  addGuess(
    add,
    { 'brief.goal.power': goal.power, 'brief.goal.speedRpm': goal.speedRpm },
    reason('guess-goal'),
  );
  addGuess(
    add,
    { 'brief.venue.altitude': venue.altitude, 'brief.venue.temperature': venue.temperature },
    reason('guess-venue'),
  );
  const { torque, torqueRpm } = goal;
  add(
    !torque !== !torqueRpm,
    reason(torque ? 'torque-needs-speed' : 'speed-needs-torque'),
    torque ? 'brief.goal.torqueRpm' : 'brief.goal.torque',
  );
  const { barometer, altitude } = venue;
  if (barometer.kind === 'station') {
    const reduced = seaLevelReading(barometer.pressure.value, altitude.value);
    add(
      reduced < usualPressures.low || reduced > usualPressures.high,
      reason('barometer-unlikely', {
        reading: [barometer.pressure.value, 'airPressure'],
        altitude: [altitude.value, 'altitude'],
        reduced: [reduced, 'airPressure'],
      }),
      'brief.venue.barometer.pressure',
    );
  }
  addGuess(add, { 'brief.fuel.bsfc': brief.fuel.bsfc }, reason('guess-bsfc'));
}

function missingOnEngine({ job: { engine } }: Asked, add: Add): void {
  const { breathing } = engine;
  addGuess(
    add,
    {
      'engine.bore': engine.bore,
      'engine.stroke': engine.stroke,
      'engine.cylinders': engine.cylinders,
    },
    reason('guess-geometry'),
  );
  for (const { note, state } of engine.condition.weakPoints)
    add(state === 'open', reason('weak-point-open', {}, { note: note || 'unnamed' }), {
      bench: 'engine',
      sheet: 'condition',
    });
  addGuess(
    add,
    {
      ...(engine.volumes.used
        ? { 'engine.volumes.chamber': engine.volumes.chamber }
        : { 'engine.compressionRatio': engine.compressionRatio }),
      'engine.redLineRpm': engine.redLineRpm,
    },
    reason('guess-engine-limits'),
  );
  const sure = {
    shape: breathing.shape.peak.confidence,
    table: breathing.table.confidence,
    baseline: engine.baseline.confidence,
  }[breathing.source];
  const where: WhereGiven = {
    shape: 'engine.breathing.shape.peak',
    table: { bench: 'engine' as const, sheet: 'engine' as const },
    baseline: { bench: 'engine' as const, sheet: 'run' as const },
  }[breathing.source];
  add(sure === 'guess', reason('guess-breathing'), where);
  const rows = { shape: [], table: breathing.table.rows, baseline: engine.baseline.rows }[breathing.source];
  const end = rows.at(-1)?.speedRpm;
  add(
    end !== undefined && end < engine.redLineRpm.value,
    reason('breathing-ends-early', {
      end: [end ?? 0, 'engineSpeed'],
      redLine: [engine.redLineRpm.value, 'engineSpeed'],
    }),
    where,
  );
}

function missingOnDemand({ job, setup, answer }: Asked, add: Add): void {
  if (isCharged(setup)) {
    const at = `setups.${job.setups.findIndex(({ id }) => id === setup.id)}`;
    addGuess(
      add,
      Object.fromEntries(setup.plumbing.map(({ drop }, i) => [`${at}.plumbing.${i}.drop`, drop])),
      reason('guess-losses'),
    );
    // With a turbine the match says it.
    if (!exhaustDriveOf(turboChargerOf(setup)))
      addGuess(add, { [`${at}.backPressureRatio`]: setup.backPressureRatio }, reason('guess-back-pressure'));
  }
  if (answer) add(isStopped(answer), answer.sweep.goal.short);
}

function missingOnCharger({ setup, answer }: Asked, add: Add): void {
  if (!answer || !isCharged(setup) || isStopped(answer)) return;
  const { goal: verdict, level } = answer.sweep;
  if (!engineMachine(answer.build))
    return add(level.kind !== 'unboosted', reason('choose-compressor'), ranking);
  const onBelt = engineCharger(answer.build).drive?.kind === 'belt';
  add(
    !verdict.holds,
    onBelt ? verdict.short : (verdict.findings[0] ?? verdict.short),
    onBelt ? { bench: 'charger', sheet: 'pulleys' } : ranking,
  );
  add(!engineCharger(answer.build).drive, reason('choose-turbine'), { bench: 'charger', sheet: 'turbine' });
}

function missingOnCooling({ job, setup }: Asked, add: Add): void {
  if (!isCharged(setup)) return;
  const at = `setups.${job.setups.findIndex(({ id }) => id === setup.id)}`;
  addGuess(
    add,
    Object.fromEntries(
      coolersOf(setup).flatMap(({ kind, effectiveness, points, size }, i) =>
        kind === 'none' || points || size
          ? []
          : [[`${at}.induction.chargers.${i}.aftercooler.effectiveness`, effectiveness]],
      ),
    ),
    reason('guess-cooler'),
  );
}

function missingOnFuel({ job, setup, answer }: Asked, add: Add): void {
  if (!answer || isStopped(answer)) return;
  const { fuelSystem } = setup;
  if (!fuelSystem) return add(true, reason('fuel-choose-system'), { bench: 'fuel', sheet: 'supply' });
  const { fuel } = answer.sweep;
  add(fuel?.state === 'over', fuel?.findings[0] ?? reason('fuel-choose-system'), {
    bench: 'fuel',
    sheet: fuel?.limits[0].part === 'injectors' ? 'injectors' : 'supply',
  });
  const at = `setups.${job.setups.findIndex(({ id }) => id === setup.id)}.fuelSystem.injectors.flow`;
  addGuess(add, { [at]: fuelSystem.injectors.flow }, reason('guess-fuel-system'));
}

function missingOnLimits({ job: { brief, engine }, answer }: Asked, add: Add): void {
  if (!answer || isStopped(answer)) return;
  if (!engine.components) return add(true, reason('limits-choose-parts'));
  const line = limitLineOf(answer.build, answer.sweep, engine, dutyOf(brief.use).pull);
  const gives = line?.weakest?.certain ?? line?.weakest?.first;
  if (gives)
    add(
      line!.state === 'over',
      reason('limits-part-gives', { speed: [gives.speedRpm, 'engineSpeed'], power: [gives.power, 'power'] }),
    );
  add(
    line?.weakest?.part.from === 'component' && line.weakest.confidence === 'guess',
    reason('guess-limits'),
  );
}

const always = (): boolean => true;

/** The benches of a job, each defined once: what it lacks, what it rests on, what overturns it. */
export const jobBenches: Record<JobBench, Bench> = {
  brief: { of: 'job', needsAnswer: false, hasDecided: always, missing: missingOnBrief, rules: briefRules },
  engine: { of: 'job', needsAnswer: false, hasDecided: always, missing: missingOnEngine, rules: engineRules },
  demand: {
    of: 'setup',
    needsAnswer: true,
    hasDecided: always,
    missing: missingOnDemand,
    rules: demandRules,
  },
  charger: {
    of: 'setup',
    needsAnswer: true,
    hasDecided: ({ compressor }, setup) => Boolean(compressor) || !isCharged(setup),
    missing: missingOnCharger,
    rules: chargerRules,
  },
  cooling: {
    of: 'setup',
    needsAnswer: true,
    hasDecided: (_, setup) => isCharged(setup),
    missing: missingOnCooling,
    rules: coolingRules,
  },
  fuel: {
    of: 'setup',
    needsAnswer: true,
    hasDecided: (_, setup) => Boolean(setup.fuelSystem),
    missing: missingOnFuel,
    rules: fuelRules,
  },
  limits: {
    of: 'setup',
    needsAnswer: true,
    hasDecided: ({ limitsHold }) => limitsHold !== undefined,
    missing: missingOnLimits,
    rules: limitRules,
  },
  // What is promised rests on all the benches before it, which say themselves what they lack.
  forecast: { of: 'setup', needsAnswer: true, hasDecided: always, missing: () => {}, rules: [] },
  // A record: nothing of the forecast rests on it until a run becomes the baseline.
  plan: { of: 'job', needsAnswer: false, hasDecided: always, missing: () => {}, rules: [] },
  bench: { of: 'job', needsAnswer: false, hasDecided: always, missing: () => {}, rules: [] },
  dyno: { of: 'job', needsAnswer: false, hasDecided: always, missing: () => {}, rules: [] },
  report: { of: 'job', needsAnswer: false, hasDecided: always, missing: () => {}, rules: [] },
};
