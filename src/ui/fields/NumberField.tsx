'use client';
import type { Quantity } from '@/core/units/quantities';
import { useJobState, useJobStore } from '../store/solved';
import { valueAt } from '../store/path';
import { QuantityInput, type Bound } from './QuantityInput';

type Props = {
  path: string;
  label: string;
  hint?: string;
  quantity: Quantity;
  bound: Bound;
  whole?: boolean;
  basis?: string;
  /** Whether it may be left empty: null then. */
  optional?: boolean;
};

/** A bare figure of the job's records, SI: it moves no figure of the forecast, so it has no confidence. Stored on leaving. */
export function NumberField({ path, optional = false, ...rest }: Props) {
  const store = useJobStore();
  const value = useJobState((s) => (valueAt(s.draft, path) as number | null | undefined) ?? null);
  return (
    <QuantityInput
      key={path}
      {...rest}
      name={path}
      optional={optional}
      value={value}
      onType={(next) => {
        if (next !== null || optional) store.getState().write(path, next);
      }}
      onLeave={() => store.getState().commit()}
      onRevert={() => {
        const stored = (valueAt(store.getState().committed, path) as number | null | undefined) ?? null;
        store.getState().write(path, stored);
        return stored;
      }}
    />
  );
}
