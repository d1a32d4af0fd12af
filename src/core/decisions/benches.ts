import { engineCharger } from '../charger/charged-air';
import { engineMap } from '../build/row';
import { seaLevelReading, usualPressures } from '../air/standard-atmosphere';
import type { Input } from '../documents/input';
import type { JobBench } from '../job/benches';
import { chargerAtEngine, exhaustDriveOf } from '../job/chargers';
import type { Job, Setup } from '../job/schema/job';
import type { Facts } from '../job/schema/marks';
import { reason, type Reason } from '../working/range';
import type { Answer } from './facts';
import { briefRules, chargerRules, demandRules, engineRules, type Rule } from './rules';

/** What a bench is asked about: the job, one of its setups, the answer to them (null while it cannot be solved). */
export type Asked = { job: Job; setup: Setup; answer: Answer | null };
type Add = (when: boolean, why: Reason) => void;

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

const isGuess = (...inputs: (Input | undefined)[]) => inputs.some((i) => i?.confidence === 'guess');
const coolersOf = ({ induction }: Setup) =>
  induction.kind === 'charged' ? induction.chargers.map(({ aftercooler }) => aftercooler) : [];
const isCharged = ({ induction }: Setup): boolean => induction.kind === 'charged';
const isStopped = ({ sweep: { level, goalPoint } }: Answer): boolean =>
  level.kind === 'failed' || goalPoint.status.kind === 'failed';

function missingOnBrief({ job: { brief } }: Asked, add: Add): void {
  const { goal, venue } = brief;
  add(isGuess(goal.power, goal.speedRpm), reason('guess-goal'));
  add(isGuess(venue.altitude, venue.temperature), reason('guess-venue'));
  const { torque, torqueRpm } = goal;
  add(!torque !== !torqueRpm, reason(torque ? 'torque-needs-speed' : 'speed-needs-torque'));
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
    );
  }
  add(isGuess(brief.fuel.bsfc), reason('guess-bsfc'));
}

function missingOnEngine({ job: { engine } }: Asked, add: Add): void {
  const { breathing } = engine;
  add(isGuess(engine.bore, engine.stroke, engine.cylinders), reason('guess-geometry'));
  for (const { note, state } of engine.condition.weakPoints)
    add(state === 'open', reason('weak-point-open', {}, { note: note || 'unnamed' }));
  const ratio = engine.volumes.used ? engine.volumes.chamber : engine.compressionRatio;
  add(isGuess(ratio, engine.redLineRpm), reason('guess-engine-limits'));
  const sure = {
    shape: breathing.shape.peak.confidence,
    table: breathing.table.confidence,
    baseline: engine.baseline.confidence,
  }[breathing.source];
  add(sure === 'guess', reason('guess-breathing'));
  const rows = { shape: [], table: breathing.table.rows, baseline: engine.baseline.rows }[breathing.source];
  const end = rows.at(-1)?.speedRpm;
  add(
    end !== undefined && end < engine.redLineRpm.value,
    reason('breathing-ends-early', {
      end: [end ?? 0, 'engineSpeed'],
      redLine: [engine.redLineRpm.value, 'engineSpeed'],
    }),
  );
}

function missingOnDemand({ setup, answer }: Asked, add: Add): void {
  if (isCharged(setup)) {
    add(
      setup.plumbing.some((loss) => isGuess(loss.drop)),
      reason('guess-losses'),
    );
    add(
      coolersOf(setup).some(({ kind, effectiveness }) => kind !== 'none' && isGuess(effectiveness)),
      reason('guess-cooler'),
    );
    // With a turbine the match says it.
    add(
      !exhaustDriveOf(chargerAtEngine(setup)) && isGuess(setup.backPressureRatio),
      reason('guess-back-pressure'),
    );
  }
  if (answer) add(isStopped(answer), answer.sweep.goal.short);
}

function missingOnCharger({ setup, answer }: Asked, add: Add): void {
  if (!answer || !isCharged(setup) || isStopped(answer)) return;
  const { goal: verdict, level } = answer.sweep;
  if (!engineMap(answer.build)) return add(level.kind !== 'unboosted', reason('choose-compressor'));
  add(!verdict.holds, verdict.findings[0] ?? verdict.short);
  add(!engineCharger(answer.build).drive, reason('choose-turbine'));
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
};
