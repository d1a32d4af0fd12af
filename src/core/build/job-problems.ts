import type { Climate } from '../air/climate';
import { recordPressures, seaLevelReading } from '../air/standard-atmosphere';
import { compressionRatioOf } from './derived';
import { fuelOfBrief } from '../fuel/fuels';
import type { Job, Setup } from '../job/schema/job';
import { reason, type Reason } from '../working/range';
import { boostProblems } from './boost-plan';
import { plumbingProblems } from './plumbing';
import type { BaselineFit } from './baseline';
import { powerOfTorque } from '../engine/power-formulas';
import { baselineProblems, type Problem } from './job-engine';

/** Colder coolant than dry ice (195 K) is a slip, and the gas data end at 200 K. */
const COLDEST_COOLANT = 205;

/** Stages that would be fully in before they start. */
function injectionProblems(injection: Setup['injection']): Problem[] {
  return (['spray', 'nitrous'] as const).flatMap((part) =>
    (injection?.[part]?.stages ?? []).flatMap(({ startsGauge, fullGauge }, i): Problem[] =>
      startsGauge && fullGauge && fullGauge.value < startsGauge.value
        ? [
            {
              path: `setups.0.injection.${part}.stages.${i}.fullGauge`,
              reason: reason('stage-full-before-start', {
                full: [fullGauge.value, 'boost'],
                start: [startsGauge.value, 'boost'],
              }),
            },
          ]
        : [],
    ),
  );
}

