import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { reason } from '@/core/working/range';
import { sampleCompressors, sampleJob, sampleLibrary } from '@/data/demo/sample';
import { rules } from '@/core/decisions/rules';
import { summarise } from '@/core/job/summary';
import { formatNumber } from './format';
import { knownCodes } from './reasons';
import { houseWords } from './words';

const { changeSentence, figure, figureNumber, goalSentence, sentence, signedFigure } = houseWords;

const plain = (text: string) => text.replace(/\u00a0/g, ' ');

function sources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const full = path.join(folder, entry.name);
    if (entry.isDirectory()) return sources(full);
    return /(?<!\.test)\.ts$/.test(full) ? [readFileSync(full, 'utf8')] : [];
  });
}

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
  it('every reason the core can give has words', () => {
    const core = [...sources('src/core'), ...sources('src/formats')].join('\n');
    const literal = [
      ...core.matchAll(/reason\(\s*(?:[^'`()]*\? )?'([a-z-]+)'(?:\s*:\s*'([a-z-]+)')?/g),
    ].flatMap((m) => [m[1], m[2]]);
    const spans = ['surge', 'choke', 'overspeed'].flatMap((k) =>
      ['below', 'from', 'between', 'throughout'].map((r) => `${k}-${r}`),
    );
    const said = [...literal, ...spans, 'not-converged', 'ratio-too-high', 'filter-chokes'].filter(
      (c) => c !== undefined,
    );
    expect(said.length).toBeGreaterThan(35);
    said.push(...rules.map((rule) => rule.id));
    expect(said.filter((code) => !knownCodes.includes(code))).toEqual([]);
  });

  it('reads as a specialist would say it', () => {
    const below = reason(
      'surge-below',
      { from: [3000, 'engineSpeed'], to: [3600, 'engineSpeed'] },
      { name: 'Birch 50' },
    );
    expect(plain(sentence(below))).toBe('Birch 50 surges below 3,600 rpm.');
    expect(
      plain(sentence(reason('surge-near', { margin: [0.06, 'share'], speed: [3500, 'engineSpeed'] }))),
    ).toBe('Surge margin is 6 % at 3,500 rpm; 10 % is the usual least.');
  });

  it('verdicts of every demo compressor on both jobs fit 52 characters', () => {
    for (const index of [0, 1] as const)
      for (const { id } of sampleCompressors)
        for (const arrangement of ['single', 'parallel'] as const) {
          const job = sampleJob(index);
          job.setups[0]!.induction = {
            kind: 'turbo',
            arrangement,
            stages: [{ compressor: { id, revision: 1 } }],
          };
          expect(sentence(summarise(job, sampleLibrary).verdict, 'short').length).toBeLessThanOrEqual(52);
        }
  });
});

it('changes and goals are said with their units', () => {
  expect(plain(changeSentence({ path: 'engine.redLineRpm.value', from: 9200, to: 9500 }))).toBe(
    'red line 9,200 rpm → 9,500 rpm',
  );
  expect(changeSentence({ path: 'engine.bore.confidence', from: 'guess', to: 'measured' })).toBe(
    'bore: guess → measured',
  );
  expect(
    plain(goalSentence({ power: 285 * 745.69987, basis: 'flywheel', speedRpm: 8600 }, 'petrol-98', 1650)),
  ).toBe('285 hp at the flywheel by 8,600 rpm on 98 RON at 1,650 m');
});
