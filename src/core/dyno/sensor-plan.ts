import type { ChannelId } from './channels';

/** Where a channel is read and what spoils it. Names of the places are words of the screen's. */
export type SensorLine = {
  channel: ChannelId;
  /** The most that is expected, SI as the channel says; null where no model says it. */
  expected: number | null;
  /** End of the sensor's scale to buy: the next common one over the most expected with room; null where there is none. */
  scale: number | null;
  /** Readings a second that follow the pull. */
  rate: number;
  /** Time constant of a usual sensor, s. */
  delay: number;
};

/** Room over the most expected. */
const ROOM = 1.25;
/** Ends of common scales, SI: pressures absolute or gauge Pa, temperatures K. */
const scales: Partial<Record<ChannelId, readonly number[]>> = {
  manifold: [100e3, 200e3, 250e3, 300e3, 400e3, 500e3, 700e3, 1_000e3],
  boost: [100e3, 150e3, 200e3, 250e3, 300e3, 400e3, 600e3, 900e3],
  backPressure: [200e3, 400e3, 600e3, 1_000e3, 1_600e3],
  fuelPressure: [600e3, 1_000e3, 1_600e3, 20e6, 35e6],
  chargeTemperature: [403.15, 423.15, 473.15],
  exhaustTemperature: [1_173.15, 1_323.15, 1_473.15],
  oilPressure: [1_000e3],
};
/** Rate and delay of usual sensors (common practice, no source). */
const usual: Partial<Record<ChannelId, [rate: number, delay: number]>> = {
  speedRpm: [50, 0.01],
  torque: [50, 0.05],
  manifold: [100, 0.005],
  boost: [100, 0.005],
  backPressure: [100, 0.02],
  chargeTemperature: [10, 0.5],
  lambda: [20, 0.15],
  timing: [50, 0.01],
  knock: [50, 0.01],
  injectorDuty: [50, 0.01],
  fuelPressure: [100, 0.005],
  shaftSpeed: [50, 0.02],
  exhaustTemperature: [10, 1],
  oilTemperature: [1, 5],
  oilPressure: [20, 0.01],
  coolantTemperature: [1, 5],
  roadSpeed: [20, 0.05],
};
export const plannedChannels = Object.keys(usual) as ChannelId[];

/** Share of the next step up where a temperature's room is counted by degrees over freezing. */
const ICE = 273.15;

/** What to log on a pull. In: the most that the models expect of each channel. Total. Source: common practice, no source. */
export function sensorPlan(expected: Partial<Record<ChannelId, number>>): SensorLine[] {
  return plannedChannels.map((channel) => {
    const most = expected[channel] ?? null;
    const isHot = channel === 'chargeTemperature' || channel === 'exhaustTemperature';
    const wanted = most === null ? null : isHot ? ICE + (most - ICE) * 1.1 : most * ROOM;
    const [rate, delay] = usual[channel]!;
    const steps = scales[channel];
    return {
      channel,
      expected: most,
      scale: wanted === null || !steps ? null : (steps.find((end) => end >= wanted) ?? null),
      rate,
      delay,
    };
  });
}
