import type { Quantity } from '../units/quantities';

/** A unit of a quantity that people never choose one for: printed as it is. */
type PlainUnit = { symbol: string; factor: number };

export type Variable = {
  symbol: string;
  quantity: Quantity | 'plain';
  /** Of a plain variable: SI without a name if it is left out. */
  unit?: PlainUnit;
  meaning: string;
};

/**
 * A formula as a record: defined once, called by the solver and shown by the working. There is no second copy of it for
 * display. `fn` takes SI values. `form` is the right-hand side with {names} where the variables stand, in plain algebra
 * (+ − · / ^ √ π min max): in symbols and in numbers it is printed from there, and a test holds it to `fn` by an evaluator
 * of somebody else's. `note` is what no algebra says.
 */
export type Formula<Names extends string = string> = {
  id: string;
  form: string;
  note?: string;
  source: string;
  result: Variable;
  variables: Record<Names, Variable>;
  fn: (args: Record<Names, number>) => number;
};

/** Registers nothing, hides nothing: it only gives the record its type. */
export const defineFormula = <Names extends string>(formula: Formula<Names>): Formula<Names> => formula;

/** The right-hand side with something put where each variable stands. In: `form`; what to print for a name. */
export const fillForm = (form: string, print: (name: string) => string): string =>
  form.replace(/\{(\w+)\}/g, (_, name: string) => print(name));

/** The formula in symbols: 'W_corr = W · √(T01 / Tref) / (p01 / pref)'. */
export const symbolsOf = ({ form, result, variables }: Formula): string =>
  `${result.symbol} = ${fillForm(form, (name) => variables[name]!.symbol)}`;
