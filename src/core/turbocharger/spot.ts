import { isentropicTemperature, enthalpy, type Gas } from '../air/gas-properties';
import { reason, type Reason } from '../working/range';

/** What gauges showed at one engine speed. Pressures Pa absolute, K, rev/min; what was not read is left out. */
export type Reading = {
  manifold?: number;
  compressorOutlet?: number;
  turbineInlet?: number;
  turbineOutlet?: number;
  compressorOutletTemperature?: number;
  chargeTemperature?: number;
  turbineInletTemperature?: number;
  shaftRpm?: number;
};

/** What the forecast says at the same speed and manifold pressure: the same figures, and what they rest on. */
export type Expected = Required<Omit<Reading, 'manifold'>> & {
  manifold: number;
  ambient: number;
  inlet: { pressure: number; temperature: number };
  coolant: number | null;
  compressorEfficiency: number;
  coolerEffectiveness: number | null;
  air: Gas;
};

export type SpotKey =
  | 'compressor-efficiency'
  | 'cooler-effectiveness'
  | 'charge-drop'
  | 'back-ratio'
  | 'back-gauge'
  | 'tail-pressure'
  | 'inlet-temperature'
  | 'shaft';

/** A figure that follows from readings beside the forecast's. `sigma`: how many times its own uncertainty they differ by. */
export type Implied = {
  key: SpotKey;
  value: number;
  expected: number | null;
  /** One standard deviation of the implied value, from the readings' own. */
  spread: number;
  sigma: number;
};

export type Sure = 'clearly' | 'probably';
export type Diagnosis = {
  implied: Implied[];
  findings: { reason: Reason; sure: Sure }[];
  contradictions: Reason[];
};

/** One standard deviation of a workshop's gauge: pressure Pa, temperature K, shaft speed as a share (from memory). */
const GAUGE = { pressure: 1_500, temperature: 3, exhaust: 10, shaft: 0.01 };

/** Isentropic efficiency of a compressor from its two states. Shares; may lie over 1, which is a contradiction. */
export function efficiencyFrom(air: Gas, inlet: number, ratio: number, outlet: number): number {
  const ideal = isentropicTemperature(air, inlet, ratio);
  return (enthalpy(air, ideal) - enthalpy(air, inlet)) / (enthalpy(air, outlet) - enthalpy(air, inlet));
}

/** The spread of a figure from those of its readings, by differences. */
function spreadOf(fn: (x: number[]) => number, at: number[], by: number[]): number {
  const value = fn(at);
  return Math.hypot(...at.map((_, i) => fn(at.map((v, j) => (j === i ? v + by[i]! : v))) - value));
}

/** A forecast's own uncertainty of each figure: shares of the value (our judgement). */
const FORECAST: Record<SpotKey, number> = {
  'compressor-efficiency': 0.02,
  'cooler-effectiveness': 0.05,
  'charge-drop': 0.3,
  'back-ratio': 0.06,
  'back-gauge': 0.1,
  'tail-pressure': 0.02,
  'inlet-temperature': 0.03,
  shaft: 0.02,
};

function implied(
  key: SpotKey,
  fn: (x: number[]) => number,
  at: number[],
  by: number[],
  expected: number | null,
): Implied {
  const value = fn(at);
  const spread = spreadOf(fn, at, by);
  const own = expected === null ? 0 : Math.abs(expected) * FORECAST[key];
  return {
    key,
    value,
    expected,
    spread,
    sigma: expected === null ? 0 : (value - expected) / Math.hypot(spread, own),
  };
}

/** How sure a difference is: over three standard deviations, over two, or not worth a word. */
const sureOf = (sigma: number): Sure | null =>
  Math.abs(sigma) > 3 ? 'clearly' : Math.abs(sigma) > 2 ? 'probably' : null;

