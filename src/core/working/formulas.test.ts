import * as compressor from '../compressor/formulas';
import * as engine from '../engine/formulas';
import * as forecast from '../forecast/formulas';
import { machNumber } from '../charge-air/losses';
import { coolerEffectiveness, coolerOutlet } from '../charge-air/cooler';
import { explain, type Formula } from './formula';

const isFormula = (x: unknown): x is Formula => typeof x === 'object' && x !== null && 'symbols' in x;
const all: Formula[] = [
  ...Object.values(compressor),
  ...Object.values(engine),
  ...Object.values(forecast),
  machNumber,
  coolerOutlet,
  coolerEffectiveness,
].filter(isFormula) as Formula[];

/** A middling value for a variable, so that every formula has something to work on. */
const middling = (name: string): number => {
  if (name === 'coolant') return 290;
  if (/temperature|inlet|coolant/i.test(name)) return 320;
  if (name === 'lambda') return 0.95;
  if (/outlet/i.test(name)) return 350;
  if (/pressure|manifold|ambient/i.test(name)) return name.includes('Ratio') ? 2 : 150_000;
  if (/speed/i.test(name)) return 6000;
  return 0.7;
};

describe('formulas as records', () => {
  it('are there, each with its own id, symbols and source', () => {
    expect(all.length).toBeGreaterThan(16);
    expect(new Set(all.map((f) => f.id)).size).toBe(all.length);
    for (const f of all) {
      expect(f.symbols.length).toBeGreaterThan(8);
      expect(f.source.length).toBeGreaterThan(5);
    }
  });

  it('every variable a working shows moves its figure', () => {
    for (const f of all) {
      const names = Object.keys(f.variables);
      const args = Object.fromEntries(names.map((n) => [n, middling(n)]));
      const working = explain(f, args);
      expect(Number.isFinite(working.result.value)).toBe(true);
      for (const name of names) {
        const moved = [0.4, 0.93, 1.21, 2.2].some(
          (k) => f.fn({ ...args, [name]: args[name]! * k }) !== working.result.value,
        );
        expect(`${f.id}.${name} ${moved ? 'moves' : 'does nothing'}`).toBe(`${f.id}.${name} moves`);
      }
    }
  });
});
