import { sampleHistories } from '@/data/demo/sample';
import type { Job } from '../job/schema/job';
import { measuringSheets, type MeasuringSheet } from '../job/schema/record-choices';
import { blankRecord } from './blank';
import { passed, sheetOf } from './definitions';
import { usualUse } from './use';

const jobs = sampleHistories.map(({ revisions }) => revisions.at(-1)!.job);
const INCH = 0.0254;
const THOU = INCH / 1_000;
const degrees = Math.PI / 180;

/** A job with so much said and found. SI. */
function measuredJob(
  given: [MeasuringSheet, string, number][],
  found: [MeasuringSheet, string, number][],
  change: (job: Job) => void = () => {},
): Job {
  const job = structuredClone(jobs[0]!);
  const who = { on: '2027-01-04', by: 'R. Ostler', with: 'gauge' };
  job.record = {
    ...blankRecord(usualUse(job, 0)),
    given: given.map(([sheet, key, value]) => ({ sheet, key, value })),
    measured: found.map(([sheet, line, value]) => ({ sheet, line, value, ...who })),
  };
  change(job);
  return job;
}
const resultsOf = (job: Job, sheet: MeasuringSheet, boost = 100_000) =>
  Object.fromEntries(sheetOf(sheet, job, 0, boost).results.map(({ key, value }) => [key, value]));

describe('sheets, by the arithmetic of the trade (no source)', () => {
  it('a push rod read at 7.404 in with 0.070 of preload: order 7.475, preload left 0.071', () => {
    const job = measuredJob([['push-rod', 'preload', 0.07 * INCH]], [['push-rod', 'intake 1', 7.404 * INCH]]);
    const { wanted, ordered, preloadLeft } = resultsOf(job, 'push-rod');
    expect([wanted! / INCH, ordered! / INCH, preloadLeft! / INCH].map((x) => x.toFixed(3))).toEqual([
      '7.474',
      '7.475',
      '0.071',
    ]);
  });

  it('427 cu in on a 4.000 in stroke and eight cylinders is a bore of 4.122 in', () => {
    const job = measuredJob([['bore', 'displacement', 427 * INCH ** 3]], [], ({ engine }) => {
      engine.stroke.value = 4 * INCH;
      engine.cylinders.value = 8;
    });
    expect(resultsOf(job, 'bore').boreFor! / INCH).toBeCloseTo(4.122, 3);
  });

  it('252 and 258° on 116°: 23° of overlap as measured', () => {
    const job = measuredJob(
      [],
      [
        ['cam', 'intake', 252 * degrees],
        ['cam', 'exhaust', 258 * degrees],
        ['cam', 'separation', 116 * degrees],
      ],
    );
    expect(resultsOf(job, 'cam').overlap! / degrees).toBeCloseTo(23, 6);
  });

  it('a chamber smaller by a cubic centimetre raises the ratio; the sheet says the highest and the lowest', () => {
    const job = measuredJob([], []);
    const chamber = job.engine.volumes.chamber.value;
    const read = measuredJob(
      [],
      [
        ['volumes', 'chamber 1', chamber],
        ['volumes', 'chamber 2', chamber - 1e-6],
      ],
    );
    const { highestRatio, lowestRatio } = resultsOf(read, 'volumes');
    // By definition: (swept + clearance) / clearance.
    const { bore, stroke, volumes } = read.engine;
    const swept = (Math.PI / 4) * bore.value ** 2 * stroke.value;
    const rest =
      volumes.crown.value +
      (Math.PI / 4) *
        (volumes.gasketBore.value ** 2 * volumes.gasketThickness.value +
          bore.value ** 2 * volumes.deck.value);
    expect(lowestRatio).toBeCloseTo(1 + swept / (chamber + rest), 6);
    expect(highestRatio).toBeCloseTo(1 + swept / (chamber - 1e-6 + rest), 6);
  });
});

it('every sheet of every demo job has lines, each named once; what is asked is not upside down', () => {
  for (const job of jobs)
    for (const sheet of measuringSheets) {
      const { lines } = sheetOf(sheet, job, 0, 80_000);
      expect(lines.length).toBeGreaterThan(0);
      expect(new Set(lines.map(({ key }) => key)).size).toBe(lines.length);
      for (const { low, high } of lines) if (low !== null && high !== null) expect(low).toBeLessThan(high);
    }
});

it('a ring gap passes at its edges and not outside', () => {
  const [line] = sheetOf('ring-gap', measuredJob([], []), 0, 0).lines;
  expect(
    [undefined, line!.low! - THOU, line!.low!, line!.high!, line!.high! + THOU].map((v) => passed(line!, v)),
  ).toEqual(['open', 'low', 'passed', 'passed', 'high']);
});
