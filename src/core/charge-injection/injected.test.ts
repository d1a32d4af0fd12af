import fc from 'fast-check';
import { guess } from '../documents/input';
import { compileChargeInjection, openAt, type ChargeInjection } from './compile';
import {
  heatLeft,
  injectedAt,
  injectedMass,
  mixedTemperature,
  nitrousAir,
  nitrousAt,
  sprayAt,
} from './injected';
import { nitrousBottle, nitrousOxide, sprayLiquids, ZERO } from './liquids';
import { chargeInjectionSchema } from './schema';
import { usualNitrous, usualSpray } from './usual';

const celsius = (value: number) => value + 273.15;
const SEA_LEVEL = 101_325;

describe('the liquids', () => {
  it('water and methanol boil where they do, and methanol has its pressure at 25 °C', () => {
    // Handbook, from memory: 100 °C, 64.7 °C, 127 mmHg.
    expect(sprayLiquids.water.vapourPressure(celsius(100)) / SEA_LEVEL).toBeCloseTo(1, 2);
    // Antoine's equation is a fit: within 1 % at the boiling point.
    expect(Math.abs(sprayLiquids.methanol.vapourPressure(celsius(64.7)) / SEA_LEVEL - 1)).toBeLessThan(0.01);
    expect(sprayLiquids.methanol.vapourPressure(celsius(25)) / 133.322).toBeCloseTo(127, 0);
  });
  it.each([
    // ESDU 91022, table of the saturated state, from memory: °C, bar, kg/m³.
    [-20, 18.01, 995.4],
    [0, 31.27, 907.4],
    [20, 50.6, 786.6],
    [30, 63.15, 688],
  ])('a bottle at %d °C stands at %d bar, its liquid at %d kg/m³', (temperature, bar, density) => {
    const bottle = nitrousBottle(celsius(temperature));
    expect(bottle.pressure / 1e5 / bar).toBeCloseTo(1, 2);
    expect(bottle.density / density).toBeCloseTo(1, 2);
  });
  it('nitrous oxide carries a half more oxygen than air, by their formulas', () => {
    const oxygen = 15.999;
    const air = (2 * 0.2095 * oxygen) / 28.9647;
    expect(oxygen / (2 * 14.007 + oxygen) / air).toBeCloseTo(nitrousOxide.airPerMass, 2);
  });
});

const laidOutFor = {
  fuelFlow: 0.03,
  dryFlow: 0.3,
  boostGauge: 100_000,
  redLineRpm: 7_000,
  ambient: celsius(20),
  isSpark: true,
};
/** A spray of water or methanol without a ramp, so much a second at any boost, m³/s. */
function sprayOf(flow: number, methanol: number, evaporated = 1, temperature = celsius(20)): ChargeInjection {
  const spray = usualSpray(laidOutFor);
  spray.methanol = guess(methanol);
  spray.evaporated = guess(evaporated);
  spray.temperature = guess(temperature);
  spray.stages = [{ nozzles: guess(1), flow: guess(flow), fromRpm: guess(0) }];
  spray.pumpGauge = { ...spray.ratedPressure };
  return compileChargeInjection(chargeInjectionSchema.parse({ spray }))!;
}
/** Mixed with a flow of air, at no boost. */
function mix(injection: ChargeInjection, cooled: number, flow = 0.3, pressure = SEA_LEVEL) {
  const air = { flow, pressure };
  const injected = injectedAt(injection, { ...air, speedRpm: 6_000, gauge: 0, temperature: cooled });
  const temperature = mixedTemperature(injection, injected, air, cooled);
  return { injected, temperature };
}

/** Water in saturated air by mass, and the wet bulb of dry air (ASHRAE Handbook, Fundamentals 2017, ch. 1, eqs. 20 and 33). */
function wetBulb(dryBulb: number): number {
  const saturated = (t: number) => {
    const vapour = sprayLiquids.water.vapourPressure(celsius(t));
    return (0.621945 * vapour) / (SEA_LEVEL - vapour);
  };
  const left = (t: number) => (2_501 - 2.326 * t) * saturated(t) - 1.006 * (dryBulb - t);
  let [low, high] = [-5, dryBulb];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (left(middle) > 0) high = middle;
    else low = middle;
  }
  return low;
}

