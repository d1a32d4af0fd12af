import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { guess } from '../documents/input';
import { componentSchema } from '../job/schema/components';
import type { Job } from '../job/schema/job';
import { limitLineOf } from '../limits/judge';
import { solveSweep } from '../solve/sweep';
import { safeSetting, worstRows, type SafeSetting } from './worst-day';

function job(change: (job: Job) => void = () => {}): Job {
  const own = sampleTurboJob(0);
  own.brief.otherVenues = [];
  own.brief.venue.hottest = guess(318.15);
  own.brief.fuelWorst = 'petrol-92';
  own.engine.components = [
    componentSchema.parse({
      id: 'rods',
      kind: 'rods',
      name: '',
      note: '',
      limits: { torque: { low: guess(230) }, engineSpeed: { low: guess(3_000) } },
    }),
  ];
  change(own);
  return own;
}
const given = (own: Job) => ({ job: own, setupId: own.setups[0]!.id, library: sampleLibrary, pull: 15 });
const settingOf = (own: Job): SafeSetting => [...safeSetting(given(own))].at(-1)!;

describe('the worst day', () => {
  it('has a row for each air on each fuel; the heat and the worse fuel take spark away', () => {
    const rows = [...worstRows(given(job((own) => void (own.engine.compressionRatio = guess(11)))))];
    expect(rows.map(({ day, fuel }) => [day, fuel])).toEqual(
      ['petrol-98', 'petrol-92'].flatMap((fuel) =>
        rows.slice(0, rows.length / 2).map(({ day }) => [day, fuel]),
      ),
    );
    const at = (day: string, fuel: string) => rows.find((row) => row.day === day && row.fuel === fuel)!;
    expect(at('design', 'petrol-92').knock!.retard).toBeGreaterThan(at('design', 'petrol-98').knock!.retard);
    expect(at('hottest', 'petrol-98').knock!.retard).toBeGreaterThan(at('design', 'petrol-98').knock!.retard);
    // Thinner air makes less power at the same gauge boost.
    expect(at('hottest', 'petrol-98').power!).toBeLessThan(at('design', 'petrol-98').power!);
  });

  it('the safe setting keeps what boost moves, and a little more does not', () => {
    const own = job((it) => {
      it.brief.fuelWorst = null;
      delete it.brief.venue.coldest;
      delete it.brief.venue.hottest;
    });
    const { kind, gauge, asked } = settingOf(own);
    expect(kind).toBe('found');
    const torque = (level: number) => {
      const result = compileBuild(own, own.setups[0]!.id, sampleLibrary);
      if ('problems' in result) throw new Error('problems');
      const build = {
        ...result.build,
        boost: { ...result.build.boost, kind: 'level' as const, levelGauge: level },
      };
      return limitLineOf(build, solveSweep(build), own.engine, 15)!.rows.find(
        (r) => r.key === 'rods torque',
      )!;
    };
    expect(torque(gauge).first).toBeNull();
    expect(torque(Math.min(asked, 1.05 * gauge)).first).not.toBeNull();
    // A speed limit is none of boost's; the edge of the map is: on the coldest day the compressor surges at this level.
    const strong = job((it) => {
      it.brief.fuelWorst = null;
      it.engine.components![0]!.limits.torque = { low: guess(5_000) };
    });
    expect(settingOf(strong).kind).toBe('found');
    delete strong.brief.venue.coldest;
    expect(settingOf(strong).kind).toBe('holds');
  });
});
