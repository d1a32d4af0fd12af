'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { benches } from './benches';
import styles from './frame.module.css';

const keys: [string[], string][] = [
  [benches.map((b) => b.key), `benches: ${benches.map((b) => b.name).join(', ')}`],
  [[',', '.'], 'one step down or up the revs; with Shift five steps'],
  [['[', ']'], 'previous or next speed where something fails'],
  [['g'], 'the goal’s speed'],
  [['Tab'], 'walks the Airway’s stations, then the bench; Enter opens'],
  [['Enter'], 'on an underlined figure: its working'],
  [['Ctrl Z', 'Ctrl Y'], 'undo, redo; so is Ctrl Z with Shift'],
  [['a', '…', 'f'], 'the setups, as far as the job has them; with Shift drawn beside the selected one'],
  [['v'], 'setups side by side: add, rename, compare, delete'],
  [['h'], 'history: every revision, compared and brought back'],
  [['p'], 'claim pad: power, torque, flow, injectors, trap speed, temperature, gauge'],
  [['/'], 'finds jobs, benches, parts, figures and what can be done'],
  [['Alt ↑', 'Alt ↓'], 'in a field: how sure we are of it'],
  [['s'], 'settles the bench, or opens it again'],
  [['t'], 'paper or cell theme'],
  [['l'], 'large figures, for the cell, or usual ones'],
  [['u'], 'units'],
  [['?'], 'this list'],
];

/** Every key of a job's page. Single keys rest while a field has the focus. */
export default function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-title" maxWidth="sm">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent>
        <dl className={styles.keys}>
          {keys.map(([names, what]) => (
            <div key={what}>
              <dt>
                {names.map((name) => (
                  <kbd key={name}>{name}</kbd>
                ))}
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
        <p className={styles.keysFoot}>They rest while a field has the focus.</p>
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
