import { fillForm, type Formula, type Variable } from '@/core/working/formula';
import type { FormulaStep, Origin, ReadStep, Step, Working } from '@/core/workings/workings';
import type { Influence } from '@/core/workings/influence';
import type { Job } from '@/core/job/schema/job';
import type { Confidence } from '@/core/documents/input';
import { BREATHING_TABLE, quantityOf } from '@/core/job/inputs/inputs';
import { confidenceWords } from '../fields/confidence';
import { figureNames } from './figures';
import { inputName } from './inputs';
import { formatNumber, type Format } from './format';

/** A unit as arithmetic sees it: no offset, since only absolute temperatures may be multiplied. */
type Scale = { symbol: string; factor: number; offset: number; digits: number };

const absolute: Record<string, string> = { '°C': 'K', '°F': '°R' };
/** Shares and ratios stand in formulas as bare numbers; a per cent sign has no arithmetic. */
const bare = new Set(['share', 'ratio', 'count', 'plain']);
const PLAIN: Scale = { symbol: '', factor: 1, offset: 0, digits: 3 };

const si: Record<string, string> = {
  pressure: 'Pa',
  boost: 'Pa',
  pressureDrop: 'Pa',
  massFlow: 'kg/s',
  temperature: 'K',
  power: 'W',
  shaftPower: 'W',
  torque: 'N·m',
  bore: 'm',
  volume: 'm³',
  fuelPerEnergy: 'kg/J',
  engineSpeed: 'rpm',
  shaftSpeed: 'rpm',
};

/** The scale a variable is printed on: the reader's unit, its own, or SI where the reader's units do not go together. */
function scaleOf(format: Format, { quantity, unit }: Variable, inSi: boolean): Scale {
  if (quantity === 'plain' || bare.has(quantity))
    return !unit
      ? PLAIN
      : inSi
        ? { ...PLAIN, symbol: siSymbol(unit) }
        : { ...PLAIN, symbol: unit.symbol, factor: unit.factor };
  if (inSi) return { symbol: si[quantity] ?? '', factor: 1, offset: 0, digits: 3 };
  const { symbol, factor, offset = 0, digits } = format.displayUnit(quantity);
  return { symbol, factor, offset, digits };
}

/** A formula's own unit without the thousands before it: 'MJ/kg' is J/kg. */
function siSymbol({ symbol, factor }: { symbol: string; factor: number }): string {
  if (factor === 1) return symbol;
  return (factor === 1e3 && symbol.startsWith('k')) || (factor === 1e6 && symbol.startsWith('M'))
    ? symbol.slice(1)
    : '';
}

/** Digits that were added for a calculator's sake say nothing where they are noughts. */
const withoutNoughts = (text: string): string =>
  text.includes('.') ? text.replace(/0+$/, '').replace(/\.$/, '') : text;

/** A number with at least four figures that matter and no more than it takes. */
function digitsFor(value: number, least: number): number {
  const size = value === 0 ? 0 : Math.floor(Math.log10(Math.abs(value)));
  return Math.min(12, Math.max(0, least, 3 - size));
}

const unsigned = (text: string) => text.replace('−', '-').replaceAll(',', '');

type Printed = {
  /** 'ṁ = ηv · p_m / (R · T_m) · V_d · n' */
  symbols: string;
  /** The same with numbers in the reader's units, and the factor that their units need. */
  numbers: string;
  /** What the numbers come to, as printed, without and with its unit. */
  resultNumber: string;
  result: string;
  variables: { name: string; symbol: string; meaning: string; value: string }[];
};

type Names = string[];

/**
 * The one factor that the reader's units bring into a formula, or null if there is none: their units do not go together
 * (a temperature in °F over one in K). Found by the formula itself on numbers in those units.
 */
