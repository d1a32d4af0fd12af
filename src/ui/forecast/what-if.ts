import { create } from 'zustand';
import type { Change, Fuel } from '@/core/forecast/what-if';

/** Inputs of free choice that are tried at once. */
export const MOST_TRIED = 3;

/** What is tried on a job, kept while its sheets are walked. */
export const useTried = create<{
  of: string;
  /** Inputs chosen to be tried, by path. */
  chosen: string[];
  values: Record<string, number>;
  fuel: Fuel | null;
  isHeld: boolean;
  /** Begins anew where another job or setup is at hand. */
  begin: (of: string) => void;
  choose: (place: number, path: string) => void;
  move: (change: Change) => void;
  take: (fuel: Fuel) => void;
  hold: (isHeld: boolean) => void;
  clear: () => void;
}>((set) => ({
  of: '',
  chosen: [],
  values: {},
  fuel: null,
  isHeld: true,
  begin: (of) => set((s) => (s.of === of ? s : { of, chosen: [], values: {}, fuel: null, isHeld: true })),
  choose: (place, path) =>
    set((s) => {
      const values = { ...s.values };
      const was = s.chosen[place];
      if (was !== undefined) delete values[was];
      const chosen = s.chosen.slice();
      if (path) chosen[place] = path;
      else chosen.splice(place, 1);
      return { chosen, values };
    }),
  move: ({ path, value }) => set((s) => ({ values: { ...s.values, [path]: value } })),
  take: (fuel) => set({ fuel }),
  hold: (isHeld) => set({ isHeld }),
  clear: () => set({ chosen: [], values: {}, fuel: null }),
}));
