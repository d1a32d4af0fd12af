import { reason, type Reason } from '../working/range';
import type { Pulley } from './document';
import { pitchDiameter } from './layout';
import { isToothed, profiles } from './profile';

/**
 * What is wrong with a pulley, or odd about it. Fault: a bore that leaves nothing of it. Doubts: smaller than its belt's least
 * diameter; teeth that do not go round its pitch diameter. Never throws.
 */
export function checkPulley(pulley: Pulley): { faults: { reason: Reason }[]; doubts: { reason: Reason }[] } {
  const { pitch, leastDiameter } = profiles[pulley.profile];
  const diameter = pulley.diameter.value;
  const faults: { reason: Reason }[] = [];
  const doubts: { reason: Reason }[] = [];
  if (pulley.bore.value >= diameter * 0.95)
    faults.push({
      reason: reason('pulley-bore-too-large', {
        bore: [pulley.bore.value, 'bore'],
        diameter: [diameter, 'bore'],
      }),
    });
  if (diameter < leastDiameter * 0.999)
    doubts.push({
      reason: reason(
        'pulley-under-least',
        { diameter: [diameter, 'bore'], least: [leastDiameter, 'bore'] },
        { profile: pulley.profile },
      ),
    });
  if (isToothed(pulley.profile)) {
    const round = (pulley.ribs * pitch) / Math.PI;
    const own = pitchDiameter(pulley, diameter);
    if (Math.abs(round / own - 1) > 0.01)
      doubts.push({
        reason: reason('pulley-teeth-differ', {
          teeth: [pulley.ribs, 'count'],
          pitch: [round, 'bore'],
          diameter: [own, 'bore'],
        }),
      });
  }
  return { faults, doubts };
}
