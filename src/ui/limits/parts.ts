/** Sheets of the Limits bench, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  first: () => import('./FirstPart'),
  verdict: () => import('./VerdictPart'),
  gears: () => import('./GearsPart'),
  disputed: () => import('./DisputedPart'),
  charger: () => import('./ChargerPart'),
  cylinder: () => import('./CylinderPart'),
  timing: () => import('./TimingPart'),
  shape: () => import('./ShapePart'),
  worst: () => import('./WorstPart'),
};
