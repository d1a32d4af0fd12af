import { benchSheets } from '@/core/job/benches';
import { compileBuild } from '@/core/build/build';
import { solveSweep } from '@/core/solve/sweep';
import { sampleHistories, sampleItems } from '@/data/demo/sample';
import { libraryOf } from '@/formats/library-items';
import { bySheet } from './sheet-findings';

const library = libraryOf(sampleItems);
const all = sampleHistories.flatMap(({ revisions }) => {
  const { job } = revisions.at(-1)!;
  return job.setups.flatMap(({ id }) => {
    const compiled = compileBuild(job, id, library);
    return 'build' in compiled ? [solveSweep(compiled.build).goal.findings] : [];
  });
});

describe('findings by sheet', () => {
  it('none is lost and none said twice on a sheet', () => {
    expect(all.length).toBeGreaterThan(6);
    for (const findings of all)
      for (const sheet of benchSheets.charger) {
        const { own, more } = bySheet(findings, sheet);
        expect(own.length + more.length).toBe(findings.length);
        expect(own.filter((f) => more.includes(f))).toEqual([]);
      }
  });
  it('each has a sheet of its own, but what is said of the engine and the drivetrain beside it', () => {
    const homeless = new Set(
      all
        .flat()
        .flatMap((f) => (benchSheets.charger.some((s) => bySheet([f], s).own.length > 0) ? [] : [f.code])),
    );
    for (const code of homeless)
      expect(code).toMatch(/^(clutch|gearbox|torque|adds|takes|no-charger|no-boost|choose|condition|goal)/);
  });
  it('the map says nothing of the gate, and the gate nothing of surge', () => {
    const codes = (sheet: 'map' | 'turbine') => all.flatMap((f) => bySheet(f, sheet).own.map((r) => r.code));
    expect(codes('map').some((code) => /^(gate|spring|boost-creeps)/.test(code))).toBe(false);
    expect(codes('turbine').some((code) => code.startsWith('surge'))).toBe(false);
  });
});
