import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { beltedOf } from '@/core/job/chargers';
import { nearestTo, toOrder, type PulleyRow } from '@/core/studies/pulley-sweep';
import { useJob, useJobState } from '../store/solved';
import { isOn, offersFor } from './usePulleySweep';

/** What picture and column of the sheet share: the crank pulley looked at, and the row somebody chose. */
export const useChosen = create<{
  crank: string | null;
  row: string | null;
  choose: (row: string) => void;
  look: (crank: string) => void;
  forget: () => void;
}>((set) => ({
  crank: null,
  row: null,
  choose: (row) => set({ row }),
  look: (crank) => set({ crank, row: null }),
  forget: () => set({ crank: null, row: null }),
}));

export const idOf = (offer: PulleyRow['crank']): string => offer.ref?.id ?? 'on';

/** The layout of the setup in hand, and every pulley that fits it. */
export function usePulleys() {
  const { drives, fetchDrives, setupIndex } = useJob();
  useEffect(() => {
    if (!drives) void fetchDrives();
  }, [drives, fetchDrives]);
  const drive = useJobState((s) => beltedOf(s.draft.setups[setupIndex]!)?.drive);
  const layout = drive?.layout;
  const { crank: looked } = useChosen();
  const cranks = useMemo(
    () => (layout && drives ? offersFor(layout, 'crank', drives.pulleys) : []),
    [layout, drives],
  );
  const drivens = useMemo(
    () => (layout && drives ? offersFor(layout, 'blower', drives.pulleys) : []),
    [layout, drives],
  );
  const crank =
    cranks.find((c) => idOf(c) === looked) ??
    cranks.find((c) => layout && isOn(layout, 'crank', c)) ??
    cranks[0];
  return { layout, cranks, drivens, crank };
}

/** The rows of the sweep with what to order of them. Solved once for picture and column: both read the same store. */
export const useRows = create<{
  rows: readonly PulleyRow[];
  done: boolean;
  put: (rows: readonly PulleyRow[], done: boolean) => void;
}>((set) => ({
  rows: [],
  done: false,
  put: (rows, done) => set({ rows, done }),
}));

export function useShownRows() {
  const { layout, crank } = usePulleys();
  const { rows, done } = useRows();
  const { row: chosenKey } = useChosen();
  return useMemo(() => {
    const own = rows.filter((r) => crank && idOf(r.crank) === idOf(crank));
    const sorted = [...own].sort(
      (a, b) => b.driven.document.diameter.value - a.driven.document.diameter.value,
    );
    const best = toOrder(sorted);
    const order = best ?? nearestTo(sorted);
    const fitted = layout ? (sorted.find((r) => isOn(layout, 'blower', r.driven)) ?? null) : null;
    const chosen = sorted.find((r) => r.key === chosenKey) ?? order;
    return { all: rows, rows: sorted, best, order, fitted, chosen, done };
  }, [rows, done, crank, layout, chosenKey]);
}
