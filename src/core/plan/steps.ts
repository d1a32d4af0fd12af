import { compileBuild, type Build, type Library, type Problem } from '../build/build';
import type { Ref } from '../documents/ref';
import { chargerAtEngine, chargerInFront } from '../job/chargers';
import { kindsOf } from '../job/schema/component-choices';
import { guards, type Guard, type PartRole } from '../job/schema/plan-choices';
import type { Job, Plan, Setup } from '../job/schema/job';
import { limitLineOf, type LimitLine, type LimitRow } from '../limits/judge';
import { fitPart, type TakenPart } from '../limits/fit-part';
import { refsOf } from '../documents/refs';
import { solveSweep, type Sweep } from '../solve/sweep';

/** A part of the engine as the library has it, where it is one. */
export type EnginePartOf = (ref: Ref) => TakenPart | undefined;

/** A power step as the model has it. Power at the flywheel, W. */
export type SolvedStep =
  | {
      kind: 'solved';
      id: string;
      build: Build;
      sweep: Sweep;
      line: LimitLine | null;
      /** The same with the parts of the step before: what would be passed if nothing were strengthened; null for the first step. */
      lineBefore: LimitLine | null;
      made: number;
    }
  | { kind: 'problems'; id: string; problems: Problem[] }
  /** The boost for its power was not found. */
  | { kind: 'failed'; id: string };

/** How long a pull of a power step is judged to last, s: the longest the Brief names, or one run in a straight line. */
const PULL = 12;
export const pullOf = ({ brief }: Pick<Job, 'brief'>): number => brief.use.fullSeconds?.value ?? PULL;

/** The engine's parts bought up to a step, in the order of the steps. */
const boughtUpTo = (plan: Plan, at: number, enginePart: EnginePartOf): TakenPart[] =>
  plan.steps
    .slice(0, at + 1)
    .flatMap(({ id }) =>
      plan.parts.flatMap(({ step, part }) => (step === id && part ? (enginePart(part) ?? []) : [])),
    );

/** Components of the engine with what was bought in their places. */
function componentsWith(job: Job, bought: readonly TakenPart[]) {
  const components = structuredClone(job.engine.components ?? []);
  for (const line of bought)
    for (const kind of kindsOf(line.type)) {
      const own = components.find((component) => component.kind === kind);
      if (own) fitPart(own, line);
    }
  return components;
}

/** The vehicle with a clutch or a gearbox that was bought: by name and by the torque it bears. */
function vehicleWith({ brief: { vehicle } }: Job, bought: readonly TakenPart[]) {
  const made = { ...vehicle };
  for (const { type, name, limits } of bought) {
    if (!limits.torque) continue;
    if (type === 'clutch') made.clutch = { name: name.slice(0, 60), torque: limits.torque };
    if (type === 'gearbox') made.gearbox = { name: name.slice(0, 60), torque: limits.torque };
  }
  return made;
}

/** The job as it stands on a power step: its setup alone, its goal, and the parts bought up to it, or up to another step. */
export function jobAtStep(job: Job, plan: Plan, at: number, enginePart: EnginePartOf, bought = at): Job {
  const step = plan.steps[at]!;
  const goal = { ...job.brief.goal, power: { ...job.brief.goal.power, value: step.power } };
  const parts = boughtUpTo(plan, bought, enginePart);
  return {
    ...job,
    brief: { ...job.brief, goal, vehicle: vehicleWith(job, parts) },
    engine: { ...job.engine, components: componentsWith(job, parts) },
    setups: [step.setup],
  };
}

/** Limits of a solved step had only the parts up to another one been bought: strength moves no power, so its sweep stands. */
function limitsWith(job: Job, setupId: string, library: Library, sweep: Sweep): LimitLine | null {
  const compiled = compileBuild(job, setupId, library);
  return 'problems' in compiled ? null : limitLineOf(compiled.build, sweep, job.engine, pullOf(job));
}

/** A power step solved with its own setup. In: place in the ladder; library; engine parts by their references. Total. */
export function solveStep(
  job: Job,
  plan: Plan,
  at: number,
  library: Library,
  enginePart: EnginePartOf,
): SolvedStep {
  const { id, setup } = plan.steps[at]!;
  const own = jobAtStep(job, plan, at, enginePart);
  const compiled = compileBuild(own, setup.id, library);
  if ('problems' in compiled) return { kind: 'problems', id, problems: compiled.problems };
  const { build } = compiled;
  const sweep = solveSweep(build);
  const made = sweep.goalPoint.power.flywheel;
  if (sweep.level.kind === 'failed' || !Number.isFinite(made)) return { kind: 'failed', id };
  const line = limitLineOf(build, sweep, own.engine, pullOf(job));
  const lineBefore =
    at > 0 ? limitsWith(jobAtStep(job, plan, at, enginePart, at - 1), setup.id, library, sweep) : null;
  return { kind: 'solved', id, build, sweep, line, lineBefore, made };
}

