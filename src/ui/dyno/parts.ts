/** Sheets of the Dyno bench, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  runs: () => import('./RunsPart'),
  card: () => import('./CardPart'),
  add: () => import('./AddPart'),
  gate: () => import('./GatePart'),
  faults: () => import('./FaultsPart'),
  chain: () => import('./ChainPart'),
  sheet: () => import('./SheetPart'),
};
