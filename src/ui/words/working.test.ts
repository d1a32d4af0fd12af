import { engineOf, put } from '@/testing/chargers';
import { evaluate as calculate } from 'mathjs';
import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { blowerFitOf } from '@/core/job/fit';
import { withFitted } from '@/core/job/chargers';
import { sampleBlowers, sampleHistories, sampleJob, sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild, type Build } from '@/core/build/build';
import { figureAt, figureIds, type FigureId } from '@/core/workings/figures';
import { figureOf, influencesOn, mostTelling, withInput } from '@/core/workings/influence';
import { planLevel, solvePoint, type OperatingPoint } from '@/core/solve/point';
import { workingOf } from '@/core/workings/workings';
import { boundsAt } from '@/core/job/inputs/bound-at';
import { jobBounds } from '@/core/job/inputs/bounds';
import { patternOf } from '@/core/job/inputs/place';
import { inputDescriptors, inputsOf, isWhole, spreadOf } from '@/core/job/inputs/inputs';
import type { Job } from '@/core/job/schema/job';
import { usualNitrous, usualSpray } from '@/core/charge-injection/usual';
import { guess } from '@/core/documents/input';
import { unitChoices } from './unit-samples';
import { inputName } from './inputs';
import { printInfluences, printWorking, workingText } from './working';
import { houseWords, wordsIn } from './words';

/** Somebody else's arithmetic: a general evaluator, given the printed line as it stands on the screen. */
const evaluated = (text: string): number =>
  calculate(
    text
      .replace(/(\d),(?=\d{3}(\D|$))/g, '$1')
      .replace(/(\d),(?=\d{3}(\D|$))/g, '$1')
      .replaceAll('·', '*')
      .replaceAll('−', '-')
      .replaceAll('√', 'sqrt')
      .replaceAll('ln(', 'log(')
      .replaceAll('π', 'pi'),
  ) as number;
const number = (text: string) => Number(text.replaceAll(',', '').replace('−', '-'));

const bounds = jobBounds();
const wide = (job: Job): Job => {
  job.brief.drivetrain.school = 'fixed-and-share';
  return job;
};
const level = (job: Job): Job => {
  job.setups[0]!.boost.kind = 'level';
  job.setups[0]!.boost.levelGauge.value = 90_000;
  return job;
};
const bare = (job: Job): Job => {
  put(job, 'single', { engine: null });
  engineOf(job).aftercooler.kind = 'none';
  job.engine.cycle = 'two-stroke';
  return job;
};
/** With turbine and gate, a down pipe by its measures, and boost as a curve. */
const piped = (job: Job): Job => {
  const { boost, plumbing } = job.setups[0]!;
  boost.kind = 'curve';
  boost.curve.rows = [
    { speedRpm: 3_000, gauge: 60_000 },
    { speedRpm: 8_000, gauge: 110_000 },
  ];
  const pipe = plumbing.find((loss) => loss.place === 'downpipe')!;
  Object.assign(pipe, { from: 'pipe', length: guess(1.1), bends: guess(2) });
  return job;
};
const withoutCharger = (job: Job): Job => {
  job.setups[0]!.induction = { kind: 'none' };
  job.brief.goal.power.value *= 0.5;
  return job;
};
/** A blower behind the turbocharger of the job. */
const inSeries = (job: Job): Job => {
  const [turbo] = job.setups[0]!.induction.kind === 'charged' ? job.setups[0]!.induction.chargers : [];
  const item = sampleBlowers.find(({ id }) => id === 'tarn-900')!;
  return withFitted(job, job.setups[0]!.id, 'compound', {
    front: { machine: turbo!.machine, drive: turbo!.drive },
    engine: blowerFitOf(item, 8_000),
  });
};
/** With water-methanol and nitrous oxide behind the cooler, for an engine of about so much air, kg/s. */
const injected = (job: Job, dryFlow: number, { isWet = true } = {}): Job => {
  const setup = job.setups[0]!;
  const laidOutFor = {
    fuelFlow: dryFlow / 12,
    dryFlow,
    boostGauge: 60_000,
    redLineRpm: 6_000,
    ambient: 290,
    isSpark: isWet,
  };
  setup.injection = { spray: usualSpray(laidOutFor), nitrous: usualNitrous(laidOutFor) };
  return job;
};
const jobs = [
  wide(sampleJob(0)),
  level(sampleJob(0)),
  sampleJob(1),
  bare(sampleJob(1)),
  piped(sampleTurboJob(0)),
  level(sampleTurboJob(1)),
  sampleTurboJob(1),
  injected(sampleTurboJob(0), 0.25),
  injected(sampleJob(0), 0.25),
  injected(withoutCharger(sampleJob(0)), 0.12, { isWet: false }),
  injected(structuredClone(sampleHistories.find((h) => h.id.startsWith('9e52'))!.revisions.at(-1)!.job), 0.7),
  // On the crankshaft: a displacement blower, a centrifugal one.
  inSeries(sampleTurboJob(0)),
  ...['9e52', '51c8'].map((id) => sampleHistories.find((h) => h.id.startsWith(id))!.revisions.at(-1)!.job),
];

