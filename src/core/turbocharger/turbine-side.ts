import type { Gas } from '../air/gas-properties';
import { inletPressure, type FlowLoss } from '../charge-air/losses';
import type { Exhaust } from '../engine/exhaust';
import {
  expandedTemperature,
  expansionAt,
  inflowOf,
  workOf,
  type Expansion,
  type Inflow,
} from '../turbine/expansion';
import type { CompiledTurbine } from '../turbine/flow';
import { nozzleFunction, turbinePower } from '../turbine/formulas';
import { gateArea } from './formulas';
import type { Gate } from './gate-schema';

/** What holds the boost, as plain numbers. Areas m², pressures Pa gauge. */
export type CompiledGate =
  | { kind: 'none' }
  | {
      kind: 'valve';
      area: number;
      springGauge: number;
      bore: number;
      diaphragm: number;
      reference: 'spring' | 'controlled' | 'dome';
    }
  | { kind: 'vanes'; closed: number; open: number };

/** Everything behind the exhaust valves, ready for the sums. SI; losses at the flow of the whole engine. */
export type TurbineSide = {
  count: number;
  turbine: CompiledTurbine;
  gate: CompiledGate;
  /** What the bearings leave: 1 where the turbine's efficiency holds them already. */
  mechanical: number;
  pulse: number;
  exhaust: Exhaust;
  /** Between the ports and the turbine, and from the turbine to the open air, in the order of flow. */
  manifold: FlowLoss[];
  tail: FlowLoss[];
  ambient: number;
  maxSpeedRpm: number;
  /** Of one shaft, kg·m²: what it takes to spin it up. */
  inertia: number;
};

export const compileGate = (gate: Gate): CompiledGate =>
  gate.kind === 'none'
    ? gate
    : gate.kind === 'vanes'
      ? { kind: 'vanes', closed: gate.closed.value, open: gate.open.value }
      : {
          kind: 'valve',
          area: gateArea.fn({ coefficient: gate.flowCoefficient.value, bore: gate.bore.value }),
          springGauge: gate.springGauge.value,
          bore: gate.bore.value,
          diaphragm: gate.diaphragm.value,
          reference: gate.reference,
        };

/** The state behind the exhaust valves at one speed. Flows of one turbine and its gate, kg/s; power of one shaft, W. */
export type TurbineState = {
  ratio: number;
  inlet: { pressure: number; temperature: number };
  outlet: { pressure: number; temperature: number };
  /** Gate and turbine mixed again. */
  mixed: number;
  port: number;
  flow: number;
  gateFlow: number;
  /** 0 the gate shut (vanes closed), 1 wide open; below 0 or above 1: more than it can do. */
  opening: number;
  expansion: Expansion;
  /** Handed to the compressor. */
  power: number;
};

/** Expansion beyond this is no turbine at work any more: the engine would stand still before. */
const HIGHEST_EXPANSION = 12;
const MOST = Math.sqrt(HIGHEST_EXPANSION - 1);

const gateReduced = (area: number, { gasConstant }: Gas, gamma: number, ratio: number) =>
  ratio <= 1 ? 0 : (area / Math.sqrt(gasConstant)) * nozzleFunction.fn({ ratio, gamma });

/** Share of the housing's area that the vanes leave open. */
const vaneShare = (gate: CompiledGate, opening: number) =>
  gate.kind === 'vanes' ? gate.closed + opening * (gate.open - gate.closed) : 1;

/** Reduced flow of turbine and gate, ṁ √T3 / p3, at an expansion ratio and an opening. */
function passes({ turbine, gate, exhaust }: TurbineSide, ratio: number, opening: number): number {
  const wheel = turbine.reduced(ratio) * vaneShare(gate, opening);
  return gate.kind === 'valve' && opening > 0
    ? wheel + opening * gateReduced(gate.area, exhaust.gas, exhaust.gamma, ratio)
    : wheel;
}

/**
 * Where a rising function reaches a target: secant kept inside a bracket that starts at 0. In: fn, target > 0, a start,
 * the most x may be, and the power of x that fn nearly follows. Out: x, or null if fn stays below the target up to `most`. At most 60 calls.
 */
function whereRising(
  fn: (x: number) => number,
  target: number,
  start: number,
  most: number,
  power: number,
): number | null {
  let low = 0;
  let high = Infinity;
  let lastX = 0;
  let lastF = -target;
  let x = Math.min(Math.max(start, 1e-4), most);
  for (let i = 0; i < 60; i++) {
    const f = fn(x) - target;
    if (Math.abs(f) <= 1e-8 * target) return x;
    if (f < 0) {
      if (x >= most) return null;
      low = x;
    } else high = x;
    if (high - low < 1e-13 * high) return x;
    // The first step by the law it nearly follows, the others by the secant.
    let next = i ? x - (f * (x - lastX)) / (f - lastF) : x * (target / (f + target)) ** (1 / power);
    lastX = x;
    lastF = f;
    if (!(next > low && next < high)) next = high === Infinity ? x * 1.7 : (low + high) / 2;
    x = Math.min(next, most);
  }
  return x;
}

/** The secant's variable: flow rises with √(ER − 1), so that in this variable it is nearly straight. */
const ratioOf = (y: number) => 1 + y * y;

