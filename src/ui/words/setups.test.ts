import { changeoverOf, driveOf, frontOf, put } from '@/testing/chargers';
import type { Job } from '@/core/job/schema/job';
import { inputsOf, isBoostCurve } from '@/core/job/inputs/inputs';
import { sampleHistories } from '@/data/demo/sample';
import { houseWords } from './words';
import { inputName } from './inputs';
import { differingInputs } from './setups';

const names = {
  part: ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`,
  housing: (_: unknown, index: number) => `housing ${index}`,
};

/** The groomer with its compound pair as its only setup, and a copy of it that can be changed. */
function twoAlike(change: (job: Job) => void = () => {}): Job {
  const job = structuredClone(sampleHistories[2]!.revisions.at(-1)!.job);
  const pair = job.setups.find((s) => s.letter === 'B')!;
  pair.boost.kind = 'level';
  job.setups = [pair];
  frontOf(job).hold.kind = 'held';
  frontOf(job).aftercooler.kind = 'air';
  changeoverOf(job).kind = 'at';
  job.setups = [pair, { ...structuredClone(pair), id: 'c', letter: 'C' }];
  change(job);
  return job;
}

const differing = (job: Job) => differingInputs(houseWords, job, names);

/** The two with a value of the second changed by its path. */
function changed(path: string, by: (was: unknown) => unknown): Job {
  return twoAlike((job) => {
    const keys = path.split('.');
    let at = job.setups[1] as unknown as Record<string, unknown>;
    for (const key of keys.slice(0, -1)) at = at[key] as Record<string, unknown>;
    const last = keys.at(-1)!;
    const was = at[last];
    at[last] = by(was);
    expect(at[last]).not.toBe(was);
  });
}

describe('inputs in which setups differ', () => {
  it('are none where the setups are alike', () => {
    expect(differing(twoAlike())).toEqual([]);
  });

  it('every input that counts in a compound pair is told, alone, with its value in each', () => {
    const paths = inputsOf(twoAlike(), 1, { whole: true })
      .map(({ path }) => path)
      .filter((path) => path.startsWith('setups.1.') && !isBoostCurve(path))
      .map((path) => path.slice('setups.1.'.length));
    // Both stages, the cooler between and the change-over are among them.
    expect(paths).toEqual(
      expect.arrayContaining([
        'induction.changeover.hysteresisRpm',
        'induction.chargers.0.aftercooler.effectiveness',
        'induction.chargers.1.drive.gate.bore',
        'induction.chargers.0.drive.inertia',
      ]),
    );
    for (const path of paths) {
      const lines = differing(changed(`${path}.value`, (was) => Number(was) * 1.5 + 0.5));
      expect([path, lines.length]).toEqual([path, 1]);
      expect(new Set(lines[0]!.texts).size).toBe(2);
      expect(lines[0]!.name).toMatch(/^\p{L}[^.]+$/u);
    }
  });

  it.each([
    ['induction.chargers.1.drive.housing', 4, 'turbine housing, HP stage'],
    ['induction.chargers.0.drive.turbine.revision', 7, 'turbine, LP stage'],
    ['induction.chargers.0.machine.id', 'another', 'compressor, LP stage'],
    ['induction.chargers.1.drive.gate.reference', 'spring', 'wastegate controlled by, HP stage'],
    ['induction.chargers.1.aftercooler.kind', 'water', 'cooler'],
    ['induction.chargers.0.aftercooler.kind', 'water', 'intercooler'],
    ['boost.held', 'absolute', 'boost target is'],
    ['exhaust.manifold', 'divided', 'exhaust manifold'],
  ] as const)('a choice is told: %s', (path, to, name) => {
    expect(differing(changed(path, () => to)).map((line) => line.name)).toContain(name);
  });

  it('what has no say is not told: a second stage that is kept, the shaft guesses of a matched turbo', () => {
    const single = (job: Job) => {
      job.setups.forEach((_, index) => put(job, 'single', {}, index));
    };
    expect(
      differing(
        twoAlike((job) => {
          single(job);
          const { induction, backPressureRatio, boost } = job.setups[1]!;
          const aside = induction.kind === 'charged' ? induction.aside : null;
          if (!aside) throw new Error('The charger in front is kept.');
          driveOf(aside).inertia.value *= 2;
          backPressureRatio.value *= 1.2;
          boost.onsetRpm.value += 500;
          aside.hold.gauge.value += 50_000;
        }),
      ),
    ).toEqual([]);
  });

  it('boost curves are told point by point, and a second loss of one place by its number', () => {
    const job = twoAlike((j) => {
      for (const { boost } of j.setups) {
        boost.kind = 'curve';
        boost.curve.rows = [
          { speedRpm: 1_200, gauge: 90_000 },
          { speedRpm: 1_800, gauge: 150_000 },
        ];
      }
      j.setups[1]!.boost.curve.rows[1]!.gauge = 160_000;
      const loss = j.setups[0]!.plumbing.find((l) => l.place === 'cooler')!;
      for (const s of j.setups) s.plumbing.push({ ...structuredClone(loss), from: 'drop' });
      j.setups[1]!.plumbing.at(-1)!.drop.value *= 2;
    });
    const lines = differing(job);
    expect(lines.map((l) => l.name)).toEqual([
      'boost curve',
      expect.stringMatching(/cooler pressure loss.*\(2\)$/),
    ]);
    expect(lines[0]!.texts[1]!.replace(/\u00a0/g, ' ')).toBe('90 kPa at 1,200 rpm, 160 kPa at 1,800 rpm');
  });

  it('what a loss was stated at is told, and of a pipe its measures; every gear where boost goes by gear', () => {
    const told = (change: (job: Job) => void) => differing(twoAlike(change)).map((line) => line.name);
    const cooler = (job: Job, i: number) => job.setups[i]!.plumbing.find((l) => l.place === 'cooler')!;
    expect(
      told((job) => {
        for (const i of [0, 1]) cooler(job, i).from = 'drop';
        cooler(job, 1).massFlow.value *= 1.2;
      }),
    ).toEqual(['charge air cooler mass flow (at rated loss)']);
    expect(
      told((job) => {
        for (const i of [0, 1]) {
          const input = cooler(job, i).drop;
          Object.assign(cooler(job, i), {
            from: 'pipe',
            diameter: { ...input, value: 0.07 },
            length: { ...input, value: 1.2 },
          });
        }
        cooler(job, 1).drop.value *= 2;
        cooler(job, 1).length!.value = 1.5;
      }),
    ).toEqual([expect.stringMatching(/length/)]);
    expect(
      told((job) => {
        for (const { boost } of job.setups) {
          boost.kind = 'gears';
          boost.gear = 0;
          boost.gears = [50_000, 80_000, 110_000].map((value) => ({ ...boost.levelGauge, value }));
        }
        job.setups[1]!.boost.gears[2]!.value = 120_000;
      }),
    ).toEqual(['boost of gear 3']);
  });

  it('an input says which stage or part it belongs to where the job is at hand', () => {
    const job = twoAlike();
    const between = job.setups[0]!.plumbing.findIndex((l) => l.place === 'between');
    expect(between).toBeGreaterThanOrEqual(0);
    const bore = (charger: number) => `setups.0.induction.chargers.${charger}.drive.gate.bore`;
    expect(inputName(bore(1), job)).toBe('wastegate seat diameter, HP stage');
    expect(inputName(bore(0), job)).toBe('wastegate seat diameter, LP stage');
    expect(inputName(bore(0))).toBe('wastegate seat diameter');
    expect(inputName(`setups.0.plumbing.${between}.drop`, job)).toBe('interstage pipe pressure loss');
    put(job, 'parallel', {});
    expect(inputName(bore(0), job)).toBe('wastegate seat diameter');
  });
});
