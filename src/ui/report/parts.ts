/** Sheets of the Report, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  sheet: () => import('./SheetPart'),
  earlier: () => import('./EarlierPart'),
};
