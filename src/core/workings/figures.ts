import type { Match } from '../charge-path/match';
import { engineCharger } from '../charger/charged-air';
import { fuelFlowOf } from '../fuel-system/fuel-demand';
import type { Supply } from '../fuel-system/supply';
import { fuelPointOf } from '../solve/fuel-line';
import type { Quantity } from '../units/quantities';
import type { Build } from '../build/build';
import { backPressureRatio, backPressureRatioGauge, gateShare } from '../turbocharger/formulas';
import type { TurbineState } from '../turbocharger/turbine-side';
import { isBoosting, type OperatingPoint } from '../solve/point';

/** `charger`: of a figure that belongs to one, its place among those that work; what is not asked for is of the whole row. */
type Read = (build: Build, point: OperatingPoint, charger?: number) => number | null | undefined;
type ChargerPoint = OperatingPoint['chargers'][number];

const solved = (read: Read): Read => {
  return (build, point, charger) => (point.status.kind === 'failed' ? null : read(build, point, charger));
};
/** Where no charger is named, the one at the engine is meant. */
const chargerAt = ({ chargers }: OperatingPoint, index = chargers.length - 1): ChargerPoint | undefined =>
  chargers[index];

/** Flow through a charger of a point, kg/s: its bypass hands some of it round the one at the engine. */
const flowAt = ({ path, chargers }: OperatingPoint, index = chargers.length - 1): number =>
  path.massFlow + (index === chargers.length - 1 ? path.bypassFlow : 0);

/** Figures of a compressor at work; one that idles, or only lets the air of another pass, has none. */
const working = (
  read: (charger: ChargerPoint, point: OperatingPoint, index?: number) => number | null | undefined,
): Read =>
  solved((build, point, index) => {
    const charger = chargerAt(point, index);
    const works = charger && (isBoosting(charger.air.outlet.ratio) || point.chargers.length === 1);
    return point.boosting && build.charged && works ? read(charger, point, index) : null;
  });

/** Place, among the chargers that work, of the one whose turbine the exhaust meets first; −1 where none is matched. */
export const turbineIndex = ({ chargers }: OperatingPoint): number =>
  chargers.findLastIndex(({ shaft }) => shaft !== null);

/** Figures of a charger's turbine; where no charger is named, of the one that the exhaust meets first. */
const driven = (read: (turbine: TurbineState) => number | null): Read =>
  solved((_, point, index = turbineIndex(point)) => {
    const shaft = point.chargers[index]?.shaft;
    return shaft ? read(shaft.turbine) : null;
  });

/** Figures of the fuel system, where there is one; fuel of the whole engine, kg/s. */
const fuelled = (
  read: (supply: Supply, massFlow: number, build: Build, point: OperatingPoint) => number,
): Read =>
  solved((build, point) =>
    build.supply ? read(build.supply, fuelFlowOf(build, point.path), build, point) : null,
  );

/** Figures of the engine against what stands behind its valves. */
const matched = (read: (point: OperatingPoint, match: Match, build: Build) => number | null): Read =>
  solved((build, point) => (point.match ? read(point, point.match, build) : null));

/**
 * The headline figures of one speed: what they are measured in and where they stand in a solved point, SI. Each opens its
 * working (`workings.ts`), can be compared between setups and searched for. New ones are added here first.
 */
