import { compressorMachine } from '../charger/machine';
import { withEngineCharger } from '../build/row';
import { engineCharger } from '../charger/charged-air';
import { sampleCompressors, sampleJob, sampleLibrary } from '@/data/demo/sample';
import { makeMap } from '@/formats/map-import';
import { openMapText } from '@/formats/map-open';
import type { Compressor } from '../compressor/document';
import { compileMap } from '../compressor/map';
import { restate } from '../compressor/reference';
import { compileBuild, revGrid, type Build } from '../build/build';
import { demandAt, demandTable } from '../solve/demand-table';
import { candidateKey, rankingSpeeds, type Candidate } from './candidate';
import { layOver, openRow } from './open-drive';
import { criteria, DEFAULT_ROOM, DEFAULT_WEIGHTS, rank, type Weights } from './order';
import { solveSweep } from '../solve/sweep';

const document = (id: string) => sampleCompressors.find((c) => c.id === id)!.document;

function buildOf(index: 0 | 1, change: (job: ReturnType<typeof sampleJob>) => void = () => {}): Build {
  const job = sampleJob(index);
  change(job);
  const result = compileBuild(job, 'a', sampleLibrary);
  if ('problems' in result) throw new Error('the demo job does not compile');
  return result.build;
}

const tableOf = (build: Build, pass: 'coarse' | 'fine' = 'coarse') =>
  demandTable(build, rankingSpeeds(revGrid(build), build.boost.onsetRpm, pass));

const candidate = (
  name: string,
  compressor: Compressor,
  count: 1 | 2 = 1,
  price: number | null = null,
): Candidate => ({
  form: count === 2 ? 'parallel' : 'single',
  chargers: [{ id: name, revision: 1, name, compressor, turbo: null, price, stock: null }],
});

/** The map of a candidate, and how many of it there are. */
const machineOf = ({ form, chargers }: Candidate) => ({
  map: compileMap(chargers[0]!.compressor),
  count: form === 'parallel' ? (2 as const) : (1 as const),
});

/** A similar wheel: every length times `scale`, so flow with its square and speed with its inverse. */
const similar = (map: Compressor, scale: number): Compressor => ({
  ...map,
  inducer: { ...map.inducer, value: map.inducer.value * scale },
  exducer: { ...map.exducer, value: map.exducer.value * scale },
  maxSpeedRpm: { ...map.maxSpeedRpm, value: map.maxSpeedRpm.value / scale },
  lines: map.lines.map((l) => ({
    speedRpm: l.speedRpm / scale,
    points: l.points.map((p) => ({ ...p, flow: p.flow * scale ** 2 })),
  })),
});

const only = (criterion: (typeof criteria)[number]): Weights =>
  Object.fromEntries(criteria.map((c) => [c, c === criterion ? 10 : 0])) as Weights;

const order = (build: Build, field: Candidate[], weights = DEFAULT_WEIGHTS) => {
  const ground = { build, table: tableOf(build) };
  const rows = field.map((one) => openRow(ground, one, 'screened'));
  return rank(rows, weights, { power: build.goal.power, room: DEFAULT_ROOM });
};

describe('built cases with a known right order', () => {
  const build = buildOf(0);
  const birch = document('birch-50');

  it('of one wheel in three sizes the fitting one comes first, and each says what is wrong with it', () => {
    const ranked = order(build, [
      candidate('far too big', similar(birch, 3)),
      candidate('far too small', similar(birch, 0.45)),
      candidate('fits', birch),
    ]);
    expect(ranked.map((r) => r.kind)).toEqual(['holds', 'off-map', 'off-map']);
    expect(ranked[0]!.name).toBe('fits');
    const why = Object.fromEntries(ranked.map((r) => [r.name, r.reason.code]));
    expect(why['far too big']).toMatch(/^surge/);
    expect(why['far too small']).toMatch(/^choke|^overspeed/);
    expect(ranked.map((r) => r.excess)).toEqual([...ranked.map((r) => r.excess)].sort((a, b) => a - b));
  });

  it('of two alike the more efficient leads; when only money counts the cheaper does', () => {
    const better: Compressor = {
      ...birch,
      lines: birch.lines.map((l) => ({
        ...l,
        points: l.points.map((p) => ({ ...p, efficiency: p.efficiency + 0.03 })),
      })),
    };
    const field = [candidate('plain, cheap', birch, 1, 500), candidate('efficient, dear', better, 1, 1_500)];
    expect(order(build, field, only('efficiency'))[0]!.name).toBe('efficient, dear');
    const byPrice = order(build, field, only('price'));
    expect(byPrice[0]!.name).toBe('plain, cheap');
    expect(byPrice[1]!.reason).toMatchObject({
      code: 'turbo-dearer',
      figures: { price: { value: 1500 } },
    });
  });

  it('where nothing fits every row says so and the one that holds longest stands first', () => {
    const ranked = order(build, [
      candidate('half', similar(birch, 0.5)),
      candidate('nearly', similar(birch, 0.86)),
      candidate('huge', similar(birch, 4)),
    ]);
    expect(ranked.every((r) => r.kind === 'off-map')).toBe(true);
    expect(ranked[0]!.name).toBe('nearly');
    expect(ranked[0]!.excess).toBeLessThan(Math.min(ranked[1]!.excess, ranked[2]!.excess));
    const beyond = buildOf(0, (job) => (job.brief.goal.power.value = 4e6));
    expect(order(beyond, [candidate('any', birch)])[0]).toMatchObject({
      kind: 'fails',
      reason: { code: 'rank-out-of-reach' },
    });
  });
});

