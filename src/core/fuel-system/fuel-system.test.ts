import fc from 'fast-check';
import Qty from 'js-quantities';
import { given } from '../documents/input';
import { fuels } from '../fuel/fuels';
import { liquidAt } from '../fuel/liquid';
import { scaledDuty, smoothFriction } from './formulas';
import { injectionAt, neededFlow } from './injection';
import { deadTimeAt, deadTimeOf, openFlow, type InjectorSet } from './injectors';
import { compilePumps, deliveredBy } from './pumps';
import { fuelSystemSchema, type FuelSystemDocument, type PumpDocument } from './schema';
import { capacityAt, compileSupply, lossesAt, solveSupply, type Supply } from './supply';
import { usualFuelSystem } from './usual';

const BAR = 1e5;
const PSI = Qty(1, 'psi').to('Pa').scalar;
const CC = Qty(1, 'cm3/min').to('m3/s').scalar;
const LITRE_HOUR = Qty(1, 'l/h').to('m3/s').scalar;
const POUND_HOUR = Qty(1, 'lb/h').to('kg/s').scalar;
const petrol = liquidAt('petrol-98', 293.15);

const spark = { cylinders: 6, ignition: 'spark', isHeavy: false } as const;
/** A usual system for 200 L/h with what is changed. */
function systemOf(change: Partial<FuelSystemDocument> = {}): FuelSystemDocument {
  return { ...usualFuelSystem(spark, 200 * LITRE_HOUR), ...change };
}
const supplyOf = (change: Partial<FuelSystemDocument> = {}, fuel = petrol): Supply =>
  compileSupply(systemOf(change), fuel);
const pump = (...points: [bar: number, litres: number][]): PumpDocument => ({
  points: points.map(([bar, litres]) => ({ pressure: bar * BAR, flow: litres * LITRE_HOUR, current: 8 })),
  ratedVoltage: given(13.5, 'maker'),
  ratedRpm: given(6_000, 'maker'),
});
const pumps = (change: Partial<FuelSystemDocument['pumps']>): FuelSystemDocument['pumps'] => ({
  ...systemOf().pumps,
  ...change,
});

