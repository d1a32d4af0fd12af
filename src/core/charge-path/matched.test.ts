import { driveOf, engineOf, put, turboFit } from '@/testing/chargers';
import { coolerAt, lossesAt } from '../build/elements';
import { compressorMachine } from '../charger/machine';
import { engineMap, withEngineCharger } from '../build/row';
import { type Matched, type MatchedBuild, isMatched } from './match';
import { engineCharger } from '../charger/charged-air';
import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { sampleLibrary, sampleTurboJob, sampleTurbines, sampleTurbochargers } from '@/data/demo/sample';
import { enthalpy, entropy, type Gas } from '../air/gas-properties';
import { findOnMap } from '../compressor/lookup';
import type { CompiledMap } from '../compressor/map';
import type { ExhaustDriveDocument, Job } from '../job/schema/job';
import { given, guess } from '../documents/input';
import { compileBuild, revGrid, type Build } from '../build/build';
import { matchedAt, solveMatched } from './matched';
import { planLevel, solvePoint } from '../solve/point';
import { solveSweep } from '../solve/sweep';
import { randomBuilds, scan } from '../../testing/random-builds';

/** Heat released over the fuel's: rich, what the oxygen allows less what CO and hydrogen keep, counted from λ 0.82; written anew. */
const released = ({ lambda, fuel }: Build): number => {
  const of = (at: number) => (at < 1 ? at - 0.3 * (1 - at) : 1);
  return (of(lambda) * Math.min(1, fuel.lambda)) / of(fuel.lambda);
};

type Valve = Extract<ExhaustDriveDocument['gate'], { kind: 'valve' }>;
const sideOf = (job: Job) => driveOf(engineOf(job));
const valveOf = (job: Job) => sideOf(job).gate as Valve;

function built(index: 0 | 1, change: (job: Job) => void = () => undefined): MatchedBuild {
  const job = sampleTurboJob(index);
  change(job);
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  if (!isMatched(result.build)) throw new Error('No match.');
  return result.build;
}
const level = (build: MatchedBuild): number => {
  const plan = planLevel(build);
  if (plan.kind !== 'boost') throw new Error(plan.kind);
  return plan.pressure;
};
const putOn = (job: Job, id: string, arrangement: 'single' | 'parallel' = 'single') =>
  put(job, arrangement, { engine: turboFit(id) });
const levelOf = (gauge: number) => (job: Job) => {
  job.setups[0]!.boost.kind = 'level';
  job.setups[0]!.boost.levelGauge = guess(gauge);
};

