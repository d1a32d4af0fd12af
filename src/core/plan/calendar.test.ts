import fc from 'fast-check';
import { daysAfter, daysBetween, firstWorkDay, isDay, workDay, workDaysBefore } from './calendar';

it('days are days whatever the clock does: over both changes of the year', () => {
  expect(daysAfter('2027-03-27', 2)).toBe('2027-03-29');
  expect(daysAfter('2027-10-30', 2)).toBe('2027-11-01');
  expect(daysBetween('2027-03-01', '2027-11-01')).toBe(245);
  expect(daysAfter('2028-02-28', 1)).toBe('2028-02-29');
  expect(isDay('2027-02-30')).toBe(false);
});

it('work stops where the week does (2027-01-01 is a Friday)', () => {
  expect(firstWorkDay('2027-01-02', 'five')).toBe('2027-01-04');
  expect(firstWorkDay('2027-01-02', 'six')).toBe('2027-01-02');
  expect(workDay('2027-01-01', 1, 'five')).toBe('2027-01-04');
  expect(workDay('2027-01-01', 1, 'seven')).toBe('2027-01-02');
  expect(workDaysBefore('2027-01-01', '2027-01-11', 'five')).toBe(6);
});

it('the day of work that waits so long begins on or after the day it waits for', () => {
  const weeks = fc.constantFrom('five' as const, 'six' as const, 'seven' as const);
  fc.assert(
    fc.property(
      weeks,
      fc.integer({ min: 0, max: 400 }),
      fc.oneof(fc.integer({ min: 0, max: 90 }), fc.integer({ min: 0, max: 60_000 })),
      (week, from, wait) => {
        const start = daysAfter('2026-11-02', from);
        const day = daysAfter(start, wait);
        expect(workDay(start, workDaysBefore(start, day, week), week)).toBe(firstWorkDay(day, week));
      },
    ),
  );
});

it('counts of days of work are those of going day by day', () => {
  const weeks = fc.constantFrom('five' as const, 'six' as const, 'seven' as const);
  fc.assert(
    fc.property(
      weeks,
      fc.integer({ min: 0, max: 400 }),
      fc.integer({ min: 0, max: 60 }),
      (week, from, number) => {
        const start = daysAfter('2026-11-02', from);
        let day = firstWorkDay(start, week);
        for (let i = 0; i < number; i++) day = firstWorkDay(daysAfter(day, 1), week);
        expect(workDay(start, number, week)).toBe(day);
        expect(workDaysBefore(start, day, week)).toBe(number);
      },
    ),
  );
});
