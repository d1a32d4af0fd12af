import { engineCharger } from '../charger/charged-air';
import { strokesPerSecond, type Build } from '../build/build';
import type { OperatingPoint } from '../solve/point';
import type { Sweep } from '../solve/sweep';
import { reason, type Reason } from '../working/range';

/** What a setup is charged by, as the trade argues about it. */
export type School = 'turbo' | 'displacement' | 'centrifugal' | 'none' | 'open';

/** A setup as the two schools weigh it. SI; speeds rev/min; null where there is none. */
export type SchoolFigures = {
  school: School;
  /** First speed with 20 kPa of boost. */
  onset: number | null;
  /** Mean torque over the revs between the two speeds: the area under the curve over its width. */
  meanTorque: number | null;
  power: number | null;
  redLinePower: number | null;
  boost: number | null;
  charge: number | null;
  /** Taken from the crankshaft at the goal's speed, W. */
  drive: number;
  /** What the pistons push against more than they are pushed by at the goal's speed, W; below zero they gain. */
  pumping: number | null;
};

/** Boost from which a charger counts as awake, Pa gauge (common practice, no source). */
const AWAKE = 20_000;

function schoolOf(build: Build): School {
  if (!build.charged) return 'none';
  const { drive, machine } = engineCharger(build);
  if (!machine || !drive) return 'open';
  return drive.kind === 'exhaust' ? 'turbo' : machine.map ? 'centrifugal' : 'displacement';
}

const isSolved = (p: OperatingPoint): boolean => p.status.kind !== 'failed';

/** Mean of the torque between two speeds, by trapezoids over the points, with the ends between points. Null where it has none. */
export function meanTorque(points: readonly OperatingPoint[], fromRpm: number, toRpm: number): number | null {
  const solved = points.filter(isSolved);
  const at = (speedRpm: number): number | null => {
    const i = solved.findIndex((p) => p.speedRpm >= speedRpm);
    const [b, a] = [solved[i], solved[i - 1]];
    if (!b) return null;
    if (!a) return b.speedRpm === speedRpm ? b.torque : null;
    return a.torque + ((speedRpm - a.speedRpm) / (b.speedRpm - a.speedRpm)) * (b.torque - a.torque);
  };
  const [first, last] = [at(fromRpm), at(toRpm)];
  if (!(toRpm > fromRpm) || first === null || last === null) return null;
  const line = [
    { speedRpm: fromRpm, torque: first },
    ...solved.filter((p) => p.speedRpm > fromRpm && p.speedRpm < toRpm),
    { speedRpm: toRpm, torque: last },
  ];
  let area = 0;
  for (let i = 1; i < line.length; i++) {
    const [a, b] = [line[i - 1]!, line[i]!];
    area += ((a.torque + b.torque) / 2) * (b.speedRpm - a.speedRpm);
  }
  return area / (toRpm - fromRpm);
}

/** A solved setup as the schools weigh it, between two speeds. Never throws. */
export function schoolFigures(
  { build, sweep }: { build: Build; sweep: Sweep },
  fromRpm: number,
  toRpm: number,
): SchoolFigures {
  const solved = sweep.points.filter(isSolved);
  const goal = isSolved(sweep.goalPoint) ? sweep.goalPoint : null;
  const exhaust = goal?.match ? goal.match.portPressure : null;
  return {
    school: schoolOf(build),
    onset: solved.find((p) => p.boostGauge >= AWAKE)?.speedRpm ?? null,
    meanTorque: meanTorque(sweep.points, fromRpm, toRpm),
    power: goal?.power.flywheel ?? null,
    redLinePower: solved.at(-1)?.power.flywheel ?? null,
    boost: goal?.boostGauge ?? null,
    charge: goal?.path.manifold.temperature ?? null,
    drive: goal?.power.drive ?? 0,
    // Ideal pumping loop: the difference of the pressures over the displacement, each intake stroke.
    pumping:
      goal && exhaust !== null
        ? (exhaust - goal.manifoldPressure) * build.displacement * strokesPerSecond(build, goal.speedRpm)
        : null,
  };
}

export type Weighed = { name: string; figures: SchoolFigures; price: number | null; mass: number | null };

const isBlower = ({ figures: { school } }: Weighed): boolean =>
  school === 'displacement' || school === 'centrifugal';

/**
 * What each school would say of two setups, in sentences made of their figures: the blower's, then the turbo's. In: the first
 * turbo and the first blower of what is weighed; the speeds the torque was averaged between; the goal's speed.
 */
export function schoolSays(
  setups: readonly Weighed[],
  { fromRpm, toRpm, goalRpm }: { fromRpm: number; toRpm: number; goalRpm: number },
): Reason[] {
  const turbo = setups.find(({ figures }) => figures.school === 'turbo');
  const blower = setups.find(isBlower);
  if (!turbo || !blower) return [reason('schools-need-both')];
  const names = { turbo: turbo.name, blower: blower.name };
  const [t, b] = [turbo.figures, blower.figures];
  const said: Reason[] = [];
  const span = { from: [fromRpm, 'engineSpeed'], to: [toRpm, 'engineSpeed'] } satisfies Parameters<
    typeof reason
  >[1];
  const speed: [number, 'engineSpeed'] = [goalRpm, 'engineSpeed'];
  if (t.meanTorque !== null && b.meanTorque !== null) {
    const more = b.meanTorque - t.meanTorque;
    said.push(
      reason(
        more >= 0 ? 'blower-more-between' : 'turbo-more-between',
        { ...span, more: [Math.abs(more), 'torque'], share: [Math.abs(more) / t.meanTorque, 'share'] },
        names,
      ),
    );
  }
  if (t.onset !== null && b.onset !== null && t.onset !== b.onset)
    said.push(
      reason(
        b.onset < t.onset ? 'blower-boosts-first' : 'turbo-boosts-first',
        { blowerAt: [b.onset, 'engineSpeed'], turboAt: [t.onset, 'engineSpeed'] },
        names,
      ),
    );
  if (t.pumping !== null)
    said.push(
      reason(
        t.pumping >= 0 ? 'drive-against-back-pressure' : 'drive-against-gain',
        { drive: [b.drive, 'shaftPower'], pumping: [Math.abs(t.pumping), 'shaftPower'], speed },
        names,
      ),
    );
  if (t.power !== null && b.power !== null)
    said.push(
      reason(
        t.power >= b.power ? 'turbo-more-at-goal' : 'blower-more-at-goal',
        { more: [Math.abs(t.power - b.power), 'power'], speed },
        names,
      ),
    );
  if (t.charge !== null && b.charge !== null)
    said.push(
      reason(
        t.charge <= b.charge ? 'turbo-cooler-charge' : 'blower-cooler-charge',
        { turboAt: [t.charge, 'temperature'], blowerAt: [b.charge, 'temperature'], speed },
        names,
      ),
    );
  if (turbo.price !== null && blower.price !== null)
    said.push(
      reason('schools-price', { turboAt: [turbo.price, 'money'], blowerAt: [blower.price, 'money'] }, names),
    );
  return said;
}
