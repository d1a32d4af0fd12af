import { isBelted, type BeltBuild } from '../charge-path/match';
import { breathe, newPath } from '../charge-path/air-path';
import { coolerAt, lossesAt } from '../build/elements';
import { buildAt, type Build } from '../build/build';
import { coolerOutlet } from '../charge-air/cooler';
import { engineCharger } from '../charger/charged-air';
import { shaftLimit } from '../charger/charger';
import { drivePower, drivenSpeed } from '../charger/drive-formulas';
import { compressorOutlet } from '../compressor/outlet';
import { findRoot } from '../numerics/roots';
import { nozzleFunction, throatFlow } from '../turbine/formulas';

/** The machine on the crankshaft with the throttle nearly shut. SI; flow of the whole engine and of its bypass, kg/s. */
export type PartLoad = {
  ratio: number;
  round: number;
  /** Taken from the crankshaft, W. */
  drive: number;
  outlet: number;
  charge: number;
  /** Of a centrifugal: below zero it surges. */
  surgeMargin: number | null;
};

/** At part load: the engine's flow, and the machine with its bypass pulled open by the vacuum and with it shut. */
export type PartLoads = { flow: number; open: PartLoad | null; shut: PartLoad | null };

/** Highest ratio that is looked at: a machine against a shut throttle without a way round. */
const HIGHEST = 5;
const GAMMA = 1.4;
/** Hotter than any machine's inlet gets before something else gives, K. */
const HOTTEST_INLET = 480;
const ROUNDS = 40;

/** Whether the throttle stands before the machine: its loss is then behind the filter. */
const isDrawn = (build: Build): boolean =>
  lossesAt(build, 'filter').some(({ place }) => place === 'throttle');

/**
 * A machine on the crankshaft at part load: the throttle leaves the manifold a pressure below the day's air, and the machine
 * turns as its belt makes it turn. What it passes and the engine does not take goes round by the bypass; with that shut it
 * leaks back, or the pressure before the throttle rises until the flows agree. A draw-through machine has the vacuum before
 * it instead. In: build; speed rev/min; manifold pressure, Pa absolute. Null where nothing hangs on the crankshaft alone, or no
 * answer is found. Pressure losses of pipes and cooler are left out: at this flow they are small. Never throws.
 * Source: continuity, nozzle flow through the open valve, first law of the air that goes round.
 */
export function partLoad(whole: Build, speedRpm: number, manifoldPressure: number): PartLoads | null {
  const build = buildAt(whole, speedRpm);
  if (!isBelted(build) || build.chargers.length !== 1) return null;
  const { bypass } = engineCharger(build).drive;
  const path = newPath(build, speedRpm, 1);
  let charge = build.climate.temperature;
  const at = (area: number): PartLoad | null => {
    let found: PartLoad | null = null;
    // The charge that the machine leaves changes what the engine takes.
    for (let i = 0; i < 4; i++) {
      breathe(build, speedRpm, path, manifoldPressure, charge, 1);
      found = solve(build, speedRpm, {
        flow: path.massFlow,
        filter: path.filter.pressure,
        manifoldPressure,
        area,
      });
      if (!found) return null;
      charge = found.charge;
    }
    return found;
  };
  const open = bypass ? at(bypass.area) : null;
  const shut = at(0);
  return { flow: path.massFlow, open, shut };
}

type Given = { flow: number; filter: number; manifoldPressure: number; area: number };

function solve(
  build: BeltBuild,
  speedRpm: number,
  { flow, filter, manifoldPressure, area }: Given,
): PartLoad | null {
  const charger = engineCharger(build);
  const { machine, drive, count } = charger;
  const { gas, temperature: fresh } = build.climate;
  const turns = drivenSpeed.fn({ speedRpm, ratio: drive.ratio });
  const air = newPath(build, speedRpm, 1).chargers[0]!;
  const drawn = isDrawn(build);
  let round = 0;
  /** The speed that the machine needs at a ratio for what the engine takes and what goes round, over the one it has. */
  const off = (ratio: number): number => {
    const inlet = drawn ? manifoldPressure / ratio : filter;
    air.inlet.pressure = inlet;
    air.inlet.temperature = fresh;
    air.outlet.pressure = inlet * ratio;
    air.outlet.ratio = ratio;
    for (let i = 0; i < ROUNDS; i++) {
      machine.read(air, (flow + round) / count, ratio, build.efficiencyGuess);
      const behind = compressorOutlet(gas, air.inlet.temperature, ratio, air.efficiency.value);
      air.outlet.temperature = behind.temperature;
      air.outlet.work = behind.work;
      round =
        area > 0
          ? throatFlow.fn({
              area,
              pressure: air.outlet.pressure,
              gasConstant: gas.gasConstant,
              temperature: air.outlet.temperature,
              nozzle: nozzleFunction.fn({ ratio, gamma: GAMMA }),
            })
          : 0;
      const mixed = Math.min(HOTTEST_INLET, (flow * fresh + round * air.outlet.temperature) / (flow + round));
      if (Math.abs(mixed - air.inlet.temperature) < 1e-3) break;
      air.inlet.temperature = mixed;
    }
    return machine.shaftRpm(air) / turns - 1;
  };
  // Without any rise it passes more than the engine takes: otherwise a flap beside it would let the rest in.
  if (off(1.0001) > 0) return null;
  const root = findRoot(off, 1.0001, HIGHEST, { tolerance: 1e-6 });
  if (root.kind !== 'converged') return null;
  off(root.x);
  const cooler = coolerAt(build, 'cooler');
  return {
    ratio: root.x,
    round,
    drive: drivePower.fn({
      shaftPower: (flow + round) * air.outlet.work,
      mechanicalEfficiency: drive.mechanicalEfficiency,
    }),
    outlet: air.outlet.temperature,
    charge: cooler
      ? coolerOutlet.fn({
          inlet: air.outlet.temperature,
          coolant: cooler.coolant,
          effectiveness: cooler.effectiveness(flow),
        })
      : air.outlet.temperature,
    surgeMargin: machine.locate(air, shaftLimit(charger))?.surgeMargin ?? null,
  };
}
