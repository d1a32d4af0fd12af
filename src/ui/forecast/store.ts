import { create } from 'zustand';
import type { Job } from '@/core/job/schema/job';
import type { Band, Draw } from '@/core/forecast/band';

type Drawn = {
  /** The job and the setup that it is of. */
  of: { job: Job; setupIndex: number } | null;
  band: Band | null;
  /** The draws that it is of, once they are all there. */
  draws: readonly Draw[] | null;
  isAll: boolean;
  share: number;
};

/** The band of the setup in hand, as far as it is drawn: one for the bench and its sheets. */
export const useDrawnBand = create<Drawn & { set: (change: Drawn) => void }>((set) => ({
  of: null,
  band: null,
  draws: null,
  isAll: false,
  share: 0,
  set: (change) => set(change),
}));
