import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { given } from '../documents/input';
import { meanPistonSpeed } from '../engine/geometry';
import { powerOfTorque } from '../engine/power-formulas';
import { cylinderOf } from '../cylinder/cylinder';
import { runCycle } from '../cylinder/cycle';
import { camEvents } from '../engine/cam';
import { cardOf } from '../build/derived';
import type { Job } from '../job/schema/job';
import { solveSweep } from '../solve/sweep';
import { combustionOf, cylinderAt, eventsOf, USUAL_MARGIN } from '../limits/cylinder-at';
import { brakeOf, changesAt, timingAtCharge } from './cylinder';
import { cylinderFindings, schoolsAt, typedTiming } from './cylinder-findings';

const degrees = Math.PI / 180;

function solved(change: (job: Job) => void = () => {}) {
  const job = sampleTurboJob(0);
  change(job);
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  const sweep = solveSweep(result.build);
  return { build: result.build, engine: job.engine, sweep };
}
const base = solved();
const { build, engine, sweep } = base;
const goal = sweep.goalPoint;
const at = cylinderAt(build, engine, goal)!;
const codes = (findings: { code: string }[]) => findings.map(({ code }) => code);

describe('the cylinder of a job', () => {
  it('holds the air of the forecast, and its pressure at closing by the gas law', () => {
    const cylinder = cylinderOf(at.case);
    // Four-stroke: each cylinder fills every other turn.
    const all = (at.case.air * engine.cylinders.value * goal.speedRpm) / 120;
    expect(all / (goal.path.massFlow * build.condition)).toBeCloseTo(1, 10);
    const { trapped, volumes, pressure } = cylinder;
    const gas = trapped.carrier.gasConstant * (trapped.air + trapped.residual);
    const vapour = (8.314462618 / build.fuel.vapourMolarMass) * trapped.fuel;
    expect(pressure / (((gas + vapour) * trapped.temperature) / volumes.volume(at.case.closes))).toBeCloseTo(
      1,
      6,
    );
  });

  it('power by the cycle is its work, less pumping and friction, by torque and speed', () => {
    const { cycle } = at.timing.planned;
    const { gross, pumping, friction, power } = brakeOf(build, at.case, cycle, 1_000);
    const work = (gross - pumping - friction) * build.displacement;
    expect(power + 1_000).toBeCloseTo(powerOfTorque(work / (4 * Math.PI), goal.speedRpm), 3);
    expect(gross * (build.displacement / engine.cylinders.value)).toBeCloseTo(cycle.work, 6);
    // Chen & Flynn by hand.
    const speed = meanPistonSpeed(engine.stroke.value, goal.speedRpm);
    expect(friction).toBeCloseTo(4e4 + 0.005 * cycle.peakPressure + 9e3 * speed + 90 * speed ** 2, 6);
  });

  it('the cycle comes to what fuel flow and the rule of thumb say of a sound build, within 12 %', () => {
    for (const point of sweep.points.filter(({ status }) => status.kind !== 'failed').slice(8)) {
      const here = cylinderAt(build, engine, point)!;
      expect(schoolsAt(build, point, here).spread).toBeLessThan(0.12);
    }
  });

  it('a fuel that will not stand the boost makes the schools part, and says why', () => {
    const hot = solved((job) => {
      job.brief.fuel.id = 'petrol-92';
      job.engine.compressionRatio = given(12.5, 'measured');
      const { induction } = job.setups[0]!;
      if (induction.kind === 'charged') induction.chargers[0]!.aftercooler.kind = 'none';
    });
    const here = cylinderAt(hot.build, hot.engine, hot.sweep.goalPoint)!;
    const said = codes(cylinderFindings(hot.build, hot.sweep.goalPoint, here, null));
    expect(said).toContain('cylinder-schools-part');
    expect(said.some((code) => /^cylinder-(retarded|knocks-anyway)$/.test(code))).toBe(true);
    expect(here.timing.planned.advance).toBeLessThan(at.timing.planned.advance);
  });

  it('events follow the card, and a two-stroke’s its port', () => {
    const card = structuredClone(engine);
    card.cam.known = true;
    card.cam.atLift = given(0.001, 'measured');
    expect(eventsOf(card).closes).toBeCloseTo(-Math.PI + camEvents(cardOf(card)).intakeCloses, 6);
    const ported = structuredClone(engine);
    ported.cycle = 'two-stroke';
    ported.exhaustPort = given(0.4 * ported.stroke.value, 'measured');
    const { closes, opens } = eventsOf(ported);
    expect(closes).toBe(-opens);
    // Pistons are past half stroke before they are a quarter turn down.
    expect(opens).toBeGreaterThan(90 * degrees);
    expect(opens).toBeLessThan(120 * degrees);
  });

  it('what is usual stands until it is stated', () => {
    expect(combustionOf(build, engine).margin).toBe(USUAL_MARGIN);
    const stated = {
      ...engine,
      combustion: { octaneWeight: given(0.3, 'measured'), peakLimit: given(60e5, 'measured') },
    };
    expect(combustionOf(build, stated).octaneWeight).toBe(0.3);
    const { planned } = cylinderAt(build, stated, goal)!.timing;
    expect(planned.limit).toBe('pressure');
    expect(planned.cycle.peakPressure / 60e5).toBeCloseTo(1, 2);
    const said = cylinderFindings(build, goal, cylinderAt(build, stated, goal)!, null);
    expect(codes(said)).toContain('cylinder-held-by-peak');
  });

  it('each change moves the timing its own way; each is the cylinder solved again', () => {
    const knocking = sweep.points.find((p) => {
      const here = p.status.kind === 'failed' ? null : cylinderAt(build, engine, p);
      return here?.timing.planned.limit === 'knock';
    })!;
    const here = cylinderAt(build, engine, knocking)!;
    const found = Object.fromEntries(changesAt(build, engine, here).map((change) => [change.id, change]));
    for (const id of ['boost', 'charge', 'compression', 'octane', 'back-pressure'])
      expect(found[id]!.advance).toBeLessThan(0);
    // Richer cools and stands more.
    expect(found.lambda!.advance).toBeGreaterThan(0);
    expect(found.boost!.torque).toBeGreaterThan(0);
    expect(found.octane!.torque).toBeLessThan(0);
    const weaker = { ...build, fuel: { ...build.fuel, octane: build.fuel.octane! - 3 } };
    const again = cylinderAt(weaker, engine, knocking)!;
    expect(again.timing.planned.advance - here.timing.planned.advance).toBeCloseTo(found.octane!.advance, 4);
  });

  it('a timing typed beside is told for what it is', () => {
    const say = (advance: number) =>
      codes(cylinderFindings(build, goal, at, typedTiming(at, advance * degrees)));
    expect(say(75)).toContain('cylinder-typed-early');
    expect(say(8)).toContain('cylinder-typed-worth');
    const point = sweep.points.find((p) => p.status.kind !== 'failed' && p.speedRpm >= 6_300)!;
    const here = cylinderAt(build, engine, point)!;
    const limit = here.timing.knockLimited!.advance;
    const knocks = typedTiming(here, limit + 4 * degrees);
    expect(codes(cylinderFindings(build, point, here, knocks))).toContain('cylinder-typed-knocks');
    expect(knocks.past / degrees).toBeCloseTo(4, 1);
    expect(typedTiming(here, limit - degrees).past).toBe(0);
    const typed = typedTiming(at, 10 * degrees);
    expect(typed.cycle.work).toBeCloseTo(runCycle(cylinderOf(at.case), 10 * degrees).work, 9);
  });

  it('says where its correlations end', () => {
    const methanol = solved((job) => {
      job.brief.fuel.id = 'methanol';
      job.brief.fuel.lambda = given(0.8, 'measured');
      job.engine.compressionRatio = given(26, 'measured');
    });
    const point = methanol.sweep.points.find(({ status }) => status.kind !== 'failed')!;
    const here = cylinderAt(methanol.build, methanol.engine, point)!;
    const said = codes(cylinderFindings(methanol.build, point, here, null));
    expect(said).toContain('cylinder-octane-extrapolated');
    expect(said).toContain('cylinder-compression-high');
  });

  it('a cooler is worth timing as well: a hotter charge allows less spark', () => {
    const own = timingAtCharge(build, engine, goal, goal.path.manifold.temperature)!;
    expect(own.advance).toBeCloseTo(at.timing.planned.advance, 6);
    const hot = timingAtCharge(build, engine, goal, goal.path.manifold.temperature + 60)!;
    expect(hot.advance).toBeLessThan(own.advance);
    expect(hot.torque).toBeLessThan(own.torque);
  });
});
