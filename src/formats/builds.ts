import type { RunCard } from '@/core/dyno/card';
import type { BuildProfile } from '@/core/report/nearest';

/** A build of the shop: what it is, what it made last, and a promise that a run has judged. W. */
export type PastBuild = {
  id: string;
  name: string;
  profile: BuildProfile;
  measured: { power: number; basis: RunCard['basis']; name: string } | null;
  promise: { middle: number; low: number; high: number; made: number; basis: 'flywheel' | 'wheels' } | null;
};