/** What the turbine is given at one speed. Flow of one turbine with its gate, kg/s. */
export type Given = {
  flow: number;
  port: number;
  temperature: number;
  outletPressure: number;
  shaftRpm: number;
  /** Expansion ratio to start from. */
  start: number;
};

const y0 = (given: Given) => Math.sqrt(Math.max(1e-6, given.start - 1));

/** The whole state at an expansion ratio with a known flow through the wheel. */
function stateAt(
  hot: TurbineSide,
  given: Given,
  ratio: number,
  flow: number,
  opening: number,
  inflow: Inflow = inflowOf(hot.turbine, hot.exhaust.gas, given.temperature, given.shaftRpm),
): TurbineState {
  const { gas } = hot.exhaust;
  const expansion = expansionAt(inflow, ratio);
  const work = expansion.work * hot.pulse;
  const behind = expandedTemperature(gas, given.temperature, work);
  const share = given.flow > 0 ? Math.min(1, flow / given.flow) : 1;
  return {
    ratio,
    inlet: { pressure: ratio * given.outletPressure, temperature: given.temperature },
    outlet: { pressure: given.outletPressure, temperature: behind },
    mixed: share > 0.9999 ? behind : expandedTemperature(gas, given.temperature, share * work),
    port: given.port,
    flow,
    gateFlow: given.flow - flow,
    opening,
    expansion,
    power: turbinePower.fn({
      flow,
      efficiency: expansion.efficiency,
      ideal: expansion.ideal,
      pulse: hot.pulse,
      mechanical: hot.mechanical,
    }),
  };
}

/**
 * Every bit of exhaust through turbine and gate at a fixed opening: what the turbine gives then.
 * Out: null if not even the highest expansion passes the flow. Never throws within the gas data.
 */
export function atOpening(hot: TurbineSide, given: Given, opening: number): TurbineState | null {
  const target = (given.flow * Math.sqrt(given.temperature)) / given.outletPressure;
  const y = whereRising(
    (x) => {
      const ratio = ratioOf(x);
      return ratio * passes(hot, ratio, opening);
    },
    target,
    y0(given),
    MOST,
    1.2,
  );
  if (y === null) return null;
  const ratio = ratioOf(y);
  const share = turbineReduced(hot, ratio, opening) / passes(hot, ratio, opening) || 1;
  return stateAt(hot, given, ratio, given.flow * share, opening);
}

const turbineReduced = (hot: TurbineSide, ratio: number, opening: number) =>
  hot.turbine.reduced(ratio) * vaneShare(hot.gate, opening);

/**
 * The turbine gives a power, W at the compressor of one shaft: what expansion and opening that takes. `opening` below 0:
 * all the exhaust is not enough; above 1: the wide-open gate still sends too much through the wheel.
 * Out: null if no expansion up to the highest gives that power.
 */
export function atPower(hot: TurbineSide, given: Given, power: number): TurbineState | null {
  const { turbine, gate, exhaust, pulse, mechanical } = hot;
  const root = Math.sqrt(given.temperature);
  const p4 = given.outletPressure;
  const perWork = pulse * mechanical;
  const inflow = inflowOf(turbine, exhaust.gas, given.temperature, given.shaftRpm);
  const wheelFlow = (ratio: number) =>
    gate.kind === 'vanes' ? given.flow : (turbine.reduced(ratio) * ratio * p4) / root;
  const y = whereRising(
    (x) => {
      const ratio = ratioOf(x);
      return wheelFlow(ratio) * workOf(inflow, ratio) * perWork;
    },
    power,
    y0(given),
    MOST,
    2.5,
  );
  if (y === null) return null;
  const ratio = ratioOf(y);
  const flow = wheelFlow(ratio);
  return stateAt(hot, given, ratio, flow, openingFor(hot, given, ratio, flow), inflow);
}

function openingFor(
  { turbine, gate, exhaust }: TurbineSide,
  given: Given,
  ratio: number,
  flow: number,
): number {
  const toReduced = Math.sqrt(given.temperature) / (ratio * given.outletPressure);
  if (gate.kind === 'vanes') {
    const share = (given.flow * toReduced) / turbine.reduced(ratio);
    return (share - gate.closed) / Math.max(1e-9, gate.open - gate.closed);
  }
  const over = given.flow - flow;
  if (gate.kind === 'none') return over > 0 ? 1 + over / given.flow : over / given.flow;
  return (over * toReduced) / gateReduced(gate.area, exhaust.gas, exhaust.gamma, ratio);
}

/** Pressure behind the turbine with the whole engine's exhaust in the pipes, Pa. In: kg/s, K. */
export const tailPressure = ({ tail, ambient }: TurbineSide, flow: number, temperature: number): number =>
  tail.reduceRight((pressure, loss) => inletPressure(loss, pressure, temperature, flow), ambient);

/** Pressure at the exhaust ports, Pa. In: turbine inlet Pa and K, the whole engine's exhaust kg/s. */
export const portPressure = (
  { manifold }: TurbineSide,
  inlet: number,
  temperature: number,
  flow: number,
): number =>
  manifold.reduceRight((pressure, loss) => inletPressure(loss, pressure, temperature, flow), inlet);
