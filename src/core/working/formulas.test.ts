import { evaluate as calculate } from 'mathjs';
import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import * as compressor from '../compressor/formulas';
import * as engine from '../engine/formulas';
import * as power from '../engine/power-formulas';
import * as boost from '../charge-air/boost-formulas';
import * as drivetrain from '../vehicle/drivetrain';
import * as fuel from '../fuel/fuels';
import * as losses from '../charge-air/losses';
import * as cooler from '../charge-air/cooler';
import * as pipe from '../charge-air/pipe';
import * as drive from '../charger/drive-formulas';
import * as belt from '../drive/formulas';
import * as blower from '../blower/formulas';
import * as exhaust from '../engine/exhaust-formulas';
import * as turbine from '../turbine/formulas';
import * as turbocharger from '../turbocharger/formulas';
import { fillForm, symbolsOf, type Formula } from './formula';

const isFormula = (x: unknown): x is Formula => typeof x === 'object' && x !== null && 'form' in x;
const formulas: Formula[] = [
  compressor,
  engine,
  power,
  boost,
  drivetrain,
  fuel,
  losses,
  cooler,
  pipe,
  drive,
  belt,
  blower,
  exhaust,
  turbine,
  turbocharger,
]
  .flatMap((module) => Object.values(module) as unknown[])
  .filter(isFormula);

/** Somebody else's algebra: a general evaluator of printed arithmetic. */
const evaluate = (form: string, args: Record<string, number>): number =>
  calculate(
    fillForm(form, (name) => `(${args[name]})`)
      .replaceAll('·', '*')
      .replaceAll('−', '-')
      .replaceAll('√', 'sqrt')
      .replaceAll('ln(', 'log(')
      .replaceAll('π', 'pi'),
  ) as number;

/** A value such as a variable may have, from a number between 0 and 1. */
function plausible(name: string, x: number): number {
  if (name === 'manifold') return 2e5 + 1e5 * x;
  // Low, as the ratios drawn here are: the formula is at its ends elsewhere.
  if (name === 'octane') return 60 + 8 * x;
  if (name === 'viscosity') return 1e-5 + 2e-5 * x;
  if (name === 'gamma') return 1.2 + 0.2 * x;
  if (name === 'heatLoss') return 20 * x;
  if (name === 'specificHeat') return 1_100 + 200 * x;
  if (name === 'fixedLoss') return 0.02 * x;
  if (name === 'coolant') return 280 + 20 * x;
  if (/progress/.test(name)) return x;
  if (/^divisor$/.test(name)) return x < 0.5 ? 60 : 120;
  if (/lambda/i.test(name)) return 0.7 + x;
  if (name === 'vapourMolarMass') return 0.03 + 0.08 * x;
  if (name === 'latentHeat') return 3e5 + 8e5 * x;
  if (name === 'fuelPerAir') return 0.005 + 0.02 * x;
  if (name === 'speedRpm') return 3200 + 2500 * x;
  if (name === 'onsetRpm') return 2000 + 1000 * x;
  if (name === 'fullRpm') return 6000 + 1000 * x;
  if (/temperature$|^inlet$|^ideal$/i.test(name)) return 290 + 130 * x;
  if (/^outlet$/.test(name)) return 330 + 60 * x;
  if (/ratio|exponent|compression/i.test(name)) return 1.3 + 2 * x;
  if (/pressure|manifold|ambient|before|after|base|full/i.test(name)) return 9e4 + 1e5 * x;
  if (/share|efficiency|trapped|correction|curve|evaporation/i.test(name)) return 0.3 + 0.5 * x;
  return 0.2 + x;
}

describe('formulas as records', () => {
  it('are there, each with its own id, form and source', () => {
    expect(formulas.length).toBeGreaterThan(40);
    expect(new Set(formulas.map((f) => f.id)).size).toBe(formulas.length);
    for (const f of formulas) {
      expect(f.source.length).toBeGreaterThan(5);
      expect(symbolsOf(f)).not.toMatch(/[{}]|undefined/);
    }
  });

  it('what is printed is what is computed: the form, evaluated by a general library, gives what fn gives', () => {
    for (const f of formulas) {
      const names = Object.keys(f.variables);
      fc.assert(
        fc.property(
          fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 10, maxLength: 10 }),
          (xs) => {
            const args = Object.fromEntries(names.map((n, i) => [n, plausible(n, xs[i]!)]));
            const mine = f.fn(args);
            const theirs = evaluate(f.form, args);
            if (!(Math.abs(mine - theirs) <= 1e-9 * Math.max(1e-12, Math.abs(theirs))))
              throw new Error(`${f.id}: ${mine} against ${theirs}`);
          },
        ),
        { numRuns: draws(30) },
      );
    }
  });

  it('every variable stands in the form and moves the figure', () => {
    for (const f of formulas) {
      const names = Object.keys(f.variables);
      const args = Object.fromEntries(names.map((n, i) => [n, plausible(n, 0.3 + 0.05 * i)]));
      const value = f.fn(args);
      expect(Number.isFinite(value)).toBe(true);
      for (const name of names) {
        expect(`${f.id} ${f.form}`).toContain(`{${name}}`);
        const moved = [0.4, 0.93, 1.21, 2.2].some(
          (k) => f.fn({ ...args, [name]: args[name]! * k }) !== value,
        );
        expect(`${f.id}.${name} ${moved ? 'moves' : 'does nothing'}`).toBe(`${f.id}.${name} moves`);
      }
    }
  });
});
