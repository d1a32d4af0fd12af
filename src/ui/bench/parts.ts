/** Sheets of the Bench, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  measure: () => import('./MeasurePart'),
  procedures: () => import('./ProceduresPart'),
  record: () => import('./RecordPart'),
  consent: () => import('./ConsentPart'),
};
