import { fuelOf, type FuelId } from '../fuel/fuels';
import type { Arrangement } from '../job/schema/setup-choices';

/** What makes two builds alike. Displacement m³; power W at the flywheel. */
export type BuildProfile = {
  displacement: number;
  cylinders: number;
  fuel: FuelId;
  charger: { name: string; count: number; arrangement: Arrangement } | null;
  power: number;
};

/** What two builds have in common or not, as far as it tells them apart. */
export type Likeness = 'engine' | 'size' | 'fuel' | 'charger' | 'power';

export type Near<Build> = { build: Build; distance: number; alike: Likeness[] };

/** How far apart two sizes of anything are: nought for equal, one for a factor of e. */
const apart = (a: number, b: number): number => Math.abs(Math.log(a / b));

/** Weights of the differences: another way of burning tells more than another charger, that more than a tenth of power. By judgement, no source. */
function distanceOf(a: BuildProfile, b: BuildProfile): number {
  const burns = fuelOf(a.fuel).ignition === fuelOf(b.fuel).ignition ? 0 : 4;
  const fuel = a.fuel === b.fuel ? 0 : 0.4;
  const kind =
    Boolean(a.charger) !== Boolean(b.charger)
      ? 2
      : (a.charger?.arrangement === b.charger?.arrangement ? 0 : 0.6) +
        (a.charger?.name === b.charger?.name ? 0 : 0.3);
  return (
    burns +
    fuel +
    kind +
    2 * apart(a.displacement, b.displacement) +
    2 * apart(a.power, b.power) +
    0.1 * Math.abs(a.cylinders - b.cylinders)
  );
}

function likenessOf(a: BuildProfile, b: BuildProfile): Likeness[] {
  const alike: Likeness[] = [];
  if (a.cylinders === b.cylinders && fuelOf(a.fuel).ignition === fuelOf(b.fuel).ignition)
    alike.push('engine');
  if (apart(a.displacement, b.displacement) < 0.1) alike.push('size');
  if (a.fuel === b.fuel) alike.push('fuel');
  if (a.charger && a.charger.name === b.charger?.name) alike.push('charger');
  if (apart(a.power, b.power) < 0.15) alike.push('power');
  return alike;
}

/** The builds of the shop nearest to one, the nearest first. In: its profile; builds with theirs; how many. Total. */
export function nearestBuilds<Build extends { profile: BuildProfile }>(
  own: BuildProfile,
  builds: readonly Build[],
  most: number,
): Near<Build>[] {
  return builds
    .map((build) => ({
      build,
      distance: distanceOf(own, build.profile),
      alike: likenessOf(own, build.profile),
    }))
    .filter(({ distance }) => Number.isFinite(distance))
    .sort((a, b) => a.distance - b.distance)
    .slice(0, most);
}

/** What the nearest builds say of a forecast: what they made over what was promised, and this one at that. */
export function checkAgainst(
  forecast: number,
  builds: readonly { promised: number; made: number }[],
): { mean: number; low: number; high: number; count: number; power: number } | null {
  const shares = builds
    .map(({ promised, made }) => made / promised)
    .filter((share) => Number.isFinite(share) && share > 0);
  if (!shares.length) return null;
  const mean = shares.reduce((sum, one) => sum + one, 0) / shares.length;
  return {
    mean,
    low: Math.min(...shares),
    high: Math.max(...shares),
    count: shares.length,
    power: forecast * mean,
  };
}