function unitFactor(
  formula: Formula,
  args: Record<string, number>,
  scales: Record<string, Scale>,
  to: Scale,
) {
  const names = Object.keys(args);
  const at = (by: (i: number) => number) => {
    const moved = Object.fromEntries(names.map((n, i) => [n, args[n]! * by(i)]));
    const scaled = Object.fromEntries(names.map((n) => [n, moved[n]! / scales[n]!.factor]));
    return formula.fn(moved) / to.factor / formula.fn(scaled);
  };
  const factor = at(() => 1);
  const others = [at((i) => 1 + 0.013 * (i + 1)), at((i) => 1 / (1 + 0.021 * ((i * 7) % 5)))];
  const known = Number.isFinite(factor) ? factor : others.find(Number.isFinite);
  if (known === undefined) return 1;
  return others.every((k) => !Number.isFinite(k) || Math.abs(k / known - 1) < 1e-9) ? known : null;
}

/**
 * A formula with its numbers, printed so that a pocket calculator gets from what stands there to the printed result:
 * digits are added until it does.
 */
function printFormula(format: Format, formula: Formula, args: Record<string, number>): Printed {
  const names: Names = Object.keys(formula.variables);
  const scalesIn = (inSi: boolean) =>
    Object.fromEntries(names.map((n) => [n, scaleOf(format, formula.variables[n]!, inSi)]));
  let scales = scalesIn(false);
  let to = scaleOf(format, formula.result, false);
  let factor = unitFactor(formula, args, scales, to);
  if (factor === null) {
    scales = scalesIn(true);
    to = scaleOf(format, formula.result, true);
    factor = 1;
  }
  const hasFactor = Math.abs(factor - 1) > 1e-12;
  const exact = formula.fn(args) / to.factor;
  const resultDigits = digitsFor(exact, to.digits > 0 ? to.digits : 0);
  const resultNumber = formatNumber(exact, resultDigits);
  let printed: Record<string, string> = {};
  let shownAs: Record<string, string> = {};
  let factorText = '';
  for (let more = 0; more < 9; more++) {
    const rounded: Record<string, number> = {};
    printed = {};
    shownAs = {};
    for (const n of names) {
      const { factor: f, offset } = scales[n]!;
      const shown = (args[n]! - offset) / f;
      const fine = formatNumber(shown, digitsFor(shown, 0) + more);
      const text = more > 0 ? withoutNoughts(fine) : fine;
      const plus = offset / f;
      shownAs[n] = text;
      printed[n] = offset
        ? `(${text} + ${Number(plus.toFixed(2))})`
        : text.startsWith('−')
          ? `(${text})`
          : text;
      rounded[n] = Number(unsigned(text)) + (offset ? Number(plus.toFixed(2)) : 0);
    }
    factorText = hasFactor ? formatNumber(factor, digitsFor(factor, 0) + 1 + more) : '';
    const got = formula.fn(rounded) * (hasFactor ? Number(unsigned(factorText)) : 1);
    // Half a last digit to spare, so that the reader's own rounding on the way does no harm.
    const last = 10 ** -resultDigits;
    if (Math.abs(got - Number(unsigned(resultNumber))) <= 0.75 * last) break;
  }
  const body = fillForm(formula.form, (n) => printed[n]!);
  const result = [resultNumber, absolute[to.symbol] ?? to.symbol].filter(Boolean).join('\u00a0');
  return {
    symbols: `${formula.result.symbol} = ${fillForm(formula.form, (n) => formula.variables[n]!.symbol)}`,
    numbers: hasFactor ? `${wrapped(body)} · ${factorText}` : body,
    resultNumber,
    result,
    variables: names.map((n) => {
      const { symbol, meaning } = formula.variables[n]!;
      return {
        name: n,
        symbol,
        meaning,
        // As it stands in the line of numbers, with its unit.
        value: [shownAs[n], scales[n]!.symbol].filter(Boolean).join('\u00a0'),
      };
    }),
  };
}

/** A sum needs brackets before it is multiplied by a factor. */
const wrapped = (body: string): string => {
  let depth = 0;
  for (let i = 0; i < body.length; i++) {
    if (body[i] === '(') depth++;
    if (body[i] === ')') depth--;
    if (depth === 0 && /[+−]/.test(body[i]!) && body[i - 1] === ' ') return `(${body})`;
  }
  return body;
};

