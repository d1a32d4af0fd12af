import type { Build } from '@/core/build/build';

/** The school that a forecast's power goes by, as a note says it. */
export const bySchool = ({ cyclePower }: Pick<Build, 'cyclePower'>): string =>
  cyclePower ? 'by the cycle' : 'by fuel flow';
