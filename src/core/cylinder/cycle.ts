import { enthalpy, specificHeat, type Gas } from '../air/gas-properties';
import { vapourEnthalpy, vapourHeat, ZERO, type Trapped } from './charge';
import { ignitionDelay, wiebe } from './formulas';
import type { Volumes } from './crank';
import type { Fuel } from '../fuel/fuels';

/** A burn as parts of Wiebe's form, each a share of the heat over an angle, rad. */
export type Burn = { share: number; angle: number; form: number; efficiency: number }[];

/** The cylinder along its closed part, at every half step of the crank: what no timing changes. */
export type Grid = {
  steps: number;
  /** rad. */
  step: number;
  volume: Float64Array;
  slope: Float64Array;
  wall: Float64Array;
  /** Pressure without a burn over the pressure at closing. */
  motored: Float64Array;
};

/** A cylinder with its charge, ready for cycles at any timing. SI, angles rad from firing top dead centre. */
export type Cylinder = {
  volumes: Volumes;
  grid: Grid;
  bore: number;
  speedRpm: number;
  pistonSpeed: number;
  closes: number;
  opens: number;
  /** Whether the work is completed to bottom dead centre; a two-stroke's ports end it. */
  toBottom: boolean;
  trapped: Trapped;
  pressure: number;
  burn: Burn;
  /** Whether the burn takes longer the later it comes: flames into a growing volume. */
  slowsLate: boolean;
  wall: number;
  /** Heat lost to the walls over Woschni's; 0 for none. */
  wallFactor: number;
  /** Octane index and what measured knock makes of the delay; null for a fuel that ignites by itself. */
  knock: { octane: number; factor: number } | null;
  heats: Heats;
};

/** Heat capacities by temperature, in even steps: of the charge before and after the burn, J/K, and what the burn lets free, J. */
type Heats = { before: Float64Array; after: Float64Array; difference: Float64Array; r: [number, number] };

const TABLE = { from: 220, step: 20, count: 165 };

/** What the charge holds over temperature, tabulated: the cycle reads it a thousand times. */
export function heatsOf(trapped: Trapped, fuel: Fuel): Heats {
  const isMixed = fuel.ignition === 'spark';
  const { carrier, burnt, air, residual, fuel: fuelMass } = trapped;
  const carried = air + residual;
  const vapourR = 8.31446261815324 / fuel.vapourMolarMass;
  const vapour = isMixed ? fuelMass : 0;
  const all = carried + fuelMass;
  const r: [number, number] = [carried * carrier.gasConstant + vapour * vapourR, all * burnt.gasConstant];
  const above = (gas: Gas, t: number) =>
    enthalpy(gas, t) - enthalpy(gas, ZERO) - gas.gasConstant * (t - ZERO);
  const heats: Heats = {
    before: new Float64Array(TABLE.count),
    after: new Float64Array(TABLE.count),
    difference: new Float64Array(TABLE.count),
    r,
  };
  for (let i = 0; i < TABLE.count; i++) {
    const t = Math.min(3_500, TABLE.from + i * TABLE.step);
    heats.before[i] =
      carried * (specificHeat(carrier, t) - carrier.gasConstant) + vapour * (vapourHeat(fuel, t) - vapourR);
    heats.after[i] = all * (specificHeat(burnt, t) - burnt.gasConstant);
    const whole = carried * above(carrier, t) + vapour * (vapourEnthalpy(fuel, t) - vapourR * (t - ZERO));
    heats.difference[i] = all * above(burnt, t) - whole;
  }
  return heats;
}

const GAMMA_MOTORED = 1.33;

/** Longest step of the crank, rad. */
const STEP = Math.PI / 180;

/** Lays out the closed part between two angles, rad. */
export function gridOf(volumes: Volumes, closes: number, opens: number): Grid {
  const steps = Math.max(1, Math.ceil((opens - closes) / STEP));
  const step = (opens - closes) / steps;
  const along = (read: (angle: number) => number) =>
    Float64Array.from({ length: 2 * steps + 1 }, (_, i) => read(closes + (i * step) / 2));
  const closed = volumes.volume(closes);
  const volume = along(volumes.volume);
  return {
    steps,
    step,
    volume,
    slope: along(volumes.slope),
    wall: along(volumes.wall),
    motored: volume.map((v) => (closed / v) ** GAMMA_MOTORED),
  };
}
/** Burnt share up to which the end gas can still knock. Source: 85 to 90 % in use; the lower of the two. */
const KNOCKS_UNTIL = 0.85;
const GAMMA_EXPANDING = 1.28;

