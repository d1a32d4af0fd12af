import { reason, type Reason } from '../working/range';

/** What is ticked before a pull on a dyno, and before the first drive on the road. */
const dynoTicks = ['fuel', 'tie-down', 'straps', 'fire-cover', 'cell-clear', 'floor-dry'] as const;
export const roadTicks = ['fuel', 'leaks', 'brakes', 'fire-cover', 'logger', 'closed-area'] as const;
export type GateTick = (typeof dynoTicks)[number] | (typeof roadTicks)[number];
export type GatePlace = 'dyno' | 'road';
export const ticksOf = (place: GatePlace): readonly GateTick[] => (place === 'dyno' ? dynoTicks : roadTicks);

/** Windows of the start temperatures, K. Common practice, no source; the shop's own take their place. */
export type GateWindows = {
  oilLow: number;
  oilHigh: number;
  coolantLow: number;
  coolantHigh: number;
  chargeHigh: number;
};
export const usualWindows: GateWindows = {
  oilLow: 343.15,
  oilHigh: 378.15,
  coolantLow: 343.15,
  coolantHigh: 368.15,
  chargeHigh: 318.15,
};

/** What is read before the pull, K; null where nobody has. */
export type GateReadings = { oil: number | null; coolant: number | null; charge: number | null };

/** How long oil and coolant take to come within 1/e of the air around them, engine off, fans on, s (common practice, an order of magnitude). */
const COOLS = { oil: 1_500, coolant: 700 };
/** Never waited for longer, s: then something else is wrong. */
const LONGEST = 7_200;

/** Newton's law: time from one temperature down to another in air of a third; null where the air is too warm for it. */
function coolingTime(from: number, to: number, air: number, constant: number): number | null {
  if (from <= to) return 0;
  if (to <= air) return null;
  const time = constant * Math.log((from - air) / (to - air));
  return time > LONGEST ? null : time;
}

export type Gate = {
  /** `ready`: pull; `waits`: too hot, with how long; `warms`: too cold; `asks`: readings or ticks are missing. */
  state: 'ready' | 'waits' | 'warms' | 'asks';
  /** Of the slowest, s; null where it does not come down by waiting. */
  wait: number | null;
  refusals: Reason[];
  unread: (keyof GateReadings)[];
  unticked: GateTick[];
};

/** What the gate is told: where, what was read and ticked, the windows, the air, K, and how long the charge's side takes, s, where it is known. */
export type GateGiven = {
  place: GatePlace;
  readings: GateReadings;
  ticked: readonly GateTick[];
  windows: GateWindows;
  air: number;
  /** Rest until the charge's metal is down to a temperature, s; null where an hour is not enough. Undefined: not laid out. */
  chargeWait?: ((from: number, target: number) => number | null) | undefined;
};

/**
 * Whether a pull may begin. A hot start is refused with the wait it needs: oil and coolant by Newton's law of cooling, the charge by the
 * heat-soak model where the cooler is laid out. Total. Source: windows and time constants are common practice, no source.
 */
export function gateOf(given: GateGiven): Gate {
  const { place, readings, ticked, windows, air, chargeWait } = given;
  const refusals: Reason[] = [];
  const waits: (number | null)[] = [];
  let isCold = false;
  const hot = (
    code: 'gate-oil-hot' | 'gate-coolant-hot' | 'gate-charge-hot',
    reading: number,
    most: number,
    wait: number | null,
  ) => {
    waits.push(wait);
    refusals.push(reason(code, { reading: [reading, 'temperature'], most: [most, 'temperature'] }));
  };
  for (const part of ['oil', 'coolant'] as const) {
    const reading = readings[part];
    if (reading === null) continue;
    const [low, high] = [windows[`${part}Low`], windows[`${part}High`]];
    if (reading > high) hot(`gate-${part}-hot`, reading, high, coolingTime(reading, high, air, COOLS[part]));
    if (reading < low) {
      isCold = true;
      refusals.push(
        reason(`gate-${part}-cold`, { reading: [reading, 'temperature'], least: [low, 'temperature'] }),
      );
    }
  }
  const { charge } = readings;
  if (charge !== null && charge > windows.chargeHigh) {
    const { chargeHigh } = windows;
    // Without a cooler that is laid out the intake follows the coolant (an estimate).
    const wait = chargeWait
      ? chargeWait(charge, chargeHigh)
      : coolingTime(charge, chargeHigh, air, COOLS.coolant);
    hot('gate-charge-hot', charge, chargeHigh, wait);
  }
  const unread = (['oil', 'coolant', 'charge'] as const).filter((part) => readings[part] === null);
  const unticked = ticksOf(place).filter((tick) => !ticked.includes(tick));
  const state = waits.length
    ? 'waits'
    : isCold
      ? 'warms'
      : unread.length || unticked.length
        ? 'asks'
        : 'ready';
  const longest = waits.some((wait) => wait === null) ? null : Math.max(0, ...waits.map(Number));
  return { state, wait: longest, refusals, unread, unticked };
}
