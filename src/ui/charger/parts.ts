/** Sheets of the Charger bench beside the map, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  turbine: () => import('./TurbinePart'),
  rank: () => import('./TurboRankPart'),
  pair: () => import('./PairPart'),
  spool: () => import('./SpoolPart'),
  boost: () => import('./BoostPart'),
  pipes: () => import('./PipesPart'),
  spot: () => import('./SpotPart'),
  size: () => import('./SizePart'),
  sites: () => import('./SitesPart'),
};
