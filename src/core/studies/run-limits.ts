import type { Build } from '../build/build';
import { engineTurbine } from '../build/row';
import { engineCharger } from '../charger/charged-air';
import { shaftLimit } from '../charger/charger';
import type { RunCard } from '../dyno/card';
import { channels, type ChannelId, type Log } from '../dyno/channels';
import type { LimitMetric } from '../job/schema/component-choices';
import type { Job } from '../job/schema/job';
import { useOf } from '../limits/metrics';
import { wheelPower } from '../vehicle/drivetrain';

/** A limit of the job as a run's channel can be held against it. `at`: SI, by engine speed, rev/min, at the run's basis. */
export type RunLimit = {
  key: string;
  part: string;
  channel: ChannelId;
  at: (speedRpm: number) => number;
};

/** Channels that measure what a metric limits. */
const channelOf: Partial<Record<LimitMetric, ChannelId>> = {
  torque: 'torque',
  power: 'power',
  engineSpeed: 'speedRpm',
  boost: 'boost',
  backPressure: 'backPressure',
  chargeTemperature: 'chargeTemperature',
  exhaustTemperature: 'exhaustTemperature',
  roadSpeed: 'roadSpeed',
};

/** Limits of a job that a run can be held against: of its parts, and of what the models know. In: build, engine, the run's card. Total. */
export function runLimitsOf(
  build: Build,
  engine: Job['engine'],
  { basis, gear: inGear }: Pick<RunCard, 'basis' | 'gear'>,
): RunLimit[] {
  const atBasis = (power: number) => (basis === 'flywheel' ? power : wheelPower(power, build.drivetrain));
  const turning = (speedRpm: number) => Math.max(1e-6, (speedRpm * Math.PI) / 30);
  const stated = (engine.components ?? []).flatMap(({ id, name, kind, limits }): RunLimit[] =>
    (Object.keys(limits) as LimitMetric[]).flatMap((metric): RunLimit[] => {
      const limit = limits[metric]?.low.value;
      const channel = channelOf[metric];
      if (limit === undefined || !channel) return [];
      const at =
        metric === 'torque'
          ? (n: number) => atBasis(limit * turning(n)) / turning(n)
          : metric === 'power'
            ? () => atBasis(limit)
            : () => limit;
      return [{ key: `${id} ${metric}`, part: name || kind, channel, at }];
    }),
  );
  const shaft = shaftLimit(engineCharger(build));
  const turbine = engineTurbine(build)?.turbine.maxTemperature;
  const model: RunLimit[] = [
    { key: 'red-line', part: '', channel: 'speedRpm', at: () => build.redLineRpm },
    ...(Number.isFinite(shaft)
      ? [
          {
            key: 'shaft',
            part: engineCharger(build).machine?.name ?? '',
            channel: 'shaftSpeed' as const,
            at: () => shaft,
          },
        ]
      : []),
    ...(turbine
      ? [{ key: 'turbine', part: '', channel: 'exhaustTemperature' as const, at: () => turbine }]
      : []),
    ...(build.supply
      ? [{ key: 'duty', part: '', channel: 'injectorDuty' as const, at: () => build.supply!.mostDuty }]
      : []),
    ...build.driveline.filter(isInUse(build.driveline, inGear)).map(({ part, name, torque, gear }) => ({
      key: `${part} ${gear ?? ''}`.trim(),
      part: name || part,
      channel: 'torque' as const,
      at: (n: number) => atBasis(torque * turning(n)) / turning(n),
    })),
  ];
  return [...stated, ...model];
}

/** Of a gearbox known by gear only the gear that the run was made in bears its torque; the weakest where the card names none. */
const isInUse = (driveline: Build['driveline'], inGear: number | null) => {
  const byGear = driveline.filter(({ gear }) => gear !== null);
  const weakest = byGear.reduce<(typeof byGear)[number] | null>(
    (so, one) => (!so || one.torque < so.torque ? one : so),
    null,
  );
  return (one: Build['driveline'][number]): boolean =>
    one.gear === null || (inGear === null ? one === weakest : one.gear === inGear - 1);
};

/** No reading stands for longer than this, s: a logger that stopped is no time at load. */
const LONGEST_GAP = 1;

/** Seconds that a run spent over a limit, and the most by which it did, as a share; of temperatures by degrees Celsius, as on Limits. */
export type Outside = { key: string; part: string; channel: ChannelId; seconds: number; most: number };

/** Time over each limit that a run was over. In: its readings; limits. Total. */
export function secondsOutside(log: Log, limits: readonly RunLimit[]): Outside[] {
  const { time, speedRpm } = log;
  if (!time || !speedRpm) return [];
  const held = time.map((t, i) => {
    const before = i > 0 ? Math.min(LONGEST_GAP, t - time[i - 1]!) : 0;
    const after = i < time.length - 1 ? Math.min(LONGEST_GAP, time[i + 1]! - t) : 0;
    return Math.max(0, (before + after) / 2);
  });
  return limits.flatMap(({ key, part, channel, at }) => {
    const values = log[channel];
    if (!values) return [];
    const sort = channels[channel].quantity === 'temperature' ? 'temperature' : 'torque';
    let [seconds, most] = [0, 0];
    values.forEach((value, i) => {
      const limit = at(speedRpm[i]!);
      if (!(value > limit)) return;
      seconds += Number.isFinite(held[i]) ? held[i]! : 0;
      most = Math.max(most, useOf(sort, value, limit) - 1);
    });
    return most > 0 ? [{ key, part, channel, seconds, most }] : [];
  });
}

/** The time over each limit of several runs together: the longest first. */
export function lifeOutside(runs: readonly Outside[][]): Outside[] {
  const all = new Map<string, Outside>();
  for (const one of runs.flat()) {
    const so = all.get(one.key);
    all.set(
      one.key,
      so ? { ...so, seconds: so.seconds + one.seconds, most: Math.max(so.most, one.most) } : one,
    );
  }
  return [...all.values()].sort((a, b) => b.seconds - a.seconds);
}
