import { changeoverOf, compressorFit, driveOf, engineOf, frontOf, put, turboFit } from '@/testing/chargers';
import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { parseQuantity } from '@/core/units/parse';
import { fromUnit, quantities, toUnit, unitsOf, type Quantity } from '@/core/units/quantities';
import { reason } from '@/core/working/range';
import { sampleCompressors, sampleJob, sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { given } from '@/core/documents/input';
import { changesBetween } from '@/core/job/history/changes';
import { fuelDefaults } from '@/core/job/defaults';
import { inputDescriptors } from '@/core/job/inputs/inputs';
import { binSetup } from '@/core/job/setups';
import { summarise } from '@/core/studies/summary';
import { fieldText, formatNumber } from './format';
import { inputName } from './inputs';
import type { Sentences } from './sentences';
import { houseWords, wordsIn } from './words';

const usWords = wordsIn({ system: 'us', mix: {} });
const { changeSentence, figure, figureNumber, goalSentence, sentence, signedFigure } = houseWords;

const plain = (text: string) => text.replace(/\u00a0/g, ' ');

describe('figures', () => {
  it('are rounded by one table, with commas, true minus and a space before the unit', () => {
    expect(plain(figure(285 * 745.69987, 'power'))).toBe('285 hp');
    expect(plain(figure(0.2163, 'massFlow'))).toBe('13.0 kg/min');
    expect(plain(figure(122_141, 'shaftSpeed'))).toBe('122,100 rpm');
    expect(plain(figure(0.714, 'share'))).toBe('71 %');
    expect(plain(signedFigure(-1730, 'pressureDrop'))).toBe('−1.7 kPa');
    expect(figureNumber(12_300, 'pressureDrop')).toBe('12');
    expect(figure(null, 'power')).toBe('–');
    expect(formatNumber(-0.04, 1)).toBe('0.0');
    expect(formatNumber(NaN, 1)).toBe('–');
  });
});

describe('reasons', () => {
  it('a reason without words, words without a reason and a reason nobody knows do not compile', () => {
    // @ts-expect-error -- the second code has no words
    const lacking: Sentences<'map-flat' | 'map-holds'> = { 'map-flat': { long: 'Flat.' } };
    // @ts-expect-error -- nobody gives this reason
    const idle: Sentences<'map-flat'> = { 'map-flat': { long: 'Flat.' }, 'map-round': { long: 'Round.' } };
    // @ts-expect-error -- no such code
    const unknown = reason('no-such-reason');
    expect([lacking, idle]).toHaveLength(2);
    // A reason kept by another version may have such a code all the same: it says itself, nothing is hidden.
    expect(sentence(unknown)).toBe('no-such-reason');
  });

  it('reads as a specialist would say it', () => {
    const below = reason(
      'surge-below',
      { from: [3000, 'engineSpeed'], to: [3600, 'engineSpeed'] },
      { name: 'Birch 50' },
    );
    expect(plain(sentence(below))).toBe('Birch 50 surges below 3,600 rpm.');
    expect(
      plain(
        sentence(
          reason('surge-near', {
            margin: [0.06, 'share'],
            speed: [3500, 'engineSpeed'],
            least: [0.1, 'share'],
          }),
        ),
      ),
    ).toBe('Surge margin is 6 % at 3,500 rpm; 10 % is the least asked.');
  });

  it('verdicts of every demo compressor on both jobs fit 52 characters', () => {
    for (const index of [0, 1] as const)
      for (const { id } of sampleCompressors)
        for (const arrangement of ['single', 'parallel'] as const) {
          const job = sampleJob(index);
          put(job, arrangement, { engine: compressorFit(id) });
          const { verdict } = summarise(job, sampleLibrary);
          for (const words of [houseWords, usWords])
            expect(words.sentence(verdict, 'short').length).toBeLessThanOrEqual(52);
        }
  });
});

it('changes and goals are said with their units', () => {
  expect(plain(changeSentence({ path: 'engine.redLineRpm.value', from: 9200, to: 9500 }))).toBe(
    'red line 9,200 → 9,500 rpm',
  );
  expect(changeSentence({ path: 'engine.bore.confidence', from: 'guess', to: 'measured' })).toBe(
    'bore: estimate → measured',
  );
  expect(
    plain(goalSentence({ power: 285 * 745.69987, basis: 'flywheel', speedRpm: 8600 }, 'petrol-98', 1650)),
  ).toBe('285 hp at the flywheel by 8,600 rpm on 98 RON at 1,650 m');
});

describe('what changed, in a line', () => {
  const { changesLine, changesList } = houseWords;
  it('chargers are told by their places, however their numbers move', () => {
    const job = sampleTurboJob(0);
    const pair = structuredClone(job);
    put(pair, 'compound', { front: turboFit('spruce-88-104') });
    expect(changesList(changesBetween(job, pair))).toEqual([
      'A: arrangement single → two-stage (compound)',
      'A: a charger put into the row',
    ]);
    const edited = structuredClone(pair);
    frontOf(edited).aftercooler.kind = 'water';
    frontOf(edited).hold = { kind: 'held', gauge: given(90_000, 'reported') };
    driveOf(frontOf(edited)).housing += 1;
    driveOf(engineOf(edited)).inertia.confidence = 'measured';
    changeoverOf(edited).kind = 'at';
    const list = changesList(changesBetween(pair, edited)).map(plain);
    expect(list).toContain('A: intercooler none → air to water');
    expect(list).toContain('A: interstage boost uncontrolled → held by its wastegate');
    expect(list).toContain('A: interstage boost 80 → 90 kPa');
    expect(list.some((line) => /^A: turbine housing \d → \d$/.test(line))).toBe(true);
    expect(list).toContain('A: HP stage bypassed never → from the change-over on');
    const open = structuredClone(job);
    engineOf(open).drive = { kind: 'open' };
    expect(changesList(changesBetween(job, open))).toEqual(['A: turbine taken off']);
  });

  it('lines that earlier versions stored are read as they were', () => {
    const line = (path: string, from: unknown, to: unknown) => plain(changeSentence({ path, from, to }));
    const at = 'setups.B.';
    expect(line(`${at}cooler.effectiveness.value`, 0.7, 0.8)).toBe('B: cooler effectiveness 70 → 80 %');
    expect(line(`${at}cooler.kind`, 'air', 'water')).toBe('B: cooler air to air → air to water');
    expect(line(`${at}pair.between.cooler.kind`, 'none', 'air')).toBe('B: intercooler none → air to air');
    expect(line(`${at}pair.changeover.bypasses`, false, true)).toBe(
      'B: HP stage bypassed never → from the change-over on',
    );
    expect(line(`${at}pair.changeover.speedRpm.value`, 4_000, 5_000)).toBe(
      'B: changeover speed 4,000 → 5,000 rpm',
    );
    expect(line(`${at}pair.between.gauge.value`, 80_000, 90_000)).toBe('B: interstage boost 80 → 90 kPa');
    expect(line(`${at}induction.stages.0.hot`, null, {})).toBe('B: a turbine put on');
    expect(line(`${at}induction.stages.0.hot.housing`, 0, 2)).toBe('B: turbine housing 1 → 3');
    expect(line(`${at}induction.stages.0.compressor.revision`, 1, 2)).toBe('B: compressor, revision 1 → 2');
    expect(line(`${at}induction.stages.1.hot.inertia.value`, 1e-4, 2e-4)).toMatch(
      /^B: rotor inertia, LP stage/,
    );
    expect(line(`${at}induction.arrangement`, 'single', 'parallel')).toBe(
      'B: arrangement single → parallel twins',
    );
  });

  it('whole things first said as such, units once, and no more than two of them', () => {
    const job = sampleJob(0);
    const gone = binSetup(job, 'b');
    if (!gone.ok) throw new Error(gone.why);
    expect(changesLine(changesBetween(job, gone.job))).toBe('setup B deleted, to the bin');
    const edited = structuredClone(job);
    edited.brief.fuel = fuelDefaults('e85');
    edited.setups[1]!.boost.fullRpm.value = 5_800;
    engineOf(edited, 2).aftercooler.kind = 'water';
    edited.engine.bore.confidence = 'guess';
    edited.engine.breathing.source = 'table';
    const list = changesList(changesBetween(job, edited)).map(plain);
    expect(list).toEqual([
      'fuel 98 RON → E85',
      'bore: measured → estimate',
      'VE curve from shape → table',
      'B: full boost 6,000 → 5,800 rpm',
      'C: cooler air to air → air to water',
    ]);
    expect(plain(changesLine(changesBetween(job, edited)))).toBe(
      'fuel 98 RON → E85; bore: measured → estimate; and 3 more',
    );
  });

  it('a history of an older version, told apart by numbers, is still said', () => {
    expect(plain(changeSentence({ path: 'setups.0.boost.onsetRpm.value', from: 3000, to: 3200 }))).toBe(
      'boost threshold 3,000 → 3,200 rpm',
    );
    expect(changeSentence({ path: 'settled.0.facts.fuel', from: 'e85', to: 'diesel' })).toBe(
      'which benches are signed off',
    );
    expect(changeSentence({ path: 'brief.somethingNew', from: 1, to: 2 })).toBe('brief somethingNew 1 → 2');
  });
});

describe('words in other units', () => {
  it('the same reason is said in whatever somebody reads in', () => {
    const demand = reason('demand', {
      power: [285 * 745.69987, 'power'],
      speed: [8600, 'engineSpeed'],
      flow: [0.2163, 'massFlow'],
      manifold: [206_000, 'pressure'],
      boost: [123_000, 'boost'],
      ratio: [2.62, 'ratio'],
    });
    expect(plain(usWords.sentence(demand))).toBe(
      '285 hp at the flywheel by 8,600 rpm takes 28.6 lb/min of air at 29.9 psi abs in the manifold: 17.8 psi of boost, pressure ratio 2.62.',
    );
    const own = wordsIn({ system: 'own', mix: { boost: 'bar', power: 'kW', pressure: 'mbar' } });
    expect(plain(own.sentence(demand))).toContain('213 kW at the flywheel by 8,600 rpm takes 13.0 kg/min');
    expect(plain(own.sentence(demand))).toContain('2,060 mbar abs in the manifold: 1.23 bar of boost');
  });

  it('every quantity has a figure in every system, with its unit behind it and never two roundings of one value', () => {
    for (const words of [houseWords, usWords, wordsIn({ system: 'metric', mix: {} })])
      for (const quantity of Object.keys(quantities) as Quantity[]) {
        const text = words.figure(12.3456, quantity);
        expect(text.endsWith(words.symbol(quantity))).toBe(true);
        expect(text).toBe(words.figure(12.3456, quantity));
        expect(words.figureNumber(12.3456, quantity)).toBe(text.replace(/\u00a0.*|°$/, ''));
      }
  });

  it('what stands in a field reads back as the value it shows, in every unit of every quantity', () => {
    const pairs = (Object.keys(quantities) as Quantity[]).flatMap((q) =>
      unitsOf(q).map((unit) => [q, unit] as const),
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...pairs),
        fc.double({ min: -500, max: 250_000, noNaN: true }),
        ([q, unit], shown) => {
          const text = fieldText(fromUnit(shown, unit), unit);
          const read = parseQuantity(text, q, unit);
          if (!read.ok) throw new Error(`${text} does not read back as ${q}`);
          // No more is lost than half of the last figure that the field shows; a second look changes nothing.
          const last = 0.5 * 10 ** -Math.min(6, Math.max(0, unit.digits) + 2);
          expect(Math.abs(toUnit(read.value, unit) - shown)).toBeLessThan(
            last * 1.001 + 1e-9 * Math.abs(shown),
          );
          expect(fieldText(read.value, unit)).toBe(text);
        },
      ),
      { numRuns: draws(3000) },
    );
  });
});

describe('a change of any input of a job', () => {
  it('is said by the input’s own name and in its unit, given, changed and taken out', () => {
    for (const [pattern, { quantity }] of Object.entries(inputDescriptors)) {
      const where = pattern.replace(/^setups\.\*/, 'setups.B').replaceAll('*', '0');
      const name = inputName(pattern.replaceAll('*', '0'))!;
      const say = (from: unknown, to: unknown, at = `${where}.value`) =>
        plain(changeSentence({ path: at, from, to }));
      const { symbol, factor, offset = 0 } = unitsOf(quantity)[0]!;
      const said = say(3 * factor + offset, 4 * factor + offset);
      expect(said).toContain(`${name} 3 → 4${symbol ? ` ${symbol}` : ''}`);
      // An optional one comes and goes as a whole; a gear, a reading or a point of a load is said as its list.
      const given = say(null, { value: 4 * factor + offset, confidence: 'measured' }, where);
      expect(given).not.toMatch(/undefined|NaN|object/);
      if (!/\*$/.test(pattern)) expect(given).toContain(`${name} none → 4`);
      expect(say('guess', 'measured', `${where}.confidence`)).toContain(`${name}: estimate → measured`);
    }
  });
});