/** The whole steady state as equations, typed anew, for a general Newton with a numerical Jacobian. */
function independent(build: MatchedBuild, speedRpm: number, asked: number | null, start: number[]) {
  const { climate } = build;
  const { drive: hot, count } = engineCharger(build);
  const cooler = coolerAt(build, 'cooler');
  const isentropic = (gas: Gas, t: number, ratio: number) => {
    let [low, high] = [200, 3400];
    for (let i = 0; i < 90; i++) {
      const m = (low + high) / 2;
      if (entropy(gas, m) - entropy(gas, t) < gas.gasConstant * Math.log(ratio)) low = m;
      else high = m;
    }
    return (low + high) / 2;
  };
  const { gas } = hot.exhaust;
  const drop = (
    losses: { drop: number; massFlow: number; pressure: number; temperature: number }[],
    p: number,
    t: number,
    w: number,
  ) =>
    losses.reduce(
      (at, l) => at - l.drop * (w / l.massFlow) ** 2 * (t / l.temperature) * (l.pressure / at),
      p,
    );
  /** y: manifold kPa, charge K / 100, turbine inlet kPa, behind it kPa, its mixed K / 100, outlet of the compressor kPa, its K / 100, port K / 100, gate's share. */
  const residuals = (y: number[]): number[] => {
    const [pm, tm, p3, p4, t4, p2, t2, tx] = [
      y[0]! * 1e3,
      y[1]! * 100,
      y[2]! * 1e3,
      y[3]! * 1e3,
      y[4]! * 100,
      y[5]! * 1e3,
      y[6]! * 100,
      y[7]! * 100,
    ];
    const open = y[8]!;
    const w =
      ((build.breathing.at(speedRpm).value * build.breathingFactor(tm, p3 / pm) * pm) /
        (climate.gas.gasConstant * tm)) *
      build.displacement *
      (speedRpm / 120);
    const p1 = drop(lossesAt(build, 'filter'), climate.pressure, climate.temperature, w);
    const ratio = p2 / p1;
    const map: CompiledMap = engineMap(build)!;
    const corrected =
      ((w / count) * Math.sqrt(climate.temperature / map.reference.temperature)) /
      (p1 / map.reference.pressure);
    const place = findOnMap(map, corrected, ratio);
    const t2s = isentropic(climate.gas, climate.temperature, ratio);
    const ideal = enthalpy(climate.gas, t2s) - enthalpy(climate.gas, climate.temperature);
    const behindCooler = drop(lossesAt(build, 'cooler'), p2, t2, w);
    const fuel = w / (1 + climate.humidityRatio) / build.airFuelRatio;
    const wex = w + fuel;
    const heat =
      (hot.exhaust.share * hot.exhaust.heatingValue * released(build) * fuel +
        w * (enthalpy(climate.gas, tm) - enthalpy(climate.gas, 298.15))) /
      wex;
    const t3 =
      hot.exhaust.wall +
      (tx - hot.exhaust.wall) * Math.exp(-hot.exhaust.heatLoss / (wex * hot.exhaust.specificHeat));
    const er = p3 / p4;
    const wheel = (hot.turbine.reduced(er) * p3) / Math.sqrt(t3);
    const g = hot.exhaust.gamma;
    const throat = Math.min(er, ((g + 1) / 2) ** (g / (g - 1)));
    const gate =
      hot.gate.kind === 'valve'
        ? ((open * hot.gate.area * p3) / Math.sqrt(gas.gasConstant * t3)) *
          Math.sqrt(((2 * g) / (g - 1)) * (throat ** (-2 / g) - throat ** (-(g + 1) / g)))
        : 0;
    const shaft = place.speedRpm! * Math.sqrt(climate.temperature / map.reference.temperature);
    const expansion = enthalpy(gas, t3) - enthalpy(gas, isentropic(gas, t3, 1 / er));
    const x =
      (Math.PI * hot.turbine.inducer * shaft) / 60 / Math.sqrt(2 * expansion) / hot.turbine.bestVelocityRatio;
    const work = hot.turbine.efficiency * (2 * x - x * x) * expansion;
    const cooled = cooler ? t2 - cooler.effectiveness(w) * (t2 - cooler.coolant) : t2;
    return [
      asked === null ? open : (pm - asked) / 1e5,
      (cooled - tm) / 100,
      (drop(lossesAt(build, 'throttle'), behindCooler, tm, w) - pm) / 1e5,
      (enthalpy(climate.gas, t2) - enthalpy(climate.gas, climate.temperature) - ideal / place.efficiency!) /
        1e5,
      (enthalpy(gas, tx) - enthalpy(gas, 298.15) - heat) / 1e6,
      (hot.count * (wheel + gate)) / wex - 1,
      (hot.count * wheel * work * hot.mechanical * hot.pulse) / (w * (ideal / place.efficiency!)) - 1,
      (drop(hot.tail, p4, t4, wex) - climate.pressure) / 1e5,
      (enthalpy(gas, t4) - enthalpy(gas, t3) + (wheel / (wheel + gate)) * work * hot.pulse) / 1e5,
    ];
  };
  let y = [...start];
  for (let turn = 0; turn < 40; turn++) {
    const f = residuals(y);
    if (Math.max(...f.map(Math.abs)) < 1e-10) break;
    const columns = y.map((v, i) => {
      const h = 1e-6 * Math.max(0.1, Math.abs(v));
      const moved = residuals(y.map((w, j) => (j === i ? w + h : w)));
      return moved.map((m, k) => (m - f[k]!) / h);
    });
    const step = solveLinear(
      f.map((_, row) => columns.map((c) => c[row]!)),
      f.map((v) => -v),
    );
    const size = Math.min(
      1,
      0.3 / Math.max(...step.map((s, i) => Math.abs(s) / Math.max(0.3, Math.abs(y[i]!)))),
    );
    y = y.map((v, i) => v + size * step[i]!);
  }
  return { y, residual: Math.max(...residuals(y).map(Math.abs)) };
}

