import { sampleJob, sampleLibrary } from '@/data/demo/sample';
import { given } from '../documents/input';
import { hardest, needOnFuel, weatherRows } from './weather';

it('thinner air asks for a higher ratio, the design row is the forecast’s own, the hardest is found', () => {
  const job = structuredClone(sampleJob(0));
  job.brief.venue.coldest = given(278.15, 'reported');
  job.brief.venue.hottest = given(308.15, 'reported');
  job.brief.otherVenues = [{ ...job.brief.venue, name: 'High one', altitude: given(2_400, 'measured') }];
  const rows = [...weatherRows(job, 'a', sampleLibrary)];
  expect(rows.map((r) => `${r.venue} ${r.day}`)).toEqual([
    '0 design',
    '0 coldest',
    '0 hottest',
    '1 design',
    '1 coldest',
    '1 hottest',
  ]);
  const ratio = (i: number) => rows[i]!.pressureRatio!;
  expect(ratio(2)).toBeGreaterThan(ratio(1));
  expect(ratio(3)).toBeGreaterThan(ratio(0));
  expect(hardest(rows)).toBe(rows[5]);
  expect(hardest([])).toBeNull();
  expect(rows[1]!.alone!).toBeGreaterThan(rows[2]!.alone!);
});

it('on E85 the same goal needs about the same air, and less of it than petrol’s rich mixture by mass of fuel', () => {
  const job = sampleJob(0);
  const petrol = needOnFuel(job, 'a', sampleLibrary, 'petrol-98');
  const ethanol = needOnFuel(job, 'a', sampleLibrary, 'e85');
  expect(petrol.reached && ethanol.reached).toBe(true);
  expect(Math.abs(ethanol.massFlow! / petrol.massFlow! - 1)).toBeLessThan(0.08);
});
