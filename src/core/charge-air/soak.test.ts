import fc from 'fast-check';
import { chargeSideEffectiveness } from './exchanger';
import { coolingFlow, coreOf, sizedEffectiveness, USUAL_COOLING } from './sized-core';
import { soakOf, type SoakSystem } from './soak';

const celsius = (value: number) => value + 273.15;
const LITRE = 1e-3;

const air: SoakSystem = {
  charge: { flow: 0.25, inlet: celsius(140), heat: 1_010 },
  effectiveness: 0.75,
  ambient: celsius(25),
  metal: 6,
  face: 0.15,
  speed: { pull: 8, rest: 8 },
  loop: null,
  start: celsius(25),
  pickUp: 0,
  wall: celsius(80),
  duty: { pull: 20, rest: 120, repeats: 5 },
};
const water: SoakSystem = {
  ...air,
  loop: { volume: 6 * LITRE, flow: USUAL_COOLING.flow, conductance: 500, front: 0.15, ice: 0 },
};

describe('heat soak', () => {
  it('ends where the effectiveness says in an endless pull with the usual cooling', () => {
    const { pulls } = soakOf({ ...air, duty: { pull: 3_000, rest: 0, repeats: 1 } });
    const steady = air.charge.inlet - air.effectiveness * (air.charge.inlet - air.ambient);
    expect(pulls[0]!.end).toBeCloseTo(steady, 1);
  });
  it('a loop settles where heat in is heat out, and the charge with it', () => {
    const { pulls, steadyCoolant, energy } = soakOf({ ...water, duty: { pull: 6_000, rest: 0, repeats: 1 } });
    expect(pulls[0]!.coolant).toBeCloseTo(steadyCoolant, 1);
    expect(steadyCoolant).toBeGreaterThan(water.ambient + 5);
    // Behind the cooler the charge stands at the effectiveness against the coolant's own temperature.
    const { inlet } = water.charge;
    expect((inlet - pulls[0]!.end) / (inlet - steadyCoolant)).toBeCloseTo(water.effectiveness, 2);
    expect(energy.in).toBeGreaterThan(0);
  });

  const systems = fc.record({
    flow: fc.double({ min: 0.05, max: 1, noNaN: true }),
    inlet: fc.double({ min: 340, max: 480, noNaN: true }),
    effectiveness: fc.double({ min: 0.2, max: 0.95, noNaN: true }),
    metal: fc.double({ min: 1, max: 30, noNaN: true }),
    pull: fc.double({ min: 3, max: 120, noNaN: true }),
    rest: fc.double({ min: 0, max: 400, noNaN: true }),
    repeats: fc.integer({ min: 1, max: 6 }),
    still: fc.double({ min: 0, max: 10, noNaN: true }),
    volume: fc.double({ min: 1, max: 40, noNaN: true }),
    ice: fc.double({ min: 0, max: 12, noNaN: true }),
    isWater: fc.boolean(),
    start: fc.double({ min: 280, max: 350, noNaN: true }),
  });
  type Drawn = typeof systems extends fc.Arbitrary<infer T> ? T : never;
  const drawn = (d: Drawn): SoakSystem => ({
    ...air,
    charge: { flow: d.flow, inlet: d.inlet, heat: 1_010 },
    effectiveness: d.effectiveness,
    metal: d.metal,
    speed: { pull: 8, rest: d.still },
    loop: d.isWater ? { ...water.loop!, volume: d.volume * LITRE, ice: d.ice } : null,
    start: d.start,
    duty: { pull: d.pull, rest: d.rest, repeats: d.repeats },
  });
  it('the energy of metal, coolant and ice closes, whatever is drawn', () => {
    fc.assert(
      fc.property(systems, (d) => {
        const { energy, pulls } = soakOf(drawn(d));
        const scale = Math.abs(energy.in) + Math.abs(energy.out) + energy.ice + 1;
        expect(Math.abs(energy.in - energy.out - energy.ice - energy.stored) / scale).toBeLessThan(1e-3);
        for (const { start, end } of pulls) expect(Number.isFinite(start + end)).toBe(true);
        const melted = (d.isWater ? d.ice : 0) - pulls.at(-1)!.ice;
        expect(melted * 334_000).toBeLessThanOrEqual(energy.ice + 334_000 * 0.02);
      }),
    );
  });
  it('never hotter with ice, a larger tank, more rest or more air at rest', () => {
    fc.assert(
      fc.property(systems, (d) => {
        // From the air's own temperature: a hot start would rather be blown at.
        const base = { ...d, start: air.ambient, isWater: true };
        const last = (change: Partial<Drawn>) => soakOf(drawn({ ...base, ...change })).pulls.at(-1)!.end;
        const now = last({}) + 0.05;
        expect(last({ ice: d.ice + 2 })).toBeLessThanOrEqual(now);
        expect(last({ volume: d.volume * 1.5, ice: 0 })).toBeLessThanOrEqual(last({ ice: 0 }) + 0.06);
        expect(last({ still: d.still + 2, ice: 0 })).toBeLessThanOrEqual(last({ ice: 0 }) + 0.06);
        // Without any air a rest only evens metal and coolant out: then the next pull puts more in.
        const blown = { ice: 0, still: d.still + 1 };
        expect(last({ ...blown, rest: d.rest + 60 })).toBeLessThanOrEqual(last(blown) + 0.06);
      }),
      { numRuns: 40 },
    );
  });
  it('a hot start costs most in the first pull; a dyno without a fan loses pull by pull', () => {
    const cold = soakOf(air).pulls;
    const hot = soakOf({ ...air, start: celsius(60) }).pulls;
    expect(hot[0]!.start - cold[0]!.start).toBeGreaterThan(20);
    const still = soakOf({
      ...air,
      speed: { pull: 1, rest: 0.3 },
      duty: { pull: 20, rest: 30, repeats: 5 },
    });
    expect(still.pulls[4]!.end - still.pulls[0]!.end).toBeGreaterThan(8);
    expect(still.restNeeded === null || still.restNeeded > soakOf(air).restNeeded!).toBe(true);
  });
  it('ice holds the coolant near its melting point until it is gone, and says when', () => {
    const iced = soakOf({
      ...water,
      loop: { ...water.loop!, ice: 3 },
      duty: { pull: 30, rest: 200, repeats: 10 },
    });
    expect(iced.pulls[0]!.coolant).toBeLessThan(celsius(15));
    expect(iced.iceGone).not.toBeNull();
    // What 3 kg of ice take: 1 MJ. It is gone once the charge has brought that, less what the air took.
    expect(iced.energy.ice / 1e6).toBeCloseTo(3 * 0.334, 1);
  });
});

describe('a core by its size', () => {
  const size = { height: 0.3, width: 0.55, depth: 0.076, chargeFins: 1, coolantFins: 1 };
  it('is the core of transfer units at its flows, falls with the charge and rises with air and fins', () => {
    const at = sizedEffectiveness(size, 'air', 8);
    const core = coreOf(size, 'air');
    expect(at(0.3)).toBeCloseTo(
      chargeSideEffectiveness(
        core,
        { flow: 0.3, heat: 1_006 },
        { flow: coolingFlow('air', 0.165, 8), heat: 1_006 },
      ),
      9,
    );
    for (let flow = 0.05; flow < 0.8; flow += 0.02) expect(at(flow + 0.02)).toBeLessThan(at(flow));
    expect(sizedEffectiveness(size, 'air', 12)(0.3)).toBeGreaterThan(at(0.3));
    expect(sizedEffectiveness({ ...size, coolantFins: 1.2 }, 'air', 8)(0.3)).toBeGreaterThan(at(0.3));
    expect(at(0.3)).toBeGreaterThan(0.6);
    expect(at(0.3)).toBeLessThan(0.9);
  });
});
