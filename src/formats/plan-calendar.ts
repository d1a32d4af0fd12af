import ical, { ICalCalendarMethod, ICalEventTransparency } from 'ical-generator';
import { daysAfter } from '@/core/plan/calendar';
import type { DatedTask, ToOrder } from '@/core/plan/order';

/** A day of an event: it is written by its date in UTC, so that no zone moves it. */
const date = (day: string): Date => new Date(`${day}T00:00:00Z`);

/**
 * The order of work as iCalendar (RFC 5545): an all-day event for each task that is left, and one on the day by which each part must be ordered.
 * In: name of the job; its id, which makes the events the same when it is read again; tasks; parts to order; when it is written.
 */
export function writePlanCalendar(
  job: { id: string; name: string },
  rows: readonly DatedTask[],
  toOrder: readonly ToOrder[],
  writtenAt: Date,
): string {
  const calendar = ical({
    name: job.name,
    prodId: { company: 'Fierce Lung', product: 'Plan', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const { task, from, to, isCritical } of rows) {
    if (task.isDone) continue;
    calendar.createEvent({
      id: `${task.id}@${job.id}.fierce-lung`,
      stamp: writtenAt,
      allDay: true,
      start: date(from),
      // The end of an all-day event is the day after it.
      end: date(daysAfter(to, 1)),
      summary: `${job.name}: ${task.name}`,
      description: [isCritical ? 'On the critical path.' : '', task.note].filter(Boolean).join(' '),
      transparency: ICalEventTransparency.TRANSPARENT,
    });
  }
  for (const { part, by } of toOrder)
    calendar.createEvent({
      id: `order-${part.id}@${job.id}.fierce-lung`,
      stamp: writtenAt,
      allDay: true,
      start: date(by),
      end: date(daysAfter(by, 1)),
      summary: `${job.name}: order ${part.name}`,
      description: [part.supplier, `${part.leadDays} days`].filter(Boolean).join(', '),
      transparency: ICalEventTransparency.TRANSPARENT,
    });
  return calendar.toString();
}
