import type { ForecastCode } from '@/core/working/forecast-codes';
import type { Sentences } from './sentences';

/** What is said of a forecast and of what is driven by it, in words. */
export const forecastSentences: Sentences<ForecastCode> = {
  'run-not-on-road': { long: 'A boat or a machine runs against its load, not along a road.' },
  'run-needs-mass': { long: 'A run needs the running mass of the vehicle: give it in the Brief.' },
  'run-needs-gears': {
    long: 'A run needs gears, final drive and tyre radius of the vehicle: give them in the Brief.',
  },
  'run-without-grip': { long: 'At a grip of zero the tyres hold nothing: it does not move.' },
  'run-no-power': { long: 'No speed of this setup is solved, so nothing drives it.' },
  'run-short-of-speed': {
    long: 'The gears or the power end at {speed}: the speed asked is never reached.',
    short: 'Ends at {speed}',
  },
  'target-by-less': { long: 'A tenth of this power is enough for it: check the figure and its unit.' },
  'target-out-of-reach': {
    long: 'Six times this power does not do it: grip, gears or mass must change.',
  },
  'claims-over': {
    long: 'The list comes to {low} to {high}; the model gives {gained} for all of it: {off} less than the least. Each gain is told of an engine without the others, and they do not add: heat, back pressure and fuel come out of the same air.',
    short: 'The list is {off} too high',
  },
  'claims-near': {
    long: 'The list comes to {low} to {high}, and the model gives {gained}: they agree.',
    short: 'The list agrees',
  },
  'claims-under': {
    long: 'The list comes to {low} to {high}; the model gives {gained}, {off} more: something on it is worth more than was said, or is missing.',
    short: 'The list is {off} too low',
  },
  'floor-kept': {
    long: 'From {from} to {to} torque never falls below {made}: the floor of {wanted} is kept.',
    short: 'Torque floor kept',
  },
  'floor-missed': {
    long: 'Torque is {made} at {speed}: below the floor of {wanted} wanted from {from} to {to}.',
    short: 'Torque floor missed at {speed}',
  },
  'floor-claim': {
    long: '{torque} up to {speed} is {power} there, whatever the peak is said to be.',
  },
  'floor-span': { long: 'The span begins at {from} and ends at {to}: it must rise.' },
  'run-grip-limits': {
    long: 'For {time}, up to {speed}, grip limits and not power: more power is worth nothing there.',
    short: 'Grip limits up to {speed}',
  },
};
