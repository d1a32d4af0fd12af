import { displacement } from '../engine/formulas';
import { compileBuild, type Library } from '../build/build';
import type { StationKind } from '../charge-path/stations';
import type { LimitState } from '../solve/verdict';
import { CORE_VERSION, solveSweep } from '../solve/sweep';
import type { FuelId } from '../fuel/fuels';
import type { Reason } from '../working/range';
import { arrangementOf, beltDriveOf, chargerAtEngine } from '../job/chargers';
import type { Job } from '../job/schema/job';
import type { Arrangement } from '../job/schema/setup-choices';

/** What the Shop board shows of a job, made with each revision and tagged with the core that made it. SI. */
export type Summary = {
  coreVersion: number;
  goal: { power: number; basis: 'flywheel' | 'wheels'; speedRpm: number };
  fuel: FuelId;
  altitude: number;
  displacement: number;
  cylinders: number;
  charger: { name: string; count: number; arrangement: Arrangement } | null;
  holds: boolean;
  state: LimitState;
  verdict: Reason;
  /** Flywheel power reached at the goal's speed over the goal's; null if the job cannot be solved. */
  share: number | null;
  pressureRatio: number | null;
  tube: { id: StationKind; pressure: number | null; temperature: number | null }[];
};

/** The board's figures of a job's first setup. Total: a job that cannot be solved gets its first problem as verdict. */
export function summarise(job: Job, library: Library): Summary {
  const setup = job.setups[0]!;
  const { engine, brief } = job;
  const charger = chargerAtEngine(setup);
  const ref = charger?.machine;
  const whole = beltDriveOf(charger)?.blower;
  const item =
    (whole && library.centrifugal(whole)) ??
    (ref ? (library.blower(ref) ?? library.compressor(ref)) : undefined);
  const arrangement = arrangementOf(setup.induction);
  const base = {
    coreVersion: CORE_VERSION,
    goal: { power: brief.goal.power.value, basis: brief.goal.basis, speedRpm: brief.goal.speedRpm.value },
    fuel: brief.fuel.id,
    altitude: brief.venue.altitude.value,
    displacement: displacement.fn({
      bore: engine.bore.value,
      stroke: engine.stroke.value,
      cylinders: engine.cylinders.value,
    }),
    cylinders: engine.cylinders.value,
    charger: item ? { name: item.name, count: arrangement === 'single' ? 1 : 2, arrangement } : null,
  };
  const result = compileBuild(job, setup.id, library);
  if ('problems' in result)
    return {
      ...base,
      holds: false,
      state: 'over',
      verdict: result.problems[0]!.reason,
      share: null,
      pressureRatio: null,
      tube: [],
    };
  const { goal, goalPoint, level } = solveSweep(result.build);
  const solved = level.kind !== 'failed' && goalPoint.status.kind !== 'failed';
  return {
    ...base,
    holds: goal.holds,
    state: goal.state,
    verdict: goal.short,
    share: solved ? goalPoint.power.flywheel / result.build.goal.power : null,
    pressureRatio: solved ? goalPoint.pressureRatio : null,
    tube: goalPoint.stations.map(({ id, pressure, temperature }) => ({ id, pressure, temperature })),
  };
}
