import fc from 'fast-check';
import { schedule, unguarded, type Task } from './schedule';

it('a published network: A3 B4 C2 D5 E1 F2 G4 H3 takes 15 days along A–D–G–H (worked textbook form, from memory)', () => {
  const tasks: Task[] = [
    { id: 'A', days: 3, needs: [] },
    { id: 'B', days: 4, needs: [] },
    { id: 'C', days: 2, needs: ['A'] },
    { id: 'D', days: 5, needs: ['A'] },
    { id: 'E', days: 1, needs: ['C'] },
    { id: 'F', days: 2, needs: ['B'] },
    { id: 'G', days: 4, needs: ['D', 'F'] },
    { id: 'H', days: 3, needs: ['E', 'G'] },
  ];
  const plan = schedule(tasks);
  if (plan.kind !== 'planned') throw new Error(plan.kind);
  expect(plan.days).toBe(15);
  expect(plan.critical).toEqual(['A', 'D', 'G', 'H']);
  const slack = Object.fromEntries(plan.rows.map((row) => [row.id, row.slack]));
  // By hand: B and F may wait two days, C and E six.
  expect(slack).toEqual({ A: 0, B: 2, C: 6, D: 0, E: 6, F: 2, G: 0, H: 0 });
});

it('tasks that wait for each other are named as a ring, an unknown need by its name', () => {
  const ring = schedule([
    { id: 'a', days: 1, needs: ['c'] },
    { id: 'b', days: 1, needs: ['a'] },
    { id: 'c', days: 1, needs: ['b'] },
    { id: 'd', days: 1, needs: ['a'] },
  ]);
  expect(ring.kind === 'ring' && [...ring.ring].sort()).toEqual(['a', 'b', 'c']);
  expect(schedule([{ id: 'a', days: 1, needs: ['x'] }])).toEqual({ kind: 'missing', id: 'a', needs: 'x' });
  expect(schedule([])).toMatchObject({ kind: 'planned', days: 0, critical: [] });
});

/** Random networks in which a task needs only earlier ones. */
const networks = fc
  .array(
    fc.record({
      days: fc.integer({ min: 0, max: 9 }),
      mask: fc.integer({ min: 0, max: 255 }),
      wait: fc.integer({ min: 0, max: 6 }),
    }),
    { minLength: 1, maxLength: 8 },
  )
  .map((rows) =>
    rows.map(({ days, mask, wait }, i): Task => ({
      id: `t${i}`,
      days,
      needs: rows.flatMap((_, k) => (k < i && mask & (1 << k) ? [`t${k}`] : [])),
      notBefore: wait,
    })),
  );

it('its length is the longest way through, found by trying every way; a task may use up its slack and no more', () => {
  fc.assert(
    fc.property(networks, (tasks) => {
      const plan = schedule(tasks);
      if (plan.kind !== 'planned') throw new Error(plan.kind);
      // Every way, one after the other.
      const ends = (id: string): number => {
        const { days, needs, notBefore = 0 } = tasks.find((task) => task.id === id)!;
        return days + Math.max(notBefore, ...needs.map(ends));
      };
      expect(plan.days).toBe(Math.max(...tasks.map(({ id }) => ends(id))));
      for (const row of plan.rows) {
        const later = (by: number) =>
          schedule(tasks.map((task) => (task.id === row.id ? { ...task, notBefore: row.start + by } : task)));
        const at = later(row.slack);
        expect(at.kind === 'planned' && at.days).toBe(plan.days);
        const beyond = later(row.slack + 1);
        expect(beyond.kind === 'planned' && beyond.days).toBe(plan.days + 1);
      }
    }),
  );
});

it('more power is not driven before the fuel, the clutch and the cooling for it', () => {
  const holds = { fuel: 250, clutch: 300, cooling: 400, limits: 350 };
  const turbo = { id: 'turbo', brings: [], drivenWith: 320 };
  const pump = { id: 'pump', brings: ['fuel' as const], drivenWith: null };
  const clutch = { id: 'clutch', brings: ['clutch' as const], drivenWith: 200 };
  expect(unguarded([turbo, pump, clutch], holds).map(({ id, lacks }) => `${id} ${lacks}`)).toEqual([
    'turbo fuel',
    'turbo clutch',
  ]);
  expect(unguarded([pump, clutch, turbo], holds)).toEqual([]);
});
