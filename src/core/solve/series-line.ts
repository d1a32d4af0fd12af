import { engineCharger } from '../charger/charged-air';
import { isSeries, partsOf } from '../charge-path/series';
import type { Build } from '../build/build';
import { reason, type Reason } from '../working/range';
import { backPressureRatio } from '../turbocharger/formulas';
import type { OperatingPoint } from './point';

/** A ratio below which a blower gives nothing: the flap beside it is open. */
const FLAP_OPEN = 1.0005;

/**
 * What a specialist would say of a blower and a turbocharger in a row at the goal: who makes which share of the pressure, what
 * the exhaust pays for it, a turbine too hot, boost that no gate holds. Empty where the build is no such row.
 */
export function seriesFindings(build: Build, points: OperatingPoint[], goalPoint: OperatingPoint): Reason[] {
  if (!isSeries(build)) return [];
  const { turbo, belt, turboFirst } = partsOf(build);
  const said: Reason[] = [];
  const { path, match, speedRpm } = goalPoint;
  const speed: [number, 'engineSpeed'] = [speedRpm, 'engineSpeed'];
  if (match && path.chargers.length === 2) {
    const [first, second] = path.chargers.map(({ outlet }) => outlet.ratio) as [number, number];
    const [turboRatio, beltRatio] = turboFirst ? [first, second] : [second, first];
    said.push(
      reason(
        'series-shares',
        {
          blower: [beltRatio, 'ratio'],
          turbo: [turboRatio, 'ratio'],
          // Pressures in a row multiply: the logarithm shares them out.
          share: [Math.log(beltRatio) / Math.log(beltRatio * turboRatio), 'share'],
          speed,
        },
        { blowerName: belt.machine.name, turboName: turbo.machine.name },
      ),
      reason('series-back-pressure', {
        ratio: [
          backPressureRatio.fn({
            inlet: engineCharger(match).turbine.inlet.pressure,
            manifold: goalPoint.manifoldPressure,
          }),
          'ratio',
        ],
        inlet: [engineCharger(match).turbine.inlet.pressure, 'pressure'],
        speed,
      }),
    );
  }
  // Beyond a change-over the turbocharger works alone: what is said there is its own line's.
  const solved = points.flatMap(({ path: at, match: its, speedRpm: rpm, manifoldPressure }) =>
    its && at.chargers.length === 2
      ? [{ rpm, manifoldPressure, ...its, turbine: engineCharger(its).turbine }]
      : [],
  );
  const limit = turbo.drive.turbine.maxTemperature;
  const hot = solved.filter(({ turbine }) => turbine.inlet.temperature > limit);
  if (hot.length)
    said.push(
      reason('series-turbine-hot', {
        from: [hot[0]!.rpm, 'engineSpeed'],
        hottest: [Math.max(...hot.map(({ turbine }) => turbine.inlet.temperature)), 'temperature'],
        limit: [limit, 'temperature'],
      }),
    );
  const place = turboFirst ? 1 : 0;
  const idle = points.find(
    (p) => p.match && p.path.chargers.length === 2 && p.path.chargers[place]!.outlet.ratio < FLAP_OPEN,
  );
  if (idle)
    said.push(
      reason('series-flap-opens', { from: [idle.speedRpm, 'engineSpeed'] }, { name: belt.machine.name }),
    );
  const creeping = solved.filter(({ kind }) => kind === 'creep');
  if (creeping.length)
    said.push(
      reason('series-creeps', {
        from: [creeping[0]!.rpm, 'engineSpeed'],
        over: [Math.max(...creeping.map((p) => p.manifoldPressure - p.asked)), 'boost'],
      }),
    );
  return said;
}