function contradictionsOf(r: Reading, e: Expected): Reason[] {
  const said: Reason[] = [];
  const outlet = r.compressorOutlet;
  if (r.manifold !== undefined && outlet !== undefined && r.manifold > outlet + 2 * GAUGE.pressure)
    said.push(
      reason('spot-manifold-over-outlet', {
        manifold: [r.manifold, 'pressure'],
        outlet: [outlet, 'pressure'],
      }),
    );
  if (
    r.turbineOutlet !== undefined &&
    r.turbineInlet !== undefined &&
    r.turbineOutlet > r.turbineInlet + 2 * GAUGE.pressure
  )
    said.push(
      reason('spot-turbine-backwards', {
        inlet: [r.turbineInlet, 'pressure'],
        outlet: [r.turbineOutlet, 'pressure'],
      }),
    );
  if (
    r.chargeTemperature !== undefined &&
    r.compressorOutletTemperature !== undefined &&
    r.chargeTemperature > r.compressorOutletTemperature + 2 * GAUGE.temperature
  )
    said.push(
      reason('spot-charge-hotter', {
        charge: [r.chargeTemperature, 'temperature'],
        outlet: [r.compressorOutletTemperature, 'temperature'],
      }),
    );
  if (
    r.chargeTemperature !== undefined &&
    e.coolant !== null &&
    r.chargeTemperature < e.coolant - 2 * GAUGE.temperature
  )
    said.push(
      reason('spot-charge-under-coolant', {
        charge: [r.chargeTemperature, 'temperature'],
        coolant: [e.coolant, 'temperature'],
      }),
    );
  const pressure = outlet ?? r.manifold;
  if (r.compressorOutletTemperature !== undefined && pressure !== undefined) {
    const ratio = pressure / e.inlet.pressure;
    if (r.compressorOutletTemperature <= e.inlet.temperature && ratio > 1.05)
      said.push(
        reason('spot-no-heat', {
          outlet: [r.compressorOutletTemperature, 'temperature'],
          inlet: [e.inlet.temperature, 'temperature'],
        }),
      );
    else if (ratio > 1.05) {
      const efficiency = efficiencyFrom(e.air, e.inlet.temperature, ratio, r.compressorOutletTemperature);
      const least = isentropicTemperature(e.air, e.inlet.temperature, ratio);
      if (efficiency > 1)
        said.push(
          reason('spot-colder-than-ideal', {
            outlet: [r.compressorOutletTemperature, 'temperature'],
            ratio: [ratio, 'ratio'],
            least: [least, 'temperature'],
          }),
        );
    }
  }
  return said;
}

/**
 * Readings of one moment against the forecast for the same speed and manifold pressure. In: readings and forecast, SI.
 * Out: what follows from the readings, findings with how sure they are, and readings that contradict each other: then
 * nothing is concluded from those. Never throws for finite readings within the gas data. Source: definitions of the
 * efficiencies; spreads by ISO/IEC Guide 98-3 first order; gauges and limits common practice, no source.
 */
export function diagnose(r: Reading, e: Expected): Diagnosis {
  const contradictions = contradictionsOf(r, e);
  const found: Implied[] = [];
  const is = (code: string) => contradictions.some((c) => c.code === code);
  const outlet = r.compressorOutlet;
  const forEfficiency = outlet ?? r.manifold;
  const t2 = r.compressorOutletTemperature;
  const heatOk = !is('spot-no-heat') && !is('spot-colder-than-ideal') && !is('spot-charge-hotter');
  if (t2 !== undefined && forEfficiency !== undefined && heatOk && forEfficiency / e.inlet.pressure > 1.15)
    found.push(
      implied(
        'compressor-efficiency',
        ([p, t]) => efficiencyFrom(e.air, e.inlet.temperature, p! / e.inlet.pressure, t!),
        [forEfficiency, t2],
        [outlet === undefined ? 4_000 : GAUGE.pressure, GAUGE.temperature],
        e.compressorEfficiency,
      ),
    );
  const coolant = e.coolant;
  if (
    t2 !== undefined &&
    r.chargeTemperature !== undefined &&
    coolant !== null &&
    heatOk &&
    t2 - coolant > 15
  )
    found.push(
      implied(
        'cooler-effectiveness',
        ([hot, cold]) => (hot! - cold!) / (hot! - coolant),
        [t2, r.chargeTemperature],
        [GAUGE.temperature, GAUGE.temperature],
        e.coolerEffectiveness,
      ),
    );
  if (outlet !== undefined && r.manifold !== undefined && !is('spot-manifold-over-outlet'))
    found.push(
      implied(
        'charge-drop',
        ([a, b]) => a! - b!,
        [outlet, r.manifold],
        [GAUGE.pressure, GAUGE.pressure],
        e.compressorOutlet - e.manifold,
      ),
    );
  if (r.turbineInlet !== undefined && r.manifold !== undefined && !is('spot-turbine-backwards')) {
    const by = [2 * GAUGE.pressure, GAUGE.pressure];
    found.push(
      implied(
        'back-ratio',
        ([a, b]) => a! / b!,
        [r.turbineInlet, r.manifold],
        by,
        e.turbineInlet / e.manifold,
      ),
    );
    if (r.manifold - e.ambient > 15_000)
      found.push(
        implied(
          'back-gauge',
          ([a, b]) => (a! - e.ambient) / (b! - e.ambient),
          [r.turbineInlet, r.manifold],
          by,
          (e.turbineInlet - e.ambient) / (e.manifold - e.ambient),
        ),
      );
  }
  if (r.turbineOutlet !== undefined && !is('spot-turbine-backwards'))
    found.push(implied('tail-pressure', ([a]) => a!, [r.turbineOutlet], [GAUGE.pressure], e.turbineOutlet));
  if (r.turbineInletTemperature !== undefined)
    found.push(
      implied(
        'inlet-temperature',
        ([a]) => a!,
        [r.turbineInletTemperature],
        [GAUGE.exhaust],
        e.turbineInletTemperature,
      ),
    );
  if (r.shaftRpm !== undefined)
    found.push(implied('shaft', ([a]) => a!, [r.shaftRpm], [GAUGE.shaft * r.shaftRpm], e.shaftRpm));
  return { implied: found, contradictions, findings: findingsOf(found, r) };
}

