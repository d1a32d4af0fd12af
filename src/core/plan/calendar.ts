import { addDays, differenceInCalendarDays, format, getDay, isValid, parseISO } from 'date-fns';
import type { WorkWeek } from '../job/schema/plan-choices';

/** Days are ISO 8601 dates without a time of day: a change of the clock moves none of them. */

const written = (date: Date): string => format(date, 'yyyy-MM-dd');
const isWorked = (date: Date, week: WorkWeek): boolean => {
  const weekday = getDay(date);
  return week === 'seven' || (weekday !== 0 && (week === 'six' || weekday !== 6));
};

/** Whether a text is a day of the calendar. */
export const isDay = (day: string): boolean => /^\d{4}-\d\d-\d\d$/.test(day) && isValid(parseISO(day));

/** A day so many calendar days later. In: a day; whole days, below zero for earlier. */
export const daysAfter = (day: string, days: number): string => written(addDays(parseISO(day), days));

/** Calendar days from one day to another; below zero where the second is earlier. */
export const daysBetween = (from: string, to: string): number =>
  differenceInCalendarDays(parseISO(to), parseISO(from));

/** The first day of work on or after a day. */
export function firstWorkDay(day: string, week: WorkWeek): string {
  let date = parseISO(day);
  while (!isWorked(date, week)) date = addDays(date, 1);
  return written(date);
}

/** Days of work in a week. */
const perWeek: Record<WorkWeek, number> = { five: 5, six: 6, seven: 7 };

/** The day of work that many after the first one on or after `start`. In: number counted from 0, whole. */
export function workDay(start: string, number: number, week: WorkWeek): string {
  // Whole weeks at once: a day far off takes no longer than a near one.
  const weeks = Math.floor(number / perWeek[week]);
  let date = addDays(parseISO(firstWorkDay(start, week)), 7 * weeks);
  for (let left = number - weeks * perWeek[week]; left > 0;) {
    date = addDays(date, 1);
    if (isWorked(date, week)) left--;
  }
  return written(date);
}

/** Days of work from `start` on before a day: what a task that may not begin earlier has to wait; 0 where the day is past. */
export function workDaysBefore(start: string, day: string, week: WorkWeek): number {
  const days = daysBetween(start, day);
  if (days <= 0) return 0;
  const weeks = Math.floor(days / 7);
  let count = weeks * perWeek[week];
  for (let i = 7 * weeks; i < days; i++) if (isWorked(addDays(parseISO(start), i), week)) count++;
  return count;
}
