import type { Build } from '../build/build';
import { octaneIndex } from '../cylinder/formulas';
import { cylinderOf } from '../cylinder/cylinder';
import { runCycle, type Cycle } from '../cylinder/cycle';
import { heldBack, knockLimitBelow, useful } from '../cylinder/timing';
import type { OperatingPoint } from '../solve/point';
import { reason, type Reason } from '../working/range';
import type { CylinderPoint } from '../limits/cylinder-at';
import { brakeOf } from './cylinder';

/** Octane that the correlation was fitted to. Source: Douaud & Eyzat, SAE 780080: primary reference fuels of 80 to 100. */
const OCTANE = { low: 80, high: 100 };
/** No spark engine on a liquid fuel stands more. */
const MOST_COMPRESSION = 25;
/** Retard from best torque below which nobody speaks of it, rad. */
const FELT = (0.5 * Math.PI) / 180;
/** Schools of power that part by more are not to be believed together. */
const PARTED = 0.12;

/** Power by the three schools at a point, W at the flywheel; how far apart they are, over their mean. */
export type PowerSchools = {
  fuelFlow: number;
  cycle: number;
  thumbLow: number;
  thumbHigh: number;
  spread: number;
};

/** The three schools at a point. The rule of thumb counts as its band's nearer end. */
export function schoolsAt(
  build: Build,
  point: OperatingPoint,
  { case: own, timing }: CylinderPoint,
): PowerSchools {
  const { byFuelFlow: fuelFlow, thumbLow, thumbHigh, drive } = point.power;
  const cycle = brakeOf(build, own, timing.planned.cycle, drive).power;
  const thumb = Math.min(thumbHigh, Math.max(thumbLow, (fuelFlow + cycle) / 2));
  const all = [fuelFlow, cycle, thumb];
  const spread = (Math.max(...all) - Math.min(...all)) / (all.reduce((a, b) => a + b) / all.length);
  return { fuelFlow, cycle, thumbLow, thumbHigh, spread };
}

/** A timing somebody typed, with its cycle, torque over that of the planned one, and how far past the knock limit it is, rad; 0 short of it. */
export type TypedTiming = { advance: number; cycle: Cycle; torque: number; past: number };

export function typedTiming({ case: own, timing }: CylinderPoint, advance: number): TypedTiming {
  const cylinder = cylinderOf(own);
  const cycle = runCycle(cylinder, advance, true);
  const knock = knockLimitBelow(cylinder, advance);
  return {
    advance,
    cycle,
    torque: useful(cycle) / useful(timing.planned.cycle),
    past: knock ? advance - knock.advance : 0,
  };
}

/** What is to be said of the cylinder at a point. In: build, point, its timings; a timing typed beside, or null. */
export function cylinderFindings(
  build: Build,
  point: OperatingPoint,
  at: CylinderPoint,
  typed: TypedTiming | null,
): Reason[] {
  const { timing, case: own } = at;
  const { best, planned, knocksAnyway } = timing;
  const { fuel } = own;
  const speed: [number, 'engineSpeed'] = [point.speedRpm, 'engineSpeed'];
  const found: Reason[] = [];
  const { retard, lost } = heldBack(timing);
  if (planned.limit === 'pressure')
    found.push(
      reason('cylinder-held-by-peak', {
        speed,
        peak: [planned.cycle.peakPressure, 'cylinderPressure'],
        timing: [planned.advance, 'angle'],
        retard: [retard, 'angle'],
        lost: [lost, 'share'],
      }),
    );
  else if (fuel.octane === null)
    found.push(reason('cylinder-diesel', { speed, peak: [planned.cycle.peakPressure, 'cylinderPressure'] }));
  else if (knocksAnyway)
    found.push(reason('cylinder-knocks-anyway', { speed, boost: [point.boostGauge, 'boost'] }));
  else if (planned.limit === 'knock' && retard > FELT)
    found.push(
      reason('cylinder-retarded', {
        speed,
        retard: [retard, 'angle'],
        lost: [lost, 'share'],
        timing: [planned.advance, 'angle'],
      }),
    );
  else if (planned.limit === 'plateau')
    found.push(reason('cylinder-plateau', { speed, retard: [retard, 'angle'] }, { fuel: fuel.name }));
  else found.push(reason('cylinder-best-torque', { speed, timing: [best.advance, 'angle'] }));
  if (typed) {
    const figures = { speed, timing: [typed.advance, 'angle'] as [number, 'angle'] };
    if (typed.cycle.peakAngle < 0)
      found.push(reason('cylinder-typed-early', { ...figures, before: [-typed.cycle.peakAngle, 'angle'] }));
    else if ((typed.cycle.knock ?? 0) >= 1)
      found.push(
        reason('cylinder-typed-knocks', {
          ...figures,
          knock: [typed.cycle.knockAngle!, 'angle'],
          over: [typed.past, 'angle'],
        }),
      );
    else found.push(reason('cylinder-typed-worth', { ...figures, torque: [typed.torque - 1, 'share'] }));
  }
  if (fuel.octane !== null) {
    const octane = octaneIndex.fn({
      research: fuel.octane,
      weight: own.octaneWeight,
      sensitivity: fuel.sensitivity,
    });
    if (octane < OCTANE.low || octane > OCTANE.high)
      found.push(
        reason(
          'cylinder-octane-extrapolated',
          { octane: [octane, 'count'], low: [OCTANE.low, 'count'], high: [OCTANE.high, 'count'] },
          { fuel: fuel.name },
        ),
      );
    if (build.compressionRatio > MOST_COMPRESSION)
      found.push(
        reason(
          'cylinder-compression-high',
          { ratio: [build.compressionRatio, 'ratio'], most: [MOST_COMPRESSION, 'ratio'] },
          { fuel: fuel.name },
        ),
      );
  }
  const schools = schoolsAt(build, point, at);
  if (schools.spread > PARTED)
    found.push(
      reason('cylinder-schools-part', {
        speed,
        fuelFlow: [schools.fuelFlow, 'power'],
        cycle: [schools.cycle, 'power'],
        low: [schools.thumbLow, 'power'],
        high: [schools.thumbHigh, 'power'],
      }),
    );
  return found;
}
