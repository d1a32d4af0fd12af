/** Sheets of the Engine bench beside the first, each fetched when it is opened and ahead while the page rests. */
export const loaders = {
  cam: () => import('./CamPart'),
  condition: () => import('./ConditionPart'),
  run: () => import('./RunPart'),
};
