import type { Quantity } from '../units/quantities';

/** What a run or a log may hold, with what it is measured in. Pressures gauge unless the name says absolute. */
export const channels = {
  time: { quantity: 'time', name: 'time' },
  speedRpm: { quantity: 'engineSpeed', name: 'engine speed' },
  torque: { quantity: 'torque', name: 'torque' },
  power: { quantity: 'power', name: 'power' },
  boost: { quantity: 'boost', name: 'boost' },
  manifold: { quantity: 'pressure', name: 'manifold pressure, absolute' },
  backPressure: { quantity: 'boost', name: 'exhaust back pressure' },
  chargeTemperature: { quantity: 'temperature', name: 'charge temperature' },
  lambda: { quantity: 'ratio', name: 'λ' },
  timing: { quantity: 'angle', name: 'timing' },
  knock: { quantity: 'ratio', name: 'knock' },
  injectorDuty: { quantity: 'share', name: 'injector duty' },
  fuelPressure: { quantity: 'boost', name: 'fuel pressure' },
  shaftSpeed: { quantity: 'shaftSpeed', name: 'charger shaft speed' },
  exhaustTemperature: { quantity: 'temperature', name: 'exhaust temperature' },
  oilTemperature: { quantity: 'temperature', name: 'oil temperature' },
  oilPressure: { quantity: 'boost', name: 'oil pressure' },
  coolantTemperature: { quantity: 'temperature', name: 'coolant temperature' },
  roadSpeed: { quantity: 'roadSpeed', name: 'road speed' },
  lambda1: { quantity: 'ratio', name: 'λ of cylinder 1' },
  lambda2: { quantity: 'ratio', name: 'λ of cylinder 2' },
  lambda3: { quantity: 'ratio', name: 'λ of cylinder 3' },
  lambda4: { quantity: 'ratio', name: 'λ of cylinder 4' },
  lambda5: { quantity: 'ratio', name: 'λ of cylinder 5' },
  lambda6: { quantity: 'ratio', name: 'λ of cylinder 6' },
  lambda7: { quantity: 'ratio', name: 'λ of cylinder 7' },
  lambda8: { quantity: 'ratio', name: 'λ of cylinder 8' },
  lambda9: { quantity: 'ratio', name: 'λ of cylinder 9' },
  lambda10: { quantity: 'ratio', name: 'λ of cylinder 10' },
  lambda11: { quantity: 'ratio', name: 'λ of cylinder 11' },
  lambda12: { quantity: 'ratio', name: 'λ of cylinder 12' },
} as const satisfies Record<string, { quantity: Quantity; name: string }>;

export type ChannelId = keyof typeof channels;
export const channelIds = Object.keys(channels) as ChannelId[];

/** Readings in their order, each channel as long as the others, NaN where one has none. SI. */
export type Log = Partial<Record<ChannelId, number[]>>;

/** The readings of a log from one to another, the last left out. */
export const sliceOf = (log: Log, from: number, to: number): Log =>
  Object.fromEntries(Object.entries(log).map(([id, its]) => [id, its.slice(from, to)]));

/** Least and greatest of every channel that has a reading, with where they stand. */
export function extremesOf(
  log: Log,
): Partial<Record<ChannelId, { least: number; most: number; leastAt: number; mostAt: number }>> {
  const found: ReturnType<typeof extremesOf> = {};
  for (const [id, its] of Object.entries(log) as [ChannelId, number[]][]) {
    let [leastAt, mostAt] = [-1, -1];
    its.forEach((value, i) => {
      if (!Number.isFinite(value)) return;
      if (leastAt < 0 || value < its[leastAt]!) leastAt = i;
      if (mostAt < 0 || value > its[mostAt]!) mostAt = i;
    });
    if (leastAt >= 0) found[id] = { least: its[leastAt]!, most: its[mostAt]!, leastAt, mostAt };
  }
  return found;
}
