import type { Quantity } from '../units/quantities';

type Variable = { symbol: string; quantity: Quantity | 'plain'; meaning: string };

/**
 * A formula as a record: defined once, called by the solver and shown by the working. There is no second copy of it for
 * display. `fn` takes SI values.
 */
export type Formula<Names extends string = string> = {
  id: string;
  symbols: string;
  source: string;
  result: Variable;
  variables: Record<Names, Variable>;
  fn: (args: Record<Names, number>) => number;
};

/** Registers nothing, hides nothing: it only gives the record its type. */
export const defineFormula = <Names extends string>(formula: Formula<Names>): Formula<Names> => formula;

export type Working = {
  id: string;
  symbols: string;
  source: string;
  result: Variable & { value: number };
  numbers: (Variable & { value: number })[];
};

/** The working of one figure: the formula run again on the numbers given, with each number named. SI in, SI out. */
export function explain<Names extends string>(formula: Formula<Names>, args: Record<Names, number>): Working {
  const names = Object.keys(formula.variables) as Names[];
  return {
    id: formula.id,
    symbols: formula.symbols,
    source: formula.source,
    result: { ...formula.result, value: formula.fn(args) },
    numbers: names.map((name) => ({ ...formula.variables[name], value: args[name] })),
  };
}
