import type { Plan } from '../job/schema/job';
import { blankPart, blankPlan, blankTask } from './blank';
import { faultsOf, orderOf } from './order';

const step = (id: string, power: number) => ({ id, power, note: '', blanked: '' }) as Plan['steps'][number];
const nothing = { fuel: Infinity, clutch: Infinity, cooling: Infinity, limits: Infinity };

/** Pump and turbo, each fitted, then a pull; the turbo comes in four weeks. */
const plan = (): Plan => ({
  ...blankPlan(),
  steps: [step('s1', 220e3)],
  parts: [
    { ...blankPart('pump', 'Wren pump', 'fuel-pump'), step: 's1', isInStock: true },
    { ...blankPart('turbo', 'Rowan 48', 'charger'), step: 's1', leadDays: 28 },
  ],
  tasks: [
    { ...blankTask('strip', 'Strip', 'strip'), days: 2 },
    { ...blankTask('fit-pump', 'Fit the pump', 'fit'), needs: ['strip'], parts: ['pump'] },
    { ...blankTask('fit-turbo', 'Fit the turbo', 'fit'), days: 2, needs: ['strip'], parts: ['turbo'] },
    { ...blankTask('pull', 'Pull', 'pull'), needs: ['fit-pump', 'fit-turbo'], drives: 's1', place: 'cell' },
  ],
});

it('a part on its way decides: dates, the critical path, and what to order today (2027-01-04 is a Monday)', () => {
  const order = orderOf(plan(), '2027-01-04', '2027-01-29');
  if (order.kind !== 'planned') throw new Error(order.kind);
  // 28 days on is Monday 1 February; two days of fitting, a pull on the third.
  expect(order.rows.map(({ from, to }) => `${from} ${to}`)).toEqual([
    '2027-01-04 2027-01-05',
    '2027-01-06 2027-01-06',
    '2027-02-01 2027-02-02',
    '2027-02-03 2027-02-03',
  ]);
  expect(order.ready).toBe('2027-02-03');
  expect(order.late).toBe(5);
  expect(order.critical).toEqual(['fit-turbo', 'pull']);
  expect(order.rows[2]!.wait).toEqual({ for: 'part', name: 'Rowan 48', until: '2027-02-01' });
  expect(order.toOrder).toMatchObject([{ part: { id: 'turbo' }, by: '2027-01-04', isDue: true }]);
});

it('ordered earlier it comes earlier; a task that is done takes no time', () => {
  const changed = plan();
  changed.parts[1]!.state = 'ordered';
  changed.parts[1]!.orderedOn = '2026-12-14';
  changed.tasks[0]!.isDone = true;
  const order = orderOf(changed, '2027-01-04', '');
  if (order.kind !== 'planned') throw new Error(order.kind);
  expect(order.ready).toBe('2027-01-13');
  expect(order.toOrder).toEqual([]);
  expect(order.late).toBeNull();
});

it('the day wanted is held against the step of the goal: a later step may come after it, one that is done is not late', () => {
  const two = plan();
  two.steps.push(step('s2', 260e3));
  two.tasks.push({ ...blankTask('more', 'Pull on', 'pull'), needs: ['pull'], days: 5, drives: 's2' });
  const found = orderOf(two, '2027-01-04', '2027-02-05', 's1');
  expect(found.kind === 'planned' && [found.goalOn, found.late, found.ready]).toEqual([
    '2027-02-03',
    -2,
    '2027-02-10',
  ]);
  two.tasks[3]!.isDone = true;
  const done = orderOf(two, '2027-01-04', '2026-02-05', 's1');
  expect(done.kind === 'planned' && [done.goalOn, done.late]).toEqual([null, null]);
});

it('tasks in a ring are named', () => {
  const ring = plan();
  ring.tasks[0]!.needs = ['pull'];
  expect(orderOf(ring, '2027-01-04', '')).toEqual({
    kind: 'ring',
    ring: expect.arrayContaining(['Strip', 'Pull']),
  });
});

it('a pull above the pump that it needs is refused with the part; so is one above what it needs', () => {
  expect(faultsOf(plan(), nothing, {})).toEqual([]);
  const moved = plan();
  moved.tasks = [...moved.tasks.slice(0, 1), ...moved.tasks.slice(2), moved.tasks[1]!];
  expect(faultsOf(moved, nothing, {})).toMatchObject([
    { kind: 'needs', task: { id: 'pull' }, before: { id: 'fit-pump' } },
    { kind: 'part', task: { id: 'pull' }, guard: 'fuel', part: { id: 'pump' } },
  ]);
});

it('what the model says of the engine as it stands is a reason too, until a part lifts it', () => {
  const short = { ...nothing, clutch: 180e3, fuel: 150e3 };
  expect(faultsOf(plan(), short, { s1: 220e3 })).toMatchObject([
    { kind: 'holds', guard: 'clutch', power: 220e3, holds: 180e3 },
  ]);
});
