'use client';
import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import type { FigureId } from '@/core/workings/figures';
import { whereOf } from '@/core/job/inputs/inputs';
import type { Sheet } from '@/core/job/benches';
import type { BenchId } from './benches';
import { useJobStore } from '../store/solved';

/** What may lie over a job's page, one at a time. */
export type OpenDialog =
  | { kind: 'working'; figure: FigureId; speedRpm: number; charger?: number | undefined }
  | { kind: 'setups' }
  | { kind: 'history' }
  | { kind: 'keys'; label?: string };

type Dialogs = {
  open: (dialog: OpenDialog) => void;
  close: () => void;
  goTo: (bench: BenchId, part?: Sheet | null) => void;
  /** Opens the bench of an input and puts the focus into its field. */
  goToInput: (path: string) => void;
};

const Context = createContext<Dialogs | null>(null);
/** Apart from what opens them: opening one draws nothing anew but the dialog. */
const Open = createContext<OpenDialog | null>(null);

/** Where a job's page stands: which dialog is open, and the way to a bench or a field. */
export function DialogsProvider({ goTo, children }: Pick<Dialogs, 'goTo'> & { children: ReactNode }) {
  const store = useJobStore();
  const [dialog, setDialog] = useState<OpenDialog | null>(null);
  const value = useMemo<Dialogs>(
    () => ({
      open: setDialog,
      close: () => setDialog(null),
      goTo,
      goToInput: (path) => {
        const { bench, sheet } = whereOf(path, store.getState().draft);
        goTo(bench, sheet);
        focusField(path);
      },
    }),
    [goTo, store],
  );
  return (
    <Context.Provider value={value}>
      <Open.Provider value={dialog}>{children}</Open.Provider>
    </Context.Provider>
  );
}

/** The dialog that is open, if one is. */
export const useOpenDialog = (): OpenDialog | null => useContext(Open);

/** A bench is drawn a moment after it was asked for: its field is looked for a while. */
function focusField(path: string, tries = 60): void {
  const field = document.querySelector<HTMLInputElement>(`input[name="${CSS.escape(path)}"]`);
  if (field) {
    const shut = field.closest('.MuiAccordion-root')?.querySelector<HTMLElement>('[aria-expanded=false]');
    if (shut && tries > 0) {
      // A field in a fold is shown first.
      shut.click();
      requestAnimationFrame(() => focusField(path, tries - 1));
      return;
    }
    field.focus();
    field.scrollIntoView({ block: 'center' });
  } else if (tries > 0) requestAnimationFrame(() => focusField(path, tries - 1));
}

/** Null outside a job's page. */
export const useMaybeDialogs = (): Dialogs | null => useContext(Context);

export function useDialogs(): Dialogs {
  const context = useContext(Context);
  if (!context) throw new Error('useDialogs needs a DialogsProvider above it.');
  return context;
}
