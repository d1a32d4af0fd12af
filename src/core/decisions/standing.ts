import { engineCharger } from '../charger/charged-air';
import { engineMap } from '../build/row';
import { benchOfPath } from '../job/inputs/inputs';
import type { Problem } from '../build/build';
import { seaLevelReading, usualPressures } from '../air/standard-atmosphere';
import { healthChecks } from './health';
import type { Input } from '../documents/input';
import { chargerAtEngine, exhaustDriveOf } from '../job/chargers';
import type { Job, Setup } from '../job/schema/job';
import { settleable, type Facts, type Mark, type SettleableBench } from '../job/schema/marks';
import { reason, type Reason } from '../working/range';
import { factsOf, type Answer, type NewestRevision } from './facts';
import { rules } from './rules';

/** Something a bench still lacks, and the bench where it is given. */
type Missing = {
  reason: Reason;
  bench: SettleableBench;
  /** A failed check of the engine: nothing that depends on it may be settled. */
  blocks?: boolean;
};

/** Where a bench stands: settled by the user, open, or settled and overtaken by a later change. */
export type Standing = {
  bench: SettleableBench;
  state: 'settled' | 'open' | 'contradicted';
  /** Why an earlier decision no longer fits, most telling first; empty unless contradicted. */
  why: Reason[];
  missing: Missing[];
  /** Whether it may be settled now: the sums must stand, and the bench must have decided something. */
  canSettle: boolean;
};

/** Brief and Engine belong to the job, the others to one setup. */
const setupOf = (bench: SettleableBench, setup: Setup): string | null =>
  bench === 'brief' || bench === 'engine' ? null : setup.id;

const markOf = (job: Job, bench: SettleableBench, setup: Setup): Mark | undefined =>
  job.settled.find((m) => m.bench === bench && m.setup === setupOf(bench, setup));

/** The job's marks with this bench settled on these facts, or open again for null. */
export function withMark(job: Job, bench: SettleableBench, setup: Setup, facts: Facts | null): Mark[] {
  const owner = setupOf(bench, setup);
  const others = job.settled.filter((m) => m.bench !== bench || m.setup !== owner);
  return facts ? [...others, { bench, setup: owner, facts }] : others;
}

const isGuess = (...inputs: (Input | undefined)[]) => inputs.some((i) => i?.confidence === 'guess');

