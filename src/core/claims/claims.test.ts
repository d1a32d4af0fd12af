import { sampleJob } from '@/data/demo/sample';
import { boundsAt } from '../job/inputs/bound-at';
import { jobBounds } from '../job/inputs/bounds';
import { jobSchema } from '../job/schema/job';
import { quantityOf } from '../job/inputs/inputs';
import { padLines } from './claims';
import type { PadContext } from './line';

const HP = 745.6998715822702;
const PSI = 6894.757293168361;
const LBFT = 1.3558179483314004;
const fahrenheit = (f: number) => (f + 459.67) / 1.8;
const context: PadContext = {
  fuel: 'petrol-98',
  altitude: 0,
  temperature: 288.15,
  lossShare: 0.15,
  mass: 1_400,
  engine: null,
};
const ask = (id: string, given: Record<string, number>, more: Partial<PadContext> = {}) =>
  padLines.find((l) => l.id === id)!.solve(given, { ...context, ...more });

describe('the claim pad against the trade’s own figures (check-values: common practice, no source)', () => {
  it('hp = lb·ft × rpm / 5,252 (definition; facts 11 and 12)', () => {
    // 550 ft·lbf/s and 2π: 33,000 / 2π.
    const made = ask('power-torque-speed', { torque: 300 * LBFT, speed: 5_252 }).derived.power!;
    expect(made / HP).toBeCloseTo((300 * 5_252 * 2 * Math.PI) / 33_000, 6);
    expect(ask('power-torque-speed', { power: 1_202 * HP, speed: 6_400 }).derived.torque! / LBFT).toBeCloseTo(
      986,
      0,
    );
    expect(ask('power-torque-speed', { torque: 1_100 * LBFT, speed: 4_600 }).derived.power! / HP).toBeCloseTo(
      963,
      0,
    );
    expect(ask('power-torque-speed', { torque: 650 * LBFT, power: 850 * HP }).derived.speed!).toBeCloseTo(
      6_868,
      0,
    );
  });

  it('191 kPa absolute is 13.0 psi on the gauge (6)', () => {
    expect(ask('gauge', { absolute: 191_000 }).derived.boost! / PSI).toBeCloseTo(13, 1);
  });

  it('7.4 psi, 76 °F in and 176 °F out: 66 % efficient at a ratio of 1.503 (1)', () => {
    const ratio = (14.7 + 7.4) / 14.7;
    expect(ratio).toBeCloseTo(1.503, 3);
    const found = ask('temperature', { ratio, inlet: fahrenheit(76), outlet: fahrenheit(176) });
    expect(found.derived.efficiency).toBeCloseTo(0.66, 2);
  });

  it('injectors: 450 on six of 560 cc, 800 on 1,050, 1,000 on 1,300: 84, 80, 81 % duty (15)', () => {
    for (const [hp, cc, duty] of [
      [450, 560, 0.84],
      [800, 1_050, 0.8],
      [1_000, 1_300, 0.81],
    ] as const)
      expect(
        Math.abs(ask('injectors', { power: hp * HP, size: (cc * 1e-6) / 60, count: 6 }).derived.duty! - duty),
      ).toBeLessThan(0.012);
  });

  it('an E85 four: 588 hp on 1,300 cc is 87 % (16)', () => {
    const found = ask('injectors', { power: 588 * HP, size: 1_300e-6 / 60 }, { fuel: 'e85' });
    expect(Math.abs(found.derived.duty! - 0.87)).toBeLessThan(0.01);
    expect(found.remarks.map((r) => r.code)).toEqual(['claim-duty-high']);
  });

  it('trap speed goes with the cube root of power: 122 mph at 500 hp, 135 at 660 (27)', () => {
    const at = (hp: number) => ask('trap', { power: hp * HP }).derived.trap!;
    expect(at(660) / at(500)).toBeCloseTo((660 / 500) ** (1 / 3), 9);
    expect(Math.abs(at(660) / at(500) - 135 / 122)).toBeLessThan(0.02);
  });
});