const readWords: Record<ReadStep['code'], string> = {
  'map-efficiency': 'read from the map{name}, between its speed lines',
  'map-speed': 'read from the map{name}, between its speed lines',
  'map-surge': 'read from the surge line{name} at this pressure ratio',
  'map-choke': 'read from the map{name}: the end of this speed line',
  'map-edge': 'read from the map{name}: the edge met first at this pressure ratio',
  guessed: 'as given: no map is chosen',
  'match-ratio': 'where the power of the turbine{name} and the flow through it balance',
  'cycle-factor': 'power by the cycle over power by fuel flow, from the setup’s table of cycles',
  'cycle-retard': 'spark retard as planned, from the setup’s table of cycles',
  'gas-temperature': 'the temperature at which the exhaust gas holds this heat',
  'open-air': 'the open air: no pipe behind the turbine is given',
  driven: 'what the turbine{name} drives and its gate lets stand, where the powers on the shaft balance',
  asked: 'what the goal needs: the level that makes its power at its speed',
  'lets-pass': 'no rise of pressure here: it lets the air pass as it comes',
  'without-boost': 'no boost at this speed: ambient less the losses, solved with the flow',
};

const originWords: Record<Extract<Origin, { read: unknown }>['read'], string> = {
  map: 'from the map',
  turbine: 'of the turbine',
  gas: 'from the gas polynomials',
  fuel: 'of the fuel',
  curve: 'the VE curve',
  cooler: 'the cooler’s points, at this flow',
  injection: 'of what is injected',
  air: 'air of the day',
  sums: 'solved at this speed',
  band: 'common practice',
};

/** Confidence of an input at a path. */
function confidenceAt(job: Job, path: string): Confidence | undefined {
  if (path === BREATHING_TABLE) return job.engine.breathing.table.confidence;
  const at = path
    .split('.')
    .reduce<unknown>((o, key) => (o as Record<string, unknown> | undefined)?.[key], job);
  return (at as { confidence?: Confidence } | undefined)?.confidence;
}

/** The VE curve is a table or a shape; either way it is somebody's input. */
const curvePath = (job: Job) =>
  job.engine.breathing.source === 'table' ? BREATHING_TABLE : 'engine.breathing.shape.peak';

/** Where a number comes from and confidence of it, in a few words. */
function originOf(job: Job, origin: Origin | undefined): string {
  if (!origin) return 'a step of this working';
  const path = 'input' in origin ? origin.input : origin.read === 'curve' ? curvePath(job) : null;
  if (path === null) return originWords[(origin as { read: keyof typeof originWords }).read];
  const sure = confidenceAt(job, path);
  const words = [inputName(path, job), sure && confidenceWords[sure]].filter(Boolean).join(', ');
  return words || 'a step of this working';
}

export type PrintedStep =
  | ({ kind: 'formula'; id: string; title: string; note: string; source: string } & Omit<
      Printed,
      'variables'
    > & {
        variables: (Printed['variables'][number] & { origin: string })[];
      })
  | { kind: 'read'; title: string; symbols: string; result: string; source: string };

function printStep(format: Format, job: Job, step: Step): PrintedStep {
  if (step.kind === 'read')
    return {
      kind: 'read',
      title: '',
      symbols: step.symbol,
      result: format.figure(step.value, step.quantity),
      source: readWords[step.code].replace('{name}', step.name ? ` of ${step.name}` : ''),
    };
  const { formula, args, origins } = step;
  const printed = printFormula(format, formula, args);
  return {
    kind: 'formula',
    id: formula.id,
    title: formula.result.meaning,
    note: formula.note ?? '',
    source: formula.source,
    ...printed,
    variables: printed.variables.map((v) => ({ ...v, origin: originOf(job, origins[v.name]) })),
  };
}

export type PrintedWorking = {
  title: string;
  at: string;
  value: string;
  steps: PrintedStep[];
  byHand: { step: PrintedStep; value: string; difference: string } | null;
};

