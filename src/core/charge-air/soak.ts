import { exchangerEffectiveness } from './exchanger';
import { COOLING_AIR, LOOP_COOLANT, USUAL_COOLING } from './sized-core';

/** What cools and what stores heat: SI; temperatures K. */
export type SoakSystem = {
  /** Charge through the cooler in a pull, kg/s; into it, K; its specific heat. */
  charge: { flow: number; inlet: number; heat: number };
  /** Charge-side effectiveness at that flow with the usual cooling: 8 m/s through the face, or 33 L/min. */
  effectiveness: number;
  ambient: number;
  /** Of the cooler's core, kg, and its face, m². */
  metal: number;
  face: number;
  /** Air through the face of the cooler, or of the heat exchanger in front, m/s: in a pull and at rest. */
  speed: { pull: number; rest: number };
  /** Null for air to air. */
  loop: {
    /** Coolant in it, a tank's with it, m³, and its flow, m³/s. */
    volume: number;
    flow: number;
    /** Of the exchanger in front at 8 m/s, W/K, and its face, m². */
    conductance: number;
    front: number;
    /** Ice in the tank at the start, kg. */
    ice: number;
  } | null;
  /** Metal and coolant before the first pull, K. */
  start: number;
  /** Share of the way to the intake's wall that the charge is warmed behind the cooler, and that wall, K. */
  pickUp: number;
  wall: number;
  duty: { pull: number; rest: number; repeats: number };
};

/** One pull: charge at the cylinder, K, at its start and end; metal, coolant and ice at its end. */
type Pull = {
  start: number;
  end: number;
  metal: number;
  coolant: number;
  ice: number;
};

/** A moment of the duty, for its picture. */
type SoakMoment = { time: number; charge: number | null; metal: number; coolant: number };

export type Soak = {
  pulls: Pull[];
  moments: SoakMoment[];
  /** When the ice was gone, s; null where there was none, or some is left. */
  iceGone: number | null;
  /** Rest after the first pull until metal and coolant are no more than 2 K over what they were, s; null where it takes over an hour. */
  restNeeded: number | null;
  /** What cools settles at in an endless pull. */
  steadyCoolant: number;
  /** J: into metal and coolant from the charge; out to the air; into ice; left in metal and coolant. */
  energy: { in: number; out: number; ice: number; stored: number };
};

const ALUMINIUM = 900;
/** Latent heat of ice, J/kg, and its melting point. */
const ICE = { latent: 334_000, point: 273.15 };
/** What a kilogram of ice takes from coolant that washes round it, W/K; the last of it fades (from memory). */
const ICE_CONDUCTANCE = 1_500;
const FADE = 0.05;
const FAN_POWER = 0.6;
/** Share of the cooler's resistance on the charge's side at its usual cooling (from memory: sides are matched). */
const SPLIT = 0.5;
/** Share of its capacity that a cooling stream takes up at the most at its usual flow. */
const MOST_CARRIED = 0.9;
const STEP = 0.25;
const NEAR = 2;
const LONGEST_REST = 3_600;

/** The cooler as two steps: charge to metal, metal to what cools. At the usual cooling together they are the effectiveness. */
function coolerOf({ charge, effectiveness, face, loop }: SoakSystem) {
  const capacity = charge.flow * charge.heat;
  const wanted = 1 / Math.min(0.999, Math.max(0.01, effectiveness));
  const usual = loop
    ? USUAL_COOLING.flow * LOOP_COOLANT.density * LOOP_COOLANT.heat
    : face * USUAL_COOLING.speed * COOLING_AIR.density * COOLING_AIR.heat;
  // No more than the cooling stream can carry at its usual flow; what is left of the resistance is the charge's side.
  const taken = Math.min(MOST_CARRIED * usual, capacity / ((1 - SPLIT) * (wanted - 1)));
  const toMetal = 1 / Math.max(1, wanted - capacity / taken);
  const units = -Math.log(1 - taken / usual);
  /** W/K from metal to a stream of capacity `c`, W/K, at a share of the usual flow. */
  const fromMetal = (c: number, share: number) =>
    c <= 0 ? 0 : c * (1 - Math.exp((-units * usual * share ** FAN_POWER) / c));
  return { capacity, toMetal, fromMetal };
}

