import { findRoot } from '../numerics/roots';
import { angleBurnt, runCycle, type Cycle, type Cylinder } from './cycle';
import { BEST_HALF_BURNT, PEAK_FRICTION } from './formulas';

const degrees = Math.PI / 180;

/** Timings looked at, rad before top dead centre. */
export const TIMINGS = { latest: -20 * degrees, earliest: 65 * degrees };

/** A timing with its cycle. */
export type Timed = { advance: number; cycle: Cycle };

/** What limits the timing that is planned. */
export type TimingLimit = 'best-torque' | 'knock' | 'plateau' | 'pressure';

export type Timing = {
  /** Best torque. */
  best: Timed;
  /** Where it begins to knock; null where it does not up to the margin past best torque, or the fuel ignites by itself. */
  knockLimited: Timed | null;
  /** It knocks even at the latest timing that is looked at. */
  knocksAnyway: boolean;
  /** A starting point: short of knock by the margin, and no later than where a degree brings nothing. */
  planned: Timed & { limit: TimingLimit };
  /** Of the planned timing: torque that a degree more would bring, over its own (gross, less what peak pressure costs). */
  perDegree: number;
};

const held = (advance: number) => Math.min(TIMINGS.earliest, Math.max(TIMINGS.latest, advance));

/** What of a cycle comes to the crank, but for what no timing changes, Pa. */
export const useful = ({ meanPressure, peakPressure }: Cycle): number =>
  meanPressure - PEAK_FRICTION * peakPressure;

/**
 * Timing of best torque. Out: rad before top dead centre with its cycle, within the timings looked at; 0.1 ° near. Work over timing
 * is a smooth hump: its top by parabolas through three timings, closer each turn. Source: definition of MBT.
 */
export function bestTiming(cylinder: Cylinder): Timed {
  const timed = (advance: number): Timed => ({ advance, cycle: runCycle(cylinder, advance) });
  let middle = timed(held(angleBurnt(cylinder.burn, 0.5) - BEST_HALF_BURNT));
  for (const width of [5, 1.5]) {
    for (let i = 0; i < 6; i++) {
      const early = timed(held(middle.advance + width * degrees));
      const late = timed(held(middle.advance - width * degrees));
      const [a, b, c] = [useful(late.cycle), useful(middle.cycle), useful(early.cycle)];
      const bend = a - 2 * b + c;
      const top = bend < 0 ? middle.advance + ((a - c) / (2 * bend)) * width * degrees : NaN;
      if (Math.abs(top - middle.advance) <= width * degrees) {
        const found = timed(held(top));
        if (useful(found.cycle) >= b) middle = found;
        break;
      }
      const next = c > a ? early : late;
      if (next.advance === middle.advance || useful(next.cycle) <= b) break;
      middle = next;
    }
  }
  return middle;
}

/** Latest timing by which best torque is as good as reached: a degree more brings less than so much of the work. */
const PLATEAU = 0.002;

/**
 * Best-torque, knock-limited and planned timing. In: a cylinder; margin kept from knock, rad; whether the fuel may break parts before
 * it is heard to knock (ethanol, methanol): then the plan stops where torque flattens; peak pressure that is kept, Pa. Never throws.
 */
export function timingOf(
  cylinder: Cylinder,
  { margin, isSilent, peakLimit = Infinity }: { margin: number; isSilent: boolean; peakLimit?: number },
): Timing {
  const best = bestTiming(cylinder);
  const timed = (advance: number): Timed => ({ advance, cycle: runCycle(cylinder, advance) });
  // A limit that lies past best torque by less than the margin holds the plan too.
  const knock = knockLimitBelow(cylinder, Math.min(TIMINGS.earliest, best.advance + margin));
  const knockLimited = knock && timed(knock.advance);
  const knocksAnyway = knock?.isAnyway ?? false;
  const flat = isSilent ? plateauOf(cylinder, best) : best.advance;
  const safe = knockLimited ? Math.max(TIMINGS.latest, knockLimited.advance - margin) : Infinity;
  const wanted = Math.min(flat, safe);
  const atWanted = wanted === best.advance ? best.cycle : runCycle(cylinder, wanted);
  const advance = atWanted.peakPressure > peakLimit ? advanceFor(cylinder, peakLimit, wanted) : wanted;
  const cycle = advance === wanted ? atWanted : runCycle(cylinder, advance);
  const more = runCycle(cylinder, advance + degrees);
  return {
    best,
    knockLimited,
    knocksAnyway,
    planned: {
      advance,
      cycle,
      limit:
        advance < wanted
          ? 'pressure'
          : safe < flat
            ? 'knock'
            : isSilent && flat < best.advance
              ? 'plateau'
              : 'best-torque',
    },
    perDegree: useful(more) / useful(cycle) - 1,
  };
}

