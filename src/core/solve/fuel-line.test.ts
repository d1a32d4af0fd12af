import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild, type Build } from '../build/build';
import { given } from '../documents/input';
import type { FuelSystemDocument } from '../fuel-system/schema';
import { capacityAt } from '../fuel-system/supply';
import { usualFuelSystem, usualPump } from '../fuel-system/usual';
import { fuelNeeds, injectorRoom, onFuel, pumpRoom, smallestOf, suitsFuel } from '../studies/fuel-needs';
import { fuelSpot, onOnePump } from '../studies/fuel-spot';
import { fuelPointOf, fuelSpans, fuelTroubles, type FuelLine } from './fuel-line';
import { solveSweep, type Sweep } from './sweep';

const LITRE_HOUR = 1e-3 / 3_600;
type Solved = { build: Build; sweep: Sweep; line: FuelLine; system: FuelSystemDocument };

/** The single-seater on its turbocharger with a usual system laid out for so much fuel. */
function solvedWith(litres: number, change: (system: FuelSystemDocument) => void = () => {}): Solved {
  const job = sampleTurboJob(0);
  const system = usualFuelSystem({ cylinders: 4, ignition: 'spark', isHeavy: false }, litres * LITRE_HOUR);
  change(system);
  job.setups[0]!.fuelSystem = system;
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  const sweep = solveSweep(result.build);
  return { build: result.build, sweep, line: sweep.fuel!, system };
}

const usual = solvedWith(130);

describe('the fuel system over the revs', () => {
  it('burns what its air makes by λ, which is the BSFC of the Brief where its λ is that of the BSFC', () => {
    const { build, line, sweep } = usual;
    for (const p of line.points) {
      const { path } = sweep.points.find((one) => one.speedRpm === p.speedRpm)!;
      expect((p.massFlow * build.airFuelRatio) / path.dryFlow).toBeCloseTo(1, 9);
      const { bsfc, lambda, bsfcLambda } = build.airPerPowerTerms;
      expect(lambda).toBe(bsfcLambda);
      expect(p.massFlow / p.power / bsfc).toBeCloseTo(1 / build.condition, 6);
    }
  });
  it('a limit is the power at which its part is at its end: fitted to it, it holds exactly', () => {
    const { build, line } = usual;
    const supply = build.supply!;
    const { injector } = fuelNeeds(build, supply, line, line.peak.power);
    const fitted = solvedWith(130, (s) => void (s.injectors.flow = given(injector * 1.000_001, 'maker')));
    const limit = fitted.line.limits.find(({ part }) => part === 'injectors')!;
    expect(limit.power / line.peak.power).toBeCloseTo(1, 4);
    expect(limit.state).toBe('marginal');
    // The other way: a part's room for the power of its limit is one.
    const own = usual.system.injectors;
    const good = line.limits.find(({ part }) => part === 'injectors')!;
    expect(injectorRoom(build, supply, line, line.peak.power, own)).toBeCloseTo(good.share, 9);
    const pump = { ...usual.system.pumps.first, drive: 'electric' as const };
    const share = line.limits.find(({ part }) => part === 'pumps')!.share;
    expect(pumpRoom(build, supply, line, line.peak.power, pump)).toBeCloseTo(share, 9);
  });
  it('where a part is short the speeds are shaded, and the place says which', () => {
    const { line, build, sweep } = solvedWith(90);
    const spans = fuelSpans(line.points);
    expect(line.state).toBe('over');
    for (const p of line.points) {
      const isShort = Object.values(p.shares).some((share) => share < 1);
      expect(spans.some((s) => p.speedRpm >= s.fromRpm && p.speedRpm <= s.toRpm)).toBe(isShort);
      expect(fuelTroubles(p).length > 0).toBe(isShort);
    }
    expect(line.findings[0]!.code).toMatch(/^fuel-(injectors|pumps)-short$/);
    const at = sweep.points.find((p) => p.speedRpm === spans.at(-1)!.toRpm)!;
    expect(at.stations.find(({ id }) => id === 'cylinders')!.troubles.length).toBeGreaterThan(0);
    expect(fuelPointOf(build, build.supply!, at).speedRpm).toBe(at.speedRpm);
  });
  it('the cut for one pump alone is where that pump just feeds what is burnt at that boost', () => {
    const { build, line } = solvedWith(40, (s) => void (s.pumps.arrangement = 'parallel'));
    const { gauge, speedRpm } = line.alone!;
    const at = line.points.find((p) => p.speedRpm === speedRpm)!;
    const { pressure } = build.climate;
    const demand = (at.supply.demand * (pressure + gauge)) / (pressure + at.manifoldGauge);
    const capacity = capacityAt(build.supply!, { speedRpm, manifoldGauge: gauge }, { running: 1 });
    expect(capacity / demand).toBeCloseTo(1, 4);
    expect(onOnePump(build.supply!, at)!.status).not.toBe('held');
  });
  it('E85 takes some 40 % more at the same air, and both limits fall', () => {
    const { build, sweep, system, line } = usual;
    const on = (id: 'e85' | 'petrol-98') =>
      onFuel(build, system, sweep.points, line.peak.power, id, 'petrol-98');
    const [petrol, e85] = [on('petrol-98'), on('e85')];
    const sameLambda = e85.lambda / petrol.lambda;
    expect((e85.flow / petrol.flow) * sameLambda).toBeGreaterThan(1.36);
    expect((e85.flow / petrol.flow) * sameLambda).toBeLessThan(1.46);
    for (const part of ['injectors', 'pumps'] as const)
      expect(e85.limits.find((l) => l.part === part)!.power).toBeLessThan(
        petrol.limits.find((l) => l.part === part)!.power,
      );
    expect(petrol.limits).toEqual(line.limits);
  });
  it('parts suit fuels, and the smallest that is enough has neighbours', () => {
    expect([
      suitsFuel('petrol', 'e85'),
      suitsFuel('petrol and alcohol', 'petrol-98'),
      suitsFuel('diesel', 'diesel'),
    ]).toEqual([false, true, true]);
    expect(smallestOf([1, 2, 3, 4], (n) => n >= 3)).toEqual({ down: 2, fit: 3, up: 4 });
    expect(smallestOf([1, 2], (n) => n >= 3)).toEqual({ down: 2, fit: null, up: null });
  });
});

