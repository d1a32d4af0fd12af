'use client';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogContentText from '@mui/material/DialogContentText';
import DialogTitle from '@mui/material/DialogTitle';
import LinearProgress from '@mui/material/LinearProgress';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { FullCheckAnswer, ShopState } from '@/formats/shop-state';
import { FileButton } from '../fields/FileButton';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { ShopPage } from '../frame/ShopPage';
import shop from '../frame/shop.module.css';
import { backupAddress, server, type Answer } from '../server/client';
import { ShopNotices } from './notices';
import { sizeWords, timeWords, whyWords } from './words';

type Backup = ShopState['backups'][number];

/** Where the shop's data lie, what there is to go back to, and whether all of it can be read. */
export function DataPage({ state }: { state: ShopState }) {
  const router = useRouter();
  const [doing, setDoing] = useState<string | null>(null);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [checked, setChecked] = useState<FullCheckAnswer | null>(null);
  const [asked, setAsked] = useState<Backup | null>(null);
  const [newest] = state.backups;

  /** Runs a call with its progress; what it refuses is said. */
  const run = async <T,>(doingWords: string, title: string, call: () => Promise<Answer<T>>) => {
    setDoing(doingWords);
    setSaid(null);
    setFailure(null);
    const answer = await call();
    setDoing(null);
    if (answer.kind !== 'ok') setFailure(failureOf(title, answer));
    router.refresh();
    return answer.kind === 'ok' ? answer.data : null;
  };
  const backUp = async () => {
    const made = await run('Backing up the whole shop …', 'No backup was made.', server.backUp);
    if (made) setSaid(`${made.name} is made and read back.`);
  };
  const add = async (chosen: File) => {
    const added = await run(`Reading ${chosen.name} …`, `${chosen.name} was not added.`, () =>
      server.addBackup(chosen),
    );
    if (added) setSaid(`${chosen.name} is whole and stands in the list.`);
  };
  const check = async () => {
    setChecked(null);
    setChecked(await run('Reading every document …', 'The check was not made.', server.checkShop));
  };
  const restore = async (backup: Backup) => {
    setAsked(null);
    const done = await run(
      `Putting back the backup of ${timeWords(backup.at)} …`,
      'The backup was not put back. The shop is as it was.',
      () => server.restore(backup.name),
    );
    if (done) setSaid(`The shop is as it was on ${timeWords(backup.at)}. What was there before is kept.`);
  };

  return (
    <ShopPage
      page="data"
      title="Data and backups"
      note={state.folder}
      actions={
        <>
          <FileButton
            label="Add a backup file"
            name="Backup file to add"
            variant="text"
            disabled={doing !== null}
            accept=".zip,application/zip"
            onFile={(chosen) => void add(chosen)}
          />
          <Button size="small" disabled={doing !== null} onClick={() => void check()}>
            Check everything
          </Button>
          <Button variant="contained" size="small" disabled={doing !== null} onClick={() => void backUp()}>
            Back up now
          </Button>
        </>
      }
    >
      <ShopNotices state={state} />
      {failure && <Failure {...failure} />}
      {doing && (
        <Stack role="status" sx={{ mb: 2, gap: 0.5 }}>
          {doing}
          <LinearProgress aria-label={doing} />
        </Stack>
      )}
      {said && (
        <Alert severity="success" sx={{ mb: 2 }}>
          {said}
        </Alert>
      )}
      {checked && (
        <Alert severity={checked.problems.length ? 'error' : 'success'} sx={{ mb: 2 }}>
          {checked.problems.length === 0
            ? `All ${checked.documents} documents can be read, and everything they refer to is there.`
            : `Of ${checked.documents} documents not all are well:`}
          {checked.problems.length > 0 && (
            <ul className={shop.problems}>
              {checked.problems.map((problem) => (
                <li key={problem}>{problem}</li>
              ))}
            </ul>
          )}
        </Alert>
      )}
      <h1 className={shop.headline}>
        {newest ? `Last backed up ${timeWords(newest.at)}.` : 'There is no backup yet.'}
      </h1>
      <p className={shop.lead}>
        Every saved change is on the disk at once. A backup is made by itself every day and before every
        update, in {state.backupFolder}; {sizeWords(state.space.free)} are free on the disk of the data.
      </p>
      <Table size="small" sx={{ maxWidth: 860 }}>
        <TableHead>
          <TableRow>
            <TableCell>Backup made</TableCell>
            <TableCell>Why</TableCell>
            <TableCell align="right">Size</TableCell>
            <TableCell>
              <span className="unseen">Actions</span>
            </TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {state.backups.map((backup) => (
            <TableRow key={backup.name}>
              <TableCell>{timeWords(backup.at)}</TableCell>
              <TableCell>{whyWords[backup.why]}</TableCell>
              <TableCell align="right">{sizeWords(backup.bytes)}</TableCell>
              <TableCell align="right">
                <Button
                  size="small"
                  component="a"
                  href={backupAddress(backup.name)}
                  download
                  aria-label={`Download the backup of ${timeWords(backup.at)}`}
                >
                  Download
                </Button>
                <Button
                  size="small"
                  disabled={doing !== null}
                  aria-label={`Put back the backup of ${timeWords(backup.at)}`}
                  onClick={() => setAsked(backup)}
                >
                  Put back …
                </Button>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      <Typography variant="body2" sx={{ mt: 2, maxWidth: 700, color: 'text.secondary' }}>
        Kept are the backups of seven days and four weeks, and every one made by hand. A second disk is safer:
        set FIERCE_LUNG_BACKUPS to a folder there.
      </Typography>
      <Dialog open={asked !== null} onClose={() => setAsked(null)}>
        <DialogTitle>Put back the backup of {asked && timeWords(asked.at)}?</DialogTitle>
        <DialogContent>
          <DialogContentText>
            Every job and the whole library become as they were then. What is here now is backed up first, and
            its files are set aside: nothing is overwritten. It takes some seconds, in which nobody can save.
          </DialogContentText>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setAsked(null)}>Cancel</Button>
          <Button variant="contained" onClick={() => asked && void restore(asked)}>
            Restore
          </Button>
        </DialogActions>
      </Dialog>
    </ShopPage>
  );
}
