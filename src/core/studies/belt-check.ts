import { drivenSpeed } from '../charger/drive-formulas';
import type { AirPath } from '../charge-path/air-path';
import type { Build } from '../build/build';
import { beltCharger, beltPlace, isDriven, withBeltCharger, type DrivenBuild } from '../build/row';
import { planLevel, solvePoint } from '../solve/point';
import type { Level } from '../solve/demand';
import { layOut } from '../drive/layout';
import { loadOf } from '../drive/load';
import type { Setup } from '../job/schema/job';
import { findRoot } from '../numerics/roots';
import { readingSpeed } from './reading-speed';
import { reason, type Reason } from '../working/range';

/** What readings of a machine on the crankshaft say. Shares; pressures gauge. */
export type BeltCheck =
  | { kind: 'waits'; why: Reason }
  | {
      kind: 'read';
      speedRpm: number;
      /** The forecast at that speed: boost, air behind the machine, speed of its shaft without slip. */
      forecast: { boost: number; outlet: number; shaftRpm: number };
      /** Slip that explains the boost read, and the leak that would: share of what the machine delivers. */
      slip: number | null;
      leak: number | null;
      /** Air behind the machine if it were the one or the other, K. */
      outletIf: { slip: number | null; leak: number | null };
      /** Slip by the shaft speed read. */
      slipRead: number | null;
      findings: Reason[];
    };

/** A boost this near the forecast's agrees with it: what a gauge can tell (common practice, no source). */
const AGREES = 0.04;
/** Slip that a shaft speed read must show to count, and the most that is looked for. */
const LEAST_SLIP = 0.01;
const MOST = 0.6;
/** Degrees by which two explanations must lie apart to be told by a thermometer, K. */
const TELLS = 4;

/** The moment that was read: the speed, and what the plan asks there, whatever slips or leaks. */
type Moment = { speedRpm: number; level: Level };

const at = (build: DrivenBuild, { speedRpm, level }: Moment): AirPath | null => {
  const { path, status } = solvePoint(build, speedRpm, level);
  return status.kind === 'failed' ? null : path;
};
const boostOf = (build: DrivenBuild, path: AirPath | null): number =>
  path ? path.manifold.pressure - build.climate.pressure : NaN;
/** Air behind the machine on the belt, K. */
const outletOf = (build: DrivenBuild, path: AirPath): number =>
  path.chargers[beltPlace(build)]!.outlet.temperature;

/** The build with its belt slipping by a share of the machine's speed. */
const slipping = (build: DrivenBuild, slip: number): DrivenBuild =>
  withBeltCharger(build, (charger) => ({
    ...charger,
    drive: { ...charger.drive, ratio: charger.drive.ratio * (1 - slip) },
  }));

/** The build with a share of what its machine delivers lost on the way to the engine. */
const leaking = (build: DrivenBuild, leak: number): DrivenBuild =>
  withBeltCharger(build, (charger) => {
    const { machine } = charger;
    return {
      ...charger,
      machine: {
        ...machine,
        read: (air, massFlow, ratio, guess) => machine.read(air, massFlow / (1 - leak), ratio, guess),
      },
    };
  });

/** The share at which a build so changed gives a boost; null where none does. */
function shareFor(
  build: DrivenBuild,
  change: (build: DrivenBuild, share: number) => DrivenBuild,
  moment: Moment,
  boost: number,
): number | null {
  const off = (share: number) => boostOf(build, at(change(build, share), moment)) - boost;
  let low = 0;
  if (!(off(0) > 0)) return null;
  // Step by step: far from the forecast a machine may have no answer to bracket with.
  for (let share = 0.05; share <= MOST; share += 0.05) {
    const here = off(share);
    if (!Number.isFinite(here)) return null;
    if (here <= 0) {
      const root = findRoot(off, low, share, { tolerance: 1e-5 });
      return root.kind === 'converged' ? root.x : null;
    }
    low = share;
  }
  return null;
}

/**
 * Readings of a machine on the crankshaft at one engine speed against the forecast: the slip or the leak that a boost fallen
 * short would take. Boost alone cannot tell the two apart; the shaft's speed can, and the air behind the machine where the two
 * would leave it at temperatures that lie apart. In: build; the setup's readings. Total: says what it waits for.
 */
