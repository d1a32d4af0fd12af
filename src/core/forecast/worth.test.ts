import { sampleHistories, sampleLibrary } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { solveSweep } from '../solve/sweep';
import { shapley, worthAt, worthItems, type Worth } from './worth';

const sumOf = (steps: Worth['steps']) => steps.reduce((sum, { gain }) => sum + gain, 0);
const HORSEPOWER = 745.7;

describe('what each item is worth', () => {
  const worths = sampleHistories.flatMap(({ revisions }) => {
    const { job } = revisions.at(-1)!;
    return job.setups.slice(0, 2).flatMap((setup) => {
      const made = compileBuild(job, setup.id, sampleLibrary);
      if ('problems' in made) return [];
      const { points, goalPoint } = solveSweep(made.build);
      return [goalPoint, points[Math.floor(points.length / 2)]!].flatMap((point) => {
        const worth = worthAt(made.build, point);
        return worth ? [{ build: made.build, point, worth, name: `${job.name} ${setup.letter}` }] : [];
      });
    });
  });
  it('steps add up to the wheels within a hundredth of a horsepower, in the order of the air and on the mean', () => {
    expect(worths.length).toBeGreaterThan(8);
    for (const { worth, name } of worths) {
      for (const steps of [worth.steps, worth.averaged, worth.alone])
        expect([name, Math.abs(worth.start + sumOf(steps) - worth.wheels) < 0.01 * HORSEPOWER]).toEqual([
          name,
          true,
        ]);
      const inOrder = worth.steps.map(({ item }) => item).filter((item) => item !== 'condition');
      expect(inOrder.slice(0, worthItems.length)).toEqual([...worthItems]);
    }
  });
  it('it starts at the engine alone, pressure gives, heat takes, the cooler gives back', () => {
    for (const { worth, point, name } of worths) {
      const gain = (item: string) => worth.steps.find((step) => step.item === item)?.gain ?? 0;
      const alone = worth.start + gain('condition');
      expect([name, Math.abs(alone / point.alonePower - 1) < 0.02]).toEqual([name, true]);
      if (point.pressureRatio < 1.3) continue;
      expect([name, gain('pressure') > 0]).toEqual([name, true]);
      expect([name, gain('heat') < 0]).toEqual([name, true]);
      // Beyond what they cost the engine alone: with denser air that may even be a little less.
      expect([name, gain('pipes') < 0.02 * worth.flywheel]).toEqual([name, true]);
      expect([name, gain('drivetrain') <= 0]).toEqual([name, true]);
    }
  });
  it('the mean over all orders is that of every order of four steps, one after the other', () => {
    const powerOf = (set: number) =>
      100 * 1.3 ** (set & 1) + 7 * (set & 2) + (set & 4 ? Math.sqrt(set) : 0) + set ** 1.5;
    const orders = (left: number[]): number[][] =>
      left.length
        ? left.flatMap((one) => orders(left.filter((other) => other !== one)).map((rest) => [one, ...rest]))
        : [[]];
    const all = orders([0, 1, 2, 3]);
    expect(all).toHaveLength(24);
    for (let item = 0; item < 4; item++) {
      const gains = all.map((order) => {
        const before = order.slice(0, order.indexOf(item)).reduce((set, i) => set | (1 << i), 0);
        return powerOf(before | (1 << item)) - powerOf(before);
      });
      expect(shapley(item, 4, powerOf)).toBeCloseTo(gains.reduce((a, b) => a + b, 0) / 24, 9);
    }
  });
  it('the mean over all orders is near the one in the order of the air, of its sign', () => {
    // The mean of two gains that multiply lies between the first and the last they could have.
    for (const { worth } of worths.slice(0, 2)) {
      const [pressure] = worth.averaged.filter(({ item }) => item === 'pressure');
      const [inOrder] = worth.steps.filter(({ item }) => item === 'pressure');
      expect(Math.sign(pressure!.gain)).toBe(Math.sign(inOrder!.gain));
      expect(Math.abs(pressure!.gain / inOrder!.gain - 1)).toBeLessThan(0.4);
    }
  });
});
