import { sampleHistories, sampleLibrary } from '@/data/demo/sample';
import { exchangerSideOf } from '../charge-air/exchanger';
import { compileBuild } from '../build/build';
import { coolerAt } from '../build/elements';
import { engineCharger } from '../charger/charged-air';
import { given, guess } from '../documents/input';
import { chargerAtEngine } from '../job/chargers';
import type { Job } from '../job/schema/job';
import { solveSweep } from '../solve/sweep';
import { coolingFindings } from './cooling-findings';
import { coolingCapacity, dutyOf, heatSoak, powerAtCharge, soakSystemOf } from './heat-soak';
import { coolerWorth } from './price';

function solved(name: string, change: (job: Job) => void = () => {}) {
  const job = structuredClone(
    sampleHistories.map((h) => h.revisions.at(-1)!.job).find((j) => j.name.startsWith(name))!,
  );
  change(job);
  const setup = job.setups[0]!;
  const result = compileBuild(job, setup.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  const sweep = solveSweep(result.build);
  const duty = dutyOf(job.brief.use);
  const system = soakSystemOf(result.build, setup, sweep.goalPoint, duty);
  return { job, setup, build: result.build, sweep, point: sweep.goalPoint, duty, system };
}
const heatOf = ({ build, point, system }: ReturnType<typeof solved>) =>
  system && { system, soak: heatSoak(build, point, system) };
const codes = (one: ReturnType<typeof solved>) =>
  coolingFindings(one.build, one.point, one.setup, heatOf(one), one.duty.isStated).map(({ code }) => code);

describe('the heat of a job’s cooler', () => {
  it('takes charge and effectiveness of the forecast, the duty of the Brief', () => {
    const { system, point, build, job } = solved('Hill-climb');
    expect(system!.charge.flow).toBe(point.path.massFlow);
    expect(system!.charge.inlet).toBe(engineCharger(point.path).outlet.temperature);
    expect(system!.effectiveness).toBe(coolerAt(build, 'cooler')!.effectiveness(point.path.massFlow));
    const { fullSeconds, restSeconds } = job.brief.use;
    if (fullSeconds) expect(system!.duty.pull).toBe(fullSeconds.value);
    if (restSeconds) expect(system!.duty.rest).toBe(restSeconds.value);
  });
  it('power goes as the solver says at another charge temperature', () => {
    const one = solved('Hill-climb');
    const hotter = solved('Hill-climb', (j) => {
      chargerAtEngine(j.setups[0]!)!.aftercooler.coolantRise.value += 10;
      // The same manifold pressure in both: a level, not the goal.
      j.setups[0]!.boost.kind = 'level';
      j.setups[0]!.boost.levelGauge = given(one.point.boostGauge, 'reported');
    });
    const estimate = powerAtCharge(one.build, one.point, hotter.point.path.manifold.temperature);
    expect(estimate / hotter.point.power.flywheel).toBeCloseTo(1, 2);
    expect(powerAtCharge(one.build, one.point, one.point.path.manifold.temperature)).toBeCloseTo(
      one.point.power.flywheel,
      6,
    );
  });
  it('a dyno without a fan loses pull by pull, ice in a loop goes and says when, a change that helps helps', () => {
    const still = solved('Hill-climb', (j) => {
      j.brief.use.fullSeconds = given(20, 'reported');
      j.brief.use.restSeconds = given(20, 'reported');
      j.brief.use.repeats = given(5, 'reported');
      Object.assign(j.setups[0]!.cooling!, { pullSpeed: guess(1), restSpeed: guess(0.2) });
    });
    expect(codes(still)).toEqual(expect.arrayContaining(['soak-loses', 'soak-no-air']));
    const { soak } = heatOf(still)!;
    const last = soak.pulls.at(-1)!.end;
    // A charge that is hotter than the intake’s wall gives heat to it: there a spacer keeps nothing out.
    for (const { change, charge } of soak.changes)
      if (change !== 'spacer') expect(charge).toBeLessThan(last + 0.01);
    const boat = solved('Jet-sprint');
    expect(boat.system!.loop!.ice).toBe(6);
    expect(codes(boat).some((code) => code.startsWith('soak-ice-'))).toBe(true);
  });
  it('says what is odd: one figure, a stream too weak, coolant hotter than the charge, no cooler, usual duty', () => {
    expect(codes(solved('Hill-climb'))).toContain('cooler-one-figure');
    const weak = solved('Hill-climb', (j) => void (j.setups[0]!.cooling!.face = guess(0.006)));
    expect(codes(weak)).toContain('cooler-carries-too-much');
    const { system } = weak;
    expect(
      exchangerSideOf(
        system!.effectiveness,
        system!.charge.flow * system!.charge.heat,
        coolingCapacity(system!),
      ),
    ).toBeGreaterThan(1);
    const none = solved('Hill-climb', (j) => void (chargerAtEngine(j.setups[0]!)!.aftercooler.kind = 'none'));
    expect(codes(none)).toEqual(['no-cooler']);
    expect(none.system).toBeNull();
    const hot = solved('Hill-climb', (j) => {
      chargerAtEngine(j.setups[0]!)!.aftercooler.coolantRise = guess(120);
      j.setups[0]!.boost.kind = 'level';
      j.setups[0]!.boost.levelGauge = guess(20_000);
    });
    expect(codes(hot)).toContain('cooler-heats');
    expect(codes(solved('Hill-climb', (j) => void (j.brief.use = { kind: j.brief.use.kind })))).toContain(
      'soak-duty-usual',
    );
  });
  it('of a core by its size the usual cooling is worked out, whatever air it is forecast with', () => {
    const at = (speed: number) =>
      solved('Hill-climb', (j) => {
        chargerAtEngine(j.setups[0]!)!.aftercooler.size = {
          height: guess(0.25),
          width: guess(0.5),
          depth: guess(0.076),
          chargeFins: guess(1),
          coolantFins: guess(1),
          speed: guess(speed),
          pump: guess(5e-4),
        };
      });
    const [usual, windy] = [at(8), at(25)];
    const { massFlow } = usual.point.path;
    expect(usual.system!.effectiveness).toBeCloseTo(
      coolerAt(usual.build, 'cooler')!.effectiveness(massFlow),
      9,
    );
    expect(windy.system!.effectiveness).toBeLessThan(
      coolerAt(windy.build, 'cooler')!.effectiveness(massFlow),
    );
  });
  it('hours at load are one long pull', () => {
    expect(dutyOf({ kind: 'road', loadHours: given(7_200, 'reported') })).toMatchObject({
      pull: 1_800,
      repeats: 1,
    });
  });
});

describe('what a cooler is worth', () => {
  it('more than the same boost uncooled, and a larger core a little more', () => {
    const { build, point } = solved('Hill-climb');
    const { with: own, uncooled, unboosted, larger } = coolerWorth(build, point)!;
    expect(own.power).toBeGreaterThan(uncooled!.power);
    expect(uncooled!.charge - own.charge).toBeGreaterThan(50);
    expect(unboosted).toBe(point.alonePower);
    expect(larger!.charge).toBeLessThan(own.charge);
    expect(larger!.power).toBeGreaterThan(own.power);
    expect(larger!.power / own.power).toBeLessThan(1.05);
  });
  it('a cooler by its size follows the flow', () => {
    const sized = solved('Hill-climb', (j) => {
      chargerAtEngine(j.setups[0]!)!.aftercooler.size = {
        height: guess(0.25),
        width: guess(0.5),
        depth: guess(0.076),
        chargeFins: guess(1),
        coolantFins: guess(1),
        speed: guess(10),
        pump: guess(5e-4),
      };
    });
    const cooler = coolerAt(sized.build, 'cooler')!;
    expect(cooler.byPoints).toBe(true);
    expect(cooler.effectiveness(0.1)).toBeGreaterThan(cooler.effectiveness(0.3));
    const { path } = sized.point;
    const inlet = engineCharger(path).outlet.temperature;
    expect((inlet - path.manifold.temperature) / (inlet - cooler.coolant)).toBeCloseTo(
      cooler.effectiveness(path.massFlow),
      3,
    );
  });
});
