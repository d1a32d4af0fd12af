import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { blankCard } from '../dyno/card';
import { changedInputs, ownAirFactor, recordOf } from './carried';

describe('a promise in a run’s own air', () => {
  const job = sampleTurboJob(0);
  const card = { ...blankCard('Run'), temperature: 290, humidity: 0.4 };
  it('is less in thin air, and as it was where the card says none', () => {
    const at = (pressure: number | null) =>
      ownAirFactor(job, job.setups[0]!.id, sampleLibrary, { ...card, pressure });
    expect(at(null)).toEqual({ factor: 1, isOwn: false });
    expect(at(70_000).factor).toBeLessThan(at(84_000).factor);
    expect(at(84_000).isOwn).toBe(true);
  });
});

it('bias and coverage of a shop’s promises', () => {
  const line = (result: number) => ({ low: 270, middle: 300, high: 330, result });
  expect(recordOf([])).toBeNull();
  const record = recordOf([line(270), line(300), line(360)])!;
  expect(record.coverage).toBeCloseTo(2 / 3, 12);
  expect(record.bias).toBeCloseTo((-0.1 + 0 + 0.2) / 3, 12);
});

it('inputs that changed, came or went since a promise are named', () => {
  const of = (path: string, value: number) => ({ path, input: { value } });
  expect(
    changedInputs([of('a', 1), of('b', 2), of('new', 3)], [of('a', 1), of('b', 1), of('gone', 4)]),
  ).toEqual(['b', 'new', 'gone']);
});
