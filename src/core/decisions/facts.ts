import { engineMachine, engineTurbine } from '../build/row';
import type { Build } from '../build/build';
import type { Sweep } from '../solve/sweep';
import { arrangementOf, chargerAtEngine, chargerInFront } from '../job/chargers';
import type { Job, Setup } from '../job/schema/job';
import type { Facts } from '../job/schema/marks';
import { compressionRatioOf } from '../build/derived';
import { displacementOf } from '../build/job-engine';
import { limitLineOf } from '../limits/judge';
import { dutyOf } from '../studies/heat-soak';

/** What the answer adds to the job's own figures; null while the job cannot be solved. */
export type Answer = { build: Build; sweep: Sweep };

/** Newest revision the library offers of an item; undefined if it does not say. */
export type NewestRevision = (id: string) => number | undefined;

/**
 * What decisions rest on, as plain facts in SI: the mark of a settled bench keeps them, and the rules compare them with
 * those of later. In: job, one of its setups, the answer to them, the library's newest revisions. Total.
 */
export function factsOf(
  job: Job,
  setup: Setup,
  answer: Answer | null,
  newest: NewestRevision = () => undefined,
): Facts {
  const { brief, engine } = job;
  const { induction } = setup;
  const ref = chargerAtEngine(setup)?.machine ?? null;
  const { breathing } = engine;
  const facts: Facts = {
    goalPower: brief.goal.power.value,
    goalBasis: brief.goal.basis,
    goalSpeed: brief.goal.speedRpm.value,
    fuel: brief.fuel.id,
    altitude: brief.venue.altitude.value,
    airTemperature: brief.venue.temperature.value,
    displacement: displacementOf(engine),
    cylinders: engine.cylinders.value,
    compressionRatio: compressionRatioOf(engine),
    cycle: engine.cycle,
    redLine: engine.redLineRpm.value,
    condition: engine.condition.factor.value,
    onset: setup.boost.onsetRpm.value,
  };
  if (breathing.source === 'table') {
    const last = breathing.table.rows.at(-1);
    if (last) facts.breathingEnd = last.speedRpm;
  }
  if (breathing.source === 'baseline') {
    const last = engine.baseline.rows.at(-1);
    if (last) facts.breathingEnd = last.speedRpm;
  }
  if (ref) {
    facts.compressor = ref.id;
    facts.compressorRevision = ref.revision;
    facts.compressorCount = chargerAtEngine(setup)?.count ?? 1;
    facts.arrangement = arrangementOf(induction);
    const front = chargerInFront(setup)?.machine;
    if (front) facts.lpCompressor = front.id;
    const known = newest(ref.id);
    if (known !== undefined) facts.newestRevision = known;
  }
  if (!answer) return facts;
  const { build, sweep } = answer;
  const machine = engineMachine(build);
  const turbine = engineTurbine(build)?.turbine;
  if (machine) facts.compressorName = machine.name;
  if (turbine) facts.turbine = `${turbine.name}, ${turbine.housing}`.slice(0, 120);
  const point = sweep.goalPoint;
  const reached = sweep.level.kind !== 'failed' && point.status.kind !== 'failed';
  facts.flywheelGoal = build.goal.power;
  facts.airDensity = build.climate.density;
  facts.breathingAtGoal = build.breathing.at(build.goal.speedRpm).value;
  facts.reached = reached ? 1 : 0;
  if (reached) {
    facts.demandFlow = point.path.massFlow;
    facts.demandRatio = point.pressureRatio;
    facts.inletDrop = build.climate.pressure - point.path.filter.pressure;
    facts.chargeTemperature = point.path.manifold.temperature;
  }
  if (machine) facts.mapHolds = sweep.goal.holds ? 1 : 0;
  if (setup.fuelSystem && sweep.fuel) {
    facts.injectorFlow = setup.fuelSystem.injectors.flow.value;
    facts.fuelFlow = Math.max(...sweep.fuel.points.map((p) => p.massFlow));
    if (setup.fuelSystem.senses) facts.senses = setup.fuelSystem.senses;
    facts.fuelHolds = sweep.fuel.state === 'over' ? 0 : 1;
  }
  const limits = engine.components ? limitLineOf(build, sweep, engine, dutyOf(brief.use).pull) : null;
  if (limits) {
    facts.limitsHold = limits.state === 'over' ? 0 : 1;
    facts.greatestTorque = Math.max(
      ...sweep.points.filter(({ status }) => status.kind !== 'failed').map(({ torque }) => torque),
    );
  }
  return facts;
}