/** Woschni's constants. Source: SAE 670931 as Heywood (1988), eq. 12.19; pressure kPa. */
const WOSCHNI = { factor: 3.26, swirl: 2.28, burning: 3.24e-3 };

type Trace = {
  angle: number[];
  pressure: number[];
  temperature: number[];
  unburnt: number[];
  burnt: number[];
};

export type Cycle = {
  /** Gross indicated work of compression and expansion, J, and as a mean pressure, Pa. */
  work: number;
  meanPressure: number;
  peakPressure: number;
  peakAngle: number;
  peakTemperature: number;
  /** Half of the charge is burnt there. */
  halfBurnt: number;
  /** Of the end gas until it is burnt: from 1 on it knocks; at which angle. Null where the fuel ignites by itself. */
  knock: number | null;
  knockAngle: number | null;
  /** Share of the heat that goes into the walls. */
  wallHeat: number;
  /** Gas when the exhaust opens, K and Pa. */
  end: { temperature: number; pressure: number };
  /** Of the closed part, J: work and heat into the walls. */
  closed: { work: number; wall: number };
  trace: Trace | null;
};

/** Where half of the charge should be burnt for the burn angle to be the stated one, rad; how much longer for a later one, 1/rad; how softly. */
const LATE = { from: 8 * STEP, longer: 0.02 / STEP, soft: 6 * STEP };

/**
 * How much longer a burn takes that is begun so many rad before top dead centre. From memory: a degree of spark moves the half-burnt point
 * by about a degree and a half once it is late.
 */
function lateness({ burn, slowsLate }: Cylinder, advance: number): number {
  if (!slowsLate || !Number.isFinite(advance)) return 1;
  const late = (angleBurnt(burn, 0.5) - advance - LATE.from) / LATE.soft;
  return 1 + LATE.longer * LATE.soft * (late > 30 ? late : Math.log1p(Math.exp(late)));
}

/** The burn as it goes at a timing. */
const burnAt = (cylinder: Cylinder, advance: number): Burn => {
  const factor = lateness(cylinder, advance);
  return factor === 1
    ? cylinder.burn
    : cylinder.burn.map((part) => ({ ...part, angle: part.angle * factor }));
};

/** Burnt share at an angle after the burn's start, rad. */
function burntShare(burn: Burn, after: number): number {
  if (after <= 0) return 0;
  let share = 0;
  for (const { share: part, angle, form, efficiency } of burn)
    share += part * wiebe.fn({ efficiency, progress: after / angle, form });
  return share;
}

/** Its slope by angle, 1/rad. What the form leaves beyond its end burns out: an end cut off would be a jolt between two steps. */
function burnRate(burn: Burn, after: number): number {
  let slope = 0;
  for (const { share: part, angle, form, efficiency } of burn) {
    const y = after / angle;
    if (y > 0) {
      const power = y ** form;
      slope += (part * efficiency * (form + 1) * power * Math.exp(-efficiency * power * y)) / angle;
    }
  }
  return slope;
}