describe('injectors', () => {
  const set = (cc: number, count = 6): InjectorSet => ({
    count,
    flow: cc * CC,
    ratedPressure: 43.5 * PSI,
    testDensity: null,
    deadTimes: [{ voltage: 14, time: 0 }],
    deadTimeRise: 0,
    isDeadTimeAssumed: false,
    leastPulse: null,
    fromGauge: null,
  });
  /** Duty of a set that feeds a power by a BSFC in lb/h per hp, at 10.5 cc/min per lb/h. */
  const dutyOf = (its: InjectorSet, hp: number, bsfc: number, psi = 43.5): number => {
    const supply: Supply = { ...supplyOf({}, { density: 720, viscosity: 5e-4 }), sets: [its] };
    return injectionAt(supply, {
      speedRpm: 7_000,
      cycle: 'four-stroke',
      massFlow: hp * bsfc * POUND_HOUR,
      manifoldGauge: BAR,
      difference: psi * PSI,
      battery: 14,
    }).duty;
  };

  // Common practice, no source: petrol six, BSFC 0.60, without dead time.
  it.each([
    [560, 450, 0.84],
    [1_050, 800, 0.8],
    [1_300, 1_000, 0.81],
  ])('six of %d cc/min at %d hp stand open %d of the time', (cc, hp, duty) => {
    expect(Math.abs(dutyOf(set(cc), hp, 0.6) - duty)).toBeLessThan(0.005);
  });
  // Common practice, no source: 77 % at 700 hp with 47–48 psi becomes 83–84 % at 730 hp with 44 psi.
  it('duty scales with power and one over the root of the pressure', () => {
    const ratio = dutyOf(set(1_000), 730, 0.6, 44) / dutyOf(set(1_000), 700, 0.6, 47.5);
    const scaled = scaledDuty.fn({
      duty: 0.77,
      power: 730,
      loggedPower: 700,
      loggedDifference: 47.5 * PSI,
      difference: 44 * PSI,
    });
    expect(scaled).toBeCloseTo(0.77 * ratio, 9);
    expect(0.77 * ratio).toBeGreaterThan(0.83);
    expect(0.77 * ratio).toBeLessThan(0.84);
  });
  it('a rating with a named test fluid is a mass to be carried over, one without a volume of the fuel', () => {
    const named = { ...set(550), testDensity: 770 };
    const e85 = liquidAt('e85', 293.15).density;
    expect(openFlow(set(550), 43.5 * PSI, e85) / CC).toBeCloseTo(550, 6);
    expect((openFlow(named, 43.5 * PSI, e85) / CC) ** 2 * e85).toBeCloseTo(550 ** 2 * 770, 3);
    expect(openFlow(named, -1, e85)).toBe(0);
  });
  it('dead time follows its table, and beyond it a power of the voltage', () => {
    const rows = [
      { voltage: 8, time: 2.9e-3 },
      { voltage: 12, time: 1.2e-3 },
      { voltage: 14, time: 0.95e-3 },
    ];
    expect(deadTimeAt(rows, 12)).toBeCloseTo(1.2e-3, 9);
    expect(deadTimeAt(rows, 13)).toBeGreaterThan(0.95e-3);
    expect(deadTimeAt(rows, 13)).toBeLessThan(1.2e-3);
    expect(deadTimeAt(rows, 16)).toBeCloseTo(0.95e-3 * (14 / 16) ** 1.6, 9);
  });
  it('dead time lengthens with the pressure across the injector, from the rated one on', () => {
    const rising = { deadTimes: [{ voltage: 14, time: 1e-3 }], deadTimeRise: 5e-10, ratedPressure: 3e5 };
    // 50 µs for each bar: at 5 bar 0.1 ms more.
    expect(deadTimeOf(rising, 14, 3e5)).toBeCloseTo(1e-3, 12);
    expect(deadTimeOf(rising, 14, 5e5)).toBeCloseTo(1.1e-3, 12);
    expect(deadTimeOf({ ...rising, deadTimeRise: -5e-9 }, 14, 9e5)).toBeCloseTo(1e-4, 12);
  });
  it('the flow that is needed is the one whose duty is the most allowed, port and direct', () => {
    for (const injection of ['port', 'direct'] as const) {
      const supply = { ...supplyOf({ injection }), sets: [set(500)] };
      const given = {
        speedRpm: 6_500,
        cycle: 'four-stroke',
        massFlow: 0.04,
        manifoldGauge: BAR,
        difference: 3 * BAR,
        battery: 13.5,
      } as const;
      const needed = neededFlow(supply, given, set(500), 6)!;
      const { duty, most, share } = injectionAt({ ...supply, sets: [{ ...set(500), flow: needed }] }, given);
      expect(duty).toBeCloseTo(most, 9);
      expect(share).toBeCloseTo(1, 9);
    }
  });
  it('a second set joins at its boost and takes its part', () => {
    const supply = { ...supplyOf(), sets: [set(500), { ...set(500), fromGauge: 0.5 * BAR }] };
    const at = (manifoldGauge: number) =>
      injectionAt(supply, {
        speedRpm: 6_000,
        cycle: 'four-stroke',
        massFlow: 0.03,
        manifoldGauge,
        difference: 3 * BAR,
        battery: 14,
      });
    expect(at(0.6 * BAR).pulse).toBeCloseTo(at(0.4 * BAR).pulse / 2, 9);
    expect([at(0.4 * BAR).second, at(0.6 * BAR).second]).toEqual([false, true]);
  });
});

describe('fuel as a liquid', () => {
  it('E85 takes about 40 % more volume than petrol at equal λ for the same air', () => {
    const volume = (id: 'e85' | 'petrol-98') => 1 / (fuels[id].stoichiometric * liquidAt(id, 288.15).density);
    expect(volume('e85') / volume('petrol-98')).toBeGreaterThan(1.38);
    expect(volume('e85') / volume('petrol-98')).toBeLessThan(1.44);
  });
  // Common practice, no source: 700 hp at the wheels, 15 % drivetrain loss, BSFC 0.80, 0.785 kg/L needs about 381 L/h.
  it('E85 at 700 hp at the wheels: two pumps of 450 L/h hold, one of them is marginal', () => {
    const massFlow = (700 / 0.85) * 0.8 * POUND_HOUR;
    expect(massFlow / 785 / LITRE_HOUR).toBeCloseTo(381, 0);
    const room = (running: number) => {
      const first = pump([0, 520], [3, 480], [5, 450], [8, 380]);
      const supply = supplyOf(
        {
          pumps: pumps({ arrangement: 'parallel', first }),
          feed: {
            bore: given(0.0127, 'measured'),
            length: given(3, 'measured'),
            bends: given(2, 'measured'),
          },
          wiring: given(0, 'measured'),
        },
        { density: 785, viscosity: 1e-3 },
      );
      return (
        capacityAt(supply, { speedRpm: 7_000, manifoldGauge: 1.7 * BAR }, { running }) / (massFlow / 785)
      );
    };
    expect(room(2)).toBeGreaterThan(1.5);
    expect(room(1)).toBeGreaterThan(1);
    expect(room(1)).toBeLessThan(1.2);
  });
});

