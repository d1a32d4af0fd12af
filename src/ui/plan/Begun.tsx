import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import frame from '../frame/frame.module.css';
import { useJobState } from '../store/solved';
import { usePlan } from './usePlan';

/** What needs a plan to write into: until there is one, the key that begins it. */
export function Begun({ children }: { children: ReactNode }) {
  const { edit } = usePlan();
  const isBegun = useJobState((s) => s.draft.plan !== undefined);
  if (isBegun) return children;
  return (
    <p className={frame.lead}>
      This job has no plan yet.{' '}
      <Button variant="contained" size="small" onClick={() => edit(() => {})}>
        Begin the plan
      </Button>
    </p>
  );
}