/** W/K from the loop's coolant to the air through the exchanger in front. */
function frontOf({ loop }: SoakSystem, speed: number): number {
  if (!loop || speed <= 0) return 0;
  const air = loop.front * speed * COOLING_AIR.density * COOLING_AIR.heat;
  const coolant = loop.flow * LOOP_COOLANT.density * LOOP_COOLANT.heat;
  const least = Math.min(air, coolant);
  if (least <= 0) return 0;
  const conductance = loop.conductance * (speed / USUAL_COOLING.speed) ** FAN_POWER;
  return least * exchangerEffectiveness(conductance / least, least / Math.max(air, coolant), 'cross');
}

/** State: metal K, coolant K, ice kg, then J in, out and into ice. */
type State = [metal: number, coolant: number, ice: number, into: number, out: number, melted: number];

/** How fast metal, coolant and ice change, in a pull and at rest. */
function slopesOf(system: SoakSystem, cooler: ReturnType<typeof coolerOf>) {
  const { ambient, charge, loop, speed } = system;
  const metalHeat = system.metal * ALUMINIUM;
  const coolantHeat = heatOfCoolant(system);
  const pumped = loop ? loop.flow * LOOP_COOLANT.density * LOOP_COOLANT.heat : 0;
  const pumpShare = loop ? loop.flow / USUAL_COOLING.flow : 0;
  return (pulling: boolean) => {
    const through = pulling ? speed.pull : speed.rest;
    const toAir = loop ? frontOf(system, through) : 0;
    const fromMetal = loop
      ? cooler.fromMetal(pumped, pumpShare)
      : cooler.fromMetal(
          system.face * through * COOLING_AIR.density * COOLING_AIR.heat,
          through / USUAL_COOLING.speed,
        );
    return ([metal, coolant, ice]: State): State => {
      const into = pulling ? cooler.toMetal * cooler.capacity * (charge.inlet - metal) : 0;
      const passed = fromMetal * (metal - (loop ? coolant : ambient));
      if (!loop) return [(into - passed) / metalHeat, 0, 0, into, passed, 0];
      const out = toAir * (coolant - ambient);
      const melting =
        ice > 0 && coolant > ICE.point
          ? ICE_CONDUCTANCE * Math.max(1, ice) * Math.min(1, ice / FADE) * (coolant - ICE.point)
          : 0;
      return [
        (into - passed) / metalHeat,
        (passed - out - melting) / coolantHeat,
        -melting / ICE.latent,
        into,
        out,
        melting,
      ];
    };
  };
}

/** What the loop's coolant stores, J/K; one where there is no loop. */
const heatOfCoolant = ({ loop }: SoakSystem): number =>
  loop ? loop.volume * LOOP_COOLANT.density * LOOP_COOLANT.heat : 1;

/**
 * Rest until metal, and coolant where there is a loop, are no warmer than a temperature, s; null where an hour is not enough. In: the
 * system; both as they are, K; the temperature, K. Total. Source: as `soakOf`.
 */
export function restUntil(
  system: SoakSystem,
  from: { metal: number; coolant: number },
  target: number,
): number | null {
  const slope = slopesOf(system, coolerOf(system))(false);
  let state: State = [from.metal, from.coolant, 0, 0, 0, 0];
  for (let time = 0; time <= LONGEST_REST; time += STEP) {
    if (state[0] <= target && (!system.loop || state[1] <= target)) return time;
    state = rungeKutta(slope, state, STEP);
  }
  return null;
}

/**
 * Charge temperature pull by pull, with metal, coolant and ice as states over pulls and rests. In: the system. Total. Source:
 * first law of metal and coolant, integrated by the classic Runge–Kutta method in steps of a quarter second; ε-NTU of both
 * exchangers. At rest no charge flows.
 */
