'use client';
import Alert from '@mui/material/Alert';
import AlertTitle from '@mui/material/AlertTitle';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import type { ShopState } from '@/formats/shop-state';
import { server } from '../server/client';
import { sizeWords, timeWords } from './words';

type Shown = Pick<ShopState, 'recovery' | 'space' | 'backupFailure'>;

/** What somebody has to know of the shop's data before anything else; nothing where all is well. */
export function ShopNotices({ state: { recovery, space, backupFailure } }: { state: Shown }) {
  const router = useRouter();
  const read = async () => {
    await server.dismissRecovery();
    router.refresh();
  };
  return (
    <>
      {recovery && (
        <Alert
          severity="warning"
          sx={{ mb: 2 }}
          action={
            <Button size="small" color="inherit" onClick={() => void read()}>
              I have read this
            </Button>
          }
        >
          <AlertTitle>The data were damaged, and put together again.</AlertTitle>
          {recovery.found} What you see is the backup of {timeWords(recovery.backupMadeAt)}
          {recovery.changes > 0 && recovery.lastChangeAt
            ? ` and the ${recovery.changes === 1 ? 'change' : `${recovery.changes} changes`} made after it, up to ${timeWords(recovery.lastChangeAt)}.`
            : '; no change was made after it.'}{' '}
          {recovery.missing
            ? `The journal cannot be read further (${recovery.missing}): what was changed after that is missing.`
            : 'Nothing that was saved is missing.'}{' '}
          The damaged files lie untouched in {recovery.aside}.
        </Alert>
      )}
      {space.low && (
        <Alert severity="warning" sx={{ mb: 2 }}>
          The disk of the shop’s data is nearly full: {sizeWords(space.free)} are left. When it is full
          nothing more is saved until there is space again.
        </Alert>
      )}
      {backupFailure && (
        <Alert severity="warning" sx={{ mb: 2 }}>
          The day’s backup was not made: {backupFailure} <Link href="/shop">Data and backups</Link>
        </Alert>
      )}
    </>
  );
}