describe('the supply', () => {
  // Solved by hand the other way round: at a chosen flow both pumps stand at one pressure, and what the line loses is left of it.
  it('two unlike pumps side by side with the loss of a line', () => {
    const supply = supplyOf({
      pumps: pumps({
        arrangement: 'parallel',
        first: pump([0, 300], [10, 100]),
        other: pump([0, 200], [10, 150]),
      }),
      wiring: given(0, 'measured'),
      regulator: { ...systemOf().regulator, slope: given(0, 'measured') },
    });
    // Straight pumps at rated voltage: 500 − 25 L/h for each bar, together.
    const rise = 5;
    const flow = (500 - 25 * rise) * LITRE_HOUR;
    const { filter, feed } = lossesAt(supply, flow);
    const base = rise * BAR - filter - feed;
    const found = capacityAt({ ...supply, basePressure: base }, { speedRpm: 6_000, manifoldGauge: 0 });
    expect(found / flow).toBeCloseTo(1, 6);
  });
  it('one behind the other share the rise at one flow', () => {
    const both = compilePumps({
      ...systemOf(),
      wiring: given(0, 'measured'),
      pumps: pumps({
        arrangement: 'series',
        first: pump([0, 300], [10, 100]),
        other: pump([0, 200], [10, 150]),
      }),
    });
    // Q = 300 − 20 p1 = 200 − 5 p2 with p1 + p2 = 12 bar: 300 − 20 p1 = 140 + 5 p1, p1 = 6.4 bar, Q = 172 L/h.
    expect(deliveredBy(both, 12 * BAR, 6_000, 2) / LITRE_HOUR).toBeCloseTo(172, 3);
  });

  const cases = fc.record({
    boost: fc.double({ min: -0.7, max: 3, noNaN: true }),
    demand: fc.double({ min: 5, max: 600, noNaN: true }),
    base: fc.double({ min: 1, max: 6, noNaN: true }),
    bore: fc.double({ min: 0.005, max: 0.016, noNaN: true }),
    clogged: fc.double({ min: 1, max: 30, noNaN: true }),
    battery: fc.double({ min: 10, max: 16, noNaN: true }),
    arrangement: fc.constantFrom('one', 'parallel', 'series'),
    layout: fc.constantFrom('return', 'returnless'),
    kind: fc.constantFrom('referenced', 'fixed'),
  });
  type Drawn = typeof cases extends fc.Arbitrary<infer T> ? T : never;
  const drawn = ({ base, bore, clogged, battery, arrangement, layout, kind }: Drawn): Supply => {
    const plain = systemOf();
    return supplyOf({
      basePressure: given(base * BAR, 'measured'),
      feed: { ...plain.feed, bore: given(bore, 'measured') },
      filters: { pressure: { ...plain.filters.pressure!, clogged: given(clogged, 'guess') } },
      battery: given(battery, 'measured'),
      pumps: pumps({ arrangement }),
      regulator: { ...plain.regulator, layout, kind },
    });
  };
  it('what the pumps bring is burnt or goes back, at a pressure that is theirs, whatever is asked', () => {
    fc.assert(
      fc.property(cases, (one) => {
        const supply = drawn(one);
        const asked = { speedRpm: 5_000, manifoldGauge: one.boost * BAR };
        const state = solveSupply(supply, {
          ...asked,
          massFlow: one.demand * LITRE_HOUR * petrol.density,
        });
        for (const value of [state.rail, state.pumped, state.back, state.rise, state.starvedShare])
          expect(Number.isFinite(value)).toBe(true);
        expect(state.pumped + state.missing - state.back).toBeCloseTo(state.demand, 9);
        if (state.status !== 'starved')
          expect(deliveredBy(supply.pumps, state.rise, 5_000, state.running) / state.pumped).toBeCloseTo(
            1,
            4,
          );
        // It sags exactly where the most that can be brought is less than what is asked.
        const room = capacityAt(supply, asked) / state.demand;
        if (supply.regulator.isReturn && Math.abs(room - 1) > 0.01)
          expect(['sags', 'starved'].includes(state.status)).toBe(room < 1);
      }),
    );
  });
  it('more voltage, less boost, a wider line or a clean filter never bring less', () => {
    fc.assert(
      fc.property(cases, (one) => {
        const of = (change: Partial<Drawn>) => {
          const its = { ...one, kind: 'referenced' as const, ...change };
          return capacityAt(drawn(its), { speedRpm: 5_000, manifoldGauge: its.boost * BAR });
        };
        const now = of({}) + 1e-9;
        expect(of({ battery: one.battery + 0.5 })).toBeGreaterThanOrEqual(now - 2e-9);
        expect(of({ boost: one.boost + 0.2 })).toBeLessThanOrEqual(now);
        expect(of({ bore: one.bore * 1.1 })).toBeGreaterThanOrEqual(now - 2e-9);
        expect(of({ clogged: one.clogged * 1.5 })).toBeLessThanOrEqual(now);
      }),
    );
  });
  it('the rail is held at 1:1 with boost, and at its own pressure where the regulator is not referenced', () => {
    const at = (kind: 'referenced' | 'fixed', boost: number) =>
      solveSupply(supplyOf({ regulator: { ...systemOf().regulator, kind } }), {
        speedRpm: 5_000,
        manifoldGauge: boost * BAR,
        massFlow: 100 * LITRE_HOUR * petrol.density,
      });
    expect(at('referenced', 1.5).set - at('referenced', 0).set).toBeCloseTo(1.5 * BAR, 6);
    expect(at('fixed', 1.5).difference).toBeLessThan(at('fixed', 0).difference - 1.4 * BAR);
  });
  it('rails fed side by side starve their last injector less than one behind the other', () => {
    const last = (kind: 'series' | 'parallel') =>
      solveSupply(
        supplyOf({ rails: { kind, bore: given(0.008, 'measured'), length: given(0.5, 'measured') } }),
        { speedRpm: 6_000, manifoldGauge: BAR, massFlow: 200 * LITRE_HOUR * petrol.density },
      ).starvedShare;
    expect(last('parallel')).toBeLessThan(last('series') / 3);
    expect(last('series')).toBeLessThan(0.2);
  });
  it('a pump on the engine brings more with its speed and nothing that slips away at a standstill', () => {
    const supply = supplyOf({ pumps: pumps({ drive: 'engine' }) });
    const at = (speedRpm: number) => capacityAt(supply, { speedRpm, manifoldGauge: 0 });
    expect(at(6_000)).toBeGreaterThan(at(4_000));
    expect(at(500)).toBe(0);
  });
  it('friction has no step between laminar and turbulent', () => {
    for (let re = 1_500; re < 6_000; re += 10)
      expect(Math.abs(Math.log(smoothFriction(re * 1.005) / smoothFriction(re)))).toBeLessThan(0.01);
    // Hagen–Poiseuille, and the Moody chart's smooth line at 100,000: 0.018.
    expect(smoothFriction(1_000)).toBeCloseTo(0.064, 9);
    expect(smoothFriction(1e5)).toBeCloseTo(0.018, 3);
  });
});

describe('the usual system', () => {
  it('passes its schema for every engine, and feeds what it was laid out for', () => {
    for (const cylinders of [1, 4, 8, 12])
      for (const ignition of ['spark', 'compression'] as const) {
        const demand = 40 * cylinders * LITRE_HOUR;
        const document = usualFuelSystem({ cylinders, ignition, isHeavy: false }, demand);
        expect(fuelSystemSchema.safeParse(document).error).toBeUndefined();
        const supply = compileSupply(document, petrol);
        const asked = { speedRpm: 6_000, manifoldGauge: BAR, massFlow: demand * petrol.density };
        expect(solveSupply(supply, asked).status).toBe('held');
      }
  });
});
