import { shaftLimit } from '../charger/charger';
import { revGrid, type Build } from '../build/build';
import { beltCharger, beltPlace, isDriven, withBeltCharger, type DrivenBuild } from '../build/row';
import type { Ref } from '../documents/ref';
import type { BeltLayout, Pulley, RoutePulley } from '../drive/document';
import { blowerIndex, layoutRatio, seated } from '../drive/layout';
import { findRoot } from '../numerics/roots';
import { fuelFlowOf } from '../fuel-system/fuel-demand';
import type { Level } from '../solve/demand';
import { JUDGED_RATIO } from '../solve/map-spans';
import { isBoosting, planLevel } from '../solve/point';
import type { LimitState } from '../solve/verdict';
import { solveSweep, type Sweep } from '../solve/sweep';
import { figureAt } from '../workings/figures';
import type { Reason } from '../working/range';

/** A pulley that may go on: of the library, or the one that is on as it was typed. */
export type PulleyOffer = {
  ref: Ref | null;
  name: string;
  document: Pick<Pulley, 'profile' | 'diameter' | 'ribs' | 'bore' | 'maxSpeedRpm'>;
  price: number | null;
  stock: number | null;
};

/** What a pair of pulleys makes of the setup. SI; speeds rev/min. */
export type PulleyRow = {
  key: string;
  crank: PulleyOffer;
  driven: PulleyOffer;
  /** Machine over crankshaft, all gears in. */
  ratio: number;
  /** At the goal's speed. */
  goal: { boost: number; power: number; charge: number; drive: number; fuelFlow: number };
  /** Over the revs: the shaft at the red line with its limit, the hottest air behind the machine, the most the crank gives. */
  fastest: number;
  limit: number;
  overFrom: number | null;
  hottest: number;
  hottestLimit: number | null;
  mostDrive: number;
  tension: number | null;
  tensionLimit: number | null;
  /** Boost gauge and net power over the revs, for a curve. */
  curve: { speedRpm: number; boost: number; power: number }[];
  /** Of the machine at the goal; null where it does not boost there. */
  efficiency: number | null;
  /** Of one with a map, where it is least. */
  surge: { margin: number; speedRpm: number } | null;
  makesGoal: boolean;
  state: LimitState;
  why: Reason;
};

/** Power that counts as the goal's: half a kilowatt short is no shortfall (as the verdict has it). */
const AS_WANTED = 500;

/** A layout with other pulleys on it. In: list diameters of crank and blower, with the library's where they came from. */
export function withPulleys(layout: BeltLayout, crank: PulleyOffer, driven: PulleyOffer): BeltLayout {
  const at = blowerIndex(layout);
  const put = (pulley: RoutePulley, offer: PulleyOffer): RoutePulley => {
    const rest = { ...pulley };
    delete rest.part;
    return {
      ...rest,
      diameter: { ...offer.document.diameter },
      ...(offer.ref ? { part: { ...offer.ref } } : {}),
    };
  };
  const { length, ...kept } = layout;
  const isSame = !crank.ref && !driven.ref;
  return seated({
    ...kept,
    // Other pulleys want another belt: the one that is on stays only with those it is on.
    ...(isSame && length ? { length } : {}),
    route: layout.route.map((pulley, i) =>
      i === 0 ? put(pulley, crank) : i === at ? put(pulley, driven) : pulley,
    ),
  });
}

/** The build as it would be with other pulleys: ratio, layout, and what the pulleys themselves allow. */
function onPulleys(
  build: DrivenBuild,
  layout: BeltLayout,
  crank: PulleyOffer,
  driven: PulleyOffer,
): DrivenBuild {
  const next = withPulleys(layout, crank, driven);
  return withBeltCharger(build, (charger) => {
    const { drive } = charger;
    const slip = drive.ratio / layoutRatio(layout, drive.gear);
    return {
      ...charger,
      drive: {
        ...drive,
        layout: next,
        ratio: layoutRatio(next, drive.gear) * slip,
        allows: drive.allows && {
          ...drive.allows,
          bore: driven.ref ? driven.document.bore.value : drive.allows.bore,
          crankRpm: crank.document.maxSpeedRpm?.value ?? null,
          drivenRpm: driven.document.maxSpeedRpm?.value ?? null,
        },
      },
    };
  });
}

/** The speeds that a sweep of pulleys is solved at: the sweep's own, thinned to about so many. */
const MOST_SPEEDS = 60;

/**
 * One pair of pulleys on the setup. In: a build with a layout; the level of its boost plan where no pulley changes it (in a row
 * the blower's drive is part of what is asked).
 * Never throws.
 */
export function sweepPulley(
  build: DrivenBuild,
  layout: BeltLayout,
  crank: PulleyOffer,
  driven: PulleyOffer,
  level: Level = planLevel(build),
): PulleyRow {
  const grid = revGrid(build);
  const step = Math.ceil(grid.length / MOST_SPEEDS);
  const speeds = grid.filter((_, i) => (grid.length - 1 - i) % step === 0);
  const its = onPulleys(build, layout, crank, driven);
  return rowOf(its, solveSweep(its, speeds, level), crank, driven);
}

/** The least surge margin of the machine at a place of the row, where it boosts enough to be judged. */
function leastSurge(points: Sweep['points'], place: number): PulleyRow['surge'] {
  let least: PulleyRow['surge'] = null;
  for (const { chargers, speedRpm, pressureRatio } of points) {
    const margin = chargers[place]?.at?.surgeMargin ?? null;
    if (margin !== null && pressureRatio >= JUDGED_RATIO && (!least || margin < least.margin))
      least = { margin, speedRpm };
  }
  return least;
}

