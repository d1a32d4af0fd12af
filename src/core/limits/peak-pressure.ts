import type { Build } from '../build/build';
import type { Job } from '../job/schema/job';
import type { OperatingPoint } from '../solve/point';
import { cylinderAt } from './cylinder-at';

type Engine = Job['engine'];

/** Peak cylinder pressure at the planned timing of a point, Pa; null where nothing burns. */
export const peakPressureAt = (build: Build, engine: Engine, point: OperatingPoint): number | null =>
  cylinderAt(build, engine, point)?.timing.planned.cycle.peakPressure ?? null;

/** So many speeds of a sweep are run as cycles; between them peak pressure over the air of a cycle goes on a straight line. */
const MOST_RUN = 16;
/** In proportion to the air that a cycle has. */
const fillingOf = ({ path, speedRpm }: OperatingPoint): number => path.massFlow / speedRpm;

type Peaks = Map<OperatingPoint, number>;
/** What was found of a sweep, while the engine says the same of its combustion: limits are asked for on several sheets. */
const found = new WeakMap<readonly OperatingPoint[], { said: unknown[]; peaks: Peaks }>();

const saidOf = ({ combustion, cam, rodLength, exhaustPort }: Engine): unknown[] => [
  combustion,
  cam,
  rodLength,
  exhaustPort,
];

/** Peak cylinder pressure over the points of a sweep, rising in speed, as a reading of each; Pa. */
export function peaksOver(
  build: Build,
  engine: Engine,
  points: readonly OperatingPoint[],
): (point: OperatingPoint) => number | null {
  const said = saidOf(engine);
  let own = found.get(points);
  if (!own || own.said.some((value, i) => value !== said[i])) {
    own = { said, peaks: run(build, engine, points) };
    found.set(points, own);
  }
  const { peaks } = own;
  return (point) => peaks.get(point) ?? null;
}

function run(build: Build, engine: Engine, points: readonly OperatingPoint[]): Peaks {
  const peaks: Peaks = new Map();
  const every = Math.max(1, Math.ceil((points.length - 1) / (MOST_RUN - 1)));
  let last: { index: number; perAir: number } | null = null;
  points.forEach((point, index) => {
    if (index % every !== 0 && index !== points.length - 1) return;
    const peak = peakPressureAt(build, engine, point);
    if (peak === null) return;
    const perAir = peak / fillingOf(point);
    for (let k = (last?.index ?? index) + 1; last && k < index; k++) {
      const share = (k - last.index) / (index - last.index);
      const between = points[k]!;
      if (between.status.kind !== 'failed')
        peaks.set(between, fillingOf(between) * (last.perAir + share * (perAir - last.perAir)));
    }
    peaks.set(point, peak);
    last = { index, perAir };
  });
  return peaks;
}