/** Gauss with pivoting. */
function solveLinear(matrix: number[][], right: number[]): number[] {
  const a = matrix.map((row, i) => [...row, right[i]!]);
  const n = right.length;
  for (let i = 0; i < n; i++) {
    const pivot = a
      .slice(i)
      .reduce((best, row, k) => (Math.abs(row[i]!) > Math.abs(a[best]![i]!) ? k + i : best), i);
    [a[i], a[pivot]] = [a[pivot]!, a[i]!];
    for (let k = i + 1; k < n; k++) {
      const factor = a[k]![i]! / a[i]![i]!;
      for (let j = i; j <= n; j++) a[k]![j]! -= factor * a[i]![j]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--)
    x[i] = (a[i]![n]! - a[i]!.slice(i + 1, n).reduce((s, v, j) => s + v * x[i + 1 + j]!, 0)) / a[i]![i]!;
  return x;
}

describe('the steady match', () => {
  it.each([
    ['a gate that holds', 0, 7_000],
    ['a turbine that gives what it can', 1, 3_100],
  ] as const)('%s: a general solver with equations of its own finds the same state', (_, index, speedRpm) => {
    const build = built(index);
    const asked = level(build);
    const { path, match } = solveMatched(build, speedRpm, asked);
    const t = engineCharger(match!).turbine;
    const start = [150, 3.3, 150, 95, 9.5, 160, 3.9, 11, 0.1].map((v, i) =>
      i === 8 && match!.kind === 'turbine' ? 0 : v,
    );
    const other = independent(build, speedRpm, match!.kind === 'held' ? asked : null, start);
    expect(other.residual).toBeLessThan(1e-8);
    const mine = [
      path.manifold.pressure / 1e3,
      path.manifold.temperature / 100,
      t.inlet.pressure / 1e3,
      t.outlet.pressure / 1e3,
      t.mixed / 100,
      engineCharger(path).outlet.pressure / 1e3,
      engineCharger(path).outlet.temperature / 100,
      t.port / 100,
    ];
    mine.forEach((v, i) => expect(v / other.y[i]!).toBeCloseTo(1, 4));
    expect(t.opening).toBeCloseTo(other.y[8]!, 4);
  });

  it('hands the compressor what the turbine takes: within 0.1 % from the printed states of every station', () => {
    for (const index of [0, 1] as const) {
      const build = built(index);
      const sweep = solveSweep(build);
      let checked = 0;
      for (const p of sweep.points) {
        if (p.pressureRatio < 1.1) continue;
        const at = (id: string) => p.stations.find((s) => s.id === id)!;
        const [filter, compressor, cylinders, turbine] = ['filter', 'compressor', 'cylinders', 'turbine'].map(
          at,
        );
        const h = (gas: Gas, t: number | null) => enthalpy(gas, t!);
        const air = build.climate.gas;
        const { gas } = engineCharger(build).drive.exhaust;
        const taken = turbine!.massFlow! * (h(gas, cylinders!.temperature) - h(gas, turbine!.temperature));
        const given = compressor!.massFlow! * (h(air, compressor!.temperature) - h(air, filter!.temperature));
        expect((taken * engineCharger(build).drive.mechanical) / given).toBeGreaterThan(0.999);
        expect((taken * engineCharger(build).drive.mechanical) / given).toBeLessThan(1.001);
        // And the exhaust is the air with its fuel.
        const fuel = p.path.dryFlow / build.airFuelRatio;
        expect(turbine!.massFlow! / (p.path.massFlow + fuel)).toBeCloseTo(1, 9);
        checked++;
      }
      expect(checked).toBeGreaterThan(30);
    }
  });

  it('the gate is shut and boost under what is asked exactly where the turbine is the limit', () => {
    const build = built(0);
    const asked = level(build);
    const kinds = new Set<string>();
    for (const speed of revGrid(build)) {
      const { match, path } = solveMatched(build, speed, asked);
      kinds.add(match!.kind);
      const isShort = path.manifold.pressure < asked - 1;
      expect(match!.kind === 'turbine').toBe(isShort);
      if (isShort) {
        expect(engineCharger(match!).turbine.opening).toBe(0);
        // No gate could do better: what is asked would need more than all of the exhaust.
        const wanted = matchedAt(build, speed, asked);
        expect(wanted.match ? engineCharger(wanted.match).turbine.opening : -1).toBeLessThan(0);
      }
    }
    expect([...kinds].sort()).toEqual(['held', 'turbine']);
  });

  it('a start from a neighbour and a start from nothing end in the same state', () => {
    const build = built(1);
    const asked = level(build);
    let near: Matched | undefined;
    for (const speed of revGrid(build)) {
      near = solveMatched(build, speed, asked, near);
      const fresh = solveMatched(build, speed, asked);
      expect(near.path.manifold.pressure / fresh.path.manifold.pressure).toBeCloseTo(1, 4);
      expect(
        engineCharger(near.match!).turbine.inlet.pressure /
          engineCharger(fresh.match!).turbine.inlet.pressure,
      ).toBeCloseTo(1, 4);
    }
  });

  it('a larger turbine never lowers the threshold, nor raises back pressure at the red line at equal boost', () => {
    let compared = 0;
    fc.assert(
      fc.property(
        fc.constantFrom('birch-50-58', 'hazel-48-54', 'alder-46-50', 'aspen-37-46'),
        fc.double({ min: 0.7, max: 1.1, noNaN: true }),
        fc.double({ min: 1.05, max: 1.4, noNaN: true }),
        (id, area, larger) => {
          const lines = [area, area * larger].map((scale) => {
            const build = built(0, (job) => {
              putOn(job, id);
              levelOf(70_000)(job);
            });
            const { turbine } = engineCharger(build).drive;
            const wider = { ...turbine, reduced: (r: number) => scale * turbine.reduced(r) };
            return solveSweep(
              withEngineCharger(build, (c) => ({ ...c, drive: { ...c.drive, turbine: wider } })),
            );
          });
          const [small, large] = lines.map((s) => s.turbo!) as [
            NonNullable<(typeof lines)[0]['turbo']>,
            NonNullable<(typeof lines)[0]['turbo']>,
          ];
          expect(large.threshold ?? Infinity).toBeGreaterThanOrEqual((small.threshold ?? Infinity) - 1);
          const [a, b] = lines.map((s) => s.points.at(-1)!) as [
            (typeof lines)[0]['points'][0],
            (typeof lines)[0]['points'][0],
          ];
          if (Math.abs(a.boostGauge - b.boostGauge) >= 10) return;
          compared++;
          expect(engineCharger(b.match!).turbine.inlet.pressure).toBeLessThanOrEqual(
            engineCharger(a.match!).turbine.inlet.pressure + 1,
          );
        },
      ),
      { numRuns: draws(25) },
    );
    expect(compared).toBeGreaterThan(8);
  });

  it('twins of half the flow are one of double flow', () => {
    const twin = built(1);
    const map = engineMap(twin)!;
    const doubled = (grid: CompiledMap['flow']): CompiledMap['flow'] => ({
      values: grid.values.map((v) => 2 * v),
      perBeta: grid.perBeta.map((v) => 2 * v),
      perSpeed: grid.perSpeed.map((v) => 2 * v),
    });
    const edge = (e: CompiledMap['surge']) => ({ ...e, at: (r: number) => 2 * e.at(r) });
    const { drive: hot } = engineCharger(twin);
    const { gate } = hot;
    if (gate.kind !== 'valve') throw new Error('A valve is meant here.');
    const large: CompiledMap = {
      ...map,
      flow: doubled(map.flow),
      flowRange: 2 * map.flowRange,
      surge: edge(map.surge),
      choke: edge(map.choke),
      topLine: {
        ...edge(map.topLine),
        ratioAt: (f: number) => map.topLine.ratioAt(f / 2),
        highest: map.topLine.highest,
      },
    };
    const one = withEngineCharger(twin, (c) => ({
      ...c,
      count: 1,
      machine: compressorMachine(large, 'One of double flow'),
      drive: {
        ...hot,
        count: 1,
        turbine: { ...hot.turbine, reduced: (r) => 2 * hot.turbine.reduced(r) },
        gate: { ...gate, area: 2 * gate.area },
      },
    }));
    const asked = level(twin);
    for (const speed of [2_000, 3_000, 3_400, 4_500, 6_500]) {
      const [a, b] = [twin, one].map((build) => solveMatched(build, speed, asked));
      expect(b!.path.manifold.pressure / a!.path.manifold.pressure).toBeCloseTo(1, 5);
      expect(
        engineCharger(b!.match!).turbine.inlet.pressure / engineCharger(a!.match!).turbine.inlet.pressure,
      ).toBeCloseTo(1, 5);
      expect(engineCharger(b!.match!).shaftRpm / engineCharger(a!.match!).shaftRpm).toBeCloseTo(1, 4);
    }
  });
});

describe('back pressure', () => {
  // Common practice, no source: near 1.5 by gauge (1.25 absolute) with a well-chosen single, near 2 (1.33) with a small hot side.
  const atGoal = (housing: number) => {
    const build = built(0, (job) => {
      putOn(job, 'hazel-48-54');
      sideOf(job).housing = housing;
    });
    const { goalPoint } = solveSweep(build);
    const p3 = engineCharger(goalPoint.match!).turbine.inlet.pressure;
    return {
      absolute: p3 / goalPoint.manifoldPressure,
      gauge: (p3 - build.climate.pressure) / goalPoint.boostGauge,
    };
  };

  it('near one and a half of boost with a well-chosen single, near twice with a small hot side', () => {
    const chosen = atGoal(1);
    expect(chosen.gauge).toBeGreaterThan(1.2);
    expect(chosen.gauge).toBeLessThan(1.7);
    expect(chosen.absolute).toBeGreaterThan(1.1);
    expect(chosen.absolute).toBeLessThan(1.4);
    const small = atGoal(0);
    expect(small.gauge).toBeGreaterThan(1.6);
    expect(small.gauge).toBeLessThan(2.4);
  });

  it('climbs without limit once the turbine chokes, and the power at which that begins is said', () => {
    const tight = (job: Job) => {
      putOn(job, 'aspen-37-42');
      sideOf(job).housing = 0;
      sideOf(job).gate = { kind: 'none' };
      levelOf(60_000)(job);
    };
    const build = built(0, tight);
    const sweep = solveSweep(build);
    const line = sweep.turbo!;
    expect(line.choke).not.toBeNull();
    expect(sweep.goal.findings.map((f) => f.code)).toContain('turbine-chokes');
    const after = sweep.points.filter((p) => p.speedRpm >= line.choke!.speedRpm && p.match);
    const last = engineCharger(after.at(-1)!.match!).turbine;
    // Choked: reduced flow stands still while the pressure grows.
    expect(
      engineCharger(build).drive.turbine.reduced(last.ratio) /
        engineCharger(build).drive.turbine.reduced(engineCharger(build).drive.turbine.chokeRatio),
    ).toBeLessThan(1.02);
    expect(last.ratio).toBeGreaterThan(engineCharger(build).drive.turbine.chokeRatio);
  });
});

describe('the gate', () => {
  const codes = (change: (job: Job) => void) => {
    const sweep = solveSweep(built(0, change));
    return { codes: sweep.goal.findings.map((f) => f.code), line: sweep.turbo!, sweep };
  };

  it('too small: boost creeps, and the bore that is named holds it', () => {
    const creeping = codes((job) => {
      putOn(job, 'hazel-48-54');
      valveOf(job).bore = given(0.012, 'maker');
      levelOf(60_000)(job);
    });
    expect(creeping.codes).toContain('boost-creeps');
    expect(creeping.codes).toContain('boost-runs-away-from');
    const { bore } = creeping.line.creep!;
    const mended = codes((job) => {
      putOn(job, 'hazel-48-54');
      valveOf(job).bore = given(bore! * 1.01, 'maker');
      levelOf(60_000)(job);
    });
    expect(mended.line.creep).toBeNull();
    expect(mended.line.runsAway).toBeNull();
  });

  it('none at all: creeps too, and says what is missing', () => {
    expect(
      codes((job) => {
        putOn(job, 'hazel-48-54');
        sideOf(job).gate = { kind: 'none' };
        levelOf(60_000)(job);
      }).codes,
    ).toContain('boost-runs-away-no-gate');
  });

  it('far too large: that is said with one that would do', () => {
    const { codes: said, line } = codes((job) => {
      valveOf(job).bore = given(0.12, 'maker');
      valveOf(job).reference = 'dome';
    });
    expect(said).toContain('gate-oversized');
    expect(line.widest!.value).toBeLessThan(0.1);
  });

  it('a spring stiffer than what is asked holds its own boost, less what exhaust pressure adds', () => {
    const {
      line,
      sweep,
      codes: said,
    } = codes((job) => {
      valveOf(job).springGauge = given(110_000, 'maker');
      levelOf(60_000)(job);
    });
    expect(said).toContain('spring-holds-more');
    const held = sweep.points.filter((p) => p.match!.kind === 'spring');
    expect(held.length).toBeGreaterThan(10);
    for (const p of held) {
      const { inlet, outlet } = engineCharger(p.match!).turbine;
      const help = (inlet.pressure - outlet.pressure) * (1 / 2.35) ** 2;
      expect(p.boostGauge / (110_000 - help)).toBeCloseTo(1, 1);
    }
    expect(line.stiff!.value).toBeLessThan(110_000);
  });

  it('a soft spring is pushed open by exhaust pressure, and the spring that is named keeps it shut', () => {
    const soft = (spring: number) => (job: Job) => {
      putOn(job, 'hazel-48-54');
      valveOf(job).springGauge = given(spring, 'maker');
      valveOf(job).diaphragm = given(valveOf(job).bore.value * 1.5, 'maker');
    };
    const pushed = codes(soft(40_000));
    expect(pushed.codes).toContain('gate-pushed-open');
    expect(pushed.sweep.goal.holds).toBe(false);
    const mended = codes(soft(pushed.line.pushedOpen!.spring * 1.02));
    expect(mended.line.pushedOpen).toBeNull();
  });

  it('boost that no speed line gives is named with the most there is', () => {
    const { sweep } = codes(levelOf(600_000));
    const said = sweep.goal.findings.find((f) => f.code === 'boost-beyond-map')!;
    expect(said.figures.most!.value).toBeLessThan(600_000);
    expect(codes(levelOf(said.figures.most!.value * 0.98)).codes).not.toContain('boost-beyond-map');
  });

  it('vanes open as the revs rise and hold the boost between their ends', () => {
    const { sweep } = codes((job) => {
      sideOf(job).gate = { kind: 'vanes', closed: given(0.4, 'maker'), open: given(1.6, 'maker') };
      levelOf(80_000)(job);
    });
    const held = sweep.points.filter((p) => p.match!.kind === 'held');
    expect(held.length).toBeGreaterThan(20);
    held.forEach((p, i) => {
      const opening = engineCharger(p.match!).turbine.opening;
      expect(opening).toBeGreaterThanOrEqual(-1e-9);
      expect(opening).toBeLessThanOrEqual(1 + 1e-9);
      if (i) expect(opening).toBeGreaterThan(engineCharger(held[i - 1]!.match!).turbine.opening - 0.01);
      expect(engineCharger(p.match!).turbine.gateFlow).toBeCloseTo(0, 9);
    });
  });
});

describe('boost asked', () => {
  it('as a curve is followed where the turbine can, and is under it where it cannot', () => {
    const build = built(0, (job) => {
      job.setups[0]!.boost.kind = 'curve';
      job.setups[0]!.boost.curve.rows = [
        { speedRpm: 3_000, gauge: 40_000 },
        { speedRpm: 6_000, gauge: 90_000 },
        { speedRpm: 9_000, gauge: 70_000 },
      ];
    });
    const sweep = solveSweep(build);
    for (const p of sweep.points) {
      const asked = build.boost.curve!(p.speedRpm);
      if (p.match!.kind === 'held') expect(p.boostGauge).toBeCloseTo(asked, -1);
      else if (p.match!.kind === 'turbine') expect(p.boostGauge).toBeLessThan(asked);
    }
    expect(sweep.points.find((p) => p.speedRpm === 6_000)!.boostGauge).toBeCloseTo(90_000, -1);
  });

  it('by gear is that of the gear looked at; an absolute one stands in any air', () => {
    const change = (held: 'gauge' | 'absolute', gear: number) => (job: Job) => {
      const { boost } = job.setups[0]!;
      boost.kind = 'gears';
      boost.gears = [guess(40_000), guess(80_000)];
      boost.gear = gear;
      boost.held = held;
      valveOf(job).reference = 'dome';
    };
    const at = (build: MatchedBuild) => {
      const plan = planLevel(build);
      return solvePoint(build, 7_500, plan);
    };
    expect(at(built(0, change('gauge', 0))).boostGauge).toBeCloseTo(40_000, -1);
    expect(at(built(0, change('gauge', 1))).boostGauge).toBeCloseTo(80_000, -1);
    const job = sampleTurboJob(0);
    change('absolute', 1)(job);
    const home = compileBuild(job, 'a', sampleLibrary);
    const thin = { ...job.brief.venue, altitude: given(3_000, 'measured') };
    const there = compileBuild({ ...job, brief: { ...job.brief, otherVenues: [thin] } }, 'a', sampleLibrary, {
      ...(home as { build: MatchedBuild }).build.climate,
      pressure: 70_000,
    });
    const pressures = [home, there].map((r) => at((r as { build: MatchedBuild }).build).manifoldPressure);
    expect(pressures[1]! / pressures[0]!).toBeCloseTo(1, 5);
  });
});

describe('any plausible build', () => {
  it('is solved wherever a scan of the balance finds a state, as that kind; every reason is one the scan gives too', () => {
    let feasible = 0;
    let found = 0;
    const against: string[] = [];
    for (const { build, speedRpm, asked } of randomBuilds(
      500,
      7,
      sampleLibrary,
      sampleTurbochargers,
      sampleTurboJob,
    )) {
      const { match, path, stop } = solveMatched(build, speedRpm, asked);
      const scanned = scan(build, speedRpm, asked);
      if (match) {
        const { turbine } = engineCharger(match);
        const figures = [path.manifold.pressure, path.massFlow, turbine.inlet.pressure, turbine.mixed];
        for (const v of [...figures, engineCharger(match).shaftRpm, turbine.power])
          expect(Number.isFinite(v)).toBe(true);
        if (engineCharger(path).outlet.ratio > 1.02)
          expect(Math.abs(engineCharger(match).imbalance)).toBeLessThan(1e-3);
      } else expect(stop).not.toBeNull();
      if (scanned === 'runs-away' || scanned === 'nothing') {
        if (scanned === 'runs-away' && stop !== 'boost-runs-away')
          against.push(`${scanned} ${match?.kind ?? stop}`);
        continue;
      }
      feasible++;
      if (match?.kind === scanned) found++;
      else against.push(`${scanned} ${match?.kind ?? stop}`);
    }
    expect(feasible).toBeGreaterThan(350);
    // What disagrees is named where the share is too small.
    expect(against.length / feasible < 0.03 ? [] : against).toEqual([]);
    expect(found / feasible).toBeGreaterThanOrEqual(0.97);
  });

  it('turbines of the library in every housing are solved on both jobs', () => {
    for (const { document } of sampleTurbines.slice(6, 10))
      document.housings.forEach((_, housing) => {
        const build = built(0, (job) => {
          sideOf(job).turbine = { id: sampleTurbines.find((t) => t.document === document)!.id, revision: 1 };
          sideOf(job).housing = housing;
        });
        for (const p of solveSweep(build).points) expect(p.match).not.toBeNull();
      });
  });
});