describe('the same wheel stated differently', () => {
  const build = buildOf(1);
  const rowan = document('rowan-52');
  const scoreOf = (map: Compressor) => order(build, [candidate('one', map, 2)])[0]!.score;

  it('ranks the same at three references', () => {
    const score = scoreOf(rowan);
    for (const reference of [
      { pressure: 101_325, temperature: 288.15 },
      { pressure: 96_200, temperature: 302.8 },
      { pressure: 100_000, temperature: 298 },
    ])
      expect(scoreOf(restate(rowan, reference))).toBeCloseTo(score, 6);
  });

  it('ranks the same when imported in three systems of units', () => {
    const rows = rowan.lines.flatMap((l) => l.points.map((p) => ({ n: l.speedRpm, ...p })));
    const density = rowan.reference.pressure / (287.05 * rowan.reference.temperature);
    const texts = [
      [
        'speed rpm,flow kg/s,PR,eff share',
        (r: (typeof rows)[number]) => [r.n, r.flow, r.pressureRatio, r.efficiency],
      ],
      [
        'speed krpm,flow lb/min,PR,eff %',
        (r: (typeof rows)[number]) => [
          r.n / 1e3,
          (r.flow * 60) / 0.45359237,
          r.pressureRatio,
          r.efficiency * 100,
        ],
      ],
      [
        'eff %,PR,flow m3/h,speed rpm',
        (r: (typeof rows)[number]) => [r.efficiency * 100, r.pressureRatio, (r.flow * 3600) / density, r.n],
      ],
    ] as const;
    const scores = texts.map(([header, cells]) => {
      const opened = openMapText([header, ...rows.map((r) => cells(r).join(','))].join('\n'), 'x.csv');
      if (opened.kind !== 'table') throw new Error(opened.kind);
      const made = makeMap(
        opened.table,
        { ...opened.mapping, surge: 'first-point' },
        {
          ...opened.facts,
          name: 'x',
          referencePressure: rowan.reference.pressure,
          referenceTemperature: rowan.reference.temperature,
          flowPressure: rowan.reference.pressure,
          flowTemperature: rowan.reference.temperature,
          inducer: rowan.inducer.value,
          exducer: rowan.exducer.value,
          maxSpeedRpm: rowan.maxSpeedRpm.value,
        },
      );
      if (!made.ok) throw new Error(JSON.stringify(made.problems[0]));
      return scoreOf(made.document);
    });
    expect(scores[1]).toBeCloseTo(scores[0]!, 6);
    expect(scores[2]).toBeCloseTo(scores[0]!, 6);
  });
});

describe('laws', () => {
  it('twins of a wheel with half the area do exactly what one of the whole does', () => {
    for (const index of [0, 1] as const) {
      const table = tableOf(buildOf(index));
      for (const id of ['birch-50', 'rowan-52', 'juniper-55', 'yew-71']) {
        const map = document(id);
        const whole = layOver(table, machineOf(candidate('whole', map)));
        const halves = layOver(table, machineOf(candidate('halves', similar(map, Math.SQRT1_2), 2)));
        expect(halves.meanEfficiency).toBeCloseTo(whole.meanEfficiency, 6);
        expect(halves.offShare).toBe(whole.offShare);
        expect(halves.strip.map((p) => p.status)).toEqual(whole.strip.map((p) => p.status));
        expect(halves.surge?.margin ?? 9).toBeCloseTo(whole.surge?.margin ?? 9, 5);
      }
    }
  });

  it('a less efficient compressor is asked for more ratio and more heat, never for less', () => {
    for (const index of [0, 1] as const) {
      const build = buildOf(index);
      const table = tableOf(build);
      const read = (efficiency: number) =>
        demandAt(table, table.goalIndex, efficiency, efficiency, { massFlow: 0, inletPressure: 0, ratio: 0 });
      let before = { ...read(0.9) };
      for (let efficiency = 0.88; efficiency >= 0.4; efficiency -= 0.02) {
        const now = { ...read(efficiency) };
        expect(now.ratio).toBeGreaterThan(before.ratio);
        // The goal's power needs the same air whatever compresses it: the fuel-flow school.
        expect(now.massFlow / before.massFlow).toBeCloseTo(1, 3);
        before = now;
      }
    }
  });

  it('more of what somebody values never costs a candidate its place', () => {
    const build = buildOf(0);
    const field = ['hazel-48', 'birch-50', 'rowan-52'].map((id) => candidate(id, document(id), 1, 700));
    for (const price of [650, 500, 300, 100]) {
      const place = (cheaper: number) =>
        order(
          build,
          field.map((c) =>
            c.chargers[0]!.id === 'rowan-52' ? candidate('rowan-52', document('rowan-52'), 1, cheaper) : c,
          ),
        ).findIndex((r) => r.name === 'rowan-52');
      expect(place(price)).toBeLessThanOrEqual(place(700));
    }
  });

  it('no weights at all, or one candidate, or none: still an order and no figure that is no number', () => {
    const build = buildOf(0);
    const nothing = Object.fromEntries(criteria.map((c) => [c, 0])) as Weights;
    const one = order(build, [candidate('birch-50', document('birch-50'))], nothing);
    expect(one[0]!.score).toBe(0);
    expect(rank([], DEFAULT_WEIGHTS, { power: 2e5, room: DEFAULT_ROOM })).toEqual([]);
    for (const r of order(build, [
      candidate('a', document('birch-50')),
      candidate('b', document('willow-22')),
    ]))
      expect([r.score, ...Object.values(r.credit)].every((x) => x >= 0 && x <= 1)).toBe(true);
  });
});