/** Angle after the start at which a share is burnt, rad; the end where it never is. */
export function angleBurnt(burn: Burn, share: number): number {
  let low = 0;
  let high = 2 * Math.max(...burn.map(({ angle }) => angle));
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (burntShare(burn, middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** States at the steps of the grid before anything burns: the same for every timing. */
type State =
  't' | 'unburnt' | 'work' | 'lost' | 'knock' | 'rate' | 'pressure' | 'peak' | 'peakAngle' | 'hottest';
type Compression = Record<State, Float64Array>;
const compressions = new WeakMap<Cylinder, Compression>();

function compressionOf(cylinder: Cylinder): Compression {
  const known = compressions.get(cylinder);
  if (known) return known;
  const states = () => new Float64Array(cylinder.grid.steps + 1);
  const made: Compression = {
    t: states(),
    unburnt: states(),
    work: states(),
    lost: states(),
    knock: states(),
    rate: states(),
    pressure: states(),
    peak: states(),
    peakAngle: states(),
    hottest: states(),
  };
  integrateCycle(cylinder, -Infinity, false, made);
  compressions.set(cylinder, made);
  return made;
}

/**
 * One closed cycle, single zone, from intake closing to exhaust opening, its work completed to bottom dead centre. In: the cylinder;
 * start of the burn before top dead centre, rad (after it: below zero); whether the curves are kept. Out: the cycle; temperatures over
 * 3,500 K are held. Burnt gas is frozen: without dissociation peaks come out some per cent high near λ 1. Never throws.
 * Source: first law over crank angle, classical Runge-Kutta with steps of 1 °; Woschni; Livengood & Wu (1955).
 */
export const runCycle = (cylinder: Cylinder, advance: number, keep = false): Cycle =>
  integrateCycle(cylinder, advance, keep, null);

/** The same; `record`: takes the states of a cycle that never burns, instead of beginning with them. */
function integrateCycle(
  cylinder: Cylinder,
  advance: number,
  keep: boolean,
  record: Compression | null,
): Cycle {
  const { volumes, grid, trapped, heats, wall, closes, opens, speedRpm, bore } = cylinder;
  const burn = burnAt(cylinder, advance);
  const { before, after, difference, r } = heats;
  const radPerSecond = (2 * Math.PI * speedRpm) / 60;
  const { steps, step: h } = grid;
  const start = -advance;
  const released = trapped.heat + (r[1] - r[0]) * ZERO;
  const volumeClosed = grid.volume[0]!;
  const swirl = WOSCHNI.swirl * cylinder.pistonSpeed;
  const burning =
    (WOSCHNI.burning * volumes.swept * trapped.temperature) / (cylinder.pressure * volumeClosed);
  const film = cylinder.wallFactor * WOSCHNI.factor * bore ** -0.2 * 1e-3 ** 0.8;

  // What the last call of `slopes` found, without making an object of it.
  let dT = 0;
  let dW = 0;
  let dQ = 0;
  let pressure = cylinder.pressure;
  const look = (table: Float64Array, i: number, f: number) => table[i]! + f * (table[i + 1]! - table[i]!);
  /** At a place of the grid, in half steps. */
  const slopes = (half: number, t: number) => {
    const angle = closes + (half * h) / 2;
    const x = angle > start ? burntShare(burn, angle - start) : 0;
    const dx = x > 0 ? burnRate(burn, angle - start) : 0;
    const place = Math.min(TABLE.count - 1.001, Math.max(0, (t - TABLE.from) / TABLE.step));
    const i = Math.floor(place);
    const f = place - i;
    pressure = (((1 - x) * r[0] + x * r[1]) * t) / grid.volume[half]!;
    let speed = swirl;
    if (x > 0) speed += burning * Math.max(0, pressure - cylinder.pressure * grid.motored[half]!);
    const coefficient =
      film === 0 ? 0 : film * Math.exp(0.8 * Math.log(pressure * speed) - 0.55 * Math.log(t));
    dQ = (coefficient * grid.wall[half]! * (t - wall)) / radPerSecond;
    dW = pressure * grid.slope[half]!;
    const capacity = (1 - x) * look(before, i, f) + x * look(after, i, f);
    const free = dx > 0 ? (released - look(difference, i, f)) * dx : 0;
    dT = (free - dW - dQ) / capacity;
  };
  const unburntExponent = (t: number) => {
    const place = Math.min(TABLE.count - 1.001, Math.max(0, (t - TABLE.from) / TABLE.step));
    const i = Math.floor(place);
    const capacity = look(before, i, place - i);
    return r[0] / (capacity + r[0]);
  };

  let t = trapped.temperature;
  let unburnt = t;
  let work = 0;
  let lost = 0;
  let peak = { pressure: 0, angle: closes };
  let peakTemperature = t;
  let knock = 0;
  let knockAngle: number | null = null;
  let lastRate = 0;
  const knockEnd = cylinder.knock ? start + angleBurnt(burn, KNOCKS_UNTIL) : -Infinity;
  const trace: Trace | null = keep
    ? { angle: [], pressure: [], temperature: [], unburnt: [], burnt: [] }
    : null;
  const kept = [0, 0, 0];
  let pressureHere = cylinder.pressure;
  const note = (angle: number) => {
    if (!trace) return;
    trace.angle.push(angle);
    trace.pressure.push(pressureHere);
    trace.temperature.push(t);
    trace.unburnt.push(unburnt);
    trace.burnt.push(burntShare(burn, angle - start));
  };
  let first = 0;
  if (!record && !keep && start > closes) {
    first = Math.min(steps, Math.floor((start - closes) / h));
    const begun = compressionOf(cylinder);
    t = begun.t[first]!;
    unburnt = begun.unburnt[first]!;
    work = begun.work[first]!;
    lost = begun.lost[first]!;
    knock = begun.knock[first]!;
    lastRate = begun.rate[first]!;
    pressureHere = begun.pressure[first]!;
    peak = { pressure: begun.peak[first]!, angle: begun.peakAngle[first]! };
    peakTemperature = begun.hottest[first]!;
  }
  for (let n = first; n <= steps; n++) {
    if (record) {
      record.t[n] = t;
      record.unburnt[n] = unburnt;
      record.work[n] = work;
      record.lost[n] = lost;
      record.knock[n] = knock;
      record.rate[n] = lastRate;
      record.pressure[n] = pressureHere;
      record.peak[n] = peak.pressure;
      record.peakAngle[n] = peak.angle;
      record.hottest[n] = peakTemperature;
    }
    const angle = closes + n * h;
    slopes(2 * n, t);
    const last = pressureHere;
    pressureHere = pressure;
    if (n > 0) {
      // The end gas is compressed isentropically, by the exponent of where it is.
      const ratio = Math.log(pressureHere / last);
      const guess = unburnt * Math.exp(unburntExponent(unburnt) * ratio);
      unburnt *= Math.exp(unburntExponent((unburnt + guess) / 2) * ratio);
    }
    if (cylinder.knock && angle - h < knockEnd) {
      const { octane, factor } = cylinder.knock;
      const rate = 1 / (ignitionDelay.fn({ factor, octane, pressure: pressureHere, unburnt }) * radPerSecond);
      if (n > 0) {
        const share = Math.min(1, (knockEnd - (angle - h)) / h);
        const added = share * h * (lastRate + (share * (rate - lastRate)) / 2);
        if (knock < 1 && knock + added >= 1) knockAngle = angle - h + (share * h * (1 - knock)) / added;
        knock += added;
      }
      lastRate = rate;
    }
    if (pressureHere > peak.pressure) peak = { pressure: pressureHere, angle };
    if (t > peakTemperature) peakTemperature = t;
    note(angle);
    if (n === steps) break;
    // Classical Runge-Kutta; the first slopes stand already.
    kept[0] = dT;
    kept[1] = dW;
    kept[2] = dQ;
    slopes(2 * n + 1, t + (h / 2) * dT);
    const [t2, w2, q2] = [dT, dW, dQ];
    slopes(2 * n + 1, t + (h / 2) * dT);
    const [t3, w3, q3] = [dT, dW, dQ];
    slopes(2 * n + 2, t + h * dT);
    t = Math.min(3_500, Math.max(150, t + (h / 6) * (kept[0] + 2 * t2 + 2 * t3 + dT)));
    work += (h / 6) * (kept[1] + 2 * w2 + 2 * w3 + dW);
    lost += (h / 6) * (kept[2] + 2 * q2 + 2 * q3 + dQ);
  }
  const closed = work;
  if (cylinder.toBottom) {
    const bottom = volumes.volume(Math.PI);
    const ends = volumes.volume(opens);
    work += cylinder.pressure * (volumeClosed - bottom);
    work += ((pressureHere * ends) / (GAMMA_EXPANDING - 1)) * (1 - (ends / bottom) ** (GAMMA_EXPANDING - 1));
  }
  return {
    work,
    meanPressure: work / volumes.swept,
    peakPressure: peak.pressure,
    peakAngle: peak.angle,
    peakTemperature,
    halfBurnt: start + angleBurnt(burn, 0.5),
    knock: cylinder.knock ? knock : null,
    knockAngle,
    wallHeat: lost / trapped.heat,
    end: { temperature: t, pressure: pressureHere },
    closed: { work: closed, wall: lost },
    trace,
  };
}

/**
 * What of the energy does not close, over the heat: the error of the integration. In: a cylinder, a cycle of it and its timing. Out:
 * a share, below 1e-4 at the steps taken. Source: first law between the two ends, from the heats by temperature.
 */
export function energyError(cylinder: Cylinder, cycle: Cycle, advance: number): number {
  const { heats, trapped, opens } = cylinder;
  const x = burntShare(burnAt(cylinder, advance), opens + advance);
  const { before, after, difference, r } = heats;
  const read = (table: Float64Array, t: number) => {
    const place = Math.min(TABLE.count - 1.001, Math.max(0, (t - TABLE.from) / TABLE.step));
    const i = Math.floor(place);
    return table[i]! + (place - i) * (table[i + 1]! - table[i]!);
  };
  const [from, to] = [trapped.temperature, cycle.end.temperature];
  const parts = 400;
  const width = (to - from) / parts;
  let gained = 0;
  for (let i = 0; i < parts; i++) {
    const t = from + (i + 0.5) * width;
    gained += width * ((1 - x) * read(before, t) + x * read(after, t));
  }
  const released = (trapped.heat + (r[1] - r[0]) * ZERO - read(difference, from)) * x;
  return (released - gained - cycle.closed.work - cycle.closed.wall) / trapped.heat;
}
