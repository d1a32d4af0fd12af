import { plannedLambda } from '../charge-path/air-path';
import { airPerPowerAt } from '../charge-path/school-power';
import { strokesPerSecond, type Build } from '../build/build';
import { cylinderOf, type CylinderCase } from '../cylinder/cylinder';
import { coversCycle, type CyclePower } from '../engine/cycle-power';
import { heldBack, timingOf } from '../cylinder/timing';
import { canonicalJson } from '../job/history/canonical';
import type { Job, Setup } from '../job/schema/job';
import { cylinderCaseOf, timingRules } from '../limits/cylinder-at';
import type { OperatingPoint } from '../solve/point';
import type { Sweep } from '../solve/sweep';
import { brakeOf } from './cylinder';
import { planGridOf } from './timing-plan';

type Engine = Job['engine'];

/** Speeds and manifold pressures that the forecast's cycles are tabulated for. */
const SPEEDS = 16;
const PRESSURES = 9;
/** Manifold below the day's air that a table starts from: a filter and a throttle take so much. */
const BELOW = 0.85;

/** What is tabulated: cases by speed and pressure, and the rules of their timing. */
export type SchoolGrid = {
  speeds: number[];
  pressures: number[];
  /** By speed, then by pressure. */
  cases: CylinderCase[][];
  rules: ReturnType<typeof timingRules>;
};

/** A cycle as the forecast needs it: mean and peak pressure, Pa, at the planned timing, and its retard from best torque, rad. */
export type SchoolNode = { meanPressure: number; peakPressure: number; retard: number };

/**
 * In: a solved setup. Out: the grid, both axes even; null where nothing burns. At each speed the charge is the forecast's own at its own
 * boost; away from that it grows hotter and more backed with boost as from the day's air to where boost is greatest.
 */
export function schoolGridOf(build: Build, engine: Engine, sweep: Sweep): SchoolGrid | null {
  const plan = planGridOf(build, engine, sweep);
  const points = sweep.points.filter(({ status }) => status.kind !== 'failed');
  if (!plan || points.length < 3) return null;
  const { pressure: ambient } = build.climate;
  const even = (from: number, to: number, count: number) =>
    Array.from({ length: count }, (_, i) => from + ((to - from) * i) / (count - 1));
  const speeds = even(points[0]!.speedRpm, points.at(-1)!.speedRpm, SPEEDS);
  const pressures = even(BELOW * ambient, ambient + plan.reach, PRESSURES);
  const { hotter, backed } = plan.perGauge;
  const cases = speeds.map((speedRpm) => {
    const near = points.reduce((a, b) =>
      Math.abs(b.speedRpm - speedRpm) < Math.abs(a.speedRpm - speedRpm) ? b : a,
    );
    const own = cylinderCaseOf(build, engine, near);
    return own && pressures.map((manifold) => movedTo(build, own, { speedRpm, manifold, hotter, backed }));
  });
  if (!cases.every((row) => row !== null)) return null;
  return { speeds, pressures, cases, rules: timingRules(build, engine) };
}

/** Exhaust is never far below the manifold, nor a charge colder than the coldest day (K). */
const LEAST = { backPressure: 0.5, charge: 230 };

/** A forecast's own case at another manifold pressure and a speed near its own. */
function movedTo(
  build: Build,
  own: CylinderCase,
  {
    speedRpm,
    manifold,
    hotter,
    backed,
  }: { speedRpm: number; manifold: number; hotter: number; backed: number },
): CylinderCase {
  const more = manifold - own.manifold;
  const charge = Math.max(LEAST.charge, own.charge + hotter * more);
  const ratio = Math.max(LEAST.backPressure, own.exhaust / own.manifold + backed * more);
  return {
    ...own,
    speedRpm,
    manifold,
    charge,
    exhaust: ratio * manifold,
    air: (own.air * own.charge * manifold) / (own.manifold * charge),
    lambda: build.fuel.ignition === 'spark' ? plannedLambda(build, manifold, speedRpm) : own.lambda,
  };
}

/** One case at its planned timing. For workers: some fifteen cycles. */
export function schoolNodeOf(own: CylinderCase, rules: SchoolGrid['rules']): SchoolNode {
  const timing = timingOf(cylinderOf(own), rules);
  const { meanPressure, peakPressure } = timing.planned.cycle;
  return { meanPressure, peakPressure, retard: Math.max(0, heldBack(timing).retard) };
}

/** Power by the cycle over power by fuel flow of a case, before anything drives a charger. */
function factorOf(build: Build, engine: Engine, own: CylinderCase, node: SchoolNode): number {
  const cycle = brakeOf(build, own, node, 0).power;
  const dryFlow =
    (own.air * strokesPerSecond(build, own.speedRpm) * engine.cylinders.value) / (1 + own.humidityRatio);
  return cycle / (dryFlow / airPerPowerAt(build, own.lambda));
}

/** Least and greatest factor that are kept: beyond them one of the two schools is told something wrong. */
const FACTORS = { least: 0.3, most: 2 };

/** The table of a grid from its nodes, as a setup keeps it. In: what names the inputs that it was made from. */
export function cyclePowerOf(
  build: Build,
  engine: Engine,
  grid: SchoolGrid,
  nodes: SchoolNode[][],
  madeFor: string,
): NonNullable<Setup['cycle']> {
  const { speeds, pressures, cases } = grid;
  const round = (value: number) => Number(value.toPrecision(7));
  return {
    speeds,
    pressures,
    power: nodes.map((row, i) =>
      row.map((node, j) =>
        round(Math.min(FACTORS.most, Math.max(FACTORS.least, factorOf(build, engine, cases[i]![j]!, node)))),
      ),
    ),
    retard: nodes.map((row) => row.map(({ retard }) => round(retard))),
    madeFor,
  };
}

/** Names the inputs that a table of cycles is made from: those of the engine, fuel, air and setup that move a cycle. */
export function cycleInputsOf({ brief, engine }: Pick<Job, 'brief' | 'engine'>, setup: Setup): string {
  const { bore, stroke, cylinders, cycle, compressionRatio, volumes, rodLength, cam, breathing } = engine;
  const { evaporatedShare, combustion, condition, redLineRpm, idleRpm } = engine;
  const { induction, plumbing, backPressureRatio, injection } = setup;
  const text = canonicalJson([
    [bore, stroke, cylinders, cycle, compressionRatio, volumes, rodLength, cam, breathing],
    [evaporatedShare, combustion, condition.factor, redLineRpm, idleRpm],
    [brief.fuel, brief.venue],
    [induction, plumbing, backPressureRatio, injection],
  ]);
  // FNV-1a twice with different seeds: names, not secrets.
  const hash = (seed: number) => {
    let h = seed;
    for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16_777_619) >>> 0;
    return h.toString(16).padStart(8, '0');
  };
  return hash(2_166_136_261) + hash(3_735_928_559);
}

/** Speeds at which a forecast leaves its table of cycles, where the table's edge stands for them. */
export const beyondCycle = (table: CyclePower, points: readonly OperatingPoint[]): number[] =>
  points
    .filter(
      ({ status, speedRpm, manifoldPressure }) =>
        status.kind !== 'failed' && !coversCycle(table, speedRpm, manifoldPressure),
    )
    .map(({ speedRpm }) => speedRpm);