describe('the charge behind a spray', () => {
  it.each([30, 45, 60, 90])(
    'more water than dry air of %d °C takes up brings it to its wet bulb',
    (dryBulb) => {
      const expected = wetBulb(dryBulb);
      const { temperature, injected } = mix(sprayOf(3e-5, 0, 1, celsius(expected)), celsius(dryBulb));
      expect(temperature - 273.15).toBeCloseTo(expected, 0);
      expect(injected.isSaturated).toBe(true);
    },
  );
  it('a little water takes its latent heat from the air, by hand', () => {
    // 1 g/s into 0.3 kg/s of air at 80 °C: 1 · 2,442 / (0.3 · 1.006) = 8.1 K, and a little for warming the vapour.
    const { temperature, injected } = mix(sprayOf(1e-6, 0, 1, celsius(25)), celsius(80));
    expect(celsius(80) - temperature).toBeGreaterThan(8);
    expect(celsius(80) - temperature).toBeLessThan(8.7);
    expect(injected.isSaturated).toBe(false);
  });
  it('what does not evaporate before the valve cools the cylinder instead', () => {
    const { injected } = mix(sprayOf(5e-6, 0.5, 0.4), celsius(60));
    const { water, methanol } = sprayLiquids;
    const left = 0.6 * (injected.water * water.latentHeat + injected.methanol * methanol.latentHeat);
    expect(heatLeft(injected) / left).toBeCloseTo(1, 9);
  });

  const draws = fc.record({
    flow: fc.double({ min: 1.3e-7, max: 4e-5, noNaN: true }),
    methanol: fc.double({ min: 0, max: 1, noNaN: true }),
    evaporated: fc.double({ min: 0, max: 1, noNaN: true }),
    cooled: fc.double({ min: celsius(-10), max: celsius(180), noNaN: true }),
    pressure: fc.double({ min: 60_000, max: 400_000, noNaN: true }),
  });
  it('heat is kept: what the air gives is what the liquids take', () => {
    fc.assert(
      fc.property(draws, ({ flow, methanol, evaporated, cooled, pressure }) => {
        const { injected, temperature } = mix(sprayOf(flow, methanol, evaporated), cooled, 0.3, pressure);
        let taken = 0;
        for (const name of ['water', 'methanol'] as const) {
          const { latentHeat, liquidHeat, vapourHeat } = sprayLiquids[name];
          const gas = injected.evaporated[name];
          taken +=
            gas * (liquidHeat * (ZERO - celsius(20)) + latentHeat + vapourHeat * (temperature - ZERO)) +
            (injected[name] - gas) * liquidHeat * (temperature - celsius(20));
        }
        const given = 0.3 * 1_006 * (cooled - temperature);
        expect(Math.abs(given - taken)).toBeLessThan(1e-3 * Math.abs(taken) + 1);
      }),
    );
  });
  it('more of it never leaves the charge hotter than the liquid and the air would, and evaporates no more than the share', () => {
    fc.assert(
      fc.property(draws, ({ flow, methanol, evaporated, cooled, pressure }) => {
        const less = mix(sprayOf(flow, methanol, evaporated), cooled, 0.3, pressure);
        const more = mix(sprayOf(Math.min(1e-4, flow * 1.3), methanol, evaporated), cooled, 0.3, pressure);
        if (cooled > celsius(20)) expect(more.temperature).toBeLessThan(less.temperature + 1e-5);
        for (const name of ['water', 'methanol'] as const)
          expect(less.injected.evaporated[name]).toBeLessThanOrEqual(
            evaporated * less.injected[name] + 1e-12,
          );
      }),
    );
  });
  it('the temperature has no step over the flow', () => {
    let last = NaN;
    for (let flow = 1e-7; flow < 3e-5; flow += 1e-7) {
      const { temperature } = mix(sprayOf(flow, 0.5, 0.8), celsius(70));
      if (!Number.isNaN(last)) expect(Math.abs(temperature - last)).toBeLessThan(0.6);
      last = temperature;
    }
  });
});

describe('nozzles and jets', () => {
  const whole = compileChargeInjection(
    chargeInjectionSchema.parse({ spray: usualSpray(laidOutFor), nitrous: usualNitrous(laidOutFor) }),
  )!;
  it('flow goes with the root of the pressure across the nozzle, and boost counts against the pump', () => {
    const { injection } = { injection: sprayOf(5e-6, 0.5) };
    const spray = injection.spray!;
    expect(sprayAt(spray, 6_000, 0)).toBeCloseTo(5e-6, 12);
    const half = { ...spray, pumpGauge: 0.25 * spray.ratedPressure };
    expect(sprayAt(half, 6_000, 0) / 5e-6).toBeCloseTo(0.5, 9);
    expect(sprayAt(spray, 6_000, spray.pumpGauge + 1)).toBe(0);
  });
  it('a stage is let in from its speed on, and in proportion to boost; a switch comes in over a little boost', () => {
    const [stage] = whole.spray!.stages;
    expect(openAt(stage!, stage!.fromRpm - 1, 200_000)).toBe(0);
    const { from, to } = stage!.ramp!;
    expect([from, to]).toEqual([50_000, 90_000]);
    expect(openAt(stage!, stage!.fromRpm, (from + to) / 2)).toBeCloseTo(0.5, 9);
    const switched = usualSpray(laidOutFor);
    switched.stages[0]!.fullGauge = { ...switched.stages[0]!.startsGauge! };
    const { ramp } = compileChargeInjection({ spray: switched })!.spray!.stages[0]!;
    expect(ramp!.to - ramp!.from).toBe(10_000);
  });
  it('a bottle as warm as the jets were chosen for brings what is stated, a cold one less, a hot one more', () => {
    const { nitrous } = whole;
    const at = (bottle: number) =>
      nitrousAt({ ...nitrous!, bottle }, 6_000, { pressure: SEA_LEVEL, gauge: 0 });
    expect(at(nitrous!.chosenAt)).toBeCloseTo(nitrous!.stages[0]!.flow, 12);
    expect(at(celsius(5)) / at(celsius(20))).toBeLessThan(0.9);
    expect(at(celsius(30))).toBeGreaterThan(at(celsius(20)));
  });
  it('nitrous oxide cools the charge by some 30 K, takes the place of air and brings oxygen for more', () => {
    const injection: ChargeInjection = { spray: null, nitrous: whole.nitrous };
    const { injected, temperature } = mix(injection, celsius(60));
    // 0.023 kg/s at 255 kJ/kg into 0.3 kg/s of air: 19 K, by hand.
    expect(celsius(60) - temperature).toBeGreaterThan(17);
    expect(celsius(60) - temperature).toBeLessThan(23);
    expect(injected.displaced / injected.nitrous).toBeCloseTo(28.9647 / 44.013, 3);
    expect(nitrousAir(injected)).toBeGreaterThan(2 * injected.displaced);
    expect(injectedMass(injected)).toBe(injected.nitrous);
  });
  it('nothing laid out is nothing', () => {
    expect(compileChargeInjection(undefined)).toBeNull();
    expect(compileChargeInjection({})).toBeNull();
  });
});
