'use client';
import dynamic from 'next/dynamic';
import { useJobState } from '../store/solved';
import { useDialogs, useOpenDialog } from './dialogs';

const loaders = {
  keys: () => import('./KeysDialog'),
  conflict: () => import('./ConflictDialog'),
  gone: () => import('./GoneDialog'),
  working: () => import('../working/WorkingDialog'),
  setups: () => import('../setups/SetupsDialog'),
  history: () => import('../history/HistoryDialog'),
};

const KeysDialog = dynamic(loaders.keys);
const ConflictDialog = dynamic(loaders.conflict);
const GoneDialog = dynamic(loaders.gone);
const WorkingDialog = dynamic(loaders.working);
const SetupsDialog = dynamic(loaders.setups);
const HistoryDialog = dynamic(loaders.history);

/** Fetched while the page rests: they must open at once, and when the server is away. */
export const loadDialogs = () => Promise.allSettled(Object.values(loaders).map((load) => load()));

/** The dialogs of a job's page, each fetched when it is opened first. */
export function JobDialogs() {
  const { close } = useDialogs();
  const dialog = useOpenDialog();
  const sync = useJobState((s) => s.sync);
  return (
    <>
      {dialog?.kind === 'keys' && <KeysDialog label={dialog.label} onClose={close} />}
      {dialog?.kind === 'working' && (
        <WorkingDialog
          key={dialog.figure}
          figure={dialog.figure}
          speedRpm={dialog.speedRpm}
          charger={dialog.charger}
          onClose={close}
        />
      )}
      {dialog?.kind === 'setups' && <SetupsDialog onClose={close} />}
      {dialog?.kind === 'history' && <HistoryDialog onClose={close} />}
      {sync.kind === 'conflict' && <ConflictDialog theirs={sync.theirs} />}
      {sync.kind === 'gone' && <GoneDialog how={sync.how} />}
    </>
  );
}
