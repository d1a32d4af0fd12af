/** Sheets of the Cooling bench, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  revs: () => import('./RevsPart'),
  soak: () => import('./SoakPart'),
  injection: () => import('./InjectionPart'),
};