/** Back pressure by gauge over this is a blocked exhaust, whatever the forecast (common practice, no source). */
const BLOCKED = 2.6;

function findingsOf(found: Implied[], r: Reading): Diagnosis['findings'] {
  const at = (key: SpotKey) => found.find((f) => f.key === key);
  const said: Diagnosis['findings'] = [];
  const add = (sure: Sure | null, why: Reason) => sure && said.push({ reason: why, sure });
  const efficiency = at('compressor-efficiency');
  if (efficiency && efficiency.sigma < 0)
    add(
      sureOf(efficiency.sigma),
      reason('spot-efficiency-low', {
        efficiency: [efficiency.value, 'share'],
        expected: [efficiency.expected ?? 0, 'share'],
      }),
    );
  const cooler = at('cooler-effectiveness');
  if (cooler && cooler.sigma < 0)
    add(
      sureOf(cooler.sigma),
      reason('spot-cooler-weak', {
        effectiveness: [cooler.value, 'share'],
        expected: [cooler.expected ?? 0, 'share'],
      }),
    );
  const drop = at('charge-drop');
  if (drop && drop.sigma > 0)
    add(
      sureOf(drop.sigma),
      reason('spot-charge-restricted', {
        drop: [drop.value, 'pressureDrop'],
        expected: [drop.expected ?? 0, 'pressureDrop'],
      }),
    );
  const back = at('back-ratio');
  const gauge = at('back-gauge');
  const tail = at('tail-pressure');
  const isHigh = back && sureOf(back.sigma) && back.sigma > 0;
  if (isHigh) {
    const figures: Parameters<typeof reason>[1] = {
      ratio: [back.value, 'ratio'],
      expected: [back.expected ?? 0, 'ratio'],
      inlet: [r.turbineInlet ?? 0, 'pressure'],
    };
    // High after the turbine too: the exhaust system. Normal there: housing, gate or wheel.
    if (!tail) add(sureOf(back.sigma), reason('spot-back-high', figures));
    else if (sureOf(tail.sigma) && tail.sigma > 0)
      add(
        sureOf(Math.min(back.sigma, tail.sigma)),
        reason('spot-exhaust-blocked', { ...figures, outlet: [tail.value, 'pressure'] }),
      );
    else
      add(
        sureOf(back.sigma),
        reason('spot-hot-side-tight', { ...figures, outlet: [tail.value, 'pressure'] }),
      );
  } else if (back && back.sigma < 0 && sureOf(back.sigma))
    add(
      sureOf(back.sigma),
      reason('spot-back-low', { ratio: [back.value, 'ratio'], expected: [back.expected ?? 0, 'ratio'] }),
    );
  else if (tail && sureOf(tail.sigma) && tail.sigma > 0)
    add(
      sureOf(tail.sigma),
      reason('spot-tail-high', {
        outlet: [tail.value, 'pressure'],
        expected: [tail.expected ?? 0, 'pressure'],
      }),
    );
  if (gauge && gauge.value > BLOCKED)
    add(
      'clearly',
      reason('spot-back-alarm', { gauge: [gauge.value, 'ratio'], ratio: [back?.value ?? 0, 'ratio'] }),
    );
  const shaft = at('shaft');
  if (shaft && shaft.sigma > 0) {
    const isWeak = efficiency && sureOf(efficiency.sigma) && efficiency.sigma < 0;
    // Faster than this boost takes with this air: air is going elsewhere, unless the wheel itself does poor work.
    add(
      sureOf(shaft.sigma),
      reason(isWeak ? 'spot-shaft-fast-weak' : 'spot-leak', {
        speed: [shaft.value, 'shaftSpeed'],
        expected: [shaft.expected ?? 0, 'shaftSpeed'],
      }),
    );
  }
  const hot = at('inlet-temperature');
  if (hot)
    add(
      sureOf(hot.sigma),
      reason(hot.sigma > 0 ? 'spot-exhaust-hot' : 'spot-exhaust-cool', {
        temperature: [hot.value, 'temperature'],
        expected: [hot.expected ?? 0, 'temperature'],
      }),
    );
  return said;
}
