import { create } from 'zustand';

/** The part whose limits are shown in the column. */
export const useShownPart = create<{ chosen: string | null; choose: (id: string | null) => void }>((set) => ({
  chosen: null,
  choose: (chosen) => set({ chosen }),
}));
