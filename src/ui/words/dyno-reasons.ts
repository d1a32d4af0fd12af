import type { DynoCode } from '@/core/working/dyno-codes';
import type { Sentences } from './sentences';

/** What is said of runs, in words. */
export const dynoSentences: Sentences<DynoCode> = {
  'run-slips': {
    long: 'From {from} the engine gains {share} on the wheels: clutch, converter or tyres slip. Stop, and mend that first.',
    short: 'Slips from {from}',
  },
  'run-begins-late': {
    long: 'At {from}, where the pull begins, boost is there already: begin lower to see where it comes in.',
    short: 'Begins beyond the boost threshold',
  },
  'run-full-boost': { long: 'Nine tenths of the boost, {boost} gauge, are there from {from}.' },
  'run-dip': { long: 'A dip of {depth} at {speed}.' },
  'log-channel-twice': {
    long: 'Two columns are taken for {channel}: one of them must be another, or none.',
  },
  'log-time-back': { long: 'Time runs backwards here: two logs lie behind each other, or one was cut.' },
  'log-speed-off': { long: 'Engine speed reaches {speed}: another unit, or another column.' },
  'run-torque-fell': {
    long: 'Peak power is up by {more}, and peak torque down by {less}: mean torque over the common range went from {before} to {after}.',
    short: 'Torque fell while power rose',
  },
};
