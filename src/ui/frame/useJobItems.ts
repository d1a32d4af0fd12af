import { exportAddress } from '../server/client';
import { useJobState } from '../store/solved';
import type { MoreItem } from './MoreMenu';

/** What a job offers beside its benches. */
export function useJobItems(): MoreItem[] {
  const id = useJobState((s) => s.id);
  const undo = useJobState((s) => s.undo);
  const redo = useJobState((s) => s.redo);
  const canUndo = useJobState((s) => s.past.length > 0);
  const canRedo = useJobState((s) => s.future.length > 0);
  return [
    { label: 'Undo (Ctrl Z)', act: undo, disabled: !canUndo },
    { label: 'Redo (Ctrl Shift Z)', act: redo, disabled: !canRedo },
    { label: 'Export this job (JSON)', href: exportAddress(id), download: true },
    { label: 'The library', href: '/library/compressors' },
  ];
}
