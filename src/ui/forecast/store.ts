import { create } from 'zustand';
import type { Band } from '@/core/forecast/band';

/** The band of the setup in hand, as far as it is drawn: one for the bench and its sheets. */
export const useDrawnBand = create<{
  band: Band | null;
  isAll: boolean;
  share: number;
  set: (change: { band: Band | null; isAll: boolean; share: number }) => void;
}>((set) => ({ band: null, isAll: false, share: 0, set }));
