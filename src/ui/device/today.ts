/** The day on this device, as ISO 8601 writes it. */
export const today = (): string => new Date().toLocaleDateString('sv-SE');

/** A day in words; empty for none. In: an ISO day. */
export const dayWords = (day: string): string =>
  day
    ? new Date(`${day}T12:00:00Z`).toLocaleDateString('en-GB', {
        day: 'numeric',
        month: 'short',
        year: 'numeric',
        timeZone: 'UTC',
      })
    : '';
