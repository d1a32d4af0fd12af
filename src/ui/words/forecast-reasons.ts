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
  'run-grip-limits': {
    long: 'For {time}, up to {speed}, grip limits and not power: more power is worth nothing there.',
    short: 'Grip limits up to {speed}',
  },
};
