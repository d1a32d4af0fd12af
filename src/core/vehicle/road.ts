import { resistancePower, roadSpeed, topSpeed } from './performance';

/** What an engine drives on the road, as far as the Brief says: what is not known is null. SI. */
export type Road = {
  mass: number | null;
  /** Of each gear: road speed, m/s per rev/min; whole reduction to the axle. First gear first; empty where something of it is missing. */
  gears: { perRpm: number; reduction: number }[];
  /** What the road takes at a speed, W; null without a drag area or a mass. */
  takes: ((speed: number) => number) | null;
};

/** Rolling resistance of tyres on asphalt where nothing is said of it (common practice, no source). */
export const ROLLING = 0.012;

type Stated = { value: number } | undefined;
type Vehicle = {
  kind: 'vehicle' | 'boat' | 'machine';
  gears: { value: number }[];
  mass?: Stated;
  tyreRadius?: Stated;
  finalDrive?: Stated;
  dragArea?: Stated;
  rollingResistance?: Stated;
};

/** The road side of a Brief's vehicle; null for boats and machines. In: vehicle; density of the air, kg/m³. */
export function roadOf(vehicle: Vehicle, density: number): Road | null {
  if (vehicle.kind !== 'vehicle') return null;
  const { mass, tyreRadius, finalDrive, gears, dragArea, rollingResistance } = vehicle;
  const known = mass && dragArea ? { mass: mass.value, dragArea: dragArea.value } : null;
  return {
    mass: mass?.value ?? null,
    gears:
      tyreRadius && finalDrive
        ? gears.map((gear) => ({
            perRpm: roadSpeed(1, gear.value, finalDrive.value, tyreRadius.value),
            reduction: gear.value * finalDrive.value,
          }))
        : [],
    takes: known
      ? (speed) => resistancePower(speed, { ...known, rolling: rollingResistance?.value ?? ROLLING, density })
      : null,
  };
}

type Made = { speedRpm: number; power: number };

/**
 * The fastest that a vehicle can go on the level, m/s: at one engine speed, or over many. In: power at the wheels, W, over
 * rev/min. Out: as `topSpeed`; without a drag area what the gears give. Null without gears, or where none has the power.
 */
export const fastestOn = (road: Road, points: Made[]): ReturnType<typeof topSpeed> =>
  topSpeed(
    points,
    road.gears.map(({ perRpm }) => perRpm),
    road.takes ?? (() => -Infinity),
  );

/** Kinetic energy that brakes take up in a stop, J. In: kg; m/s. Source: definition. */
export const stopEnergy = (mass: number, speed: number): number => (mass * speed * speed) / 2;
