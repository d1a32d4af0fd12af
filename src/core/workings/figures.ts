import type { Match } from '../charge-path/match';
import { engineCharger } from '../charger/charged-air';
import type { Quantity } from '../units/quantities';
import type { Build } from '../build/build';
import { backPressureRatio, backPressureRatioGauge, gateShare } from '../turbocharger/formulas';
import type { OperatingPoint } from '../solve/point';

type Read = (build: Build, point: OperatingPoint) => number | null | undefined;

const solved = (read: Read): Read => {
  return (build, point) => (point.status.kind === 'failed' ? null : read(build, point));
};
/** Figures of a compressor at work; an idling one has none. */
const working = (read: Read): Read =>
  solved((build, point) => (point.boosting && build.charged ? read(build, point) : null));

const matched = (read: (point: OperatingPoint, match: Match, build: Build) => number | null): Read =>
  solved((build, point) => (point.match ? read(point, point.match, build) : null));

/**
 * The headline figures of one speed: what they are measured in and where they stand in a solved point, SI. Each opens its
 * working (`workings.ts`), can be compared between setups and searched for. New ones are added here first.
 */
export const figures = {
  power: { quantity: 'power', read: solved((_, p) => p.power.fuelFlow) },
  'thumb-power': { quantity: 'power', read: solved((_, p) => (p.power.thumbLow + p.power.thumbHigh) / 2) },
  'wheel-power': { quantity: 'power', read: solved((_, p) => p.power.wheels) },
  'alone-power': { quantity: 'power', read: (_, p) => p.alonePower },
  torque: { quantity: 'torque', read: solved((_, p) => p.torque) },
  'air-flow': { quantity: 'massFlow', read: solved((_, p) => p.path.massFlow) },
  breathing: { quantity: 'share', read: solved((_, p) => p.path.volumetricEfficiency) },
  'manifold-pressure': { quantity: 'pressure', read: solved((_, p) => p.manifoldPressure) },
  boost: { quantity: 'boost', read: solved((_, p) => p.boostGauge) },
  'pressure-ratio': { quantity: 'ratio', read: working((_, p) => p.pressureRatio) },
  'corrected-flow': { quantity: 'massFlow', read: working((_, p) => engineCharger(p.path).correctedFlow) },
  'outlet-temperature': {
    quantity: 'temperature',
    read: working((_, p) => engineCharger(p.path).outlet.temperature),
  },
  'charge-temperature': { quantity: 'temperature', read: solved((_, p) => p.path.manifold.temperature) },
  'compressor-power': {
    quantity: 'shaftPower',
    read: working((_, p) => p.path.massFlow * engineCharger(p.path).outlet.work),
  },
  efficiency: { quantity: 'share', read: working((_, p) => engineCharger(p.path).efficiency.value) },
  'shaft-speed': { quantity: 'shaftSpeed', read: working((_, p) => engineCharger(p).at?.shaftSpeedRpm) },
  'speed-share': { quantity: 'share', read: working((_, p) => engineCharger(p).at?.speedShare) },
  'surge-margin': { quantity: 'share', read: working((_, p) => engineCharger(p).at?.surgeMargin) },
  'choke-margin': { quantity: 'share', read: working((_, p) => engineCharger(p).at?.chokeMargin) },
  'edge-room': { quantity: 'share', read: working((_, p) => engineCharger(p).at?.edgeRoom?.share) },
  'turbine-inlet-pressure': {
    quantity: 'pressure',
    read: matched((_, m) => engineCharger(m).turbine.inlet.pressure),
  },
  'turbine-inlet-temperature': {
    quantity: 'temperature',
    read: matched((_, m) => engineCharger(m).turbine.inlet.temperature),
  },
  'turbine-outlet-pressure': {
    quantity: 'pressure',
    read: matched((_, m) => engineCharger(m).turbine.outlet.pressure),
  },
  'expansion-ratio': { quantity: 'ratio', read: matched((_, m) => engineCharger(m).turbine.ratio) },
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
    read: matched((_, m) =>
      gateShare.fn({
        exhaust: engineCharger(m).turbine.flow + engineCharger(m).turbine.gateFlow,
        turbine: engineCharger(m).turbine.flow,
      }),
    ),
  },
  'turbine-efficiency': {
    quantity: 'share',
    read: matched((_, m) => engineCharger(m).turbine.expansion.efficiency),
  },
  'turbine-power': { quantity: 'shaftPower', read: matched((_, m) => engineCharger(m).turbine.power) },
} satisfies Record<string, { quantity: Quantity; read: Read }>;

export type FigureId = keyof typeof figures;
export const figureIds = Object.keys(figures) as FigureId[];

/** A figure of a solved point, SI; null where there is none to speak of (no boost, no map, no answer). */
export function figureAt(build: Build, point: OperatingPoint, id: FigureId): number | null {
  const value = figures[id].read(build, point);
  return value === undefined || value === null || !Number.isFinite(value) ? null : value;
}
