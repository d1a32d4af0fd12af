import type { BlowerCode } from '@/core/working/reason-codes';
import type { Sentences } from './sentences';

/** What is said of blowers and their drives. */
export const blowerSentences: Sentences<BlowerCode> = {
  'blower-beyond-ideal': {
    long: 'Isentropic efficiency {isentropic} at pressure ratio {pressureRatio}: a blower of this internal ratio without any loss has {ideal}. Is the volumetric efficiency in its place?',
  },
  'blower-peak-unusual': {
    long: 'The best isentropic efficiency is {peak}; blowers of this type have {low} to {high}.',
  },
  'blower-table-short': {
    long: 'The table ends at {fastest}, the rotors may turn {most}: above the table the figures are estimates.',
  },
};
