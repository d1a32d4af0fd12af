import type { RunCard, runCardSchemaBounds } from '@/core/dyno/card';
import type { Quantity } from '@/core/units/quantities';
import type { Words } from '../words/words';

type Keys<T> = { [K in keyof RunCard]: RunCard[K] extends T ? K : never }[keyof RunCard];
export type TextKey = Exclude<Keys<string>, 'dynoKind' | 'basis' | 'correction' | 'boostHeld' | 'source'>;
export type NumberKey = Exclude<keyof typeof runCardSchemaBounds, 'repeatability'>;

/** Figures of a run's card, in the order they are asked for. */
export const cardNumbers: [NumberKey, string, Quantity][] = [
  ['pressure', 'Station pressure', 'airPressure'],
  ['temperature', 'Air temperature', 'temperature'],
  ['humidity', 'Relative humidity', 'share'],
  ['gear', 'Gear', 'count'],
  ['level', 'Boost level', 'boost'],
  ['startOil', 'Oil at the start', 'temperature'],
  ['startCoolant', 'Coolant at the start', 'temperature'],
  ['startCharge', 'Charge at the start', 'temperature'],
  ['startRpm', 'Start speed', 'engineSpeed'],
  ['sweepRate', 'Sweep rate, rpm in a second', 'count'],
  ['wheelMass', 'Wheel and tyre mass', 'mass'],
  ['engineFactor', 'Engine factor f_m (diesel)', 'ratio'],
];
/** Texts of a run's card with their longest. */
export const cardTexts: [TextKey, string, number][] = [
  ['name', 'Name', 80],
  ['operator', 'Operator', 60],
  ['dyno', 'Dyno', 60],
  ['lossModel', 'Loss model of the roller', 80],
  ['vehicle', 'Car or engine', 80],
  ['file', 'Calibration file', 80],
  ['slot', 'Map slot', 40],
  ['fuel', 'Fuel', 60],
  ['boostControl', 'Boost control', 60],
  ['tieDown', 'Tie-down', 80],
  ['sensors', 'Sensors and where they sit', 300],
  ['changed', 'Changed since the last run, one to a line', 600],
  ['note', 'Note', 2_000],
];

/** A card as lines of text, what is not said left out. */
export const cardLines = (card: RunCard, { figure }: Pick<Words, 'figure'>): [string, string][] => [
  ...cardTexts.flatMap(([key, label]): [string, string][] => (card[key] ? [[label, card[key]]] : [])),
  ['Figures at', card.basis],
  ['Figures carry', card.correction],
  ...cardNumbers.flatMap(([key, label, quantity]): [string, string][] =>
    card[key] === null ? [] : [[label, figure(card[key], quantity)]],
  ),
];