/** What each bench still lacks, without regard to marks. */
function missingOf(job: Job, setup: Setup, answer: Answer | null, problems: Problem[]): Missing[] {
  const { brief, engine } = job;
  const { breathing } = engine;
  const missing: Missing[] = problems.map((p) => ({ reason: p.reason, bench: benchOfPath(p.path, job) }));
  const add = (when: boolean, bench: SettleableBench, why: Reason) =>
    when && missing.push({ bench, reason: why });
  const { goal, venue } = brief;
  add(isGuess(goal.power, goal.speedRpm), 'brief', reason('guess-goal'));
  add(isGuess(venue.altitude, venue.temperature), 'brief', reason('guess-venue'));
  const { torque, torqueRpm } = goal;
  add(!torque !== !torqueRpm, 'brief', reason(torque ? 'torque-needs-speed' : 'speed-needs-torque'));
  const { barometer, altitude } = venue;
  if (barometer.kind === 'station') {
    const reduced = seaLevelReading(barometer.pressure.value, altitude.value);
    add(
      reduced < usualPressures.low || reduced > usualPressures.high,
      'brief',
      reason('barometer-unlikely', {
        reading: [barometer.pressure.value, 'airPressure'],
        altitude: [altitude.value, 'altitude'],
        reduced: [reduced, 'airPressure'],
      }),
    );
  }
  add(isGuess(brief.fuel.bsfc), 'brief', reason('guess-bsfc'));
  add(isGuess(engine.bore, engine.stroke, engine.cylinders), 'engine', reason('guess-geometry'));
  for (const check of healthChecks(engine.condition))
    if (check.state === 'failed')
      for (const bench of check.blocks) missing.push({ bench, reason: check.reason, blocks: true });
  for (const { note, state } of engine.condition.weakPoints)
    add(state === 'open', 'engine', reason('weak-point-open', {}, { note: note || 'unnamed' }));
  const ratio = engine.volumes.used ? engine.volumes.chamber : engine.compressionRatio;
  add(isGuess(ratio, engine.redLineRpm), 'engine', reason('guess-engine-limits'));
  const sure = {
    shape: breathing.shape.peak.confidence,
    table: breathing.table.confidence,
    baseline: engine.baseline.confidence,
  }[breathing.source];
  add(sure === 'guess', 'engine', reason('guess-breathing'));
  const rows = { shape: [], table: breathing.table.rows, baseline: engine.baseline.rows }[breathing.source];
  const end = rows.at(-1)?.speedRpm;
  add(
    end !== undefined && end < engine.redLineRpm.value,
    'engine',
    reason('breathing-ends-early', {
      end: [end ?? 0, 'engineSpeed'],
      redLine: [engine.redLineRpm.value, 'engineSpeed'],
    }),
  );
  const charged = setup.induction.kind === 'charged';
  if (charged) {
    add(
      setup.plumbing.some((loss) => isGuess(loss.drop)),
      'demand',
      reason('guess-losses'),
    );
    add(
      coolersOf(setup).some(({ kind, effectiveness }) => kind !== 'none' && isGuess(effectiveness)),
      'demand',
      reason('guess-cooler'),
    );
    // With a turbine the match says it.
    add(
      !exhaustDriveOf(chargerAtEngine(setup)) && isGuess(setup.backPressureRatio),
      'demand',
      reason('guess-back-pressure'),
    );
  }
  if (answer) {
    const { goal: verdict, level, goalPoint } = answer.sweep;
    const stopped = level.kind === 'failed' || goalPoint.status.kind === 'failed';
    add(stopped, 'demand', verdict.short);
    if (charged && !stopped) {
      if (!engineMap(answer.build)) add(level.kind !== 'unboosted', 'charger', reason('choose-compressor'));
      else {
        add(!verdict.holds, 'charger', verdict.findings[0] ?? verdict.short);
        add(!engineCharger(answer.build).drive, 'charger', reason('choose-turbine'));
      }
    }
  }
  return missing;
}

const coolersOf = ({ induction }: Setup) =>
  induction.kind === 'charged' ? induction.chargers.map(({ aftercooler }) => aftercooler) : [];

/**
 * Where every bench stands. A bench is contradicted when it was settled and one of its rules finds that a later change
 * overtook it. In: job, setup, its answer (null while `problems` stop it), the library's newest revisions. Total.
 */
export function standings(
  job: Job,
  setup: Setup,
  answer: Answer | null,
  problems: Problem[],
  newest?: NewestRevision,
): Standing[] {
  const now = factsOf(job, setup, answer, newest);
  const missing = missingOf(job, setup, answer, problems);
  return settleable.map((bench) => {
    const mark = markOf(job, bench, setup);
    const own = missing.filter((m) => m.bench === bench);
    // A check that failed afterwards overtakes a decision as a later change does.
    const failed = own.filter((m) => m.blocks).map((m) => m.reason);
    const why = mark
      ? [
          ...failed,
          ...rules.flatMap((rule) => (rule.bench === bench ? (rule.broken(mark.facts, now) ?? []) : [])),
        ]
      : [];
    const stopped = problems.some((p) => benchOfPath(p.path, job) === bench);
    const undecided = bench === 'charger' && !now.compressor && setup.induction.kind === 'charged';
    // A bench that rests on the sums cannot be settled while they do not stand.
    const unsolved = !answer && (bench === 'demand' || bench === 'charger');
    // What stops an earlier bench stops this one too: it is named here with the way there.
    const earlier = unsolved ? missing.filter((m) => problems.some((p) => p.reason === m.reason)) : [];
    return {
      bench,
      state: !mark ? 'open' : why.length ? 'contradicted' : 'settled',
      why,
      missing: own.length ? own.filter((m) => !(mark && m.blocks)) : earlier,
      canSettle: !stopped && !undecided && !unsolved && !failed.length,
    };
  });
}
