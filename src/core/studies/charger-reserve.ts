import type { Build, Library } from '../build/build';
import { compileBuild } from '../build/build';
import { isBelted } from '../charge-path/match';
import { nozzleFunction } from '../turbine/formulas';
import type { Job } from '../job/schema/job';
import { surgeMarginAt } from '../solve/map-spans';
import type { OperatingPoint } from '../solve/point';
import { solveSweep } from '../solve/sweep';
import { fastestOf } from '../solve/verdict';
import { buildIn, homeLevel, sitesOf, type Site } from './sites';

/** How near its limit the fastest shaft comes in one air. */
export type SpeedRow = Pick<Site, 'venue' | 'day'> & { share: number; speedRpm: number; altitude: number };

/** In: job, setup, library. Gives a row for each air of the Brief at the boost setting of home, one sweep each. Total. */
export function* speedRows(job: Job, setupId: string, library: Library): Generator<SpeedRow> {
  const home = compileBuild(job, setupId, library);
  if ('problems' in home) return;
  const gauge = homeLevel(home.build);
  const venues = [job.brief.venue, ...job.brief.otherVenues];
  for (const { venue, day, climate } of sitesOf(job)) {
    const build = buildIn(job, setupId, library, climate, gauge);
    if (!build) continue;
    const fastest = fastestOf(solveSweep(build).points);
    if (fastest.share > 0) yield { venue, day, altitude: venues[venue]!.altitude.value, ...fastest };
  }
}

/** Cycles to a crack at the limit of the shaft's speed, and the power of the stress they go with (from memory: within a factor of ten). */
const WHEEL = { cycles: 20_000, exponent: 6 };

/**
 * Cycles from low to full speed that a wheel is good for. In: share of the shaft's speed limit, above 0. Source: Basquin's law with the
 * stress by the square of the speed; constants from memory: an order of magnitude.
 */
export const wheelCycles = (share: number): number => WHEEL.cycles * share ** (-2 * WHEEL.exponent);

/** Something that takes flow from the compressor faster than its shaft slows down. */
export type SurgeEvent = {
  kind: 'lift' | 'shift' | 'lock-up';
  /** Where it is worst, and the engine speed after it. */
  speedRpm: number;
  toRpm: number;
  /** Gears of a shift, counted from 0; null otherwise. */
  gears: [from: number, to: number] | null;
  /** Surge margin at the pressure ratio held: below 0 the compressor surges. */
  margin: number;
  /** Bore of a valve that lets enough go, m; null where none is needed. */
  bore: number | null;
};

/** Share of its flow that an engine still takes past a shut throttle. */
const SHUT = 0.1;
/** Room that the valve leaves to the surge line, and how freely it flows (common practice). */
const ROOM = 0.1;
const VALVE_FLOW = 0.7;
/** Engine speed that a converter loses when it locks: slip at load (common practice: 8 to 15 %). */
const LOCK_UP = 0.12;
const GAMMA = 1.4;
const GAS = 287.05;

/** Bore of a valve behind the cooler that passes a flow back to the inlet, m. In: kg/s; the point. Source: compressible orifice. */
function boreFor(flow: number, { path, manifoldPressure }: OperatingPoint): number {
  const ratio = Math.max(1.02, manifoldPressure / path.filter.pressure);
  const perArea =
    (manifoldPressure / Math.sqrt(GAS * path.manifold.temperature)) *
    nozzleFunction.fn({ ratio, gamma: GAMMA });
  return Math.sqrt((4 * flow) / (Math.PI * VALVE_FLOW * perArea));
}

/** What is left to surge, and the valve, once the engine takes a share of the flow at the same pressure ratio. Null without a map. */
function after(point: OperatingPoint, share: number): Pick<SurgeEvent, 'margin' | 'bore'> | null {
  const margin = surgeMarginAt(point);
  if (margin === null || margin === undefined || !Number.isFinite(margin)) return null;
  // Surge flow over the present flow, at this pressure ratio.
  const surge = 1 - margin;
  const missing = surge * (1 + ROOM) - share;
  return {
    margin: (share - surge) / share,
    bore: missing > 0 && surge > share ? boreFor(missing * point.path.massFlow, point) : null,
  };
}

/**
 * Surge where the throttle shuts, at each shift from the red line without a lift, and where a converter locks: each at its worst. In: build,
 * its solved points; whether there is a converter. Out: none for a belt-driven charger, whose speed falls with the engine's, or without a
 * map. Source: flow that is left against the map's surge line, the shaft's speed and the pressure ratio held. Total.
 */
export function surgeEvents(
  build: Build,
  points: readonly OperatingPoint[],
  hasConverter: boolean,
): SurgeEvent[] {
  if (isBelted(build)) return [];
  const boosting = points.filter(
    (p) => p.status.kind !== 'failed' && p.boosting && surgeMarginAt(p) !== null,
  );
  if (!boosting.length) return [];
  const worst = (events: (SurgeEvent | null)[]): SurgeEvent[] => {
    const known = events.filter((e): e is SurgeEvent => e !== null);
    return known.length
      ? [known.reduce((a, b) => (((b.bore ?? 0) - (a.bore ?? 0) || a.margin - b.margin) > 0 ? b : a))]
      : [];
  };
  const event = (
    point: OperatingPoint,
    kind: SurgeEvent['kind'],
    toRpm: number,
    gears: SurgeEvent['gears'],
  ) => {
    const breathing = (rpm: number) => build.breathing.at(rpm).value;
    const share =
      kind === 'lift' ? SHUT : (toRpm / point.speedRpm) * (breathing(toRpm) / breathing(point.speedRpm));
    const left = after(point, share);
    return left && { kind, speedRpm: point.speedRpm, toRpm, gears, ...left };
  };
  const last = boosting.at(-1)!;
  const gears = build.road?.gears ?? [];
  const shifts = gears
    .slice(1)
    .map(({ reduction }, i) =>
      event(last, 'shift', (last.speedRpm * reduction) / gears[i]!.reduction, [i, i + 1]),
    );
  return [
    // A diesel has no throttle to shut.
    ...(build.fuel.ignition === 'spark'
      ? worst(boosting.map((p) => event(p, 'lift', p.speedRpm, null)))
      : []),
    ...worst(shifts),
    ...(hasConverter
      ? worst(boosting.map((p) => event(p, 'lock-up', p.speedRpm * (1 - LOCK_UP), null)))
      : []),
  ];
}