describe('the demo library', () => {
  const field = sampleCompressors.flatMap((c) =>
    ([1, 2] as const).map((count) => candidate(c.id, c.document, count, c.document.price?.value ?? null)),
  );
  const ranked = ([0, 1] as const).map((index) => order(buildOf(index), field));

  it('reads every candidate as the full solver does', () => {
    for (const index of [0, 1] as const) {
      const build = buildOf(index);
      const table = tableOf(build, 'fine');
      for (const one of field.filter((_, i) => i % 3 === 0)) {
        const { map, count } = machineOf(one);
        const quick = layOver(table, { map, count });
        const full = solveSweep(
          withEngineCharger(build, (charger) => ({
            ...charger,
            machine: compressorMachine(map, one.chargers[0]!.name),
            count,
          })),
        );
        const points = full.points.filter((p) => p.boosting && p.speedRpm >= build.boost.onsetRpm);
        expect(quick.strip.map((p) => p.speedRpm)).toEqual(points.map((p) => p.speedRpm));
        if (quick.offShare === 0) expect(quick.spans).toEqual(full.spans);
        const efficiencies = points.flatMap((p) => engineCharger(p).at!.efficiency ?? []);
        const mean = efficiencies.reduce((a, b) => a + b, 0) / efficiencies.length;
        expect(Math.abs(quick.meanEfficiency - mean)).toBeLessThan(5e-4);
        expect(Math.abs(quick.offShare - off(full.spans, points.length, build.stepRpm))).toBeLessThan(0.02);
      }
    }
  });

  it('four pairs change places between the two demo jobs', () => {
    // The better of single and twins counts for each wheel.
    const place = (index: 0 | 1, id: string) => ranked[index]!.findIndex((r) => r.chargers[0]!.id === id);
    for (const [first, second] of [
      ['hazel-48', 'juniper-55'],
      ['aspen-37', 'yew-71'],
      ['holly-34', 'oak-76'],
      ['birch-50', 'yew-71'],
    ] as const) {
      expect(place(0, first)).toBeLessThan(place(0, second));
      expect(place(1, first)).toBeGreaterThan(place(1, second));
    }
  });

  it('has at least one that holds on each job, and the one on the job is among them', () => {
    expect(
      ranked[0]!.find((r) => r.key === candidateKey('single', [{ id: 'birch-50', revision: 1 }]))!.kind,
    ).toBe('holds');
    expect(
      ranked[1]!.find((r) => r.key === candidateKey('parallel', [{ id: 'rowan-52', revision: 1 }]))!.kind,
    ).toBe('holds');
  });

  it('a choke margin asked by the Brief makes a row marginal, with its figure', () => {
    const rowAt = (least: number) => {
      const build = buildOf(0, (job) => (job.brief.chokeMargin = { value: least, confidence: 'measured' }));
      return openRow(
        { build, table: tableOf(build) },
        candidate('birch-50', document('birch-50')),
        'screened',
      );
    };
    expect(rowAt(0).state).toBe('within');
    const asked = rowAt(0.5);
    expect([asked.state, asked.why.code]).toEqual(['marginal', 'choke-near']);
    const { value } = asked.why.figures.margin!;
    expect([rowAt(value - 1e-6).state, rowAt(value + 1e-6).state]).toEqual(['within', 'marginal']);
  });

  it('speeds are thinned to 24 that begin and end where the boost does', () => {
    const speeds = rankingSpeeds(revGrid(buildOf(0)), 3000, 'coarse');
    expect(speeds).toHaveLength(24);
    expect([speeds[0], speeds.at(-1)]).toEqual([3000, 9500]);
  });
});

/** Share of the judged speeds inside spans, by their ends. */
const off = (spans: { fromRpm: number; toRpm: number }[], count: number, step: number) =>
  spans.reduce((sum, s) => sum + (s.toRpm - s.fromRpm) / step + 1, 0) / count;
