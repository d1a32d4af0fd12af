import fc from 'fast-check';
import { stepSchema } from '../job/schema/record';
import { isLate, progressOf, tighteningOrder } from './progress';
import { shipped, shippedKeys } from './shipped';

const tick = (step: string) => ({ step, by: 'R. Ostler', on: '2027-01-04', note: '', pictures: [] });

it('every shipped procedure is sound: steps that the schema takes, a hold point, and ticked in order it can be finished', () => {
  for (const key of shippedKeys) {
    const { steps } = shipped[key];
    for (const step of steps) expect(stepSchema.safeParse(step).success).toBe(true);
    expect(steps.some(({ marks }) => marks.includes('hold'))).toBe(true);
    const run = { steps, ticks: [] as ReturnType<typeof tick>[], hazards: steps.map(({ id }) => id) };
    for (const { id } of steps) {
      expect(progressOf(run).open.map((step) => step.id)).toContain(id);
      run.ticks.push(tick(id));
    }
    expect(progressOf(run)).toMatchObject({ isWhole: true, hold: null, open: [] });
  }
});

it('nothing behind a hold point may be ticked before it, and no hazard is passed unticked', () => {
  const { steps } = shipped.turbocharger;
  const fresh = progressOf({ steps, ticks: [], hazards: [] });
  // The battery is a hold point with a hazard: until that is ticked nothing may be.
  expect(fresh.open).toEqual([]);
  expect(fresh.hold?.id).toBe('s1');
  expect(progressOf({ steps, ticks: [], hazards: ['s1'] }).open.map(({ id }) => id)).toEqual(['s1']);
  fc.assert(
    fc.property(fc.subarray(steps.map(({ id }) => id)), (done) => {
      const { open, hold } = progressOf({ steps, ticks: done.map(tick), hazards: steps.map(({ id }) => id) });
      const at = hold ? steps.indexOf(hold) : steps.length;
      for (const step of open) expect(steps.indexOf(step)).toBeLessThanOrEqual(at);
      if (hold && open.includes(hold)) for (const step of steps.slice(0, at)) expect(done).toContain(step.id);
    }),
  );
});

it('bolts are tightened from the middle outwards, or by opposites; each once', () => {
  expect(tighteningOrder(4, 'circle')).toEqual([1, 3, 2, 4]);
  // A flange of four crosswise; two rows of three begin in the middle.
  expect(tighteningOrder(4, 'rows')).toEqual([1, 3, 4, 2]);
  expect(tighteningOrder(6, 'rows')).toEqual([3, 1, 6, 5, 2, 4]);
  for (let bolts = 1; bolts <= 40; bolts++)
    for (const layout of ['rows', 'circle'] as const)
      expect([...tighteningOrder(bolts, layout)].sort((a, b) => a - b)).toEqual(
        Array.from({ length: bolts }, (_, i) => i + 1),
      );
});

it('after ten at night it says to stop', () => {
  expect([21, 22, 23, 0, 4, 5].map(isLate)).toEqual([false, true, true, true, true, false]);
});