export function soakOf(system: SoakSystem): Soak {
  const { ambient, charge, loop, duty } = system;
  const cooler = coolerOf(system);
  const metalHeat = system.metal * ALUMINIUM;
  const coolantHeat = heatOfCoolant(system);
  const pumped = loop ? loop.flow * LOOP_COOLANT.density * LOOP_COOLANT.heat : 0;
  const pumpShare = loop ? loop.flow / USUAL_COOLING.flow : 0;
  const slopeAt = slopesOf(system, cooler);
  const chargeAt = (metal: number): number => {
    const behind = charge.inlet - cooler.toMetal * (charge.inlet - metal);
    return behind + system.pickUp * (system.wall - behind);
  };
  const begin: State = [
    system.start,
    loop && loop.ice > 0 ? ICE.point : system.start,
    loop?.ice ?? 0,
    0,
    0,
    0,
  ];
  let state: State = begin;
  let time = 0;
  let iceGone: number | null = null;
  const moments: SoakMoment[] = [];
  const note = (pulling: boolean) =>
    moments.push({
      time,
      charge: pulling ? chargeAt(state[0]) : null,
      metal: state[0],
      coolant: loop ? state[1] : ambient,
    });
  /** Goes on for so long; `until` may end it earlier. Out: how long it took. */
  const run = (seconds: number, pulling: boolean, until: (state: State) => boolean = () => false): number => {
    const slope = slopeAt(pulling);
    const steps = Math.max(1, Math.ceil(seconds / STEP));
    const h = seconds / steps;
    for (let i = 0; i < steps; i++) {
      if (until(state)) return i * h;
      const had = state[2];
      state = rungeKutta(slope, state, h);
      time += h;
      if (had > 0.01 && state[2] <= 0.01) iceGone ??= time;
      if (i % Math.max(1, Math.round(steps / 24)) === 0 || i === steps - 1) note(pulling);
    }
    return seconds;
  };

  const pulls: Pull[] = [];
  let restNeeded: number | null = null;
  for (let i = 0; i < duty.repeats; i++) {
    note(true);
    const start = chargeAt(state[0]);
    run(duty.pull, true);
    pulls.push({
      start,
      end: chargeAt(state[0]),
      metal: state[0],
      coolant: loop ? state[1] : ambient,
      ice: Math.max(0, state[2]),
    });
    if (i === 0) {
      const kept: { state: State; time: number; iceGone: number | null; length: number } = {
        state,
        time,
        iceGone,
        length: moments.length,
      };
      const isBack = ([metal, coolant]: State) =>
        metal - begin[0] < NEAR && (!loop || coolant - begin[1] < NEAR);
      const took = run(LONGEST_REST, false, isBack);
      restNeeded = took < LONGEST_REST ? took : null;
      ({ state, time, iceGone } = kept);
      moments.length = kept.length;
    }
    if (i < duty.repeats - 1 && duty.rest > 0) run(duty.rest, false);
  }
  const [metal, coolant, , into, out, melted] = state;
  return {
    pulls,
    moments,
    iceGone,
    restNeeded,
    steadyCoolant: steadyCoolant(system, cooler, pumped, pumpShare),
    energy: {
      in: into,
      out,
      ice: melted,
      stored: metalHeat * (metal - begin[0]) + (loop ? coolantHeat * (coolant - begin[1]) : 0),
    },
  };
}

/** Where what cools settles in an endless pull without ice, K: heat in is heat out. */
function steadyCoolant(
  system: SoakSystem,
  { capacity, toMetal, fromMetal }: ReturnType<typeof coolerOf>,
  pumped: number,
  pumpShare: number,
): number {
  const { loop, ambient, charge, speed } = system;
  if (!loop) return ambient;
  const toAir = frontOf(system, speed.pull);
  if (toAir <= 0) return Infinity;
  // Three resistances in a row: charge to metal, metal to coolant, coolant to air.
  const all = 1 / (toMetal * capacity) + 1 / fromMetal(pumped, pumpShare) + 1 / toAir;
  return ambient + (charge.inlet - ambient) / all / toAir;
}

function rungeKutta(slope: (state: State) => State, at: State, h: number): State {
  const add = (k: State, by: number) => at.map((v, i) => v + by * k[i]!) as State;
  const k1 = slope(at);
  const k2 = slope(add(k1, h / 2));
  const k3 = slope(add(k2, h / 2));
  const k4 = slope(add(k3, h));
  return at.map((v, i) => v + (h / 6) * (k1[i]! + 2 * k2[i]! + 2 * k3[i]! + k4[i]!)) as State;
}
