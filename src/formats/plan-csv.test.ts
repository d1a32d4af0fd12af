import Papa from 'papaparse';
import { planCsv } from './plan-csv';

test('a plan comes back from its file as it was', () => {
  const text = planCsv(
    [0, 20_000],
    [
      { speedRpm: 1_500, timings: [0.3, null] },
      { speedRpm: 2_000, timings: [0.35, -0.05] },
    ],
  );
  const { data } = Papa.parse<string[]>(text);
  expect(data[0]).toEqual(['rpm', '0 kPa gauge, ° BTDC', '20 kPa gauge, ° BTDC']);
  expect(data[1]).toEqual(['1500', '17.2', '']);
  expect(data[2]).toEqual(['2000', '20.1', '-2.9']);
});
