import { meanPistonSpeed } from '../engine/geometry';
import { strokesPerSecond, type Build } from '../build/build';
import type { CylinderCase } from '../cylinder/cylinder';
import type { Cycle } from '../cylinder/cycle';
import { frictionMeanPressure, pumpingMeanPressure } from '../cylinder/formulas';
import type { Job } from '../job/schema/job';
import { heldBack } from '../cylinder/timing';
import { cylinderCaseOf, timedCase, type CylinderPoint } from '../limits/cylinder-at';
import type { OperatingPoint } from '../solve/point';

type Engine = Job['engine'];

/** Mean pressures of a cycle on their way to the crank, Pa; power at the flywheel, W, less what belts take. */
export type BrakeFigures = { gross: number; pumping: number; friction: number; brake: number; power: number };

/** What of a cycle comes to the flywheel. In: build; its case and cycle; power that belts take from the crankshaft, W. */
export function brakeOf(
  build: Build,
  { crank, speedRpm, exhaust, manifold }: CylinderCase,
  cycle: Pick<Cycle, 'meanPressure' | 'peakPressure'>,
  drive: number,
): BrakeFigures {
  const pistonSpeed = meanPistonSpeed(crank.stroke, speedRpm);
  const friction = frictionMeanPressure.fn({ peak: cycle.peakPressure, pistonSpeed });
  // A two-stroke's gas is changed by its blower or its crankcase.
  const pumping =
    build.cycle === 'two-stroke' ? 0 : pumpingMeanPressure.fn({ exhaust, manifold, pistonSpeed });
  const brake = cycle.meanPressure - pumping - friction;
  return {
    gross: cycle.meanPressure,
    pumping,
    friction,
    brake,
    power: brake * build.displacement * strokesPerSecond(build, speedRpm) - drive,
  };
}

/** What is changed, each by itself, to see what it does to the timing. */
export type CylinderChangeId = 'boost' | 'charge' | 'compression' | 'octane' | 'back-pressure' | 'lambda';

export type CylinderChange = {
  id: CylinderChangeId;
  /** By how much: Pa, K, ratio, octane numbers. */
  by: number;
  /** Change of the planned timing, rad; of torque, as a share; of the peak pressure, Pa. */
  advance: number;
  torque: number;
  peak: number;
};

/** Two psi, Pa. */
const TWO_PSI = 13_790;

/** The same cylinder with one thing changed. Boost: two psi more, at the same charge temperature; back pressure goes with it. */
function changedCase(own: CylinderCase): { id: CylinderChangeId; by: number; case: CylinderCase }[] {
  const more = (own.manifold + TWO_PSI) / own.manifold;
  const changes: { id: CylinderChangeId; by: number; case: CylinderCase }[] = [
    {
      id: 'boost',
      by: TWO_PSI,
      case: {
        ...own,
        manifold: own.manifold * more,
        air: own.air * more,
        exhaust: own.exhaust * more,
      },
    },
    // At the same boost a hotter charge is a thinner one.
    {
      id: 'charge',
      by: 10,
      case: { ...own, charge: own.charge + 10, air: (own.air * own.charge) / (own.charge + 10) },
    },
    {
      id: 'compression',
      by: 0.5,
      case: {
        ...own,
        crank: { ...own.crank, compressionRatio: own.crank.compressionRatio + 0.5 },
      },
    },
    { id: 'back-pressure', by: 20_000, case: { ...own, exhaust: own.exhaust + 20_000 } },
    { id: 'lambda', by: -0.05, case: { ...own, lambda: Math.max(0.5, own.lambda - 0.05) } },
  ];
  const { fuel } = own;
  if (fuel.octane !== null)
    changes.push({
      id: 'octane',
      by: -3,
      case: { ...own, fuel: { ...fuel, octane: fuel.octane - 3 } },
    });
  return changes;
}

/** What each change asks of the timing and does to torque and peak pressure. */
export function changesAt(
  build: Build,
  engine: Engine,
  { case: own, timing }: CylinderPoint,
): CylinderChange[] {
  const brake = (at: CylinderCase, cycle: Cycle) => brakeOf(build, at, cycle, 0).brake;
  const before = timing.planned;
  return changedCase(own).map(({ id, by, case: other }) => {
    const { planned } = timedCase(other, build, engine);
    return {
      id,
      by,
      advance: planned.advance - before.advance,
      torque: brake(other, planned.cycle) / brake(own, before.cycle) - 1,
      peak: planned.cycle.peakPressure - before.cycle.peakPressure,
    };
  });
}

/**
 * The timing that a charge of another temperature allows at the same boost. In: build, engine, a solved point; K. Out: planned timing,
 * rad, and torque at it over that of the best timing; null where nothing burns or the fuel ignites by itself.
 */
export function timingAtCharge(
  build: Build,
  engine: Engine,
  point: OperatingPoint,
  charge: number,
): { advance: number; torque: number } | null {
  const own = build.fuel.octane === null ? null : cylinderCaseOf(build, engine, point);
  if (!own) return null;
  const timing = timedCase({ ...own, charge, air: (own.air * own.charge) / charge }, build, engine);
  return { advance: timing.planned.advance, torque: 1 - heldBack(timing).lost };
}
