import { turbineSideOf } from '../charger/charger';
import { coolerAt, elementsOf } from '../build/elements';
import { engineTurbine, withChargers } from '../build/row';
import { engineCharger } from '../charger/charged-air';
import { lossAt, machNumber } from '../charge-air/losses';
import type { Loss } from '../job/schema/job';
import type { LossPlace } from '../job/schema/setup-choices';
import type { Build } from '../build/build';
import { isPipe, lossesOf, statedDrop, type PlacedLoss } from '../build/plumbing';
import { planLevel, solvePoint, type OperatingPoint } from '../solve/point';

/** Bores of tube that are sold, m (common practice, no source). */
const tubeBores = [
  0.032, 0.035, 0.038, 0.041, 0.045, 0.048, 0.051, 0.054, 0.057, 0.06, 0.0635, 0.067, 0.07, 0.073, 0.076,
  0.08, 0.083, 0.089, 0.095, 0.102, 0.108, 0.114, 0.127, 0.14, 0.152,
];

/** One bore tried in place of the part's own. SI; power against the part as it stands. */
type TriedBore = { diameter: number; drop: number; mach: number | null; power: number };

/** What one part of the plumbing does at one speed. SI. */
export type PipeRow = {
  index: number;
  place: LossPlace;
  /** Pressure lost here and now, Pa; null where this speed has no answer, or nothing is behind the exhaust valves yet. */
  drop: number | null;
  mach: number | null;
  /** What the flywheel would gain without the part, the same boost asked, W. */
  worth: number | null;
  tried: TriedBore[];
};

type State = { pressure: number; temperature: number; flow: number };

/** What stands before a part at a solved point. */
function stateBefore(build: Build, point: OperatingPoint, place: LossPlace): State | null {
  const { path, match } = point;
  const flow = path.massFlow;
  switch (place) {
    case 'filter':
    case 'inlet':
      return { pressure: build.climate.pressure, temperature: build.climate.temperature, flow };
    case 'cooler':
      return { ...engineCharger(path).outlet, flow };
    case 'charge':
    case 'throttle':
      return { pressure: path.cooler.pressure, temperature: path.cooler.temperature, flow };
    case 'manifold':
      return (
        match && {
          pressure: match.portPressure,
          temperature: engineCharger(match).turbine.inlet.temperature,
          flow: match.exhaustFlow,
        }
      );
    default:
      return (
        match && {
          pressure: engineCharger(match).turbine.outlet.pressure,
          temperature: engineCharger(match).turbine.mixed,
          flow: match.exhaustFlow,
        }
      );
  }
}

const machIn = (build: Build, place: LossPlace, state: State, diameter: number, pipes: number) =>
  machNumber.fn({
    massFlow: state.flow / pipes,
    temperature: state.temperature,
    pressure: state.pressure,
    gasConstant:
      (['manifold', 'downpipe', 'catalyst', 'silencer'].includes(place) &&
        engineTurbine(build)?.exhaust.gas.gasConstant) ||
      build.climate.gas.gasConstant,
    diameter,
  });

const dropAt = (loss: PlacedLoss, s: State) => lossAt(loss, s.pressure, s.temperature, s.flow);

/** The build with other plumbing. */
function withPlumbing(build: Build, plumbing: Loss[]): Build {
  const { air, exhaust } = lossesOf(plumbing, engineCharger(build).count);
  const last = build.chargers.length - 1;
  const changed = withChargers(build, (charger, i) => {
    const drive = turbineSideOf(charger);
    // The pipes to the turbine belong to the charger at the engine, those behind to the one that the exhaust meets last.
    const sides = {
      ...(i === last ? { manifold: exhaust.manifold } : {}),
      ...(i === 0 ? { tail: exhaust.tail } : {}),
    };
    return drive ? { ...charger, drive: { ...drive, ...sides } } : charger;
  });
  const coolers = [...(last > 0 ? [coolerAt(build, 'between')] : []), coolerAt(build, 'cooler')];
  return { ...changed, elements: elementsOf(air, coolers), exhaustLosses: exhaust };
}

/** A part with another bore: a pipe by its measures, a stated drop by d⁻⁴ (the same friction and bends). */
function withBore(loss: Loss, diameter: number, turboCount: number): Loss {
  const bore = { ...loss.diameter!, value: diameter };
  if (isPipe(loss)) return { ...loss, diameter: bore };
  const drop = statedDrop(loss, turboCount) * (loss.diameter!.value / diameter) ** 4;
  return { ...loss, diameter: bore, drop: { ...loss.drop, value: Math.min(60_000, drop) } };
}

/** One size down and two up from a bore, of those that are sold. */
function boresToTry(diameter: number): number[] {
  const smaller = tubeBores.filter((b) => b < diameter * 0.985).slice(-1);
  const larger = tubeBores.filter((b) => b > diameter * 1.015).slice(0, 2);
  return [...smaller, ...larger];
}

/**
 * Every part of a setup's plumbing at one speed: its loss, its Mach number, what it is worth in power and what other bores
 * would do. In: build; the setup's plumbing as it stands in the job; speed rev/min. Total. Source: the same sums with and
 * without the part, the boost plan's level held (docs/physics/turbine.md); a stated drop goes with d⁻⁴.
 */
export function pipeRows(build: Build, plumbing: Loss[], speedRpm: number): PipeRow[] {
  const level = planLevel(build);
  const point = solvePoint(build, speedRpm, level);
  const powerWith = (losses: Loss[]): number | null => {
    const other = solvePoint(withPlumbing(build, losses), speedRpm, level);
    return other.status.kind === 'failed' ? null : other.power.flywheel;
  };
  const isSolved = point.status.kind !== 'failed';
  const power = point.power.flywheel;
  const { air, exhaust } = lossesOf(plumbing, engineCharger(build).count);
  const placed = [...Object.values(air).flat(), ...Object.values(exhaust).flat()];
  return plumbing.map((loss, index): PipeRow => {
    const here = placed.find((p) => p.index === index)!;
    const state = isSolved ? stateBefore(build, point, loss.place) : null;
    if (!state) return { index, place: loss.place, drop: null, mach: null, worth: null, tried: [] };
    const bare = powerWith(plumbing.filter((_, i) => i !== index));
    const bore = loss.diameter?.value;
    return {
      index,
      place: loss.place,
      drop: dropAt(here, state),
      mach: bore === undefined ? null : machIn(build, loss.place, state, bore, here.pipes),
      worth: bare === null ? null : bare - power,
      tried:
        bore === undefined
          ? []
          : boresToTry(bore).flatMap((diameter): TriedBore[] => {
              const changed = plumbing.map((l, i) =>
                i === index ? withBore(l, diameter, engineCharger(build).count) : l,
              );
              const made = powerWith(changed);
              const tried = lossesOf(changed, engineCharger(build).count);
              const other = [...Object.values(tried.air).flat(), ...Object.values(tried.exhaust).flat()].find(
                (p) => p.index === index,
              )!;
              return made === null
                ? []
                : [
                    {
                      diameter,
                      drop: dropAt(other, state),
                      mach: machIn(build, loss.place, state, diameter, here.pipes),
                      power: made - power,
                    },
                  ];
            }),
    };
  });
}
