import fc from 'fast-check';
import {
  sampleBlowers,
  sampleCentrifugals,
  sampleHistories,
  sampleLibrary,
  sampleTurbochargers,
} from '@/data/demo/sample';
import { draws } from '@/testing/fuzz';
import { compileBuild } from '../build/build';
import { given } from '../documents/input';
import { withFitted, type Fit } from '../job/chargers';
import { blowerFitOf, centrifugalFitOf, turboFitOf } from '../job/fit';
import type { Job } from '../job/schema/job';
import { solveSweep } from '../solve/sweep';
import { beltCheck } from '../studies/belt-check';
import { partLoad } from '../studies/part-load';
import { figureAt, figureIds, figures } from '../workings/figures';
import { workingOf } from '../workings/workings';

const places = ['single', 'parallel', 'before a turbocharger', 'behind one'] as const;

/** Any machine of the demo on any of its engines, made larger or smaller, alone or in a row, on a belt of any ratio. */
const machines = [...sampleBlowers, ...sampleCentrifugals];
const indexOf = (list: readonly unknown[]) => fc.nat({ max: list.length - 1 });
const anything = fc.record({
  demo: indexOf(sampleHistories),
  machine: indexOf(machines),
  turbo: indexOf(sampleTurbochargers),
  place: fc.constantFrom(...places),
  scale: fc.double({ min: 0.5, max: 2, noNaN: true }),
  ratio: fc.option(fc.double({ min: 0.4, max: 4, noNaN: true })),
  throttle: fc.constantFrom('before', 'behind'),
  bypass: fc.option(fc.double({ min: 0.02, max: 0.06, noNaN: true })),
});
type Anything = typeof anything extends fc.Arbitrary<infer T> ? T : never;

function jobOf({ demo, machine, turbo, place, scale, ratio, throttle, bypass }: Anything): Job {
  const job = structuredClone(sampleHistories[demo]!.revisions.at(-1)!.job);
  job.engine.bore.value *= Math.cbrt(scale);
  job.engine.stroke.value *= Math.cbrt(scale);
  job.brief.goal.power.value *= scale;
  const redLine = job.engine.redLineRpm.value;
  const { document, ...ref } = machines[machine]!;
  const fit: Fit =
    document.kind === 'centrifugal'
      ? centrifugalFitOf({ ...ref, document }, redLine)
      : blowerFitOf({ ...ref, document }, redLine);
  if (fit.drive.kind !== 'belt') throw new Error('A belt is meant.');
  if (ratio !== null) {
    delete fit.drive.layout;
    fit.drive.ratio = given(document.kind === 'centrifugal' ? 6 * ratio : ratio, 'guess');
  }
  fit.drive.throttle = throttle;
  if (bypass !== null)
    fit.drive.bypass = {
      bore: given(bypass, 'guess'),
      flowCoefficient: given(0.7, 'guess'),
      springGauge: given(60_000, 'guess'),
    };
  const { id } = job.setups[0]!;
  if (place === 'single' || place === 'parallel') return withFitted(job, id, place, { engine: fit });
  const byExhaust = turboFitOf(sampleTurbochargers[turbo]!);
  return withFitted(
    job,
    id,
    'compound',
    place === 'behind one' ? { front: byExhaust, engine: fit } : { front: fit, engine: byExhaust },
  );
}

it('whatever hangs on the crankshaft, on whatever engine: an answer or a reason, every figure finite, every working ends at its figure', () => {
  let solved = 0;
  fc.assert(
    fc.property(anything, (what) => {
      const job = jobOf(what);
      const compiled = compileBuild(job, job.setups[0]!.id, sampleLibrary);
      // A measured chamber does not go with another bore: such a job says so, and is none.
      if ('problems' in compiled) return;
      const { build } = compiled;
      const { points, goalPoint, goal } = solveSweep(build);
      for (const { figures: said, code } of goal.findings)
        for (const { value } of Object.values(said))
          expect([code, Number.isFinite(value)]).toEqual([code, true]);
      for (const point of points)
        if (point.status.kind === 'failed') expect(point.status.reason).toBeDefined();
      for (const point of [goalPoint, points[3]!, points.at(-1)!])
        for (const id of figureIds) {
          const value = figureAt(build, point, id);
          if (value === null) continue;
          solved++;
          const end = workingOf(build, point, id, 0)!.steps.at(-1)!.value;
          // A difference that is next to nothing is no measure of itself: it counts by what it is a part of.
          const least = { boost: build.climate.pressure, power: build.goal.power, share: 1 }[
            figures[id].quantity as string
          ];
          const whole = Math.max(least ?? 0, Math.abs(value));
          expect([id, Math.abs(end - value) / whole < 1e-3]).toEqual([id, true]);
        }
      const idle = partLoad(build, 2_500, 45_000);
      for (const at of [idle?.open, idle?.shut])
        if (at) for (const value of [at.drive, at.outlet, at.charge]) expect(value).toBeGreaterThan(0);
      const check = beltCheck(build, {
        speedRpm: given(3_000, 'measured'),
        boost: given(30_000, 'measured'),
        shaftRpm: given(5_000, 'measured'),
      });
      if (check.kind === 'read') expect(Number.isFinite(check.forecast.outlet)).toBe(true);
    }),
    { numRuns: draws(40) },
  );
  expect(solved).toBeGreaterThan(500);
});
