import type { MeasuringSheet } from '../job/schema/record-choices';
import { compressionRatioOf } from '../build/derived';
import { clearanceUseOf } from './use';
import {
  thousandth,
  lines,
  around,
  atLeast,
  values,
  mean,
  spreadOf,
  all,
  type Makes,
  type SheetResult,
} from './lines';
import { bearingClearance, boreFor, ringGaps } from './sheets';

/** Sheets of block, crank and pistons. Rules are common practice, no source. */
export const bottomEnd = {
  'ring-gap': (job, _, setupIndex) => {
    const { bore, cylinders } = job.engine;
    const gaps = ringGaps(bore.value, clearanceUseOf(job, setupIndex));
    // Wider by four thousandths of an inch still seals; closer butts.
    const slack = 4 * thousandth;
    return {
      quantity: all('clearance'),
      given: [],
      lines: [
        ...lines('top', cylinders.value, atLeast(gaps.top, slack)),
        ...lines('second', cylinders.value, atLeast(gaps.second, slack)),
      ],
      results: [],
    };
  },
  bearings: (job, { given }) => {
    const { cylinders, bore } = job.engine;
    const limits = (journal: number | null) => {
      if (!journal) return { target: null, low: null, high: null };
      const { target, least, most } = bearingClearance(journal);
      return { target, low: least, high: most };
    };
    const mains = given('mains') ?? cylinders.value + 1;
    return {
      quantity: all('clearance'),
      given: [
        { key: 'main', quantity: 'fineLength', min: 0.01, max: 0.5, usual: 0.62 * bore.value },
        { key: 'pin', quantity: 'fineLength', min: 0.01, max: 0.5, usual: 0.52 * bore.value },
        { key: 'mains', quantity: 'count', min: 2, max: 13, usual: cylinders.value + 1 },
      ],
      lines: [
        ...lines('main', Math.round(mains), limits(given('main'))),
        ...lines('pin', cylinders.value, limits(given('pin'))),
      ],
      results: [],
    };
  },
  'piston-wall': (job) => ({
    quantity: all('clearance'),
    given: [],
    // Forged pistons of a boosted engine: a thousandth of the bore, a fifth either way.
    lines: lines(
      'skirt',
      job.engine.cylinders.value,
      around(1e-3 * job.engine.bore.value, 0.2e-3 * job.engine.bore.value),
    ),
    results: [],
  }),
  'piston-valve': (job) => ({
    quantity: all('clearance'),
    given: [],
    lines: [
      ...lines('intake', job.engine.cylinders.value, {
        target: 80 * thousandth,
        low: 80 * thousandth,
        high: null,
      }),
      ...lines('exhaust', job.engine.cylinders.value, {
        target: 100 * thousandth,
        low: 100 * thousandth,
        high: null,
      }),
    ],
    results: [],
  }),
  deck: (job, found) => {
    const { cylinders, volumes } = job.engine;
    const own = lines('deck', cylinders.value, around(volumes.deck.value, 2 * thousandth));
    const read = values(own, found);
    return {
      quantity: all('clearance'),
      given: [],
      lines: own,
      results:
        read.length > 1
          ? [
              {
                key: 'spread',
                value: spreadOf(read),
                quantity: 'clearance',
                isAlarming: spreadOf(read) > 2 * thousandth,
              },
            ]
          : [],
    };
  },
  volumes: ({ engine }, found) => {
    const { cylinders, volumes } = engine;
    const own = lines('chamber', cylinders.value, around(volumes.chamber.value, 0.5e-6));
    const read = values(own, found);
    const ratio = (chamber: number) =>
      compressionRatioOf({
        ...engine,
        volumes: { ...volumes, used: true, chamber: { ...volumes.chamber, value: chamber } },
      });
    const results: SheetResult[] = read.length
      ? [
          { key: 'ratio', value: ratio(mean(read)), quantity: 'ratio' },
          { key: 'highestRatio', value: ratio(Math.min(...read)), quantity: 'ratio' },
          { key: 'lowestRatio', value: ratio(Math.max(...read)), quantity: 'ratio' },
          { key: 'statedRatio', value: compressionRatioOf(engine), quantity: 'ratio' },
          { key: 'spread', value: spreadOf(read), quantity: 'chamber', isAlarming: spreadOf(read) > 1e-6 },
        ]
      : [];
    return { quantity: all('chamber'), given: [], lines: own, results };
  },
  bore: ({ engine }, found) => {
    const { cylinders, bore, stroke } = engine;
    const wanted = found.given('displacement');
    const own = lines('bore', cylinders.value, around(bore.value, 1 * thousandth));
    const read = values(own, found);
    const results: SheetResult[] = [];
    if (wanted !== null)
      results.push({
        key: 'boreFor',
        value: boreFor(wanted, stroke.value, cylinders.value),
        quantity: 'fineLength',
      });
    if (read.length)
      results.push(
        {
          key: 'displacement',
          value: (Math.PI / 4) * mean(read) ** 2 * stroke.value * cylinders.value,
          quantity: 'volume',
        },
        {
          key: 'spread',
          value: spreadOf(read),
          quantity: 'clearance',
          isAlarming: spreadOf(read) > thousandth,
        },
      );
    return {
      quantity: all('fineLength'),
      given: [{ key: 'displacement', quantity: 'volume', min: 5e-5, max: 0.2, usual: null }],
      lines: own,
      results,
    };
  },
} satisfies Partial<Record<MeasuringSheet, Makes>>;