export const figures = {
  power: { quantity: 'power', read: solved((_, p) => p.power.flywheel) },
  'thumb-power': { quantity: 'power', read: solved((_, p) => (p.power.thumbLow + p.power.thumbHigh) / 2) },
  'wheel-power': { quantity: 'power', read: solved((_, p) => p.power.wheels) },
  'alone-power': { quantity: 'power', read: (_, p) => p.alonePower },
  torque: { quantity: 'torque', read: solved((_, p) => p.torque) },
  'air-flow': { quantity: 'massFlow', read: solved((_, p) => p.path.massFlow) },
  breathing: { quantity: 'share', read: solved((_, p) => p.path.volumetricEfficiency) },
  'manifold-pressure': { quantity: 'pressure', read: solved((_, p) => p.manifoldPressure) },
  boost: { quantity: 'boost', read: solved((_, p) => p.boostGauge) },
  'pressure-ratio': {
    quantity: 'ratio',
    read: solved((build, p, index) => {
      if (!p.boosting || !build.charged) return null;
      return index === undefined ? p.pressureRatio : p.chargers[index]?.air.outlet.ratio;
    }),
  },
  'corrected-flow': { quantity: 'massFlow', read: working(({ air }) => air.correctedFlow) },
  'outlet-temperature': {
    quantity: 'temperature',
    read: working(({ air }) => air.outlet.temperature),
  },
  'charge-temperature': { quantity: 'temperature', read: solved((_, p) => p.path.manifold.temperature) },
  'compressor-power': {
    quantity: 'shaftPower',
    read: working(({ air }, p, index) => flowAt(p, index) * air.outlet.work),
  },
  efficiency: { quantity: 'share', read: working(({ air }) => air.efficiency.value) },
  'shaft-speed': { quantity: 'shaftSpeed', read: working(({ shaftRpm }) => shaftRpm) },
  'speed-share': { quantity: 'share', read: working((charger) => charger.speedShare) },
  'drive-power': {
    quantity: 'shaftPower',
    read: working(({ crankPower }) => (crankPower > 0 ? crankPower : null)),
  },
  'fuel-flow': {
    quantity: 'fuelFlow',
    read: fuelled((supply, massFlow) => massFlow / supply.density),
  },
  'injector-duty': {
    quantity: 'share',
    read: fuelled((supply, _, build, point) => fuelPointOf(build, supply, point).injection.duty),
  },
  'surge-margin': { quantity: 'share', read: working(({ at }) => at?.surgeMargin) },
  'choke-margin': { quantity: 'share', read: working(({ at }) => at?.chokeMargin) },
  'edge-room': { quantity: 'share', read: working(({ at }) => at?.edgeRoom?.share) },
  'turbine-inlet-pressure': {
    quantity: 'pressure',
    read: driven((turbine) => turbine.inlet.pressure),
  },
  'turbine-inlet-temperature': {
    quantity: 'temperature',
    read: driven((turbine) => turbine.inlet.temperature),
  },
  'turbine-outlet-pressure': {
    quantity: 'pressure',
    read: driven((turbine) => turbine.outlet.pressure),
  },
  'expansion-ratio': { quantity: 'ratio', read: driven((turbine) => turbine.ratio) },
  'back-pressure-ratio': {
    quantity: 'ratio',
    read: matched((p, m) =>
      backPressureRatio.fn({ inlet: engineCharger(m).turbine.inlet.pressure, manifold: p.manifoldPressure }),
    ),
  },
  'back-pressure-gauge': {
    quantity: 'ratio',
    read: matched((p, m, build) =>
      // Near no boost the ratio of two small numbers says nothing.
      p.boostGauge > 5_000
        ? backPressureRatioGauge.fn({
            inlet: engineCharger(m).turbine.inlet.pressure,
            manifold: p.manifoldPressure,
            ambient: build.climate.pressure,
          })
        : null,
    ),
  },
  'gate-share': {
    quantity: 'share',
    read: driven(({ flow, gateFlow }) => gateShare.fn({ exhaust: flow + gateFlow, turbine: flow })),
  },
  'turbine-efficiency': {
    quantity: 'share',
    read: driven((turbine) => turbine.expansion.efficiency),
  },
  'turbine-power': { quantity: 'shaftPower', read: driven((turbine) => turbine.power) },
} satisfies Record<string, { quantity: Quantity; read: Read }>;

export type FigureId = keyof typeof figures;
export const figureIds = Object.keys(figures) as FigureId[];

/** The figures that each charger of a row has of its own; all others are of the engine. */
const OF_A_CHARGER: readonly FigureId[] = [
  'pressure-ratio',
  'corrected-flow',
  'outlet-temperature',
  'compressor-power',
  'drive-power',
  'efficiency',
  'shaft-speed',
  'speed-share',
  'surge-margin',
  'choke-margin',
  'edge-room',
  'turbine-inlet-pressure',
  'turbine-inlet-temperature',
  'turbine-outlet-pressure',
  'expansion-ratio',
  'gate-share',
  'turbine-efficiency',
  'turbine-power',
];
export const isOfCharger = (id: FigureId): boolean => OF_A_CHARGER.includes(id);

/**
 * A figure of a solved point, SI; null where there is none to speak of (no boost, no map, no answer). `charger`: of one that
 * belongs to a charger, its place among those that work there, ambient first; without it the one at the engine, and the
 * ratio of the whole row.
 */
export function figureAt(build: Build, point: OperatingPoint, id: FigureId, charger?: number): number | null {
  const value = (figures[id].read as Read)(build, point, charger);
  return value === undefined || value === null || !Number.isFinite(value) ? null : value;
}
