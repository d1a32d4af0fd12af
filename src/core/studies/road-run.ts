import { buildAt, type Build } from '../build/build';
import { isMatched } from '../charge-path/match';
import { powerOf } from '../charge-path/school-power';
import type { Input } from '../documents/input';
import { spreadOf } from '../job/inputs/inputs';
import type { Vehicle } from '../job/schema/brief';
import type { Job } from '../job/schema/job';
import { unboostedAt, type Level } from '../solve/demand';
import type { OperatingPoint } from '../solve/point';
import { wheelPower } from '../vehicle/drivetrain';
import { ROLLING } from '../vehicle/road';
import { powerForTarget, TURNING_PARTS, type RunPlan, type RunTarget } from '../vehicle/straight-run';
import { reason, type Reason } from '../working/range';
import { solveSpool, trialOf } from './spool';

/** What stands where the Brief says nothing (common practice, no source): road tyres on dry asphalt, a saloon’s weights, a quick hand. */
const RUN_DEFAULTS = {
  dragArea: 0.7,
  grip: 1,
  drivenShare: { front: 0.6, rear: 0.5, all: 0.5 },
  wheelbase: 2.6,
  gravityHeight: 0.5,
  shiftTime: 0.3,
  launchShare: 0.45,
} as const;

const PER_RPM = Math.PI / 30;

/**
 * What a vehicle of the Brief runs with on a setup. In: build; vehicle; its solved points; first-order times of the boost, as `boostTimesOf`
 * finds them. Out: the plan, or every reason why there is none. Total.
 */
export function runPlanOf(
  build: Build,
  vehicle: Vehicle,
  points: readonly OperatingPoint[],
  boostTimes: RunPlan['boostTimes'],
): RunPlan | { reasons: Reason[] } {
  if (vehicle.kind !== 'vehicle') return { reasons: [reason('run-not-on-road')] };
  const { mass, tyreRadius, finalDrive, gears, grip, driven } = vehicle;
  const solved = points.filter(
    ({ status, power }) => status.kind !== 'failed' && Number.isFinite(power.flywheel),
  );
  const reasons: Reason[] = [
    ...(mass ? [] : [reason('run-needs-mass')]),
    ...(tyreRadius && finalDrive && gears.length ? [] : [reason('run-needs-gears')]),
    ...(grip?.value === 0 ? [reason('run-without-grip')] : []),
    ...(solved.length > 1 ? [] : [reason('run-no-power')]),
  ];
  if (reasons.length || !mass || !tyreRadius || !finalDrive) return { reasons };
  const torqueOf = (power: number, speedRpm: number) =>
    wheelPower(power, build.drivetrain) / (speedRpm * PER_RPM);
  return {
    torque: solved.map(({ speedRpm, power }) => {
      const full = torqueOf(power.flywheel, speedRpm);
      const off = boostTimes.length ? powerOf(build, unboostedAt(buildAt(build, speedRpm), speedRpm)) : 0;
      return {
        speedRpm,
        full,
        unboosted: boostTimes.length && Number.isFinite(off) ? Math.min(full, torqueOf(off, speedRpm)) : full,
      };
    }),
    reductions: gears.map((gear) => gear.value * finalDrive.value).sort((a, b) => b - a),
    tyreRadius: tyreRadius.value,
    mass: mass.value,
    turning: TURNING_PARTS,
    dragArea: vehicle.dragArea?.value ?? RUN_DEFAULTS.dragArea,
    rolling: vehicle.rollingResistance?.value ?? ROLLING,
    density: build.climate.density,
    grip: grip?.value ?? RUN_DEFAULTS.grip,
    driven,
    drivenShare: vehicle.drivenShare?.value ?? RUN_DEFAULTS.drivenShare[driven],
    heightOverBase:
      (vehicle.gravityHeight?.value ?? RUN_DEFAULTS.gravityHeight) /
      (vehicle.wheelbase?.value ?? RUN_DEFAULTS.wheelbase),
    shiftTime: vehicle.shiftTime?.value ?? RUN_DEFAULTS.shiftTime,
    launchRpm: vehicle.launchRpm?.value ?? RUN_DEFAULTS.launchShare * build.redLineRpm,
    redLineRpm: build.redLineRpm,
    boostTimes,
  };
}

