'use client';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { exportAddress } from '../server/client';
import { useJobState } from '../store/solved';
import { chooseTheme, switchTheme } from '../theme/theme-choice';

/** What is rarer than a tab and a verdict: undo, redo, export, theme. */
export default function MoreMenu({ anchor, onClose }: { anchor: HTMLElement; onClose: () => void }) {
  const id = useJobState((s) => s.id);
  const undo = useJobState((s) => s.undo);
  const redo = useJobState((s) => s.redo);
  const canUndo = useJobState((s) => s.past.length > 0);
  const canRedo = useJobState((s) => s.future.length > 0);
  const act = (what: () => void) => () => {
    what();
    onClose();
  };
  return (
    <Menu anchorEl={anchor} open onClose={onClose}>
      <MenuItem disabled={!canUndo} onClick={act(undo)}>
        Undo (Ctrl Z)
      </MenuItem>
      <MenuItem disabled={!canRedo} onClick={act(redo)}>
        Redo (Ctrl Shift Z)
      </MenuItem>
      <MenuItem component="a" href={exportAddress(id)} download onClick={onClose}>
        Export this job (JSON)
      </MenuItem>
      <MenuItem component="a" href="/library/compressors" onClick={onClose}>
        The library
      </MenuItem>
      <MenuItem onClick={act(switchTheme)}>Paper or cell theme (t)</MenuItem>
      <MenuItem onClick={act(() => chooseTheme('system'))}>Theme as the system has it</MenuItem>
    </Menu>
  );
}
