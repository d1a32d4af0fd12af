/** Sheets of the Forecast bench, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  band: () => import('./BandPart'),
  curves: () => import('./CurvesPart'),
  whatif: () => import('./WhatIfPart'),
  shelf: () => import('./ShelfPart'),
  cams: () => import('./CamsPart'),
  worth: () => import('./WorthPart'),
  road: () => import('./RoadPart'),
  frozen: () => import('./FrozenPart'),
};
