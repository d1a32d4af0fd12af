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
      made: number;
      peak: number;
    }
  | { kind: 'problems'; id: string; problems: Problem[] }
  /** The boost for its power was not found. */
  | { kind: 'failed'; id: string };

/** How long a pull of a power step is judged to last, s: the longest the Brief names, or one run in a straight line. */
const PULL = 12;
export const pullOf = ({ brief }: Pick<Job, 'brief'>): number => brief.use.fullSeconds?.value ?? PULL;

/** Components of the engine with the engine parts of the list up to a step in their places. */
function componentsAt(job: Job, plan: Plan, at: number, enginePart: EnginePartOf) {
  const components = structuredClone(job.engine.components ?? []);
  plan.steps.slice(0, at + 1).forEach(({ id }) => {
    for (const { step, part } of plan.parts) {
      const line = step === id && part ? enginePart(part) : undefined;
      if (!line) continue;
      for (const kind of kindsOf(line.type)) {
        const own = components.find((component) => component.kind === kind);
        if (own) fitPart(own, line);
      }
    }
  });
  return components;
}

/** The job as it stands on a power step: its setup alone, its goal, and the engine parts bought up to it. */
export function jobAtStep(job: Job, plan: Plan, at: number, enginePart: EnginePartOf): Job {
  const step = plan.steps[at]!;
  const goal = { ...job.brief.goal, power: { ...job.brief.goal.power, value: step.power } };
  return {
    ...job,
    brief: { ...job.brief, goal },
    engine: { ...job.engine, components: componentsAt(job, plan, at, enginePart) },
    setups: [step.setup],
  };
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
  return { kind: 'solved', id, build, sweep, line, made, peak: line?.peak.power ?? made };
}

/** Where the ladder stops: what the step above is over, and would have to be changed for it. */
export type Stop = { step: string; over: LimitRow[] };

/** In: steps in their order. Out: for each the limits that the next one is over; for the last those that it is over itself. */
export const stopsOf = (steps: readonly (SolvedStep | { kind: 'waiting'; id: string })[]): Stop[] =>
  steps.map((step, i) => {
    const judged = steps[i + 1] ?? step;
    const rows = judged.kind === 'solved' ? (judged.line?.rows ?? []) : [];
    const seen = new Set<string>();
    const over = rows.filter((row) => {
      const part = row.part.from === 'component' ? row.part.id : `${row.part.part} ${row.part.name}`;
      if (row.state !== 'over' || !row.isCounted || seen.has(part)) return false;
      seen.add(part);
      return true;
    });
    return { step: step.id, over };
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
