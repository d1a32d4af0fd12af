import fc from 'fast-check';
import { sampleHistories, sampleLibrary } from '@/data/demo/sample';
import { compileBlower, efficienciesAt } from '../blower/table';
import { sampleBlowers } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { beltCharger, isDriven } from '../build/row';
import { given } from '../documents/input';
import { chargerAtEngine } from '../job/chargers';
import { partLoad } from './part-load';

/** The boat's twin-screw, or the saloon's centrifugal, with a bypass of a bore and the throttle on a side of it. */
function on(job: '9e52' | '51c8', throttle: 'before' | 'behind', bore: number | null) {
  const its = structuredClone(sampleHistories.find(({ id }) => id.startsWith(job))!.revisions.at(-1)!.job);
  const { drive } = chargerAtEngine(its.setups[0]!)!;
  if (drive.kind !== 'belt') throw new Error('A belt is meant.');
  drive.throttle = throttle;
  delete drive.bypass;
  if (bore !== null)
    drive.bypass = {
      bore: given(bore, 'guess'),
      flowCoefficient: given(0.7, 'guess'),
      springGauge: given(100_000, 'guess'),
    };
  const compiled = compileBuild(its, its.setups[0]!.id, sampleLibrary);
  if ('problems' in compiled || !isDriven(compiled.build)) throw new Error('A belt is meant.');
  return compiled.build;
}

describe('a displacement blower at part load', () => {
  const table = compileBlower(sampleBlowers.find(({ id }) => id === 'delta-4500')!.document);

  it.each(['before', 'behind'] as const)(
    'passes what the engine takes and what goes round, by its own table (throttle %s)',
    (throttle) => {
      const build = on('9e52', throttle, 0.05);
      const { gas, temperature } = build.climate;
      for (const speedRpm of [1_500, 3_000, 4_500]) {
        const { flow, open } = partLoad(build, speedRpm, 50_000)!;
        const { ratio, round, outlet } = open!;
        const inlet = throttle === 'before' ? 50_000 / ratio : build.climate.pressure;
        const mixed = (flow * temperature + round * outlet) / (flow + round);
        const rotor = speedRpm * beltCharger(build).drive.ratio * table.stepUp;
        const passed =
          (rotor / 60) *
          table.volume *
          efficienciesAt(table, rotor, ratio).volumetric *
          (inlet / (gas.gasConstant * mixed));
        // The filter takes a little of the day's pressure.
        expect(passed / (flow + round)).toBeGreaterThan(0.995);
        expect(passed / (flow + round)).toBeLessThan(1.02);
      }
    },
  );

  it('what the crankshaft gives leaves with the air that the engine takes: what goes round keeps its heat', () => {
    const build = on('9e52', 'before', 0.05);
    const { flow, open } = partLoad(build, 3_000, 50_000)!;
    const { mechanicalEfficiency } = beltCharger(build).drive;
    const heat = flow * 1_006 * (open!.outlet - build.climate.temperature);
    // Dry air's heat capacity at room temperature, textbook; it grows by a per cent to 100 °C.
    expect((open!.drive * mechanicalEfficiency) / heat).toBeCloseTo(1, 1);
  });

  it('a wider bypass takes less to drive; without one a blow-through has no answer, a draw-through works for its vacuum', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.025, max: 0.06, noNaN: true }), (bore) => {
        const drive = (wide: number) => partLoad(on('9e52', 'before', wide), 2_500, 50_000)!.open!.drive;
        expect(drive(bore * 1.2)).toBeLessThan(drive(bore));
      }),
      { numRuns: 10 },
    );
    expect(partLoad(on('9e52', 'behind', null), 2_500, 50_000)).toMatchObject({ open: null, shut: null });
    const { open, shut } = partLoad(on('9e52', 'before', 0.05), 2_500, 50_000)!;
    expect(shut!.drive).toBeGreaterThan(2 * open!.drive);
  });
});

it('a centrifugal surges where the throttle shuts on it, and does not with a way round', () => {
  const { open, shut } = partLoad(on('51c8', 'behind', 0.045), 4_000, 50_000)!;
  expect(shut!.surgeMargin).toBeLessThan(0);
  expect(open!.surgeMargin).toBeGreaterThan(0.2);
});
