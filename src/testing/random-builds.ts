import { type MatchedBuild, isMatched } from '../core/charge-path/match';
import { engineCharger } from '../core/charger/charged-air';
import { shaftLimit } from '../core/charger/charger';
import type { Job } from '../core/job/schema/job';
import { given } from '../core/documents/input';
import { fitted } from '../core/job/chargers';
import { turboFitOf } from '../core/job/fit';
import type { Turbocharger } from '../core/turbocharger/document';
import { compileBuild, type Library } from '../core/build/build';
import { HIGHEST_RATIO } from '../core/charge-path/air-path';
import { BURST } from '../core/charge-path/balance';
import { matchedAt } from '../core/charge-path/matched';

/** One question to the match. */
export type RandomBuild = { build: MatchedBuild; speedRpm: number; asked: number };

/** A small generator of even numbers between 0 and 1: Mulberry32, public domain. In: seed, any integer. */
function evenNumbers(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/**
 * Plausible engines with any turbocharger of a library on them, any housing and gate, at any speed and boost: what the
 * solver is tried on. In: how many; seed; library with its turbochargers; a job to start from. The displacement is drawn
 * to go with the compressor, within a factor of two either way.
 */
export function* randomBuilds(
  count: number,
  seed: number,
  library: Library,
  turbochargers: { id: string; revision: number; document: Turbocharger }[],
  jobOf: (index: 0 | 1) => Job,
): Generator<RandomBuild> {
  const next = evenNumbers(seed);
  const between = (low: number, high: number) => low + (high - low) * next();
  const jobs = [jobOf(0), jobOf(1)];
  let made = 0;
  while (made < count) {
    const job = structuredClone(jobs[next() < 0.5 ? 0 : 1]!);
    const item = turbochargers[Math.floor(next() * turbochargers.length)]!;
    const setup = job.setups[0]!;
    const arrangement = next() < 0.3 ? 'parallel' : 'single';
    const stage = turboFitOf(item);
    const turbine = library.turbine(stage.drive.turbine)!;
    const compressor = library.compressor(stage.machine)!;
    stage.drive.housing = Math.floor(next() * turbine.housings.length);
    if (stage.drive.gate.kind === 'valve') {
      stage.drive.gate.bore = given(stage.drive.gate.bore.value * between(0.5, 1.6), 'guess');
      // Any boost may be asked: springs have tests of their own.
      stage.drive.gate.reference = 'dome';
    }
    if (next() < 0.1) stage.drive.gate = { kind: 'none' };
    setup.induction = fitted(setup.induction, 7_000, arrangement, { engine: stage });
    setup.induction.chargers[0]!.aftercooler.effectiveness = given(between(0.3, 0.95), 'guess');
    setup.exhaust.share = given(between(0.28, 0.42), 'guess');
    setup.exhaust.heatLoss = given(between(0, 60), 'guess');
    job.brief.venue.altitude = given(between(0, 2_800), 'guess');
    job.brief.venue.temperature = given(between(258, 318), 'guess');
    job.brief.fuel.lambda = given(between(0.72, 1.05), 'guess');
    const { engine } = job;
    engine.redLineRpm = given(between(5_000, 10_000), 'guess');
    engine.idleRpm = given(between(700, 1_300), 'guess');
    job.brief.goal.speedRpm = given(engine.redLineRpm.value * 0.9, 'guess');
    // An engine whose air at full boost lies within a factor of two of what the compressor is made for.
    const most = Math.max(...compressor.lines.flatMap((l) => l.points.map((p) => p.flow)));
    const air = most * (arrangement === 'parallel' ? 2 : 1) * between(0.3, 1.1);
    const displacement = air / ((engine.redLineRpm.value / 120) * 2.2);
    const scale =
      (displacement /
        (engine.cylinders.value * (Math.PI / 4) * engine.bore.value ** 2 * engine.stroke.value)) **
      (1 / 3);
    engine.bore = given(engine.bore.value * scale, 'guess');
    engine.stroke = given(engine.stroke.value * scale, 'guess');
    for (const loss of setup.plumbing) {
      loss.massFlow = given(Math.max(0.001, air), 'guess');
      loss.drop = given(loss.drop.value * between(0.3, 2), 'guess');
    }
    const result = compileBuild(job, setup.id, library);
    if ('problems' in result || !isMatched(result.build)) continue;
    const { build } = result;
    made++;
    const speedRpm = between(build.idleRpm, build.redLineRpm);
    const asked = build.climate.pressure * between(1.05, 2.6);
    yield { build, speedRpm, asked };
  }
}

/** What the balance of the shaft says when it is only read, never solved. */
export type Scanned = 'held' | 'turbine' | 'creep' | 'runs-away' | 'nothing';

/**
 * The match found by reading the gate's opening that each of many manifold pressures would take: 0 to 1 at what is asked,
 * the gate holds; below 0 there and over 0 somewhere under it, the turbine decides; over 1 there and under 1 further up,
 * boost creeps to that place, or nothing stops it before the shaft bursts. Another way than the solver's own.
 */
export function scan(build: MatchedBuild, speedRpm: number, asked: number, steps = 40): Scanned {
  const ambient = build.climate.pressure;
  const read = (pressure: number) => {
    const { match } = matchedAt(build, speedRpm, pressure);
    return match && engineCharger(match);
  };
  const there = read(asked);
  const opening = there?.turbine.opening ?? -Infinity;
  if (opening >= 0 && opening <= 1) return 'held';
  if (opening < 0) {
    for (let i = steps; i > 0; i--) {
      const low = 0.72 * ambient;
      const match = read(low + ((asked - low) * (i - 0.5)) / steps);
      if (match && match.turbine.opening >= 0) return 'turbine';
    }
    return 'nothing';
  }
  const limit = BURST * shaftLimit(engineCharger(build));
  for (let pressure = asked; pressure < HIGHEST_RATIO * ambient; pressure *= 1.02) {
    const match = read(pressure);
    if (!match) return 'nothing';
    if (match.turbine.opening <= 1) return 'creep';
    if (match.shaftRpm > limit) return 'runs-away';
  }
  return 'runs-away';
}
