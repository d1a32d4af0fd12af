import { given, guess } from '../documents/input';
import type { FuelSystemDocument, PumpDocument } from './schema';

const LITRE_HOUR = 1e-3 / 3_600;
const BAR = 1e5;

/** Shape of a usual electric in-tank pump over its pressure: share of its free flow, and its current, A. From memory. */
const SHAPE = [
  [0, 1, 4],
  [200_000, 0.93, 6],
  [400_000, 0.83, 8.5],
  [600_000, 0.69, 11],
  [800_000, 0.49, 13.5],
] as const;
const FREE_TURNS = 6_000;

/** A pump of the usual shape. In: free flow, m³/s; rated voltage. */
export const usualPump = (free: number, voltage: number): PumpDocument => ({
  points: SHAPE.map(([pressure, share, current]) => ({
    pressure,
    flow: Number((free * share).toPrecision(4)),
    current: Number(((current * 13.5) / voltage).toPrecision(3)),
  })),
  ratedVoltage: guess(voltage),
  ratedRpm: guess(FREE_TURNS),
});

type Engine = { cylinders: number; ignition: 'spark' | 'compression'; isHeavy: boolean };

/**
 * A fuel system to start from, as a shop would lay one out before parts are chosen: port injection at 3 bar over the manifold
 * with a return for spark, common rail for diesel. All of it guesses. In: cylinders, what lights the charge, whether the
 * board has 24 V; fuel at the peak, m³/s. Source: common practice, no source.
 */
export function usualFuelSystem(
  { cylinders, ignition, isHeavy }: Engine,
  demand: number,
): FuelSystemDocument {
  const isDiesel = ignition === 'compression';
  const voltage = isHeavy ? 27 : 13.5;
  // What a pump must bring against the rail, with the room of the trade.
  const free = demand * 1.75;
  const each = demand / cylinders;
  return {
    injection: isDiesel ? 'direct' : 'port',
    injectors: {
      count: given(cylinders, 'reported'),
      flow: guess(Number((isDiesel ? 14 * each : 1.3 * each).toPrecision(2))),
      ratedPressure: given(isDiesel ? 100 * BAR : 3 * BAR, 'maker'),
      leastPulse: guess(isDiesel ? 0.2e-3 : 0.7e-3),
    },
    shots: 1,
    mostDuty: guess(0.85),
    direct: {
      window: guess(((isDiesel ? 32 : 160) * Math.PI) / 180),
      railPressure: guess(isDiesel ? 1_600 * BAR : 200 * BAR),
      pumpPerTurn: guess(Number(((demand / 25) * 1.6).toPrecision(2))),
    },
    basePressure: guess(3 * BAR),
    regulator: {
      kind: isDiesel ? 'fixed' : 'referenced',
      layout: 'return',
      slope: guess(Number(((0.15 * BAR) / (200 * LITRE_HOUR)).toPrecision(2))),
    },
    pumps: {
      arrangement: 'one',
      drive: 'electric',
      first: usualPump(free, voltage),
      second: 'always',
      onGauge: guess(0.5 * BAR),
    },
    battery: guess(voltage),
    wiring: guess(0.05),
    filters: { pressure: { drop: guess(0.1 * BAR), flow: guess(300 * LITRE_HOUR), clogged: guess(1) } },
    feed: { bore: guess(0.008), length: guess(4), bends: guess(4) },
    back: { bore: guess(0.008), length: guess(4), bends: guess(4) },
    rails: { kind: 'one', bore: guess(0.012), length: guess(0.1 * cylinders) },
    temperature: guess(303.15),
  };
}
