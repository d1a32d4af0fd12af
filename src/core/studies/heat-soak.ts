import { soakOf, type Soak, type SoakSystem } from '../charge-air/soak';
import { COOLING_AIR, LOOP_COOLANT } from '../charge-air/sized-core';
import { specificHeat } from '../air/gas-properties';
import { usualEffectiveness } from '../build/coolers';
import { coolerAt } from '../build/elements';
import { engineCharger } from '../charger/charged-air';
import type { Build } from '../build/build';
import type { Job, Setup } from '../job/schema/job';
import type { OperatingPoint } from '../solve/point';

/** How long and how often: of the Brief's use, or usual ones where it says nothing. */
export type Duty = SoakSystem['duty'] & { isStated: boolean };
const USUAL_DUTY = { pull: 15, rest: 90, repeats: 5 };
/** Of hours at load so much is looked at: by then everything is warm. */
const LONGEST_PULL = 1_800;
const MOST_PULLS = 20;

export function dutyOf({ fullSeconds, restSeconds, repeats, loadHours }: Job['brief']['use']): Duty {
  if (!fullSeconds && loadHours)
    return { pull: Math.min(LONGEST_PULL, loadHours.value), rest: 0, repeats: 1, isStated: true };
  return {
    pull: Math.min(LONGEST_PULL, fullSeconds?.value ?? USUAL_DUTY.pull),
    rest: Math.min(7_200, restSeconds?.value ?? USUAL_DUTY.rest),
    repeats: Math.min(MOST_PULLS, Math.max(1, repeats?.value ?? USUAL_DUTY.repeats)),
    isStated: Boolean(fullSeconds),
  };
}

/** The heat of a setup's cooler at a speed; null where nothing cools. In: its document; a solved point; the duty. */
export function soakSystemOf(
  build: Build,
  { cooling, induction }: Pick<Setup, 'cooling' | 'induction'>,
  point: OperatingPoint,
  duty: SoakSystem['duty'],
): SoakSystem | null {
  const cooler = coolerAt(build, 'cooler');
  const own = induction.kind === 'charged' ? induction.chargers.at(-1)?.aftercooler : undefined;
  if (!cooler || !cooling || !own || own.kind === 'none') return null;
  const { loop } = cooling;
  const { massFlow } = point.path;
  return {
    charge: {
      flow: massFlow,
      inlet: engineCharger(point.path).outlet.temperature,
      heat: specificHeat(build.climate.gas, point.path.manifold.temperature),
    },
    effectiveness: usualEffectiveness(own, cooler, massFlow),
    ambient: build.climate.temperature,
    metal: cooling.metal.value,
    face: cooling.face.value,
    speed: { pull: cooling.pullSpeed.value, rest: cooling.restSpeed.value },
    loop:
      loop && own.kind === 'water'
        ? {
            volume: loop.volume.value,
            flow: loop.flow.value,
            ice: loop.ice.value,
            conductance: loop.front.conductance.value,
            front: loop.front.face.value,
          }
        : null,
    start: cooling.start.value,
    pickUp: cooling.pickUp.value,
    wall: cooling.wall.value,
    duty,
  };
}

/** Flywheel power at another charge temperature and the same manifold pressure, W: flow with it, an estimate. K. */
export function powerAtCharge(build: Build, point: OperatingPoint, charge: number): number {
  const { manifold, backPressureRatio } = point.path;
  const flow = (temperature: number) => build.breathingFactor(temperature, backPressureRatio) / temperature;
  return (point.power.flywheel * flow(charge)) / flow(manifold.temperature);
}

/** What may be changed to keep cool. */
const soakChanges = ['tank', 'exchanger', 'fan', 'ice', 'spacer', 'cold'] as const;
export type SoakChange = (typeof soakChanges)[number];

/** The system with one thing changed; null where it has no such thing. */
function changed(system: SoakSystem, change: SoakChange): SoakSystem | null {
  const { loop, speed } = system;
  switch (change) {
    case 'tank':
      return loop && { ...system, loop: { ...loop, volume: loop.volume + 0.01 } };
    case 'exchanger':
      return (
        loop && {
          ...system,
          loop: { ...loop, conductance: loop.conductance * 1.5, front: loop.front * 1.5 },
        }
      );
    case 'fan':
      return { ...system, speed: { pull: Math.max(8, speed.pull), rest: Math.max(8, speed.rest) } };
    case 'ice':
      return loop && { ...system, loop: { ...loop, ice: loop.ice + 5 } };
    case 'spacer':
      return system.pickUp > 0 ? { ...system, pickUp: system.pickUp * 0.4 } : null;
    case 'cold':
      return system.start > system.ambient + 1 ? { ...system, start: system.ambient } : null;
  }
}

export type HeatSoak = Soak & {
  /** Power at the start and end of each pull, W. */
  powers: { start: number; end: number }[];
  /** Charge temperature and power at the end of the last pull with one thing changed. */
  changes: { change: SoakChange; charge: number; power: number }[];
};

/** The duty with its heat, and what would change it. In: build, point, the system. */
export function heatSoak(build: Build, point: OperatingPoint, system: SoakSystem): HeatSoak {
  const soak = soakOf(system);
  const power = (charge: number) => powerAtCharge(build, point, charge);
  return {
    ...soak,
    powers: soak.pulls.map(({ start, end }) => ({ start: power(start), end: power(end) })),
    changes: soakChanges.flatMap((change) => {
      const other = changed(system, change);
      if (!other) return [];
      const last = soakOf(other).pulls.at(-1)!;
      return [{ change, charge: last.end, power: power(last.end) }];
    }),
  };
}

/** Capacity of what cools, W/K: of the air through a face at a speed, or of a pump's coolant. m², m/s, m³/s. */
export const coolingCapacity = (system: SoakSystem): number =>
  system.loop
    ? system.loop.flow * LOOP_COOLANT.density * LOOP_COOLANT.heat
    : system.face * system.speed.pull * COOLING_AIR.density * COOLING_AIR.heat;
