import { fuelOf, type FuelId } from '@/core/fuel/fuels';
import { countWord } from './count';
import type { Format } from './format';

/** 'Petrol 98 RON' as it stands in a sentence: '98 RON'. */
const fuelWord = (id: FuelId): string => fuelOf(id).name.replace('Petrol ', '');

export type Goal = { power: number; basis: 'flywheel' | 'wheels'; speedRpm: number };

/** '285 hp at the flywheel by 8,600 rpm on 98 RON at 1,650 m'. */
export const goalSentenceIn = ({ figure }: Format, goal: Goal, fuel: FuelId, altitude: number): string =>
  `${figure(goal.power, 'power')} at the ${goal.basis} by ${figure(goal.speedRpm, 'engineSpeed')} on ${fuelWord(fuel)} at ${figure(altitude, 'altitude')}`;

/** '1,341 cc, four cylinders'. */
export function engineWordsIn({ figure }: Format, displacement: number, cylinders: number): string {
  return `${figure(displacement, 'volume')}, ${countWord(cylinders)} cylinder${cylinders === 1 ? '' : 's'}`;
}
