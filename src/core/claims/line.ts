import type { FuelId } from '../fuel/fuels';
import type { Quantity } from '../units/quantities';
import type { Reason } from '../working/range';

/** What the pad takes from the job in hand, or common practice where there is none. SI. */
export type PadContext = {
  fuel: FuelId;
  altitude: number;
  temperature: number;
  lossShare: number;
  mass: number;
  /** Displacement of the engine in hand and its cycle, for mean effective pressures; null outside a job. */
  engine: { displacement: number; cycle: 'four-stroke' | 'two-stroke' } | null;
};

export type Values = Record<string, number | undefined>;

/** What follows from what was given: figures SI by field, why it cannot be true, and what else there is to say. */
export type PadAnswer = { derived: Values; impossible: Reason | null; remarks: Reason[] };

export type PadField = {
  key: string;
  label: string;
  quantity: Quantity;
  min: number;
  max: number;
  basis?: 'gauge' | 'abs';
  /** Taken where nothing is typed. */
  usual?: (context: PadContext) => number;
  /** Where the job keeps such a figure; '{setup}' stands for the setup in hand. */
  target?: string;
  /** What else is written with it, by path. */
  with?: Record<string, string>;
};

export type PadLine = {
  id: string;
  title: string;
  /** Which fields to give, in words. */
  ask: string;
  source: string;
  fields: PadField[];
  /** What follows besides the fields. */
  results?: { key: string; label: string; quantity: Quantity }[];
  solve: (given: Values, context: PadContext) => PadAnswer;
};

/** A power as a field of the pad. */
export const power = (key: string, label: string, more: Partial<PadField> = {}): PadField => ({
  key,
  label,
  quantity: 'power',
  min: 500,
  max: 10_000_000,
  ...more,
});
/** Whether a figure was given. */
export const known = (value: number | undefined): value is number => value !== undefined;
export const answer = (derived: Values = {}, impossible: Reason | null = null, remarks: Reason[] = []) => ({
  derived,
  impossible,
  remarks,
});
/** Two claims of one figure agree within this share. */
const AGREE = 0.02;
export const isOff = (a: number, b: number, share = AGREE) => Math.abs(a / b - 1) > share;

/** What the crankshaft gives, as the goal. */
export const flywheelField: PadField = power('power', 'Flywheel power', {
  target: 'brief.goal.power',
  with: { 'brief.goal.basis': 'flywheel' },
});

/** Where it is, the venue's where nothing is typed. */
export const altitudeField: PadField = {
  key: 'altitude',
  label: 'Altitude',
  quantity: 'altitude',
  min: -500,
  max: 6_000,
  usual: (c) => c.altitude,
  target: 'brief.venue.altitude',
};