/** Where the ladder stops: what the step above would pass with the parts of this one, and whether the parts bought for it mend that. */
export type Stop = { step: string; over: { row: LimitRow; isMended: boolean }[] };

const nameOfPart = ({ part }: LimitRow): string => (part.from === 'component' ? part.id : part.part);

/** Limits that count and are passed, each part once. */
function passedIn(line: LimitLine | null): LimitRow[] {
  const seen = new Set<string>();
  return (line?.rows ?? []).filter((row) => {
    const part = nameOfPart(row);
    if (row.state !== 'over' || !row.isCounted || seen.has(part)) return false;
    seen.add(part);
    return true;
  });
}

/** In: steps in their order. Out: for each what stands in the way of the next one; for the last what it passes itself. */
export const stopsOf = (steps: readonly (SolvedStep | { kind: 'waiting'; id: string })[]): Stop[] =>
  steps.map((step, i) => {
    const next = steps[i + 1];
    if (!next)
      return {
        step: step.id,
        over: step.kind === 'solved' ? passedIn(step.line).map((row) => ({ row, isMended: false })) : [],
      };
    if (next.kind !== 'solved') return { step: step.id, over: [] };
    const left = new Set(passedIn(next.line).map(nameOfPart));
    return {
      step: step.id,
      over: passedIn(next.lineBefore).map((row) => ({ row, isMended: !left.has(nameOfPart(row)) })),
    };
  });

const guardOfRow = ({ part }: LimitRow): Guard => {
  if (part.from === 'component')
    return part.kind === 'clutch' || part.kind === 'converter'
      ? 'clutch'
      : part.kind === 'cooling-system'
        ? 'cooling'
        : 'limits';
  if (part.part === 'clutch') return 'clutch';
  return part.part === 'gearbox' || part.part === 'shaft' || part.part === 'belt' ? 'limits' : 'fuel';
};

/**
 * Flywheel power that the engine as it stands holds, by what it would lack above that. In: limits of the setup in hand. Out: W; Infinity where
 * nothing is known. A disputed limit counts by its low end.
 */
export function holdsOf(line: LimitLine | null): Record<Guard, number> {
  const holds = Object.fromEntries(guards.map((guard) => [guard, Infinity])) as Record<Guard, number>;
  for (const row of line?.chain ?? []) {
    const guard = guardOfRow(row);
    holds[guard] = Math.min(holds[guard], row.allowed!);
  }
  return holds;
}

/** A part of the library on a setup: what it does there. */
export type SetupPart = { role: PartRole; ref: Ref; count: number };

/** Parts of the library that a setup is made of, each once: what the list of a power step starts from. */
export function partsOfSetup(setup: Setup): SetupPart[] {
  const found: SetupPart[] = [];
  const take = (role: PartRole, refs: readonly Ref[], count = 1) => {
    for (const ref of refs) {
      const known = found.find((one) => one.ref.id === ref.id);
      if (!known) found.push({ role, ref, count });
    }
  };
  for (const charger of [chargerInFront(setup), chargerAtEngine(setup)]) {
    if (!charger) continue;
    const { machine, drive, count, aftercooler } = charger;
    const whole = drive.kind === 'exhaust' ? drive.turbocharger : drive.kind === 'belt' ? drive.blower : null;
    if (whole) take('charger', [whole], count);
    else {
      take('charger', machine ? [machine] : [], count);
      if (drive.kind === 'exhaust') take('charger', [drive.turbine], count);
    }
    if (drive.kind === 'belt' && drive.layout) take('drive', refsOf(drive.layout));
    take('cooler', refsOf(aftercooler));
  }
  take('cooling', refsOf(setup.cooling ?? null));
  take('piping', refsOf(setup.plumbing));
  const fuel = setup.fuelSystem;
  if (fuel) {
    const { injectors, second, pumps, ...supply } = fuel;
    take('injectors', refsOf(injectors), injectors.count.value);
    if (second) take('injectors', refsOf(second), second.count.value);
    take('fuel-pump', refsOf(pumps), pumps.arrangement === 'one' || pumps.other ? 1 : 2);
    take('fuel-supply', refsOf(supply));
  }
  return found;
}
