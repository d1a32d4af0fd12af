import ICAL from 'ical.js';
import Papa from 'papaparse';
import { blankPart, blankPlan, blankTask } from '@/core/plan/blank';
import { orderOf } from '@/core/plan/order';
import { writePartsCsv } from './parts-csv';
import { writePlanCalendar } from './plan-calendar';

const says = {
  step: (id: string) => id,
  role: (role: string) => role,
  state: (state: string) => state,
  approval: (approval: string) => approval,
};

it('the calendar, read by another library, has every task that is left on its days, over the change of the clock too', () => {
  const plan = {
    ...blankPlan(),
    // 2027-03-28 is the night the clock goes forward in Europe.
    start: '2027-03-26',
    week: 'seven' as const,
    parts: [{ ...blankPart('turbo', 'Rowan 48, “large”', 'charger'), leadDays: 3 }],
    tasks: [
      { ...blankTask('strip', 'Strip; drain, and label', 'strip'), days: 3 },
      { ...blankTask('fit', 'Fit Rowan 48', 'fit'), needs: ['strip'], parts: ['turbo'], days: 2 },
      { ...blankTask('old', 'Done long ago'), isDone: true },
    ],
  };
  const order = orderOf(plan, '2027-03-24', '');
  if (order.kind !== 'planned') throw new Error(order.kind);
  const text = writePlanCalendar(
    { id: 'job-1', name: 'Groomer' },
    order.rows,
    order.toOrder,
    new Date('2027-03-24T09:00:00Z'),
  );
  const events = new ICAL.Component(ICAL.parse(text))
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event));
  expect(
    events.map((event) => [event.summary, event.startDate.toString(), event.endDate.toString()]),
  ).toEqual([
    ['Groomer: Strip; drain, and label', '2027-03-26', '2027-03-29'],
    ['Groomer: Fit Rowan 48', '2027-03-29', '2027-03-31'],
    ['Groomer: order Rowan 48, “large”', '2027-03-26', '2027-03-27'],
  ]);
  expect(new Set(events.map(({ uid }) => uid)).size).toBe(3);
});

it('a parts list reads back as it was, and no cell starts a formula', () => {
  const part = { ...blankPart('p', '=cmd()', 'injectors'), price: 84, count: 8, supplier: 'a,b "c"' };
  const [row] = Papa.parse<Record<string, string>>(writePartsCsv([part], 'EUR', says), {
    header: true,
    skipEmptyLines: true,
  }).data;
  expect(row).toMatchObject({ part: "'=cmd()", supplier: 'a,b "c"', pieces: '8', 'price (EUR)': '672' });
});