/**
 * Where a cylinder begins to knock. In: the most advance that is looked at, rad. Out: the timing, the latest of all where it knocks even
 * there; null where it does not up to it, or the fuel ignites by itself.
 */
export function knockLimitBelow(
  cylinder: Cylinder,
  most: number,
): { advance: number; isAnyway: boolean } | null {
  if (!cylinder.knock || logKnock(cylinder, most) < 0) return null;
  const { x, kind } = findRoot((at) => logKnock(cylinder, at), TIMINGS.latest, most, {
    tolerance: 0.02 * degrees,
  });
  const isAnyway = kind === 'no-bracket';
  return { advance: isAnyway ? TIMINGS.latest : x, isAnyway };
}

/** What the plan gives away against best torque: rad, and a share of the torque. */
export const heldBack = ({ best, planned }: Timing): { retard: number; lost: number } => ({
  retard: best.advance - planned.advance,
  lost: 1 - useful(planned.cycle) / useful(best.cycle),
});

/** The most advance that keeps a peak pressure, Pa, no earlier than `most`, rad; the latest that is looked at where none does. */
function advanceFor(cylinder: Cylinder, peakLimit: number, most: number): number {
  const over = (advance: number) => runCycle(cylinder, advance).peakPressure - peakLimit;
  const root = findRoot(over, TIMINGS.latest, most, { tolerance: 0.02 * degrees });
  return root.kind === 'no-bracket' ? TIMINGS.latest : root.x;
}

/** Where a degree brings less than the plateau's share, by the bend of the hump at its top. */
function plateauOf(cylinder: Cylinder, best: Timed): number {
  const late = useful(runCycle(cylinder, best.advance - BEND)) / useful(best.cycle);
  return plateauBefore(best.advance, late);
}

/** The retard that the bend of the hump is read at, rad. */
const BEND = 6 * degrees;

/**
 * The latest timing from which a degree brings less than 0.2 % of torque. In: best timing, rad; torque 6 ° later than it over the best.
 * The hump is 1 − k d², whose slope a degree is 2 k d.
 */
export function plateauBefore(best: number, late: number): number {
  const bend = (1 - late) / (BEND * BEND);
  const from = bend > 0 ? PLATEAU / (2 * bend * degrees) : 0;
  return Math.max(TIMINGS.latest, best - Math.min(8 * degrees, from));
}

/** Knock limits are followed so far beyond best torque, rad: further off they limit nothing. */
export const FOLLOWED = 20 * degrees;

/** Logarithm of the knock integral: near a straight line over timing. */
const logKnock = (cylinder: Cylinder, advance: number): number =>
  Math.log(Math.max(1e-9, runCycle(cylinder, advance).knock!));

/** Knock limit by secants from a timing near it; held within what is followed. Out: timing, slope of the logarithm of the integral. */
export function knockFrom(cylinder: Cylinder, best: number, start: number, turns: number): [number, number] {
  const low = TIMINGS.latest;
  const held = (at: number) => Math.min(best + FOLLOWED, Math.max(low, at));
  let a = held(start);
  let fa = logKnock(cylinder, a);
  let slope = (logKnock(cylinder, a - 2 * degrees) - fa) / (-2 * degrees);
  for (let i = 0; i < turns && Math.abs(fa) > 0.004; i++) {
    const next = held(a - fa / Math.max(0.5, slope));
    if (next === a) break;
    const f = logKnock(cylinder, next);
    slope = (f - fa) / (next - a);
    a = next;
    fa = f;
  }
  return [Math.abs(fa) > 0.004 ? held(a - fa / Math.max(0.5, slope)) : a, slope];
}

/** Best torque: its timing, rad; useful work, J, and peak pressure, Pa, per kg of air. */
type Top = { best: number; work: number; peak: number };

/** Best torque near a timing by a parabola, with work and peak there. */
export function topNear(cylinder: Cylinder, near: number): Top {
  const width = 3 * degrees;
  const [a, b, c] = [near - width, near, near + width].map((at) => runCycle(cylinder, at)) as [
    Cycle,
    Cycle,
    Cycle,
  ];
  const { air } = cylinder.trapped;
  const scale = cylinder.volumes.swept / air;
  const bend = useful(a) - 2 * useful(b) + useful(c);
  const off = bend < 0 ? Math.max(-2, Math.min(2, (useful(a) - useful(c)) / (2 * bend))) : 0;
  const along = (read: (cycle: Cycle) => number) =>
    read(b) + (off * (read(c) - read(a))) / 2 + ((off * off) / 2) * (read(a) - 2 * read(b) + read(c));
  return {
    best: near + off * width,
    work: along(useful) * scale,
    peak: along(({ peakPressure }) => peakPressure) / air,
  };
}
