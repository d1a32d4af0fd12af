'use client';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Paper from '@mui/material/Paper';
import { useLongWork } from '../store/long-work';

/** What the page is busy with, once it takes long: how far it is, and a key that stops it or goes on. */
export function WorkLine() {
  const works = useLongWork((s) => s.works);
  const work = works[0];
  return (
    <div role="status">
      {work && (
        <Paper
          elevation={3}
          sx={{
            position: 'fixed',
            left: { xs: 8, sm: 72 },
            bottom: { xs: 132, sm: 64 },
            zIndex: 4,
            display: 'flex',
            alignItems: 'center',
            gap: 1.5,
            px: 1.5,
            py: 0.5,
            fontSize: 13,
          }}
        >
          <span>
            {work.what}
            {works.length > 1 && `, and ${works.length - 1} more`}
            {work.stopped ? ': stopped' : ' …'}
          </span>
          {!work.stopped && (
            <LinearProgress
              aria-label={work.what}
              sx={{ width: 90 }}
              {...(work.share === null ? {} : { variant: 'determinate', value: 100 * work.share })}
            />
          )}
          <Button variant="inline" onClick={work.stopped ? work.resume : work.stop}>
            {work.stopped ? 'Go on' : 'Stop'}
          </Button>
        </Paper>
      )}
    </div>
  );
}
