import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { given } from '../documents/input';
import { wasBoosted } from '../job/boosted-before';
import { componentSchema } from '../job/schema/components';
import { readerOf } from '../limits/metrics';
import { startingSet, usualBmep } from '../limits/starting-set';
import { solveSweep } from '../solve/sweep';
import { untouchedFindings } from './untouched';

const job = sampleTurboJob(0);
const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
if ('problems' in result) throw new Error('problems');
const { build } = result;
const sweep = solveSweep(build);

describe('parts left as made', () => {
  const { engine } = job;
  const setFor = { ignition: build.fuel.ignition, wasBoosted: wasBoosted(engine) };
  const most = Math.max(...sweep.points.map((point) => readerOf(build, engine, 'bmep')(point) ?? 0));

  it('are flagged exactly where the forecast passes what they are usually left at', () => {
    const said = untouchedFindings(build, sweep, engine).map(({ code }) => code);
    for (const [code, kind] of [
      ['untouched-rings', 'pistons'],
      ['untouched-rods', 'rods'],
      ['untouched-head', 'head-clamp'],
    ] as const)
      expect(said.includes(code)).toBe(most >= usualBmep(kind, setFor)![0]);
    expect(untouchedFindings(build, { points: [] }, engine)).toEqual([]);
  });

  it('a part that is laid out is judged, not flagged', () => {
    const set = startingSet({ ...setFor, redLineRpm: build.redLineRpm });
    expect(untouchedFindings(build, sweep, { ...engine, components: set })).toEqual([]);
    const rods = componentSchema.parse({
      id: 'rods',
      kind: 'rods',
      name: '',
      note: '',
      limits: { bmep: { low: given(4e6, 'measured') } },
    });
    const said = untouchedFindings(build, sweep, { ...engine, components: [rods] });
    expect(said.map(({ code }) => code)).not.toContain('untouched-rods');
  });

  it('the starting set has the same figures', () => {
    for (const { kind, limits } of startingSet({ ...setFor, redLineRpm: 7_000 }))
      if (limits.bmep)
        expect([limits.bmep.low.value, limits.bmep.high!.value]).toEqual(usualBmep(kind, setFor));
  });
});
