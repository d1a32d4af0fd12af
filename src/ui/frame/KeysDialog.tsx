'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { glossary, termOf } from '../words/glossary';
import { benches } from './benches';
import styles from './frame.module.css';

const keys: [string[], string][] = [
  [benches.map((b) => b.key), `benches: ${benches.map((b) => b.name).join(', ')}`],
  [[',', '.'], 'one step down or up the revs; with Shift five steps'],
  [['[', ']'], 'previous or next speed where something fails'],
  [['g'], 'the goal’s speed'],
  [['Tab'], 'walks the Airway’s stations, then the bench; Enter opens'],
  [['Enter'], 'on an underlined figure: how it was worked out'],
  [['Ctrl Z', 'Ctrl Y'], 'undo, redo; so is Ctrl Z with Shift'],
  [['a', '…', 'f'], 'the setups, as far as the job has them; with Shift drawn beside the selected one'],
  [['v'], 'compare setups: add, rename, delete'],
  [['h'], 'history: every revision, compared and restored'],
  [['p'], 'claim pad: power, torque, flow, injectors, trap speed, temperature, gauge'],
  [['/'], 'finds jobs, benches, parts, figures and what can be done'],
  [['Alt ↑', 'Alt ↓'], 'in a field: its confidence'],
  [['s'], 'sign off the bench, or reopen it'],
  [['t'], 'paper or cell theme'],
  [['l'], 'large figures, for the cell, or usual ones'],
  [['u'], 'units'],
  [['F1'], 'in a field: what its label means'],
  [['?'], 'this list, and the glossary'],
];

type Sheet = 'keys' | 'terms';

/** Keys of a job's page, and the terms of the trade. In: the label whose term is asked for, if one is. */
export default function KeysDialog({ label, onClose }: { label?: string | undefined; onClose: () => void }) {
  const [sheet, setSheet] = useState<Sheet>(label === undefined ? 'keys' : 'terms');
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-title" maxWidth="sm" fullWidth>
      <DialogTitle id="keys-title">{sheet === 'keys' ? 'Keys' : 'Glossary'}</DialogTitle>
      <DialogContent>
        <Tabs value={sheet} onChange={(_, to: Sheet) => setSheet(to)} aria-label="Help">
          <Tab value="keys" label="Keys" />
          <Tab value="terms" label="Glossary" />
        </Tabs>
        {sheet === 'keys' ? <Keys /> : <Terms label={label} />}
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** Single keys rest while a field has the focus. */
const Keys = () => (
  <>
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
    <p className={styles.keysFoot}>Single keys do nothing while a field has the focus.</p>
  </>
);

/** Every term; the one that was asked for comes first, found by what is typed. */
function Terms({ label }: { label: string | undefined }) {
  const asked = label === undefined ? undefined : termOf(label);
  const [find, setFind] = useState('');
  const wanted = find.trim().toLowerCase();
  const shown = glossary.filter(({ term, text }) => `${term} ${text}`.toLowerCase().includes(wanted));
  const inOrder = asked && !wanted ? [asked, ...shown.filter((entry) => entry !== asked)] : shown;
  return (
    <>
      <TextField
        fullWidth
        size="small"
        margin="dense"
        label="Find a term"
        value={find}
        onChange={(e) => setFind(e.target.value)}
      />
      <dl className={styles.terms}>
        {inOrder.map(({ term, text, follows }) => (
          <div key={term} aria-current={term === asked?.term || undefined}>
            <dt>{term}</dt>
            <dd>
              {text} <small>Follows: {follows}.</small>
            </dd>
          </div>
        ))}
      </dl>
      {shown.length === 0 && <p role="status">No term of that name.</p>}
    </>
  );
}
