import type { BuildRecord, ReportWords } from '../job/schema/record';
import type { ClearanceUse } from '../job/schema/plan-choices';

/** A build record with nothing in it. */
export const blankRecord = (use: ClearanceUse): BuildRecord => ({
  use,
  measured: [],
  given: [],
  procedures: [],
  fluids: [],
  materials: [],
  torques: [],
  irreversible: [],
  findings: [],
  loadTime: null,
  calibrationFile: '',
  pictures: [],
});

/** What the printed sheets say beside the figures, before anybody wrote it. */
export const blankReport = (): ReportWords => ({
  nextStep: '',
  nextPrice: null,
  service: '',
  notDone: '',
  openQuestions: '',
  customer: '',
  customerOn: '',
  shop: '',
  shopOn: '',
});
