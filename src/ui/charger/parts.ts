/** Sheets of the Charger bench beside the map, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  turbine: () => import('./TurbinePart'),
  blower: () => import('../blower/BlowerPart'),
  drive: () => import('../blower/DrivePart'),
  driveAside: () => import('../blower/DriveAside'),
  pulleys: () => import('../blower/PulleysPart'),
  pulleysAside: () => import('../blower/PulleysAside'),
  schools: () => import('../blower/SchoolsPart'),
  rank: () => import('./TurboRankPart'),
  pair: () => import('./PairPart'),
  spool: () => import('./SpoolPart'),
  boost: () => import('./BoostPart'),
  pipes: () => import('./PipesPart'),
  spot: () => import('./SpotPart'),
  size: () => import('./SizePart'),
  sites: () => import('./SitesPart'),
};
