import type { Climate } from '../air/climate';
import type { FuelId } from '../fuel/fuels';
import { fuelDefaults } from '../job/defaults';
import type { Job } from '../job/schema/job';
import { climateOf, compileBuild, type Library } from '../build/build';
import { planLevel, solvePoint } from '../solve/point';

/** What a setup needs and makes at the goal's speed in some air or on some fuel. SI; null where there is no answer. */
export type Need = {
  /** Whether the goal is in reach of any pressure ratio. */
  reached: boolean;
  pressureRatio: number | null;
  boostGauge: number | null;
  massFlow: number | null;
  power: number | null;
  alone: number | null;
};

export type WeatherRow = Need & {
  /** Place among the Brief's venues; 0 is the design point. */
  venue: number;
  day: 'design' | 'coldest' | 'hottest';
  temperature: number;
  climate: Climate | null;
};

const none: Need = {
  reached: false,
  pressureRatio: null,
  boostGauge: null,
  massFlow: null,
  power: null,
  alone: null,
};

function needIn(job: Job, setupId: string, library: Library, climate?: Climate): Need {
  const result = compileBuild(job, setupId, library, climate);
  if ('problems' in result) return none;
  const { build } = result;
  const level = planLevel(build);
  const point = solvePoint(build, build.goal.speedRpm, level);
  const isSolved = level.kind !== 'failed' && point.status.kind !== 'failed';
  return {
    reached: isSolved,
    pressureRatio: isSolved ? point.pressureRatio : null,
    boostGauge: isSolved ? point.boostGauge : null,
    massFlow: isSolved ? point.path.massFlow : null,
    power: isSolved ? point.power.flywheel : null,
    alone: point.alonePower,
  };
}

/**
 * One setup in the weather of every venue of the Brief: its design air, its coldest and its hottest day with the same
 * barometer and humidity. In: job; setup id; library. Out: rows in the order of the venues, one solve each. Total.
 */
export function* weatherRows(job: Job, setupId: string, library: Library): Generator<WeatherRow> {
  for (const [index, venue] of [job.brief.venue, ...job.brief.otherVenues].entries())
    for (const day of ['design', 'coldest', 'hottest'] as const) {
      const temperature = day === 'design' ? venue.temperature : venue[day];
      if (!temperature) continue;
      const climate = climateOf(venue, temperature.value);
      const need = climate ? needIn(job, setupId, library, climate) : none;
      yield { ...need, venue: index, day, temperature: temperature.value, climate };
    }
}

/** The row that asks most of the compressor, or cannot be reached at all; null without rows. */
export const hardest = (rows: WeatherRow[]): WeatherRow | null =>
  rows.reduce<WeatherRow | null>((worst, row) => {
    const ask = (r: WeatherRow) => (r.reached ? (r.pressureRatio ?? 0) : Infinity);
    return !worst || ask(row) > ask(worst) ? row : worst;
  }, null);

/** One setup on another fuel, with the λ and BSFC that usually go with it. */
export const needOnFuel = (job: Job, setupId: string, library: Library, fuel: FuelId): Need =>
  needIn({ ...job, brief: { ...job.brief, fuel: fuelDefaults(fuel) } }, setupId, library);
