import type { DynoCode } from '@/core/working/dyno-codes';
import type { Sentences } from './sentences';

/** What is said of runs, in words. */
export const dynoSentences: Sentences<DynoCode> = {
  'run-slips': {
    long: 'From {from} the engine gains {share} on the wheels: clutch, converter or tyres slip. Stop, and mend that first.',
    short: 'Slips from {from}',
  },
  'run-begins-late': {
    long: 'At {from}, where the pull begins, boost is there already: begin at {try} to see where it comes in.',
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
  'run-over-corrected': {
    long: 'Boost is held as an absolute pressure, so thin air cost less than the correction adds back: up to {power} of this figure is the correction’s.',
    short: 'Over-corrected: boost is held absolute',
  },
  'baseline-no-torque': { long: 'A baseline needs torque or power over engine speed.' },
  'baseline-at-hub': {
    long: 'A run at the hub is no baseline yet: enter it at the flywheel or at the wheels first.',
  },
  'baseline-needs-air': { long: 'A baseline needs station pressure and air temperature on the run card.' },
  'baseline-diesel-form': {
    long: 'Figures that carry the diesel form of ISO 1585 cannot be taken back: enter the run as measured.',
  },
  'gate-oil-hot': { long: 'Oil at {reading}, no more than {most} at the start.' },
  'gate-oil-cold': { long: 'Oil at {reading}: warm it to {least} first.' },
  'gate-coolant-hot': { long: 'Coolant at {reading}, no more than {most} at the start.' },
  'gate-coolant-cold': { long: 'Coolant at {reading}: warm it to {least} first.' },
  'gate-charge-hot': { long: 'Charge at {reading}, no more than {most} at the start.' },
  'step-boost-after-knock': {
    long: 'Boost goes up after knock on {name}: none is added until a repeat without knock.',
    short: 'Boost added after knock',
  },
  'step-no-room': {
    long: 'Before boost is added, take about {retard} of timing out and put {fuel} more fuel in above the speed it comes in at.',
  },
  'step-boost-large': { long: '{boost} more boost in one step: no more than {most} at a time.' },
  'step-advance-large': { long: '{advance} more advance in one step: no more than {most} at a time.' },
  'step-several': { long: 'Several things change at once: none of them can be told from the others.' },
};