describe('a spot check of the fuel finds the fault that was put in', () => {
  /** What gauges show of a car with a fault, at a speed: solved with the fault, read against the forecast without it. */
  const read = (fault: (system: FuelSystemDocument) => void, lean = 1) => {
    const truth = solvedWith(130, fault);
    const { build, sweep } = usual;
    const point = sweep.goalPoint;
    const its = fuelPointOf(truth.build, truth.build.supply!, point);
    const rail = its.supply.rail;
    return fuelSpot(build, build.supply!, fuelPointOf(build, build.supply!, point), {
      speedRpm: given(point.speedRpm, 'measured'),
      railGauge: given(rail, 'measured'),
      pumpGauge: given(rail + its.supply.drops.filter + its.supply.drops.feed, 'measured'),
      injectorDuty: given(its.injection.duty, 'measured'),
      lambda: given(its.lambda * lean, 'measured'),
    });
  };
  const codes = (spot: ReturnType<typeof read>) => spot.findings.map(({ code }) => code);

  it('nothing', () => expect(codes(read(() => {}))).toEqual(['spot-fuel-agrees']));
  it('a weak pump, with its share', () => {
    const spot = read((s) => {
      for (const p of s.pumps.first.points) p.flow *= 0.35;
    });
    expect(codes(spot)[0]).toBe('spot-pump-weak');
    expect(spot.findings[0]!.figures.share!.value).toBeGreaterThan(0.25);
    expect(spot.findings[0]!.figures.share!.value).toBeLessThan(0.5);
  });
  it('a clogged filter', () => {
    const spot = read((s) => void (s.filters.pressure!.clogged = given(14, 'guess')));
    expect(codes(spot)[0]).toBe('spot-filter-clogged');
  });
  it('injectors smaller than their figure: λ leaner at the same duty', () => {
    const spot = read(() => {}, 1 / 0.9);
    expect(codes(spot)).toEqual(['spot-injectors-off']);
    expect(spot.findings[0]!.figures.share!.value).toBeCloseTo(0.9, 2);
  });
});

describe('what a system says of itself', () => {
  const codes = (change: (s: FuelSystemDocument) => void) =>
    solvedWith(130, change).line.findings.map(({ code }) => code);
  it.each<[string, (s: FuelSystemDocument) => void]>([
    ['injector-dead-time-assumed', () => {}],
    [
      'fuel-set-near-manifold',
      (s) => void ((s.regulator.kind = 'fixed'), (s.basePressure = given(1.3e5, 'guess'))),
    ],
    ['pump-curve-short', (s) => void (s.pumps.first.points = s.pumps.first.points.slice(0, 2))],
    ['fuel-losses-cost', (s) => void (s.feed.bore = given(0.0035, 'guess'))],
    ['fuel-rail-starved', (s) => void (s.pumps.first = usualPump(20 * LITRE_HOUR, 13.5))],
    ['fuel-rail-high-at-idle', (s) => void (s.back.bore = given(0.003, 'guess'))],
    ['fuel-last-injector-lean', (s) => void (s.rails.bore = given(0.004, 'guess'))],
    ['injector-large-at-idle', (s) => void (s.injectors.flow = given(4e-5, 'guess'))],
    [
      'surge-tank-empties',
      (s) => void (s.lift = { flow: given(40 * LITRE_HOUR, 'guess'), volume: given(2e-3, 'guess') }),
    ],
    [
      'fuel-second-pump-late',
      (s) => {
        s.pumps = { ...s.pumps, arrangement: 'parallel', second: 'boost', onGauge: given(3e5, 'guess') };
        s.pumps.first = usualPump(80 * LITRE_HOUR, 13.5);
      },
    ],
    [
      'fuel-suction-low',
      (s) =>
        void (s.filters.suction = {
          drop: given(30_000, 'guess'),
          flow: given(100 * LITRE_HOUR, 'guess'),
          clogged: given(3, 'guess'),
        }),
    ],
  ])('%s', (code, change) => expect(codes(change)).toContain(code));
});