describe('a claim that cannot be true says why', () => {
  const impossible = (id: string, given: Record<string, number>, more: Partial<PadContext> = {}) =>
    ask(id, given, more).impossible?.code ?? null;

  it('each with a true neighbour beside it', () => {
    expect(impossible('power-torque-speed', { power: 300 * HP, torque: 250 * LBFT, speed: 6_000 })).toBe(
      'claim-power-torque',
    );
    expect(
      impossible('power-torque-speed', { power: 286 * HP, torque: 250 * LBFT, speed: 6_000 }),
    ).toBeNull();
    const small = { engine: { displacement: 0.0013, cycle: 'four-stroke' } } as const;
    expect(impossible('power-torque-speed', { power: 1_200 * HP, speed: 8_000 }, small)).toBe(
      'claim-mean-pressure',
    );
    expect(impossible('power-torque-speed', { power: 300 * HP, speed: 8_000 }, small)).toBeNull();
    expect(impossible('wheels-flywheel', { wheels: 320 * HP, flywheel: 300 * HP })).toBe(
      'claim-gains-on-the-way',
    );
    expect(impossible('wheels-flywheel', { wheels: 255 * HP, flywheel: 300 * HP })).toBeNull();
    expect(impossible('injectors', { power: 900 * HP, size: 560e-6 / 60, count: 4 })).toBe('claim-duty');
    expect(impossible('temperature', { ratio: 2.4, inlet: 293, outlet: 330 })).toBe('claim-too-cool');
    expect(impossible('gauge', { boost: 100_000, absolute: 101_325 })).toBe('claim-gauge');
    expect(impossible('gauge', { boost: 100_000, absolute: 201_325 })).toBeNull();
    expect(impossible('catalogue-flow', { flow: 0.3, power: 700 * HP })).toBe('claim-flow');
    expect(impossible('catalogue-flow', { flow: 0.3, power: 400 * HP })).toBeNull();
    expect(impossible('trap', { trap: 160 * 0.44704, power: 300 * HP })).toBe('claim-trap');
  });
});

describe('laws', () => {
  it('what a line derives, given back, gives what was typed', () => {
    const pairs: [string, Record<string, number>, string, string][] = [
      ['power-torque-speed', { speed: 6_100 }, 'power', 'torque'],
      ['injectors', { count: 6, duty: 0.82, drop: 270_000 }, 'power', 'size'],
      ['wheels-flywheel', { loss: 0.17 }, 'wheels', 'flywheel'],
      ['trap', { mass: 1_540 }, 'power', 'trap'],
      ['gauge', { altitude: 1_650 }, 'boost', 'absolute'],
    ];
    for (const [id, rest, from, to] of pairs) {
      const there = ask(id, { ...rest, [from]: 200_000 }).derived[to]!;
      expect(ask(id, { ...rest, [to]: there }).derived[from]! / 200_000).toBeCloseTo(1, 9);
    }
  });

  it('every line is total over the ends of its fields, alone and in pairs', () => {
    for (const line of padLines)
      for (const a of line.fields)
        for (const b of line.fields)
          for (const x of [a.min, a.max])
            for (const y of [b.min, b.max]) {
              const { derived } = line.solve({ [a.key]: x, [b.key]: y }, { ...context, altitude: 4_000 });
              for (const value of Object.values(derived)) expect(Number.isFinite(value)).toBe(true);
            }
  });

  it('a wheel carries less by mass on the mountain, and the map’s flow is the same', () => {
    const at = (altitude: number) => ask('catalogue-flow', { flow: 0.3, altitude }).derived.actual!;
    expect(at(0)).toBeCloseTo(0.3, 9);
    expect(at(2_900) / at(0)).toBeCloseTo(0.7, 1);
  });
});

describe('what goes into the job', () => {
  const targets = padLines.flatMap((line) =>
    line.fields.filter((f) => f.target).map((field) => ({ line, field })),
  );
  const at = (path: string) => path.replace('{setup}', 'setups.0');
  const write = (job: object, path: string, value: unknown) => {
    const keys = path.split('.');
    const last = keys.pop()!;
    const parent = keys.reduce<unknown>((o, key) => (o as Record<string, unknown>)[key], job);
    (parent as Record<string, unknown>)[last] = value;
  };

  it('each figure lands on an input of its own quantity', () => {
    expect(targets.length).toBeGreaterThan(12);
    for (const { field } of targets)
      expect([at(field.target!), quantityOf(at(field.target!))]).toEqual([at(field.target!), field.quantity]);
  });

  it('with what it takes along it leaves a job that the schema takes, wherever it lies in the job’s own range', () => {
    const bounds = jobBounds();
    for (const { field } of targets) {
      const { min, max } = boundsAt(bounds, at(field.target!));
      // The pad's range and the job's meet: there is something to send.
      expect(Math.max(min, field.min)).toBeLessThan(Math.min(max, field.max));
      for (const value of [Math.max(min, field.min), Math.min(max, field.max)]) {
        const job = structuredClone(sampleJob(0));
        write(job, at(field.target!), { value, confidence: 'reported', note: 'from the claim pad' });
        for (const [path, choice] of Object.entries(field.with ?? {})) write(job, at(path), choice);
        expect(jobSchema.safeParse(job).error?.issues ?? []).toEqual([]);
      }
    }
  });
});
