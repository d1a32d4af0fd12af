import { withDriveOpen, withEngineCharger } from '../build/row';
import { engineCharger } from '../charger/charged-air';
import type { Build } from '../build/build';
import { isBoosting, planLevel, solvePath } from './point';

/** Efficiencies the demand is solved for; between them it is nearly straight in 1/η, which is the heat of compression. */
const EFFICIENCIES = [0.9, 0.78, 0.69, 0.6, 0.5, 0.38];
const NODES = EFFICIENCIES.length;

/** What one engine asks of any compressor at some speeds, as a function of how efficient the compressor is. SI. */
export type DemandTable = {
  kind: 'boost' | 'unboosted';
  speeds: number[];
  goalIndex: number;
  onsetRpm: number;
  inletTemperature: number;
  /** By efficiency at the goal (which sets the level), efficiency at the speed, speed; NaN where there is no answer. */
  massFlow: Float64Array;
  inletPressure: Float64Array;
  ratio: Float64Array;
};

/** Air asked for: moist air of the whole engine kg/s, pressure before the compressor Pa, pressure ratio. */
export type Demand = { massFlow: number; inletPressure: number; ratio: number };

/**
 * Solves the demand line for a handful of compressor efficiencies, so that hundreds of compressors can be read against it.
 * In: build (its own compressor is left aside); speeds rev/min, rising. Out: the table; the goal's speed is added where it
 * is missing. Never throws. Between its efficiencies it is read within 0.1 % of a fresh solution (tested).
 */
export function demandTable(build: Build, speeds: number[]): DemandTable {
  const all = [...new Set([...speeds, build.goal.speedRpm])].sort((a, b) => a - b);
  const size = NODES * NODES * all.length;
  const table: DemandTable = {
    kind: 'boost',
    speeds: all,
    goalIndex: all.indexOf(build.goal.speedRpm),
    onsetRpm: build.boost.onsetRpm,
    inletTemperature: build.climate.temperature,
    massFlow: new Float64Array(size).fill(NaN),
    inletPressure: new Float64Array(size).fill(NaN),
    ratio: new Float64Array(size).fill(NaN),
  };
  const open = withDriveOpen(build);
  const bare = EFFICIENCIES.map((efficiencyGuess): Build => ({
    ...withEngineCharger(open, (charger) => ({ ...charger, machine: null, count: 1 })),
    charged: true,
    efficiencyGuess,
  }));
  const levels = bare.map(planLevel);
  if (levels.some((level) => level.kind === 'unboosted')) return { ...table, kind: 'unboosted' };
  levels.forEach((level, i) => {
    if (level.kind !== 'boost') return;
    bare.forEach((one, j) => {
      let start: ReturnType<typeof solvePath>['path'] | undefined;
      all.forEach((speedRpm, k) => {
        const { path, failed } = solvePath(one, speedRpm, level, start);
        if (failed || path.kind !== 'converged') return;
        if (isBoosting(engineCharger(path).outlet.ratio)) start = path;
        const at = (i * NODES + j) * all.length + k;
        table.massFlow[at] = path.massFlow;
        table.inletPressure[at] = path.filter.pressure;
        table.ratio[at] = engineCharger(path).outlet.ratio;
      });
    });
  });
  return table;
}

const inverse = EFFICIENCIES.map((e) => 1 / e);

/** Cell and share of an efficiency among the nodes, written into the pair. */
function place(efficiency: number, out: { cell: number; share: number }): void {
  const x = 1 / efficiency;
  let cell = 0;
  while (cell < NODES - 2 && x > inverse[cell + 1]!) cell++;
  out.cell = cell;
  out.share = (x - inverse[cell]!) / (inverse[cell + 1]! - inverse[cell]!);
}

const outer = { cell: 0, share: 0 };
const inner = { cell: 0, share: 0 };

function read(values: Float64Array, speeds: number, k: number): number {
  const a = (outer.cell * NODES + inner.cell) * speeds + k;
  const b = a + speeds;
  const c = a + NODES * speeds;
  const d = c + speeds;
  const first = values[a]! + inner.share * (values[b]! - values[a]!);
  const second = values[c]! + inner.share * (values[d]! - values[c]!);
  return first + outer.share * (second - first);
}

/**
 * The air asked for at the k-th speed by a compressor of this efficiency there and that efficiency at the goal's speed
 * (shares). Writes into `out`; NaN where the engine has no answer. Outside 0.38–0.9 the last cell is carried on.
 */
export function demandAt(
  table: DemandTable,
  k: number,
  atGoal: number,
  efficiency: number,
  out: Demand,
): Demand {
  place(atGoal, outer);
  place(efficiency, inner);
  const { length } = table.speeds;
  out.massFlow = read(table.massFlow, length, k);
  out.inletPressure = read(table.inletPressure, length, k);
  out.ratio = read(table.ratio, length, k);
  return out;
}
