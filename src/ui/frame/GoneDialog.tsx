'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogContentText from '@mui/material/DialogContentText';
import DialogTitle from '@mui/material/DialogTitle';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { server } from '../server/client';
import { outbox } from '../store/outbox';
import { useJob, useJobState } from '../store/solved';

/** The job was deleted elsewhere while it was open here: nothing typed is lost, and somebody decides. */
export default function GoneDialog({ how }: { how: 'binned' | 'missing' }) {
  const { items } = useJob();
  const id = useJobState((s) => s.id);
  const draft = useJobState((s) => s.draft);
  const returned = useJobState((s) => s.returned);
  const router = useRouter();
  const [failure, setFailure] = useState<string | null>(null);
  const bringBack = async () => {
    const answer = await server.setBinned(id, false);
    if (answer.kind === 'ok') return returned();
    setFailure(answer.kind === 'away' ? 'The server is away. Try again.' : answer.error);
  };
  const storeAnew = async () => {
    const { writeJobFile } = await import('@/formats/job-json');
    const answer = await server.importJob(writeJobFile(draft, items));
    if (answer.kind !== 'ok')
      return setFailure(
        answer.kind === 'away'
          ? 'The server is away. Try again.'
          : [answer.error, ...answer.problems].join(' '),
      );
    outbox.keep(id, { baseRevision: 0, jobs: [] });
    router.push(`/jobs/${answer.data.id}/brief`);
  };
  return (
    <Dialog open aria-labelledby="gone-title">
      <DialogTitle id="gone-title">
        {how === 'binned' ? 'This job lies in the bin' : 'This job is gone'}
      </DialogTitle>
      <DialogContent>
        <DialogContentText>
          {how === 'binned'
            ? 'Another tab or person deleted it while it was open here. What you changed since is kept on this page.'
            : 'Another tab or person removed it for good while it was open here. What stands on this page can be stored as a new job.'}
        </DialogContentText>
        {failure && <DialogContentText role="alert">{failure}</DialogContentText>}
      </DialogContent>
      <DialogActions>
        <Button variant="outlined" href="/">
          To the board
        </Button>
        {how === 'binned' ? (
          <Button variant="contained" onClick={() => void bringBack()}>
            Bring it back and store mine
          </Button>
        ) : (
          <Button variant="contained" onClick={() => void storeAnew()}>
            Store it as a new job
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}
