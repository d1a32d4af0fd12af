'use client';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useEffect, useState } from 'react';

export const TOUR_PARAM = 'tour';
const SEEN = 'fierce-lung.toured';

/** From then on this device is not asked again. One that keeps nothing is not asked at all. */
export function markToured(): void {
  try {
    localStorage.setItem(SEEN, '1');
  } catch {
    // It keeps nothing: then nothing is offered either.
  }
}

function isNew(): boolean {
  try {
    return localStorage.getItem(SEEN) === null;
  } catch {
    return false;
  }
}

/** Offered once on the board of a shop that has a job: a short path over its first one. */
export function TourOffer({ jobId }: { jobId: string }) {
  const [shown, setShown] = useState(false);
  // The device is asked after the page stands: the server knows nothing of it.
  // eslint-disable-next-line react-hooks/set-state-in-effect
  useEffect(() => setShown(isNew()), []);
  if (!shown) return null;
  const close = () => {
    markToured();
    setShown(false);
  };
  return (
    <Alert
      severity="info"
      role="note"
      sx={{ mb: 2 }}
      action={
        <>
          <Button size="small" component={Link} href={`/jobs/${jobId}/brief?${TOUR_PARAM}=1`}>
            Show me
          </Button>
          <Button size="small" onClick={close}>
            No, thanks
          </Button>
        </>
      }
    >
      New here? Seven short stops over a job; nothing in it is changed.
    </Alert>
  );
}
