import { compileBuild, type Library } from '../build/build';
import type { PartRole } from '../job/schema/plan-choices';
import type { Job, Plan, Setup } from '../job/schema/job';
import { solveSweep } from '../solve/sweep';
import { jobAtStep, type EnginePartOf } from './steps';

/** What a change of a step is worth alone: W at the flywheel at the goal’s speed; null where the model has no say in it. */
export type RoleGain = { role: PartRole; gain: number | null };

/** Changes that the model knows, by the part of the setup they stand in. */
const swaps: Partial<Record<PartRole, (own: Setup, before: Setup) => Setup>> = {
  charger: (own, before) => ({ ...own, induction: before.induction, exhaust: before.exhaust }),
  cooler: (own, before) => {
    if (own.induction.kind !== 'charged' || before.induction.kind !== 'charged') return own;
    const old = before.induction.chargers.at(-1)!.aftercooler;
    const last = own.induction.chargers.length - 1;
    const chargers = own.induction.chargers.map((one, i) =>
      i === last ? { ...one, aftercooler: old } : one,
    );
    return { ...own, induction: { ...own.induction, chargers } };
  },
  piping: (own, before) => ({ ...own, plumbing: before.plumbing }),
};

const madeBy = (job: Job, setup: Setup, library: Library): number | null => {
  const compiled = compileBuild({ ...job, setups: [setup] }, setup.id, library);
  if ('problems' in compiled) return null;
  const sweep = solveSweep(compiled.build);
  const power = sweep.goalPoint.power.flywheel;
  return sweep.level.kind === 'failed' || !Number.isFinite(power) ? null : power;
};

/**
 * What each kind of change of a step is worth by itself: the step’s power less that with the part of the step before in its place, both at the
 * boost that the step is solved at. Parts that the model does not know have no gain, and gains of single changes do not sum to the
 * step’s own. In: place in the ladder, above 0; level that the step is held at, Pa gauge, null where a belt decides. Total.
 */
export function roleGains(
  job: Job,
  plan: Plan,
  at: number,
  library: Library,
  enginePart: EnginePartOf,
  levelGauge: number | null,
): RoleGain[] {
  const before = plan.steps[at - 1]?.setup;
  const { setup } = plan.steps[at]!;
  const roles = [
    ...new Set(plan.parts.filter(({ step }) => step === plan.steps[at]!.id).map(({ role }) => role)),
  ];
  if (!before) return roles.map((role) => ({ role, gain: null }));
  const own = jobAtStep(job, plan, at, enginePart);
  // At one level: otherwise each would be taken to the goal by more boost and all would be worth nothing.
  const held = (one: Setup): Setup =>
    levelGauge === null
      ? one
      : {
          ...one,
          boost: {
            ...one.boost,
            kind: 'level',
            held: 'gauge',
            levelGauge: { ...one.boost.levelGauge, value: levelGauge },
          },
        };
  const whole = madeBy(own, held(setup), library);
  return roles.map((role) => {
    const swap = swaps[role];
    const without = swap && whole !== null ? madeBy(own, held(swap(setup, before)), library) : null;
    return { role, gain: without === null || whole === null ? null : whole - without };
  });
}
