import type { Build } from '../build/build';
import type { Setup } from '../job/schema/job';
import { clampSpeed } from '../solve/sweep';
import { reason, type Reason } from '../working/range';

/** The engine speed that readings were taken at, rev/min; or why they cannot be compared at one: none given, or none of this engine's. */
export function readingSpeed(build: Build, { speedRpm: given }: Setup['readings']): number | Reason {
  if (!given) return reason('spot-needs-speed');
  const speedRpm = clampSpeed(build, given.value);
  return Math.abs(speedRpm - given.value) <= 1
    ? speedRpm
    : reason('spot-speed-off', {
        speed: [given.value, 'engineSpeed'],
        idle: [build.idleRpm, 'engineSpeed'],
        redLine: [build.redLineRpm, 'engineSpeed'],
      });
}
