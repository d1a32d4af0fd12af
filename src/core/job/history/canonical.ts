/** JSON with the keys of every object in order, so that equal data are equal text. In: plain data. */
export const canonicalJson = (data: unknown): string =>
  JSON.stringify(data, (_, value: unknown) =>
    value && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );
