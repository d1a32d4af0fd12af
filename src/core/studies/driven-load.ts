import type { Vehicle } from '../job/schema/brief';
import { loadAt, propellerPower } from '../vehicle/performance';

/** What a boat’s propeller or a machine takes over engine speed, W; null while the Brief does not say. Source: `propellerPower`, `loadAt`. */
export function loadOf(vehicle: Vehicle): ((speedRpm: number) => number) | null {
  const { kind, propellerPower: power, propellerRpm, propellerExponent, load } = vehicle;
  if (kind === 'boat' && power && propellerRpm)
    return (rpm) => propellerPower(rpm, propellerRpm.value, power.value, propellerExponent.value);
  if (kind === 'machine' && load.length > 1) {
    const points = load.map((l) => ({ speedRpm: l.speedRpm.value, power: l.power.value }));
    return (rpm) => loadAt(points, rpm);
  }
  return null;
}