function rowOf(build: DrivenBuild, sweep: Sweep, crank: PulleyOffer, driven: PulleyOffer): PulleyRow {
  const { drive } = beltCharger(build);
  const { belt, goalPoint, goal } = sweep;
  const power = goalPoint.power.flywheel;
  const place = beltPlace(build);
  const air = goalPoint.chargers[place]?.air;
  const fuelFlow = fuelFlowOf(build, goalPoint.path);
  return {
    key: `${crank.ref?.id ?? 'on'} ${driven.ref?.id ?? 'on'}`,
    crank,
    driven,
    ratio: drive.ratio,
    goal: {
      boost: goalPoint.boostGauge,
      power,
      charge: goalPoint.path.manifold.temperature,
      drive: goalPoint.power.drive,
      fuelFlow,
    },
    fastest: belt?.shaft.fastest ?? NaN,
    limit: shaftLimit(beltCharger(build)),
    overFrom: belt?.shaft.overFrom ?? null,
    hottest: belt?.outlet.hottest.value ?? NaN,
    hottestLimit: belt?.outlet.limit ?? null,
    mostDrive: belt?.drive.value ?? NaN,
    tension: belt?.belt?.run ? belt.belt.tension.value : null,
    tensionLimit: drive.allows?.perRib ?? null,
    curve: sweep.points
      .filter((p) => p.status.kind !== 'failed')
      .map((p) => ({ speedRpm: p.speedRpm, boost: p.boostGauge, power: figureAt(build, p, 'power') ?? 0 })),
    efficiency: air && isBoosting(air.outlet.ratio) ? air.efficiency.value : null,
    surge: leastSurge(sweep.points, place),
    makesGoal: power >= build.goal.power - AS_WANTED,
    state: goal.state,
    why: goal.short,
  };
}

/**
 * Which to order: of the pairs that make the goal within every limit the one that turns the machine least (largest pulley);
 * marginal ones only where none is within. Null where none does. In: rows of the sweep.
 */
export function toOrder(rows: readonly PulleyRow[]): PulleyRow | null {
  const slowest = (state: LimitState) =>
    rows
      .filter((r) => r.makesGoal && r.state === state)
      .reduce<PulleyRow | null>((best, r) => (!best || r.ratio < best.ratio ? r : best), null);
  return slowest('within') ?? slowest('marginal');
}

/**
 * What comes nearest where none makes the goal within its limits. First those that keep the machine's own limits, speed and
 * heat: a belt can be made to hold. Of them the slowest that makes the goal, or else the one with the most power; where none
 * keeps them the slowest of all.
 */
export function nearestTo(rows: readonly PulleyRow[]): PulleyRow | null {
  const slowest = (of: readonly PulleyRow[]) =>
    of.reduce<PulleyRow | null>((best, r) => (!best || r.ratio < best.ratio ? r : best), null);
  const safe = rows.filter(
    (r) => r.overFrom === null && (r.hottestLimit === null || r.hottest <= r.hottestLimit),
  );
  if (!safe.length) return slowest(rows);
  return (
    slowest(safe.filter((r) => r.makesGoal)) ??
    safe.reduce((best, r) => (r.goal.power > best.goal.power ? r : best))
  );
}

/** What a pulley is looked for by: a boost or a power at a speed. */
export type PulleyWish = { kind: 'boost' | 'power'; value: number; speedRpm: number };

/**
 * The list diameter of the blower pulley that gives a boost (Pa gauge) or a power (W, flywheel) at an engine speed with the
 * crank pulley as it is, m. Null where none between 10 and 800 mm does. Never throws.
 */
export function diameterFor(build: DrivenBuild, layout: BeltLayout, wish: PulleyWish): number | null {
  const own = layout.route[blowerIndex(layout)]!;
  const crank = offerOf(layout.route[0]!);
  const off = (diameter: number): number => {
    const driven = {
      ...offerOf(own),
      document: { ...offerOf(own).document, diameter: { ...own.diameter, value: diameter } },
    };
    const its = onPulleys(build, layout, crank, driven);
    const { goalPoint } = solveSweep({ ...its, goal: { ...its.goal, speedRpm: wish.speedRpm } }, [
      wish.speedRpm,
    ]);
    if (goalPoint.status.kind === 'failed') return NaN;
    return (wish.kind === 'boost' ? goalPoint.boostGauge : goalPoint.power.flywheel) - wish.value;
  };
  // From the pulley that is on outwards: beyond what a machine does there is no answer to bracket with.
  const here = own.diameter.value;
  const start = off(here);
  if (!Number.isFinite(start)) return null;
  const factor = start < 0 ? 0.94 : 1 / 0.94;
  let near = here;
  for (let i = 0; i < 40; i++) {
    const next = near * factor;
    if (next < 0.01 || next > 0.8) return null;
    const value = off(next);
    if (!Number.isFinite(value)) return null;
    if (value * start <= 0) {
      const root = findRoot(off, Math.min(near, next), Math.max(near, next), {
        tolerance: 1e-6,
        maxIterations: 40,
      });
      return root.kind === 'converged' ? root.x : null;
    }
    near = next;
  }
  return null;
}

/** A pulley as it stands in a layout, offered beside those of the library. */
export const offerOf = (pulley: RoutePulley, ribs = 8, profile: Pulley['profile'] = 'PK'): PulleyOffer => ({
  ref: null,
  name: '',
  document: { profile, diameter: pulley.diameter, ribs, bore: { value: 0, confidence: 'guess' } },
  price: null,
  stock: null,
});

/** A setup with a machine on a laid-out belt, alone or in a row with a turbocharger; null where there is none. */
export function laidOutOf(build: Build): { build: DrivenBuild; layout: BeltLayout } | null {
  if (!isDriven(build)) return null;
  const { layout } = beltCharger(build).drive;
  return layout ? { build, layout } : null;
}
