import { flowLoss, inletPressure, lossAt } from '../charge-air/losses';
import { burningAir } from '../charge-injection/formulas';
import { nitrousOxide } from '../charge-injection/liquids';
import { airViscosity, frictionFactor, PIPE_GAS, pipeDrop } from '../charge-air/pipe';
import type { Quantity } from '../units/quantities';
import type { Formula } from '../working/formula';
import type { Build } from '../build/build';
import type { Charger } from '../charger/charger';
import type { FigureId } from './figures';
import { pressureAfter, pressureBefore } from '../charge-air/boost-formulas';
import type { PlacedLoss } from '../build/plumbing';
import type { OperatingPoint } from '../solve/point';

/** Where a number of a formula comes from: an input of the job (its path), something read, or a step before. */
export type Origin =
  | { input: string }
  | { read: 'map' | 'turbine' | 'gas' | 'fuel' | 'curve' | 'cooler' | 'injection' | 'air' | 'sums' | 'band' };

export type FormulaStep = {
  kind: 'formula';
  formula: Formula;
  args: Record<string, number>;
  origins: Record<string, Origin>;
  value: number;
};

/** A figure that is read off something, where no formula stands behind it. `code` is put into words by `ui/words`. */
export type ReadStep = {
  kind: 'read';
  code:
    | 'map-efficiency'
    | 'map-speed'
    | 'map-surge'
    | 'map-choke'
    | 'map-edge'
    | 'without-boost'
    | 'lets-pass'
    | 'guessed'
    | 'match-ratio'
    | 'gas-temperature'
    | 'cycle-factor'
    | 'cycle-retard'
    | 'open-air'
    | 'driven'
    | 'asked';
  symbol: string;
  quantity: Quantity;
  value: number;
  name?: string;
};

export type Step = FormulaStep | ReadStep;

/** How a figure came about: steps in order, the last one gives it; and the by-hand form where the trade has one. SI. */
export type Working = {
  figure: FigureId;
  speedRpm: number;
  value: number;
  quantity: Quantity;
  steps: Step[];
  byHand: FormulaStep | null;
};

export function formulaStep<N extends string>(
  formula: Formula<N>,
  args: Record<N, number>,
  origins: Partial<Record<N, Origin>> = {},
): FormulaStep {
  return {
    kind: 'formula',
    formula: formula as unknown as Formula,
    args,
    origins: origins as Record<string, Origin>,
    value: formula.fn(args),
  };
}

/** Writes steps down in order and hands on their values. */
export class Sheet {
  readonly steps: Step[] = [];
  constructor(
    readonly build: Build,
    readonly point: OperatingPoint,
    /** 'setups.0' and so on. */
    readonly setup: string,
    /** Which of the chargers that work is spoken of; undefined for the whole row. */
    readonly index?: number,
  ) {}

  private get place(): number {
    return this.index ?? this.point.chargers.length - 1;
  }
  /** The charger that is spoken of: without an index the one at the engine. */
  get charger(): Charger {
    const { chargers } = this.build;
    return chargers[chargers.length - this.point.chargers.length + this.place]!;
  }
  /** The air through it, its place on the map, its shaft. */
  get at(): OperatingPoint['chargers'][number] {
    return this.point.chargers[this.place]!;
  }
  get isFirst(): boolean {
    return this.place === 0;
  }

  put<N extends string>(
    formula: Formula<N>,
    args: Record<N, number>,
    origins?: Partial<Record<N, Origin>>,
  ): number {
    const step = formulaStep(formula, args, origins);
    this.steps.push(step);
    return step.value;
  }

  read(step: Omit<ReadStep, 'kind'>): number {
    this.steps.push({ kind: 'read', ...step });
    return step.value;
  }

  input = (path: string): Origin => ({ input: path });
  own = (path: string): Origin => ({ input: `${this.setup}.${path}` });
}

export const read = (what: Extract<Origin, { read: unknown }>['read']): Origin => ({ read: what });

/** Dry air with the oxygen that is injected counted as air; `kept`: the share of it that counts. */
export function burningStep(s: Sheet, dryFlow: number, kept: number): number {
  const { injected } = s.point.path;
  if (!injected || injected.nitrous === 0) return dryFlow;
  return s.put(
    burningAir,
    { dryFlow, nitrous: injected.nitrous, airPerMass: nitrousOxide.airPerMass, kept },
    { nitrous: read('sums'), airPerMass: read('injection'), kept: read('sums') },
  );
}

/** The drop a pipe's measures give at the state it is stated at, step by step. */
function pipeSteps(s: Sheet, loss: PlacedLoss & { pipe: NonNullable<PlacedLoss['pipe']> }): number {
  const at = (what: string) => s.own(`plumbing.${loss.index}.${what}`);
  const { diameter, length, bends } = loss.pipe;
  const massFlow = loss.massFlow / loss.pipes;
  const viscosity = s.put(
    airViscosity,
    { temperature: loss.temperature },
    { temperature: at('temperature') },
  );
  const friction = s.put(
    frictionFactor,
    { massFlow, diameter, viscosity },
    { massFlow: at('massFlow'), diameter: at('diameter') },
  );
  return s.put(
    pipeDrop,
    {
      friction,
      length,
      diameter,
      bends,
      massFlow,
      gasConstant: PIPE_GAS,
      temperature: loss.temperature,
      pressure: loss.pressure,
    },
    {
      length: at('length'),
      diameter: at('diameter'),
      bends: at('bends'),
      massFlow: at('massFlow'),
      gasConstant: read('air'),
      temperature: at('temperature'),
      pressure: at('pressure'),
    },
  );
}

/**
 * Losses forwards (from an inlet pressure) or backwards (from an outlet pressure), one after another. In: the parts in the
 * order of the flow; Pa; K; the whole engine's flow, kg/s. Out: Pa at the other end.
 */
export function lossChain(
  s: Sheet,
  losses: PlacedLoss[],
  start: number,
  temperature: number,
  massFlow: number,
  way: 'forwards' | 'backwards',
): number {
  const parts = way === 'backwards' ? [...losses].reverse() : losses;
  return parts.reduce((pressure, loss) => {
    const inlet = way === 'forwards' ? pressure : inletPressure(loss, pressure, temperature, massFlow);
    const at = (what: string) => s.own(`plumbing.${loss.index}.${what}`);
    if (loss.pipe) pipeSteps(s, { ...loss, pipe: loss.pipe });
    const drop = s.put(
      flowLoss,
      {
        drop: loss.drop,
        massFlow,
        referenceFlow: loss.massFlow,
        temperature,
        referenceTemperature: loss.temperature,
        pressure: inlet,
        referencePressure: loss.pressure,
      },
      {
        ...(loss.pipe ? {} : { drop: at('drop') }),
        massFlow: read('sums'),
        referenceFlow: at('massFlow'),
        temperature: read('sums'),
        referenceTemperature: at('temperature'),
        pressure: read('sums'),
        referencePressure: at('pressure'),
      },
    );
    return way === 'forwards'
      ? s.put(pressureAfter, { before: pressure, drop }, { before: read('sums') })
      : s.put(
          pressureBefore,
          { after: pressure, drop: lossAt(loss, inlet, temperature, massFlow) },
          { after: read('sums') },
        );
  }, start);
}
