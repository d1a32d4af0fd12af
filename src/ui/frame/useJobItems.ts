import { openPad } from '../claims/ClaimPad';
import { openFinder } from '../finder/Finder';
import { exportAddress } from '../server/client';
import { useDialogs } from './dialogs';
import { useJobState } from '../store/solved';
import type { MoreItem } from './MoreMenu';

/** What a job offers beside its benches. */
export function useJobItems(): MoreItem[] {
  const id = useJobState((s) => s.id);
  const undo = useJobState((s) => s.undo);
  const redo = useJobState((s) => s.redo);
  const canUndo = useJobState((s) => s.past.length > 0);
  const canRedo = useJobState((s) => s.future.length > 0);
  const { open } = useDialogs();
  return [
    { label: 'Find … (/)', act: openFinder },
    { label: 'Undo (Ctrl Z)', act: undo, disabled: !canUndo },
    { label: 'Redo (Ctrl Shift Z)', act: redo, disabled: !canRedo },
    { label: 'Setups side by side (v)', act: () => open({ kind: 'setups' }) },
    { label: 'History (h)', act: () => open({ kind: 'history' }) },
    { label: 'Claim pad (p)', act: openPad },
    { label: 'The sheet for signature', href: `/jobs/${id}/sheet` },
    { label: 'Export this job (JSON)', href: exportAddress(id), download: true },
    { label: 'The library', href: '/library/compressors' },
    { label: 'The bin', href: '/bin' },
  ];
}