function solved(job: Job, share: number): { build: Build; point: OperatingPoint } {
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems[0]));
  const { build } = result;
  const speed = share < 0 ? build.goal.speedRpm : build.idleRpm + share * (build.redLineRpm - build.idleRpm);
  return { build, point: solvePoint(build, speed, planLevel(build)) };
}

describe('workings', () => {
  it('end with the figure that the point shows, for every figure, job and speed', () => {
    const shown = new Set<FigureId>();
    for (const job of jobs)
      for (const share of [-1, 0.05, 0.3, 0.5, 0.72, 1]) {
        const { build, point } = solved(job, share);
        for (const id of figureIds) {
          const working = workingOf(build, point, id, 0);
          const value = figureAt(build, point, id);
          expect(working === null).toBe(value === null);
          if (!working || value === null) continue;
          const last = working.steps.at(-1);
          if (!last && id === 'charge-temperature') continue; // the day's air, nothing done to it
          shown.add(id);
          if (Math.abs(last!.value / value - 1) > 2e-5)
            throw new Error(
              `${id} at ${point.speedRpm}: the steps end at ${last!.value}, the point has ${value}`,
            );
        }
      }
    expect([...shown].sort()).toEqual([...figureIds].sort());
  });

  it('the printed numbers give the printed result, by a pocket calculator of somebody else’s, in every unit', () => {
    const formulas = new Set<string>();
    fc.assert(
      fc.property(
        fc.constantFrom(...jobs),
        fc.oneof(fc.constant(-1), fc.double({ min: 0, max: 1, noNaN: true })),
        fc.constantFrom(...unitChoices),
        (job, share, choice) => {
          const { build, point } = solved(job, share);
          const words = wordsIn(choice);
          for (const id of figureIds) {
            const working = workingOf(build, point, id, 0);
            if (!working) continue;
            const printed = printWorking(words, job, working);
            for (const step of [...printed.steps, ...(printed.byHand ? [printed.byHand.step] : [])]) {
              if (step.kind !== 'formula') continue;
              formulas.add(step.id);
              const digits = step.resultNumber.split('.')[1]?.length ?? 0;
              const off = Math.abs(evaluated(step.numbers) - number(step.resultNumber));
              if (!(off <= 0.76 * 10 ** -digits))
                throw new Error(`${id}, ${step.id}: ${step.numbers} = ${step.resultNumber}, off by ${off}`);
            }
          }
        },
      ),
      { numRuns: draws(60) },
    );
    expect(formulas.size).toBeGreaterThan(34);
  });

  it('name every number: a meaning, a value, and where it comes from', () => {
    const { build, point } = solved(jobs[0]!, -1);
    const printed = printWorking(houseWords, jobs[0]!, workingOf(build, point, 'pressure-ratio', 0)!);
    const text = workingText(printed, jobs[0]!, []);
    expect(text).toContain('Pressure ratio at 8,600 rpm: 2.62 (Hill-climb single-seater)');
    expect(text).toMatch(/Δp_0: as stated, [\d.]+ kPa, air filter pressure loss, (estimate|measured)/);
    expect(text).toContain('By hand: PR = (p_amb + boost) / p_amb');
    expect(text).not.toMatch(/undefined|NaN|\{/);
    for (const id of figureIds) {
      const working = workingOf(build, point, id, 0);
      if (working)
        expect(workingText(printWorking(houseWords, jobs[0]!, working), jobs[0]!, [])).not.toMatch(
          /undefined|NaN/,
        );
    }
  });

  it('the fixed exponent stands beside the full sum: a few kelvin apart, never the same', () => {
    const { build, point } = solved(jobs[0]!, -1);
    const { byHand, value } = workingOf(build, point, 'outlet-temperature', 0)!;
    expect(Math.abs(byHand!.value - value)).toBeLessThan(4);
    expect(byHand!.value).not.toBe(value);
  });
});

describe('which input matters most', () => {
  const ask = (job: Job, figure: FigureId, speedRpm: number) => [
    ...influencesOn({ job, setupIndex: 0, library: sampleLibrary, speedRpm, figure, bounds }),
  ];

  it('the printed order recomputes: each input moved by its spread, by hand', () => {
    for (const [job, figure] of [
      [jobs[0]!, 'pressure-ratio'],
      [jobs[1]!, 'power'],
      [jobs[2]!, 'surge-margin'],
    ] as const) {
      const speed = job.brief.goal.speedRpm.value * 0.8;
      const found = mostTelling(ask(job, figure, speed));
      expect(found.length).toBeGreaterThan(5);
      const again = found.map(({ path, input }) => {
        const spread = spreadOf({ path, input });
        const at = (value: number) => figureOf(withInput(job, path, value), 0, sampleLibrary, speed, figure)!;
        // A value at the end of its range is moved one way only.
        const { min, max } = path === 'engine.breathing.table' ? { min: 0, max: 9 } : boundsAt(bounds, path);
        const [low, high] = [Math.max(min, input.value - spread), Math.min(max, input.value + spread)];
        return (Math.abs(at(high) - at(low)) / (high - low)) * spread;
      });
      expect([...again].sort((a, b) => b - a)).toEqual(again);
      const printed = printInfluences(houseWords, job, found, 'share');
      expect(printed[0]!.share).toBe(1);
      expect(printed.every((p, i) => i === 0 || p.share <= printed[i - 1]!.share)).toBe(true);
    }
  });

  it('a level of boost moves the power it makes by its share of the absolute pressure', () => {
    const job = jobs[1]!;
    const found = ask(job, 'power', job.brief.goal.speedRpm.value);
    const boost = found.find((i) => i.path === 'setups.0.boost.levelGauge')!;
    const { build, point } = solved(job, -1);
    const share = boost.spread / (build.climate.pressure + job.setups[0]!.boost.levelGauge.value);
    // Charge heat takes some of it away: between two thirds and all of the pressure's share arrives as power.
    expect(boost.effect / point.power.flywheel / share).toBeGreaterThan(0.66);
    expect(boost.effect / point.power.flywheel / share).toBeLessThan(1.05);
  });

  it('an input at its end of range is moved one way, one that is known exactly not at all', () => {
    const job = sampleJob(0);
    job.brief.venue.humidity.relative.value = 0;
    const found = ask(job, 'air-flow', 8600);
    const humidity = found.find((i) => i.path === 'brief.venue.humidity.relative')!;
    expect(humidity.low).not.toBeNull();
    expect(Number.isFinite(humidity.effect)).toBe(true);
    expect(found.find((i) => i.path === 'engine.cylinders')!.effect).toBe(0);
  });
});

it('every input of the schema has a quantity and a name, and the other way round', () => {
  // A row of the VE table is no input of its own: the table is one.
  const schema = Object.keys(bounds)
    .filter((path) => path !== 'engine.breathing.table.rows.*' && !/^bin\.|\.aside\./.test(path))
    .sort();
  expect(Object.keys(inputDescriptors).sort()).toEqual(schema);
  for (const path of schema) expect(inputName(path)).toBeTruthy();
  for (const job of jobs)
    for (const { path } of inputsOf(job, 0))
      expect(isWhole(path) || patternOf(path) in inputDescriptors).toBe(true);
  expect(inputName('setups.0.plumbing.1.drop', jobs[0])).toBe('charge air cooler pressure loss');
});