export function beltCheck(build: Build, readings: Setup['readings']): BeltCheck {
  if (!isDriven(build)) return { kind: 'waits', why: reason('spot-needs-turbine') };
  const speedRpm = readingSpeed(build, readings);
  if (typeof speedRpm !== 'number') return { kind: 'waits', why: speedRpm };
  const boost = readings.boost?.value;
  const shaft = readings.shaftRpm?.value;
  const outlet = readings.compressorOutletTemperature?.value;
  if (boost === undefined && shaft === undefined && outlet === undefined)
    return { kind: 'waits', why: reason('spot-needs-readings') };
  const moment = { speedRpm, level: planLevel(build) };
  const path = at(build, moment);
  if (path && path.chargers.length < build.chargers.length)
    return {
      kind: 'waits',
      why: reason(
        'spot-let-go',
        { speed: [speedRpm, 'engineSpeed'] },
        { name: beltCharger(build).machine.name },
      ),
    };
  if (!path)
    return {
      kind: 'waits',
      why: reason('spot-no-engine', { boost: [boost ?? 0, 'boost'], speed: [speedRpm, 'engineSpeed'] }),
    };
  const { drive } = beltCharger(build);
  const forecast = {
    boost: boostOf(build, path),
    outlet: outletOf(build, path),
    shaftRpm: drivenSpeed.fn({ speedRpm, ratio: drive.ratio }),
  };
  const isShort =
    boost !== undefined && boost < forecast.boost - AGREES * (forecast.boost + build.climate.pressure);
  const slip = isShort ? shareFor(build, slipping, moment, boost) : null;
  const leak = isShort ? shareFor(build, leaking, moment, boost) : null;
  const outletAt = (changed: DrivenBuild | null) => {
    const its = changed && at(changed, moment);
    return its ? outletOf(build, its) : null;
  };
  const outletIf = {
    slip: outletAt(slip === null ? null : slipping(build, slip)),
    leak: outletAt(leak === null ? null : leaking(build, leak)),
  };
  const slipRead = shaft === undefined ? null : 1 - shaft / forecast.shaftRpm;
  return {
    kind: 'read',
    speedRpm,
    forecast,
    slip,
    leak,
    outletIf,
    slipRead,
    findings: findingsOf(build, path, {
      speedRpm,
      forecast,
      slip,
      leak,
      outletIf,
      slipRead,
      boost,
      outlet,
      isShort,
    }),
  };
}

type Facts = Omit<Extract<BeltCheck, { kind: 'read' }>, 'kind' | 'findings'> & {
  boost: number | undefined;
  outlet: number | undefined;
  isShort: boolean;
};

function findingsOf(build: DrivenBuild, path: AirPath, facts: Facts): Reason[] {
  const { speedRpm, forecast, slip, leak, outletIf, slipRead, boost, outlet, isShort } = facts;
  const said: Reason[] = [];
  const speed: [number, 'engineSpeed'] = [speedRpm, 'engineSpeed'];
  if (slipRead !== null)
    said.push(
      slipRead > LEAST_SLIP
        ? reason('slip-by-shaft', { slip: [slipRead, 'fineShare'], speed })
        : slipRead < -LEAST_SLIP
          ? reason('shaft-too-fast', { over: [-slipRead, 'fineShare'], speed })
          : reason('shaft-does-not-slip', { speed }),
    );
  if (boost !== undefined && !isShort)
    said.push(
      boost > forecast.boost + AGREES * (forecast.boost + build.climate.pressure)
        ? reason('boost-over-forecast', { over: [boost - forecast.boost, 'boost'], speed })
        : reason('boost-as-forecast', {
            boost: [boost, 'boost'],
            forecast: [forecast.boost, 'boost'],
            speed,
          }),
    );
  if (boost !== undefined && isShort) {
    const figures = {
      short: [forecast.boost - boost, 'boost'],
      speed,
      ...(slip === null ? {} : { slip: [slip, 'fineShare'] }),
      ...(leak === null ? {} : { leak: [leak, 'fineShare'] }),
    } satisfies Parameters<typeof reason>[1];
    const told = tells(facts, outlet);
    if (slip === null || leak === null) said.push(reason('boost-far-short', figures));
    else if (slipRead !== null && slipRead > LEAST_SLIP)
      said.push(reason(slipRead > 0.6 * slip ? 'short-by-slip' : 'short-by-both', figures));
    else if (slipRead !== null) said.push(reason('short-by-leak', figures));
    else if (told)
      said.push(
        reason(told === 'slip' ? 'short-by-slip-warmth' : 'short-by-leak-warmth', {
          ...figures,
          outlet: [outlet!, 'temperature'],
          ifSlip: [outletIf.slip!, 'temperature'],
          ifLeak: [outletIf.leak!, 'temperature'],
        }),
      );
    else said.push(reason('short-by-slip-or-leak', figures));
    const { layout } = beltCharger(build).drive;
    const laid = layout && layOut(layout);
    if (layout && laid && 'run' in laid) {
      const { use } = loadOf(layout, laid, speedRpm, path.drivePower.all);
      if (use !== null)
        said.push(
          reason(use > 0.8 ? 'belt-near-its-hold' : 'belt-well-within', { use: [use, 'share'], speed }),
        );
    }
  }
  return said;
}

/** Which of the two the thermometer speaks for; null where it cannot tell. */
function tells({ outletIf }: Facts, outlet: number | undefined): 'slip' | 'leak' | null {
  if (outlet === undefined || outletIf.slip === null || outletIf.leak === null) return null;
  if (Math.abs(outletIf.slip - outletIf.leak) < TELLS) return null;
  return Math.abs(outlet - outletIf.slip) < Math.abs(outlet - outletIf.leak) ? 'slip' : 'leak';
}
