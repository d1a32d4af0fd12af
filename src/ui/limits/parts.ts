/** Sheets of the Limits bench, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  first: () => import('./FirstPart'),
  cylinder: () => import('./CylinderPart'),
  timing: () => import('./TimingPart'),
  shape: () => import('./ShapePart'),
  worst: () => import('./WorstPart'),
};
