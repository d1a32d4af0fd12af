import { flowLine, gaugeLine, temperatureLine } from './air-claims';
import { injectorLine } from './injector-claim';
import type { PadLine } from './line';
import { drivetrainLine, floorLine, powerLine, trapLine } from './power-claims';

/**
 * The claims a shop hears every day, each as a line that takes what is given and works out the rest. Every line is total:
 * it never throws on figures within its fields' ranges.
 */
export const padLines: PadLine[] = [
  powerLine,
  floorLine,
  flowLine,
  injectorLine,
  drivetrainLine,
  trapLine,
  temperatureLine,
  gaugeLine,
];
