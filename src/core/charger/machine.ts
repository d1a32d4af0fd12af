import { STANDARD_AIR } from '../air/standard-atmosphere';
import { correctedFlow, shaftSpeed } from '../compressor/formulas';
import { efficiencyAt, findOnMap, type MapPoint } from '../compressor/lookup';
import type { CompiledMap } from '../compressor/map';
import type { ChargedAir } from './charged-air';

/**
 * What compresses the air of a charger, whatever drives it. The flow asked and the pressure ratio are given; the machine
 * says how well it does that and how fast it has to turn. SI; speeds of its own shaft, rev/min; flows of one machine.
 */
export interface Machine {
  name: string;
  /** Its measured map, where it has one. */
  map: CompiledMap | null;
  maxSpeedRpm: number;
  /** The hottest air it bears behind it, K; null where nothing is known. */
  maxOutletTemperature: number | null;
  /** Writes flow and efficiency at a ratio into the air. In: kg/s; p2/p1; the efficiency where it is not known. */
  read(air: ChargedAir, massFlow: number, ratio: number, guess: number): void;
  /** The speed it needs for what was read last. */
  shaftRpm(air: ChargedAir): number;
  /** About the ratio that another speed would give against the same engine; exact where the speeds are equal. */
  ratioAtSpeed(air: ChargedAir, shaftRpm: number, wanted: number): number;
  /** Whether it stands so far beyond its greatest flow that nothing is known of it. */
  isPastChoke(air: ChargedAir): boolean;
  /** Its whole place on the map with margins; null for a machine without one. In: the most its shaft may turn. */
  locate(air: ChargedAir, limitRpm: number): MapPoint | null;
}

/** Below this ratio a map gives no efficiency: the one it gives there is carried down to a wheel that only lets air pass. */
const LEAST_MAPPED = 1.0055;
/** Least rise of pressure that counts: a shaft that stands still makes none. */
const LEAST_RISE = 1e-6;
/** Flow over the choke edge's at the same ratio from which nothing is said any more: no line of a map reaches there. */
const BEYOND_CHOKE = 1.6;
/** Below this ratio the edge of a map is similarity's, not a measured one. */
const EDGE_KNOWN = 1.2;

/** The flow of one machine, corrected to a reference, written into the air. */
export function correct(air: ChargedAir, massFlow: number, reference = STANDARD_AIR): void {
  air.correctedFlow = correctedFlow.fn({
    massFlow,
    temperature: air.inlet.temperature,
    pressure: air.inlet.pressure,
    referenceTemperature: reference.temperature,
    referencePressure: reference.pressure,
  });
}

/** A centrifugal compressor by its map. In: the compiled map; its name. Source: similarity of turbomachines at equal Mach numbers. */
export const compressorMachine = (map: CompiledMap, name: string): Machine => ({
  name,
  map,
  maxSpeedRpm: map.maxSpeedRpm,
  maxOutletTemperature: null,
  read(air, massFlow, ratio, guess) {
    correct(air, massFlow, map.reference);
    // Carried down without a step: a jump of the efficiency would leave balances without an answer.
    const mapped = ratio > LEAST_MAPPED ? ratio : LEAST_MAPPED;
    air.place = efficiencyAt(map, air.correctedFlow, mapped, air.place ?? undefined);
    const known = air.place?.efficiency;
    air.efficiency =
      known === undefined
        ? { value: guess, origin: 'guess' }
        : { value: known, origin: air.place?.status === 'inside' ? 'map' : 'estimated' };
  },
  // Where the map gives no speed, similarity carries the one of its lowest ratio down to a shaft that stands still.
  shaftRpm({ place, correctedFlow: flow, outlet: { ratio }, inlet }) {
    const known = place ?? efficiencyAt(map, flow, LEAST_MAPPED);
    const scale = ratio >= LEAST_MAPPED ? 1 : Math.sqrt(Math.max(LEAST_RISE, ratio - 1) / (LEAST_MAPPED - 1));
    return shaftSpeed.fn({
      correctedSpeed: (known?.speed ?? map.speeds[0]!) * scale,
      temperature: inlet.temperature,
      referenceTemperature: map.reference.temperature,
    });
  },
  ratioAtSpeed: ({ outlet: { ratio } }, shaftRpm, wanted) =>
    1 + Math.max(LEAST_RISE, ratio - 1) * (wanted / shaftRpm) ** 2,
  isPastChoke: ({ place, correctedFlow: flow, outlet: { ratio } }) =>
    place?.status === 'choke' &&
    ratio > EDGE_KNOWN &&
    flow > BEYOND_CHOKE * map.choke.at(Math.min(ratio, map.choke.highest)),
  locate: (air, limitRpm) =>
    findOnMap(map, air.correctedFlow, air.outlet.ratio, {
      limitRpm: limitRpm * Math.sqrt(map.reference.temperature / air.inlet.temperature),
      ...(air.place ? { start: air.place } : {}),
    }),
});