/** Which of the figures of a run stand on what nobody gave. In: vehicle. Out: their paths. */
export const runDefaultsOf = (vehicle: Vehicle): string[] =>
  (
    [
      'dragArea',
      'rollingResistance',
      'grip',
      ...(vehicle.driven === 'all' ? [] : (['drivenShare', 'wheelbase', 'gravityHeight'] as const)),
      'shiftTime',
      'launchRpm',
    ] as const
  ).flatMap((key) => (vehicle[key] ? [] : [`brief.vehicle.${key}`]));

/** Shares of the red line at which the time of the boost is tried: shifts fall back to the first. */
const TRIED = [0.6, 0.9] as const;

/**
 * First-order times of a turbo’s boost over engine speed: what the job’s trial as a load step takes to nine tenths at two speeds, over ln 10.
 * Empty without a turbine. In: job, build, level. Source: `solveSpool`; definition of a first-order lag.
 */
export function boostTimesOf(job: Job, build: Build, level: Level): RunPlan['boostTimes'] {
  if (!isMatched(build)) return [];
  const plan = trialOf({ ...job, trial: { ...job.trial, kind: 'step' } });
  if ('reason' in plan) return [];
  return TRIED.flatMap((share) => {
    const speedRpm = share * build.redLineRpm;
    const spool = solveSpool(build, { ...plan, speedRpm }, level, 'coarse');
    return spool.kind === 'found' && spool.ninety
      ? [{ speedRpm, seconds: Math.max(0.02, spool.ninety.time / Math.LN10) }]
      : [];
  });
}

/** Power that a target asks for, at the flywheel, W: peak, with how far off what is guessed of the vehicle makes it. */
export type PowerAsked = { power: number; spread: number; factor: number };

/** How far off a watch or a trap is, as a share (common practice, no source). */
const READING = 0.005;

/**
 * Power for a time or a speed, or power that one speaks of. In: plan; peak power at the flywheel; vehicle, for how sure its figures are;
 * target. Out: the power, or why there is none. Spread: each figure moved by its own, one at a time, and added in squares (ISO/IEC Guide
 * 98-3). Total.
 */
export function powerAsked(
  plan: RunPlan,
  peak: number,
  vehicle: Vehicle,
  target: RunTarget,
): PowerAsked | { reason: Reason } {
  const factor = powerForTarget(plan, target);
  if (typeof factor !== 'number')
    return { reason: reason(factor === 'below' ? 'target-by-less' : 'target-out-of-reach') };
  // How far it moves is asked without the time of the shifts: one that falls on the line makes a step in every answer.
  const smooth = { ...plan, shiftTime: 0 };
  const middle = powerForTarget(smooth, target);
  const there = (change: Partial<RunPlan>, aim = target) => {
    const found = powerForTarget({ ...smooth, ...change }, aim);
    return typeof found === 'number' && typeof middle === 'number' ? Math.abs(found - middle) : null;
  };
  const off = (key: 'mass' | 'dragArea' | 'rollingResistance' | 'grip', value: number) => {
    const input: Input = vehicle[key] ?? { value, confidence: 'guess' };
    return spreadOf({ path: `brief.vehicle.${key}`, input });
  };
  // Where the one way is out of reach, the other says how much.
  const moved = (key: 'mass' | 'dragArea' | 'rolling' | 'grip') => {
    const by = off(key === 'rolling' ? 'rollingResistance' : key, plan[key]);
    return there({ [key]: plan[key] + by }) ?? there({ [key]: Math.max(0, plan[key] - by) }) ?? 0;
  };
  const shifts = [
    ...(['mass', 'dragArea', 'rolling', 'grip'] as const).map(moved),
    there({}, readOff(target)) ?? 0,
  ];
  const spread = Math.hypot(...shifts);
  return { power: peak * factor, spread: peak * spread, factor };
}

const readOff = (target: RunTarget): RunTarget =>
  target.kind === 'trap'
    ? { ...target, speed: target.speed * (1 - READING) }
    : { ...target, seconds: target.seconds * (1 - READING) };
