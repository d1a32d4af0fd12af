/** Sheets of the Fuel bench, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  supply: () => import('./SupplyPart'),
  injectors: () => import('./InjectorsPart'),
  spot: () => import('./FuelSpotPart'),
};