/** What keeps a setup from being forecast at all, by field. In: SI. Never throws. */
export function problemsOf(
  job: Job,
  setup: Setup,
  climate: Climate | null,
  fit: BaselineFit | null,
): Problem[] {
  const { engine, brief } = job;
  const problems: Problem[] = [];
  const add = (when: boolean, path: string, why: Reason) => when && problems.push({ path, reason: why });
  const goalSpeed = brief.goal.speedRpm.value;
  add(!climate, 'brief.venue.temperature', reason('air-unknown'));
  add(
    engine.idleRpm.value >= engine.redLineRpm.value * 0.8,
    'engine.idleRpm',
    reason('idle-near-red-line', {
      idle: [engine.idleRpm.value, 'engineSpeed'],
      redLine: [engine.redLineRpm.value, 'engineSpeed'],
    }),
  );
  add(
    goalSpeed > engine.redLineRpm.value,
    'brief.goal.speedRpm',
    reason('goal-above-red-line', {
      goal: [goalSpeed, 'engineSpeed'],
      redLine: [engine.redLineRpm.value, 'engineSpeed'],
    }),
  );
  add(
    goalSpeed < engine.idleRpm.value,
    'brief.goal.speedRpm',
    reason('goal-below-idle', {
      goal: [goalSpeed, 'engineSpeed'],
      idle: [engine.idleRpm.value, 'engineSpeed'],
    }),
  );
  const { torque, torqueRpm } = brief.goal;
  if (torque && torqueRpm) {
    const made = powerOfTorque(torque.value, torqueRpm.value);
    const isSameSpeed = Math.abs(torqueRpm.value - goalSpeed) < 1;
    add(
      isSameSpeed && Math.abs(made / brief.goal.power.value - 1) > 0.02,
      'brief.goal.torque',
      reason('torque-against-power', {
        torque: [torque.value, 'torque'],
        speed: [torqueRpm.value, 'engineSpeed'],
        made: [made, 'power'],
        power: [brief.goal.power.value, 'power'],
      }),
    );
    add(
      torqueRpm.value > engine.redLineRpm.value || torqueRpm.value < engine.idleRpm.value,
      'brief.goal.torqueRpm',
      reason('torque-off-the-revs', {
        speed: [torqueRpm.value, 'engineSpeed'],
        idle: [engine.idleRpm.value, 'engineSpeed'],
        redLine: [engine.redLineRpm.value, 'engineSpeed'],
      }),
    );
  }
  const { barometer, altitude } = brief.venue;
  if (barometer.kind !== 'standard') {
    const reduced =
      barometer.kind === 'seaLevel'
        ? barometer.pressure.value
        : seaLevelReading(barometer.pressure.value, altitude.value);
    add(
      reduced < recordPressures.low || reduced > recordPressures.high,
      'brief.venue.barometer.pressure',
      reason(`barometer-${barometer.kind}-impossible`, {
        reading: [barometer.pressure.value, 'airPressure'],
        altitude: [altitude.value, 'altitude'],
        reduced: [reduced, 'airPressure'],
        low: [recordPressures.low, 'airPressure'],
        high: [recordPressures.high, 'airPressure'],
      }),
    );
  }
  const fuel = fuelOfBrief(brief.fuel);
  for (const key of ['lambda', 'lambdaRedLine', 'bsfcLambda'] as const) {
    const value = brief.fuel[key]?.value ?? fuel.bestPowerLambda;
    add(
      value < fuel.burns[0] || value > fuel.burns[1],
      `brief.fuel.${key}`,
      reason(
        'mixture-cannot-burn',
        {
          lambda: [value, 'ratio'],
          low: [fuel.burns[0], 'ratio'],
          high: [fuel.burns[1], 'ratio'],
        },
        { fuel: fuel.name },
      ),
    );
  }
  const { lambdaFromRpm } = brief.fuel;
  add(
    lambdaFromRpm !== undefined && lambdaFromRpm.value >= engine.redLineRpm.value,
    'brief.fuel.lambdaFromRpm',
    reason('lambda-from-above-red-line', {
      from: [lambdaFromRpm?.value ?? 0, 'engineSpeed'],
      redLine: [engine.redLineRpm.value, 'engineSpeed'],
    }),
  );
  if (engine.volumes.used) {
    const ratio = compressionRatioOf(engine);
    add(
      !(ratio >= 4 && ratio <= 30),
      'engine.volumes.chamber',
      reason('volumes-make-no-ratio', { ratio: [Number.isFinite(ratio) ? ratio : 0, 'ratio'] }),
    );
  }
  add(
    engine.breathing.source === 'table' && engine.breathing.table.rows.length < 2,
    'engine.breathing.table',
    reason('breathing-table-short'),
  );
  if (engine.breathing.source === 'baseline') problems.push(...baselineProblems(job, fit));
  problems.push(...boostProblems(setup.boost), ...plumbingProblems(setup.plumbing));
  const { onsetRpm, fullRpm } = setup.boost;
  add(
    onsetRpm.value >= fullRpm.value,
    'setups.0.boost.onsetRpm',
    reason('onset-after-full', {
      onset: [onsetRpm.value, 'engineSpeed'],
      full: [fullRpm.value, 'engineSpeed'],
    }),
  );
  add(
    fullRpm.value > goalSpeed,
    'setups.0.boost.fullRpm',
    reason('full-after-goal', { full: [fullRpm.value, 'engineSpeed'], goal: [goalSpeed, 'engineSpeed'] }),
  );
  problems.push(...injectionProblems(setup.injection));
  const chargers = setup.induction.kind === 'charged' ? setup.induction.chargers : [];
  chargers.forEach(({ aftercooler }, i) => {
    const coolant = brief.venue.temperature.value + aftercooler.coolantRise.value;
    add(
      aftercooler.kind !== 'none' && coolant < COLDEST_COOLANT,
      `setups.0.induction.chargers.${i}.aftercooler.coolantRise`,
      reason('coolant-too-cold', {
        coolant: [coolant, 'temperature'],
        coldest: [COLDEST_COOLANT, 'temperature'],
      }),
    );
  });
  const { humidity, temperature } = brief.venue;
  add(
    humidity.kind === 'dewPoint' && humidity.dewPoint.value > temperature.value + 0.05,
    'brief.venue.humidity.dewPoint',
    reason('dew-point-above-air', {
      dewPoint: [humidity.dewPoint.value, 'temperature'],
      air: [temperature.value, 'temperature'],
    }),
  );
  return problems;
}