/** A working in the reader's units. */
export function printWorking(format: Format, job: Job, working: Working): PrintedWorking {
  const { figure: id, value, quantity, speedRpm, steps, byHand } = working;
  return {
    title: figureNames[id].name,
    at: format.figure(speedRpm, 'engineSpeed'),
    value: format.figure(value, quantity),
    steps: steps.map((s) => printStep(format, job, s)),
    byHand: byHand && {
      step: printStep(format, job, byHand satisfies FormulaStep),
      value: format.figure(byHand.value, quantity),
      difference: `${format.difference(byHand.value - value, quantity)}${value && quantity !== 'temperature' ? `, ${format.signedFigure(byHand.value / value - 1, 'share')}` : ''}`,
    },
  };
}

export type PrintedInfluence = {
  path: string;
  name: string;
  value: string;
  sure: string;
  spread: string;
  effect: string;
  /** Share of the largest effect, for a bar. */
  share: number;
};

/** A change with enough figures to be told from its neighbour. */
function effectText(format: Format, effect: number, quantity: Working['quantity']): string {
  const unit = format.displayUnit(quantity === 'temperature' ? 'temperatureRise' : quantity);
  const shown = effect / unit.factor;
  const size = shown === 0 ? 0 : Math.floor(Math.log10(Math.abs(shown)));
  const digits = Math.min(6, Math.max(unit.digits > 0 ? unit.digits : 0, 1 - size));
  const text = formatNumber(shown, digits);
  const points = quantity === 'share' ? 'points' : unit.symbol;
  return `${text.startsWith('−') ? text : `+${text}`}${points ? `\u00a0${points}` : ''}`;
}

/** What moves a figure most, in words. In: influences, most telling first. */
export function printInfluences(
  format: Format,
  job: Job,
  influences: readonly Influence[],
  quantity: Working['quantity'],
): PrintedInfluence[] {
  const most = Math.abs(influences[0]?.effect ?? 0);
  return influences.map(({ path, input, spread, effect }) => {
    const of = quantityOf(path);
    const rise = of === 'temperature' ? 'temperatureRise' : of;
    return {
      path,
      name: inputName(path, job) ?? path,
      value: of ? format.figure(input.value, of) : '',
      sure: confidenceWords[input.confidence],
      spread: rise
        ? rise === 'share'
          ? `± ${formatNumber(spread * 100, 1)}\u00a0points`
          : `± ${effectText(format, spread, rise).slice(1)}`
        : `± ${formatNumber(spread * 100, 1)}\u00a0%`,
      effect: effectText(format, effect, quantity),
      share: most ? Math.abs(effect) / most : 0,
    };
  });
}

/** The working as text, for a mail or a notebook. */
export function workingText(printed: PrintedWorking, job: Job, influences: PrintedInfluence[]): string {
  const lines = [`${printed.title} at ${printed.at}: ${printed.value} (${job.name})`, ''];
  for (const step of printed.steps) {
    if (step.kind === 'read') lines.push(`${step.symbols} = ${step.result}: ${step.source}`, '');
    else {
      lines.push(step.note ? `${step.symbols}   (${step.note})` : step.symbols);
      lines.push(`  = ${step.numbers} = ${step.result}`);
      for (const v of step.variables) lines.push(`  ${v.symbol}: ${v.meaning}, ${v.value}, ${v.origin}`);
      lines.push(`  Source: ${step.source}`, '');
    }
  }
  if (printed.byHand && printed.byHand.step.kind === 'formula') {
    const { step, value, difference } = printed.byHand;
    lines.push(`By hand: ${step.symbols}`, `  = ${step.numbers} = ${step.result}`);
    lines.push(`  ${value} by hand, ${difference} against the full sum`, '');
  }
  if (influences.length) {
    lines.push('Sensitivity, each input moved up by its uncertainty:');
    for (const i of influences) lines.push(`  ${i.name} ${i.value} (${i.sure}) ${i.spread}: ${i.effect}`);
  }
  return `${lines.join('\n').replaceAll('\u00a0', ' ').trimEnd()}\n`;
}
