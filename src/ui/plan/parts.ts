/** Sheets of the Plan, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  ladder: () => import('./LadderPart'),
  parts: () => import('./PartsPart'),
  order: () => import('./OrderPart'),
  outside: () => import('./OutsidePart'),
  fit: () => import('./FitPart'),
};
