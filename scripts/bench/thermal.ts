/** The sums of Cooling and Fuel: soak of ten pulls, the fuel system over the revs, a sweep with a cooler given by its size. */
import { compileBuild } from '../../src/core/build/build';
import { guess } from '../../src/core/documents/input';
import { soakOf } from '../../src/core/charge-air/soak';
import { chargerAtEngine } from '../../src/core/job/chargers';
import type { Job } from '../../src/core/job/schema/job';
import { fuelLineOf } from '../../src/core/solve/fuel-line';
import { usualNitrous, usualSpray } from '../../src/core/charge-injection/usual';
import { injectionCasesAt, injectionWorth } from '../../src/core/studies/injection-worth';
import { solveSweep } from '../../src/core/solve/sweep';
import { soakSystemOf } from '../../src/core/studies/heat-soak';
import { sampleHistories, sampleLibrary } from '../../src/data/demo/sample';
import { print, time } from './lib';

const jobOf = (name: string): Job =>
  structuredClone(sampleHistories.map((h) => h.revisions.at(-1)!.job).find((j) => j.name.startsWith(name))!);

function compiled(job: Job) {
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error('the demo job does not compile');
  return result.build;
}

export function thermal(): void {
  for (const name of ['Hill-climb', 'Jet-sprint']) {
    const job = jobOf(name);
    const build = compiled(job);
    const { points, goalPoint } = solveSweep(build);
    const supply = build.supply!;
    const ms = time(40, () => fuelLineOf(build, supply, points));
    print(`fuel system over ${points.length} speeds, ${name}`, `${ms.toFixed(2)} ms`, '5 ms at 60');
    const system = soakSystemOf(build, job.setups[0]!, goalPoint, { pull: 15, rest: 90, repeats: 10 })!;
    const soaked = time(20, () => soakOf(system));
    print(`soak of ten pulls, ${name}`, `${soaked.toFixed(1)} ms`, '50 ms');
  }
  const plain = jobOf('Hill-climb');
  const before = time(20, () => solveSweep(compiled(plain)));
  const sized = jobOf('Hill-climb');
  chargerAtEngine(sized.setups[0]!)!.aftercooler.size = {
    height: guess(0.25),
    width: guess(0.5),
    depth: guess(0.076),
    chargeFins: guess(1),
    coolantFins: guess(1),
    speed: guess(10),
    pump: guess(5e-4),
  };
  const after = time(20, () => solveSweep(compiled(sized)));
  print(
    'matched sweep, cooler by its size over one figure',
    `${after.toFixed(1)} / ${before.toFixed(1)} ms = ${(after / before).toFixed(2)}`,
    '1.10',
  );
  const injected = jobOf('Hill-climb');
  const laidOutFor = {
    fuelFlow: 0.018,
    dryFlow: 0.2,
    boostGauge: 100_000,
    redLineRpm: 9_200,
    ambient: 293,
    isSpark: true,
  };
  injected.setups[0]!.injection = { spray: usualSpray(laidOutFor), nitrous: usualNitrous(laidOutFor) };
  const sprayed = time(20, () => solveSweep(compiled(injected)));
  print(
    'matched sweep with water-methanol and nitrous oxide over none',
    `${sprayed.toFixed(1)} / ${before.toFixed(1)} ms = ${(sprayed / before).toFixed(2)}`,
    'no target',
  );
  const { build, point } = (() => {
    const its = compiled(injected);
    return { build: its, point: solveSweep(its).goalPoint };
  })();
  const cases = time(20, () => [injectionWorth(build, point), injectionCasesAt(build, point)]);
  print('worth and cases of an injection at a speed', `${cases.toFixed(1)} ms`, 'in an edit of 50 ms');
  const kept = jobOf('Hill-climb');
  kept.brief.fuel.inletLimit = guess(1_000);
  const richer = time(20, () => solveSweep(compiled(kept)));
  print(
    'matched sweep with its turbine inlet kept by the mixture over none',
    `${richer.toFixed(1)} / ${before.toFixed(1)} ms = ${(richer / before).toFixed(2)}`,
    'no target',
  );
}
